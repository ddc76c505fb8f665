'use client';

import type { Signs } from '@/core/look/look';
import { Figure } from '@/pictures/figure';
import { Choice, YesNo } from '@/ui/choice';
import type { PanelProps } from './panel';
import { StancePanel } from './stance';
import { TestHead } from './test-head';

const FLARE = [
  { value: 'none', label: 'no flare' },
  { value: 'drops', label: 'flared, drop on the exhale' },
  { value: 'stays', label: 'flared, stay up' },
] as const;
const LOWER_BELLY = [
  { value: 'drawsInFirst', label: 'draws in first' },
  { value: 'still', label: 'still' },
  { value: 'balloonsOut', label: 'balloons out' },
] as const;
const FLOOR = [
  { value: 'moves', label: 'moves with the breath' },
  { value: 'silent', label: 'nothing felt' },
  { value: 'holds', label: 'holds on' },
  { value: 'pushedDown', label: 'pushed down' },
] as const;
const STACK = [
  { value: 'over', label: 'over' },
  { value: 'forward', label: 'in front' },
  { value: 'behind', label: 'behind' },
] as const;
const PELVIS = [
  { value: 'tippedForward', label: 'tipped forward' },
  { value: 'level', label: 'level' },
  { value: 'tuckedUnder', label: 'tucked under' },
] as const;
const WEIGHT = [
  { value: 'forefoot', label: 'forefoot' },
  { value: 'whole', label: 'whole foot' },
  { value: 'heels', label: 'heels' },
] as const;

/** Sets signs; one that is taken back counts as not looked at, which is not the same as no. */
function useSigns({ look, set }: Pick<PanelProps, 'look' | 'set'>) {
  const change = (patch: Partial<Signs>) =>
    set((l) => ({
      ...l,
      signs: Object.fromEntries(
        Object.entries({ ...l.signs, ...patch }).filter(([, v]) => v !== undefined),
      ) as Signs,
    }));
  return { signs: look.signs, change };
}

/** Signs of the breath that are seen, heard or told. */
export function SignsTest(props: Pick<PanelProps, 'look' | 'set'>) {
  const { signs, change } = useSigns(props);
  return (
    <section aria-label="Signs of the breath" className="space-y-5">
      <TestHead test="signs" />
      <div className="grid grid-cols-1 room:grid-cols-2 gap-x-12">
        <Group name="Breath">
          <YesNo
            label="On the inhale the belly draws in (reversed)"
            value={signs.reversed}
            onValue={(reversed) => change({ reversed })}
          />
          <YesNo
            label="The quiet breath can be heard"
            value={signs.audible}
            onValue={(audible) => change({ audible })}
          />
          <YesNo
            label="Mouth open in quiet breathing"
            value={signs.mouth}
            onValue={(mouth) => change({ mouth })}
          />
        </Group>
        <div className="space-y-6">
          <Group name="Ribs">
            <Choice
              label="Front lower ribs"
              options={FLARE}
              value={signs.flare}
              onValue={(flare) => change({ flare })}
            />
          </Group>
          <Group name="What the client says">
            <YesNo
              label="“I cannot get a full breath in”"
              value={signs.cannotFill}
              onValue={(cannotFill) => change({ cannotFill })}
            />
          </Group>
          <Group name="A full breath, seen from the side">
            <YesNo
              label="It comes only by bending back, at the breastbone"
              value={signs.bendsBack}
              onValue={(bendsBack) => change({ bendsBack })}
            />
          </Group>
        </div>
      </div>
    </section>
  );
}

