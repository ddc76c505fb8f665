import { butterworthLowPass, filterBothWays } from '../signal/butterworth';

/** What moves between these edges may be breathing: 3 to 42 a minute. */
const SLOW_HZ = 0.05;
const QUICK_HZ = 0.7;

/** A curve without what is slower or quicker than breathing. */
export function breathingBand(values: Float64Array, hz: number): Float64Array {
  const quick = filterBothWays(butterworthLowPass(4, Math.min(QUICK_HZ, hz / 2.2), hz), values);
  const slow = filterBothWays(butterworthLowPass(2, SLOW_HZ, hz), quick);
  return quick.map((v, i) => v - slow[i]!);
}

/** The root of the mean square; 0 of nothing. */
export const rootMeanSquare = (x: Float64Array): number =>
  Math.sqrt(x.reduce((s, v) => s + v * v, 0) / Math.max(1, x.length));
