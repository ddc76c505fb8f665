'use client';

import { useState } from 'react';
import { POSITION } from '@/core/body/positions';
import type { CoachedBlock, Moment } from '@/core/run/coached';
import { SAY } from './say';

const STORED = 'kokyu-say-phases';

/** Are the phases said? Kept in this browser. */
const kept = (): boolean => {
  try {
    return localStorage.getItem(STORED) === 'yes';
  } catch {
    return false;
  }
};

/**
 * What a screen reader is told while a block runs, in one polite region: the block with its position, the set-up, and each
 * phase once at its turn for those who want that.
 */
export function Spoken({ coached, moment, name }: { coached: CoachedBlock; moment: Moment; name: string }) {
  const [phases, setPhases] = useState(kept);
  const { block } = coached.placed;
  const said =
    moment.kind === 'setUp'
      ? `${name}. ${POSITION[block.position].label}. ${moment.changing ? 'Change position' : 'Set up'}.`
      : moment.kind === 'breath' && phases
        ? SAY[moment.span.phase]
        : moment.kind === 'over'
          ? ''
          : `${name} runs.`;
  return (
    <>
      <p role="status" aria-live="polite" className="sr-only" data-testid="spoken">
        {said}
      </p>
      <label className="sr-only focus-within:not-sr-only focus-within:flex focus-within:gap-2">
        <input
          type="checkbox"
          checked={phases}
          onChange={(e) => {
            setPhases(e.target.checked);
            try {
              localStorage.setItem(STORED, e.target.checked ? 'yes' : 'no');
            } catch {
              // A browser that keeps nothing has it until the page goes.
            }
          }}
        />
        Say each phase of the breath
      </label>
    </>
  );
}
