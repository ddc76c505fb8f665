import { summariseHolds } from '../look/holds';
import type { HoldTrial } from '../look/look';
import type { Measured } from '../change/change';

/** Mean of the calm holds in the easiest position that has one. */
export function holdMeasure(
  trials: readonly HoldTrial[],
): { position: HoldTrial['position']; measured: Measured } | null {
  const summary = summariseHolds(trials).find((s) => s.meanCalmS !== null);
  return summary
    ? {
        position: summary.position,
        measured: { value: summary.meanCalmS!, spread: summary.spreadS ?? 0, n: summary.calmTries },
      }
    : null;
}
