import { pooledSpread, smallestChange, type Measured, type NoiseKnown } from './noise';

export type { Measured };

export type Change = {
  before: number;
  after: number;
  difference: number;
  /** Smallest difference that counts; null when neither visit had two tries, so that the noise is not known. */
  noise: number | null;
  /** `unknown` without a noise; otherwise whether the difference is larger than it (practice P30). */
  verdict: 'more' | 'less' | 'withinNoise' | 'unknown';
};

/** A hair for the rounding of tenths. */
const EPSILON = 1e-9;

/**
 * Compares two visits at the same test and position. Only a change larger than the noise of the test counts.
 *
 * @param together how many such changes are shown at once @param within the spread within visits, of these two unless
 *   more are known
 */
export function changeBetween(
  before: Measured,
  after: Measured,
  known: NoiseKnown,
  together = 1,
  within = pooledSpread([before, after]),
): Change {
  const noise = smallestChange(known, before, after, together, within);
  const difference = after.value - before.value;
  const verdict =
    noise === null
      ? 'unknown'
      : Math.abs(difference) <= noise + EPSILON
        ? 'withinNoise'
        : difference > 0
          ? 'more'
          : 'less';
  return { before: before.value, after: after.value, difference, noise, verdict };
}
