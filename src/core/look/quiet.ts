import { standardDeviation } from '../base/statistics';
import { independentOf, type Measured } from '../change/noise';
import type { BandAnalysis } from '../signal/analyse';
import type { LookData } from './look';
import type { Position } from '../body/positions';
import { RING_POSITION, RING_POSITIONS, type RingPosition } from './places';
import { timingFromTaps } from './taps';

/** What bands showed in one position. */
export type SeenBands = { position: RingPosition; analysis: BandAnalysis };

/** The bands in the most supported position that has any. */
export const mostSupported = (bands: readonly SeenBands[]): SeenBands | null =>
  [...bands].sort((a, b) => RING_POSITIONS.indexOf(a.position) - RING_POSITIONS.indexOf(b.position))[0] ??
  null;

/** Quiet breathing as it was measured. */
export type QuietBreath = {
  from: 'bands' | 'taps';
  position: Position;
  /** Breaths a minute, and the exhale in seconds; `n` counts independent breaths, of which there are fewer than breaths. */
  rate: Measured;
  exhale: Measured;
  inhale: Measured;
  /** Ti/Ttot, 0 to 1. */
  dutyCycle: number;
};

/** Quiet breathing of a look: from the bands when there are any, else from taps; null when neither can tell. */
export function quietBreath(look: LookData, bands: readonly SeenBands[]): QuietBreath | null {
  const banded = mostSupported(bands);
  if (banded) {
    const { analysis: seen } = banded;
    const counted = seen.breaths.filter((b) => b.trusted);
    const exhales = counted.map((b) => b.exhaleS);
    const inhales = counted.map((b) => b.inhaleS);
    return {
      from: 'bands',
      position: RING_POSITION[banded.position].position,
      rate: {
        value: seen.ratePerMin,
        spread: seen.rateSpread,
        n: independentOf(counted.map((b) => b.endS - b.startS)),
      },
      exhale: { value: seen.exhaleS, spread: standardDeviation(exhales), n: independentOf(exhales) },
      inhale: { value: seen.inhaleS, spread: standardDeviation(inhales), n: independentOf(inhales) },
      dutyCycle: seen.dutyCycle,
    };
  }
  const timing = look.quiet ? timingFromTaps(look.quiet.taps, look.quiet.first) : null;
  if (!look.quiet || !timing?.ok) return null;
  const { ratePerMin, exhaleS, inhaleS, spread, breaths, dutyCycle } = timing.value;
  const inhales = breaths.map((b) => b.inhaleS);
  return {
    from: 'taps',
    position: look.quiet.position,
    rate: {
      value: ratePerMin,
      spread: spread.ratePerMin,
      n: independentOf(breaths.map((b) => b.inhaleS + b.exhaleS)),
    },
    exhale: { value: exhaleS, spread: spread.exhaleS, n: independentOf(breaths.map((b) => b.exhaleS)) },
    inhale: { value: inhaleS, spread: standardDeviation(inhales), n: independentOf(inhales) },
    dutyCycle,
  };
}
