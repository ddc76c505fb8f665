import { summariseHolds } from '../look/holds';
import type { HoldTrial, LookData } from '../look/look';
import { timingFromTaps } from '../look/taps';
import type { BandAnalysis } from '../signal/analyse';
import { standardDeviation } from '../base/statistics';
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

/** Quiet rate (a minute) and exhale (s) of a look: from the bands when there are any, else from taps. */
export function quietMeasures(
  look: LookData,
  bands: BandAnalysis | null,
): { rate: Measured; exhale: Measured; from: 'bands' | 'taps' } | null {
  if (bands) {
    const counted = bands.breaths.filter((b) => b.trusted);
    const n = counted.length;
    return {
      from: 'bands',
      rate: { value: bands.ratePerMin, spread: bands.rateSpread, n },
      exhale: { value: bands.exhaleS, spread: standardDeviation(counted.map((b) => b.exhaleS)), n },
    };
  }
  const timing = look.quiet ? timingFromTaps(look.quiet.taps, look.quiet.first) : null;
  if (!timing?.ok) return null;
  const { ratePerMin, exhaleS, spread, breaths } = timing.value;
  return {
    from: 'taps',
    rate: { value: ratePerMin, spread: spread.ratePerMin, n: breaths.length },
    exhale: { value: exhaleS, spread: spread.exhaleS, n: breaths.length },
  };
}
