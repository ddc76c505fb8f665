'use client';

import { PROPS } from '@/core/body/props';
import { LIBRARY } from '@/core/drills/library';
import { planLift, STRATEGY_LABEL } from '@/core/load/lift';
import { airOf } from '@/core/propose/air';
import { coachedBlock } from '@/core/run/coached';
import { blockFor } from '@/core/sequence/alternatives';
import { layoutOf, type Block, type Sequence } from '@/core/sequence/sequence';
import { AirStrip } from '@/pictures/air-strip';
import { BreathLine } from '@/pictures/breath-line';
import { LiftBreath } from '@/pictures/lift-breath';
import { Staves } from '@/pictures/staves';
import { State, States } from './state';

/** A drill of every kind of breath, each as a client without flags has it. */
const BLOCKS = (['paced', 'ladder', 'free'] as const).flatMap((kind): Block[] => {
  const drill = LIBRARY.find((d) => d.breathing.kind === kind);
  const block = drill && blockFor(drill, { flags: {}, props: [...PROPS] });
  return block ? [{ ...block, id: `block-${kind}` }] : [];
});
const SEQUENCE: Sequence = {
  minutes: 10,
  school: 'lowQuiet',
  blocks: BLOCKS,
  relook: { test: 'rings', position: 'hookLying', lengthS: 60 },
  leftOut: [],
};
const EMPTY: Sequence = { ...SEQUENCE, blocks: [] };
const MARKED = new Map(BLOCKS.slice(0, 2).map((b, i) => [b.id, i === 0 ? 'stop' : 'care'] as const));
const COACHED = coachedBlock(layoutOf(SEQUENCE).placed[0]!);
const AIR = { size: null, flags: {} } as const;
const LIFTS = [5, 45, 85].map((percent) => planLift({ ribs: 'close', armDeg: 90, load: { percent } }, {}));

/** Lines over time: staves, the running breath, air moved, the breath over a lift. */
export const LineStates = () => (
  <>
    <States title="Staves">
      <State name="far" wide>
        <Staves sequence={SEQUENCE} scale={0.6} />
      </State>
      <State name="near, chosen and marked, with the playhead" wide>
        <Staves
          sequence={SEQUENCE}
          scale={1.9}
          selected={new Set([BLOCKS[0]!.id])}
          marked={MARKED}
          playheadS={90}
          onPick={() => undefined}
        />
      </State>
      <State name="something is dragged in" wide>
        <Staves sequence={SEQUENCE} scale={1} dropAt={1} />
      </State>
      <State name="no block" wide>
        <Staves sequence={EMPTY} scale={1} />
      </State>
    </States>
    <States title="The running breath">
      {[0, COACHED.prepS + 12].map((t) => (
        <State key={t} name={t === 0 ? 'before the first breath' : 'twelve seconds in'} wide>
          <BreathLine coached={COACHED} t={t} className="h-[120px] w-full" />
        </State>
      ))}
    </States>
    <States title="Air moved">
      {(['small', 'usual', 'large'] as const).map((taken) => (
        <State key={taken} name={`breaths taken: ${taken}`} wide>
          <AirStrip air={airOf(SEQUENCE, { ...AIR, taken })} className="w-full" />
        </State>
      ))}
    </States>
    <States title="The breath over a lift">
      {LIFTS.map((plan, i) => (
        <State key={i} name={STRATEGY_LABEL[plan.strategy]}>
          <LiftBreath plan={plan} className="w-full" />
        </State>
      ))}
    </States>
  </>
);
