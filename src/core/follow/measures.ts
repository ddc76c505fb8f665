import { summariseHolds } from '../look/holds';
import type { HoldTrial, LookData } from '../look/look';
import { timingFromTaps } from '../look/taps';
import type { BreathsFound } from '../signal/breaths';
import { standardDeviation } from '../statistics';
import type { Measured } from './change';

/** Mean of the calm holds in the easiest position that has one. */
export function holdMeasure(trials: readonly HoldTrial[]): { position: HoldTrial['position']; measured: Measured } | null {
  const summary = summariseHolds(trials).find((s) => s.meanCalmS !== null);
  return summary ? { position: summary.position, measured: { value: summary.meanCalmS!, spread: summary.spreadS ?? 0, n: summary.calmTries } } : null;
}

/** Quiet rate (a minute) and exhale (s) of a look: from a recorded curve when there is one, else from taps. */
export function quietMeasures(look: LookData, curve: BreathsFound | null): { rate: Measured; exhale: Measured; from: 'curve' | 'taps' } | null {
  if (curve) {
    const cycles = curve.breaths.map((b) => b.endS - b.startS);
    const n = cycles.length;
    return {
      from: 'curve',
      rate: { value: curve.ratePerMin, spread: standardDeviation(cycles.map((c) => 60 / c)), n },
      exhale: { value: curve.exhaleS, spread: standardDeviation(curve.breaths.map((b) => b.exhaleS)), n },
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
