import { median } from '../base/statistics';
import { drillOf } from '../sequence/sequence';
import type { RunRecord } from './merge';
import type { SetUps } from './set-ups.schema';

export type { SetUps };

export const NO_SET_UPS: SetUps = { fresh: [], known: [] };
/** So many of the newest are kept of each kind, and so few tell nothing yet. Our choice. */
const MOST_KEPT = 200;
const LEAST = 8;
/** Shorter than this nobody was set up: it was tapped on, not taught. Our choice, s. */
const LEAST_S = 5;

/** How long set-ups really took in a run, new drills and known ones apart; lying or sitting there quietly is hardly one. */
export function setUpsIn({ sequence, state }: RunRecord): SetUps {
  const found: SetUps = { fresh: [], known: [] };
  for (const block of sequence.blocks) {
    const seconds = state.setUps?.[block.id];
    const drill = drillOf(block);
    if (
      seconds === undefined ||
      seconds < LEAST_S ||
      !drill ||
      (drill.stage === 'settle' && drill.level === 0)
    )
      continue;
    (block.known ? found.known : found.fresh).push(seconds);
  }
  return found;
}

/** Both together, the oldest first and the newest kept. */
export const withSetUps = (kept: SetUps, more: SetUps): SetUps => ({
  fresh: [...kept.fresh, ...more.fresh].slice(-MOST_KEPT),
  known: [...kept.known, ...more.known].slice(-MOST_KEPT),
});

/** What the planner reckons with: the medians, each from eight set-ups on (practice P68). */
export function usualSetUps(kept: SetUps): { fresh?: number; known?: number } {
  const [fresh, known] = [kept.fresh, kept.known].map((list) => list.filter((s) => s >= LEAST_S)) as [
    number[],
    number[],
  ];
  return {
    ...(fresh.length >= LEAST ? { fresh: median(fresh) } : {}),
    ...(known.length >= LEAST ? { known: median(known) } : {}),
  };
}
