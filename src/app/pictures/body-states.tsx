'use client';

import { FIGURE_NAMES, suits } from '@/core/body/figure/figures';
import { POSITION, POSITIONS } from '@/core/body/positions';
import { PROP_LABEL, PROPS } from '@/core/body/props';
import { RING_ZONES, ZONE_LABEL, type Excursions } from '@/core/body/zones';
import { ladderOf } from '@/core/look/sweep';
import { TARGET } from '@/core/read/target';
import { Figure } from '@/pictures/figure';
import { Ladder } from '@/pictures/ladder';
import { RingGlyph } from '@/pictures/ring-glyph';
import { Rings } from '@/pictures/rings';
import { Trunk } from '@/pictures/trunk';
import { State, States } from './state';

const UPPER: Excursions = { sternum: 0.8, betweenBlades: 0.3, belly: 0.1, lowerRibsLeft: 0.2 };
const ROUND: Excursions = {
  sternum: 0.2,
  betweenBlades: 0.2,
  lowerRibsLeft: 0.6,
  lowerRibsRight: 0.6,
  lowerRibsBack: 0.5,
  belly: 0.7,
  lowBack: 0.4,
};
const RINGS: readonly { name: string; seen: Excursions; target?: Excursions; before?: Excursions }[] = [
  { name: 'nothing looked at', seen: {} },
  { name: 'upper chest, with silent zones', seen: UPPER },
  { name: 'all round, with the target', seen: ROUND, target: TARGET.allRound },
  { name: 'all round, with the look before', seen: ROUND, before: UPPER },
];
const row = (v: number): Excursions => ({ belly: v, lowerRibsLeft: v, lowerRibsRight: v, neck: 1 - v });
const STILL = { floorPct: 0, controlPct: 0, squeezePct: 0 };
const TRUNKS = [
  { name: 'empty, going in', volume: 0, rising: true, tone: STILL },
  { name: 'full, going out', volume: 1, rising: false, tone: STILL },
  {
    name: 'held, with all tone',
    volume: 0.5,
    rising: null,
    tone: { floorPct: 40, controlPct: 30, squeezePct: 30 },
  },
] as const;

/** Bodies: where the breath goes, positions, what a figure does, props. */
export const BodyStates = () => (
  <>
    <States title="Rings">
      {RINGS.map(({ name, ...rings }) => (
        <State key={name} name={name} wide>
          <Rings {...rings} className="w-full max-w-[720px]" />
        </State>
      ))}
      {RINGS.slice(1, 3).map(({ name, seen }) => (
        <State key={name} name={`small: ${name}`}>
          <RingGlyph seen={seen} className="h-20 w-full" />
        </State>
      ))}
    </States>
    <States title="Ladder">
      <State name="three positions, the low breath lost upright" wide>
        <Ladder rows={ladderOf({ hookLying: row(0.8), sitting: row(0.5), standing: row(0.2) })} />
      </State>
      <State name="no row yet, as an input" wide>
        <Ladder rows={[]} empty={['hookLying', 'sittingArched']} onChange={() => undefined} />
      </State>
    </States>
    <States title="Trunk">
      {TRUNKS.map(({ name, ...trunk }) => (
        <State key={name} name={name}>
          <Trunk {...trunk} className="h-56 max-w-full" />
        </State>
      ))}
    </States>
    <States title="Positions">
      {POSITIONS.map((p) => (
        <State key={p} name={POSITION[p].label}>
          <Figure position={p} className="h-24 w-full" />
        </State>
      ))}
      {(['slouched', 'arched'] as const).map((alignment) => (
        <State key={alignment} name={`sitting, ${alignment}`}>
          <Figure position="sitting" alignment={alignment} className="h-24 w-full" />
        </State>
      ))}
    </States>
    <States title="Where the breath goes">
      {RING_ZONES.map((zone) => (
        <State key={zone} name={ZONE_LABEL[zone]}>
          <Figure position="standing" view="front" breath={{ [zone]: 1 }} className="h-32 w-1/2" />
          <Figure position="quadruped" breath={{ [zone]: 1 }} className="h-32 w-1/2" />
        </State>
      ))}
    </States>
    <States title="Figures">
      {FIGURE_NAMES.map((figure) => (
        <State key={figure} name={figure}>
          <Figure
            position={POSITIONS.find((p) => suits(figure, p))!}
            figure={figure}
            className="h-24 w-full"
          />
        </State>
      ))}
    </States>
    <States title="Props">
      {PROPS.map((prop) => (
        <State key={prop} name={PROP_LABEL[prop]}>
          <Figure position="hookLying" props={[prop]} className="h-24 w-full" />
        </State>
      ))}
    </States>
  </>
);
