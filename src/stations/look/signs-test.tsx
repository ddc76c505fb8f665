'use client';

import type { Signs } from '@/core/look/look';
import { Choice, YesNo } from '@/ui/choice';
import type { TestProps } from './look-station';
import { TestHead } from './test-head';

const FLARE = [{ value: 'none', label: 'no flare' }, { value: 'drops', label: 'flared, drop on the exhale' }, { value: 'stays', label: 'flared, stay up' }] as const;
const LOWER_BELLY = [{ value: 'drawsInFirst', label: 'draws in first' }, { value: 'still', label: 'still' }, { value: 'balloonsOut', label: 'balloons out' }] as const;
const FLOOR = [{ value: 'moves', label: 'moves with the breath' }, { value: 'silent', label: 'nothing felt' }, { value: 'holds', label: 'holds on' }, { value: 'pushedDown', label: 'pushed down' }] as const;

/** Signs that are seen, heard or told. An unmarked one was not looked at, which is not the same as no. */
export function SignsTest({ look, set }: TestProps) {
  const signs = look.signs;
  const change = (patch: Partial<Signs>) =>
    set((l) => ({ ...l, signs: Object.fromEntries(Object.entries({ ...l.signs, ...patch }).filter(([, v]) => v !== undefined)) as Signs }));
  return (
    <section aria-label="Signs" className="space-y-5">
      <TestHead title="Signs" how="Mark what you saw or heard, or what the client told you. Press a mark again to take it back; an unmarked sign counts as not looked at." />
      <div className="grid grid-cols-2 gap-x-12">
        <div className="space-y-6">
          <Group name="Breath">
            <YesNo label="On the inhale the belly draws in (reversed)" value={signs.reversed} onValue={(reversed) => change({ reversed })} />
            <YesNo label="The quiet breath can be heard" value={signs.audible} onValue={(audible) => change({ audible })} />
            <YesNo label="Mouth open in quiet breathing" value={signs.mouth} onValue={(mouth) => change({ mouth })} />
            <YesNo label="“I cannot get a full breath in”" value={signs.cannotFill} onValue={(cannotFill) => change({ cannotFill })} />
          </Group>
          <Group name="Ribs">
            <Choice label="Front lower ribs" options={FLARE} value={signs.flare} onValue={(flare) => change({ flare })} />
          </Group>
        </div>
        <div className="space-y-6">
          <Group name="Core">
            <YesNo label="Buttocks clench on the exhale" value={signs.buttocksClench} onValue={(buttocksClench) => change({ buttocksClench })} />
            <YesNo label="Breath stops when a light tone is kept" value={signs.toneStopsBreath} onValue={(toneStopsBreath) => change({ toneStopsBreath })} />
            <Choice label="Lower belly on the exhale" options={LOWER_BELLY} value={signs.lowerBelly} onValue={(lowerBelly) => change({ lowerBelly })} />
          </Group>
          <Group name="Pelvic floor, as the client feels it; never touched">
            <Choice label="Between the sit bones" options={FLOOR} value={signs.floorFelt} onValue={(floorFelt) => change({ floorFelt })} />
          </Group>
        </div>
      </div>
    </section>
  );
}

function Group({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <fieldset className="space-y-2.5 border-t border-rule pt-2">
      <legend className="pr-3 font-serif text-[17px]">{name}</legend>
      {children}
    </fieldset>
  );
}
