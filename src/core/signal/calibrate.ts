import { fail, ok, type Result } from '../base/result';
import { mean } from '../base/statistics';
import type { Calibration } from './calibrate.schema';

export type { Calibration };

/**
 * What the manoeuvres leave open. `leakUnseen`: in an isovolume manoeuvre air that goes in and out in step looks like a
 * softer band, and only breaths of known volume could show it. `sharesUnknown`: breaths from a bag that all share ribs and
 * belly alike give the size of both together, not of each. `disagree`: isovolume and bag give other ratios, as with a leak;
 * the bag is kept.
 */
export type CalibrationDoubt = 'leakUnseen' | 'sharesUnknown' | 'disagree';

/** What a unit of each compartment is worth: in mL when `absolute`, else only beside the other. */
export type Gains = {
  ribs: number;
  belly: number;
  absolute: boolean;
  from: ('isovolume' | 'bag')[];
  doubt: CalibrationDoubt | null;
};

export const RELATIVE: Gains = { ribs: 1, belly: 1, absolute: false, from: [], doubt: null };

/** Least share of opposite movement for an isovolume manoeuvre to be believed: correlation below −0.8. Our choice. */
const OPPOSITE_R = -0.8;

/** Belly over ribs in one unit of volume, from a stretch of isovolume manoeuvre: the ratio of the two spreads. */
export function isovolumeRatio(
  ribs: ArrayLike<number>,
  belly: ArrayLike<number>,
  from: number,
  to: number,
): Result<number> {
  const a = Array.from({ length: to - from }, (_, i) => ribs[from + i]!);
  const b = Array.from({ length: to - from }, (_, i) => belly[from + i]!);
  if (a.length < 20) return fail('the isovolume stretch is too short', 'calibration');
  const [ma, mb] = [mean(a), mean(b)];
  let saa = 0;
  let sbb = 0;
  let sab = 0;
  for (let i = 0; i < a.length; i++) {
    saa += (a[i]! - ma) ** 2;
    sbb += (b[i]! - mb) ** 2;
    sab += (a[i]! - ma) * (b[i]! - mb);
  }
  if (saa === 0 || sbb === 0) return fail('one band does not move in the isovolume stretch', 'calibration');
  if (sab / Math.sqrt(saa * sbb) > OPPOSITE_R)
    return fail(
      'ribs and belly do not move against each other there: the mouth has to stay shut while the belly is drawn in and let out',
      'calibration',
    );
  return ok(Math.sqrt(sbb / saa));
}

/** Isovolume and bag agree within this share of their ratio. Our choice. */
const AGREE_WITHIN = 0.1;

/**
 * Gains from breaths of known volume: least squares of ribs·a + belly·b = volume. When all breaths share the two
 * alike the two cannot be told apart; then the ratio of the isovolume manoeuvre, or 1, is kept and only the size found.
 */
export function bagGains(
  rises: readonly { ribs: number; belly: number }[],
  volumeMl: number,
  ratio: number | null,
): Result<Pick<Gains, 'ribs' | 'belly' | 'doubt'>> {
  if (rises.length === 0) return fail('no whole breath lies within the bag stretch', 'calibration');
  const sum = (f: (r: { ribs: number; belly: number }) => number) => rises.reduce((s, r) => s + f(r), 0);
  const [rr, bb, rb, r, b] = [
    sum((v) => v.ribs ** 2),
    sum((v) => v.belly ** 2),
    sum((v) => v.ribs * v.belly),
    sum((v) => v.ribs),
    sum((v) => v.belly),
  ];
  const det = rr * bb - rb * rb;
  if (rises.length > 2 && det > 0.02 * rr * bb) {
    const gains = { ribs: (volumeMl * (r * bb - b * rb)) / det, belly: (volumeMl * (b * rr - r * rb)) / det };
    const agrees = ratio === null || Math.abs(gains.ribs / gains.belly / ratio - 1) <= AGREE_WITHIN;
    if (gains.ribs > 0 && gains.belly > 0) {
      if (!agrees) return ok({ ...gains, doubt: 'disagree' });
      if (ratio === null) return ok({ ...gains, doubt: null });
    }
  }
  const k = ratio ?? 1;
  const size = mean(rises.map((v) => k * v.ribs + v.belly));
  if (!(size > 0)) return fail('the bands do not rise with the bag', 'calibration');
  const told = rises.length > 2 && det > 0.02 * rr * bb;
  const doubt = told ? null : ratio === null ? 'sharesUnknown' : 'leakUnseen';
  return ok({ ribs: (volumeMl * k) / size, belly: volumeMl / size, doubt });
}
