'use client';

import type { TwoHands } from '@/core/look/look';
import { Figure } from '@/pictures/figure';
import { Choice } from '@/ui/choice';
import { Slider } from '@/ui/slider';
import type { PanelProps } from './panel';
import { TestHead, WithMore } from './test-head';

/** Only what was looked at; undefined where that is nothing. */
function told(hands: TwoHands): TwoHands | undefined {
  const seen = Object.entries(hands).filter(([, v]) => v !== undefined);
  return seen.length === 0 ? undefined : (Object.fromEntries(seen) as TwoHands);
}

/** Lying, one hand on the belly, one on the sternum: which moves, which first, how much. */
export function HandsTest({ look, set }: Pick<PanelProps, 'look' | 'set'>) {
  const hands = look.twoHands ?? {};
  const change = (patch: Partial<TwoHands>) =>
    set((l) => ({ ...l, twoHands: told({ ...l.twoHands, ...patch }) }));
  return (
    <section aria-label="Two hands" className="space-y-5">
      <TestHead test="hands">{null}</TestHead>
      <div className="flex flex-wrap gap-x-10 gap-y-4">
        <Figure position="hookLying" view="front" className="h-44 w-80 max-w-full" />
        <div className="min-w-0 grow basis-80 space-y-3 pt-3">
          <Slider label="belly hand moves" value={hands.belly} onValue={(belly) => change({ belly })} />
          <Slider label="chest hand moves" value={hands.chest} onValue={(chest) => change({ chest })} />
          <Choice
            label="Which hand moves first"
            options={[
              { value: 'belly', label: 'belly' },
              { value: 'together', label: 'together' },
              { value: 'chest', label: 'chest' },
            ]}
            value={hands.first}
            onValue={(first) => change({ first })}
          />
          {!look.twoHands && (
            <p className="text-soft">Not looked at yet: move a slider or choose which hand was first.</p>
          )}
        </div>
      </div>
      <WithMore>
        <p className="max-w-[74ch] text-small text-soft">
          What counts as good depends on the school: low and quiet wants the chest hand still; all round wants
          ribs and sternum to take part over a light front.
        </p>
      </WithMore>
    </section>
  );
}