/** Ribs over pelvis, and how the pelvis lies. */
export function StackTest(props: Pick<PanelProps, 'look' | 'set'>) {
  const { signs, change } = useSigns(props);
  return (
    <section aria-label="Stack and pelvis" className="space-y-5">
      <TestHead test="stack">{null}</TestHead>
      <div className="grid grid-cols-1 desk:grid-cols-[1fr_300px] gap-12">
        <div className="space-y-5">
          <Group name="From the side, standing">
            <Choice
              beside
              label="The ribs stand … the pelvis"
              options={STACK}
              value={signs.stack}
              onValue={(stack) => change({ stack })}
            />
            <YesNo
              label="The back ribs are squeezed together"
              value={signs.backRibsSqueezed}
              onValue={(backRibsSqueezed) => change({ backRibsSqueezed })}
            />
            <Choice
              beside
              label="Weight on the"
              options={WEIGHT}
              value={signs.weightOn}
              onValue={(weightOn) => change({ weightOn })}
            />
            <Choice
              label="Front lower ribs"
              options={FLARE}
              value={signs.flare}
              onValue={(flare) => change({ flare })}
            />
          </Group>
          <Group name="Pelvis">
            <Choice
              beside
              label="Front hip bones and pubic bone"
              options={PELVIS}
              value={signs.pelvis}
              onValue={(pelvis) => change({ pelvis })}
            />
            <p className="text-fine text-soft">
              Level: all three bones in one plane, flat when lying; from the side the front and rear hip
              spines are about level.
            </p>
          </Group>
        </div>
        <div className="flex items-end justify-center gap-6">
          {(['arched', 'between', 'slouched'] as const).map((alignment) => (
            <figure key={alignment} className="text-center">
              <Figure position="standing" alignment={alignment} className="h-64 w-20" />
              <figcaption className="text-fine text-soft">
                {{ arched: 'arched', between: 'stacked', slouched: 'slouched' }[alignment]}
              </figcaption>
            </figure>
          ))}
        </div>
      </div>
      <StancePanel {...props} />
    </section>
  );
}

/** What the belly, the ribs and the floor do on a long exhale and in a leg lift. */
export function CoreTest(props: Pick<PanelProps, 'look' | 'set'>) {
  const { signs, change } = useSigns(props);
  return (
    <section aria-label="Core and pelvic floor" className="space-y-5">
      <TestHead test="core" />
      <div className="grid grid-cols-1 room:grid-cols-2 gap-x-12">
        <Group name="On a long exhale">
          <Choice
            label="The lower belly"
            options={LOWER_BELLY}
            value={signs.lowerBelly}
            onValue={(lowerBelly) => change({ lowerBelly })}
          />
          <YesNo
            label="The upper belly grips first"
            value={signs.upperGrips}
            onValue={(upperGrips) => change({ upperGrips })}
          />
          <YesNo
            label="The ribs are dragged down"
            value={signs.ribsDragged}
            onValue={(ribsDragged) => change({ ribsDragged })}
          />
          <YesNo
            label="The pelvis tucks instead"
            value={signs.pelvisTucks}
            onValue={(pelvisTucks) => change({ pelvisTucks })}
          />
          <YesNo
            label="The buttocks clench"
            value={signs.buttocksClench}
            onValue={(buttocksClench) => change({ buttocksClench })}
          />
        </Group>
        <div className="space-y-6">
          <Group name="With a light tone, and in a leg lift">
            <YesNo
              label="The breath stops when a light tone is kept"
              value={signs.toneStopsBreath}
              onValue={(toneStopsBreath) => change({ toneStopsBreath })}
            />
            <YesNo
              label="The belly pops up in a leg lift"
              value={signs.bellyPops}
              onValue={(bellyPops) => change({ bellyPops })}
            />
          </Group>
          <Group name="Pelvic floor, as the client feels it; never touched">
            <Choice
              label="Between the sit bones"
              options={FLOOR}
              value={signs.floorFelt}
              onValue={(floorFelt) => change({ floorFelt })}
            />
          </Group>
        </div>
      </div>
    </section>
  );
}

function Group({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <fieldset className="space-y-2.5 border-t border-rule pt-2">
      <legend className="pr-3 font-serif text-lead">{name}</legend>
      {children}
    </fieldset>
  );
}
