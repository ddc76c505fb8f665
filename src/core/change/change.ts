import { mdcOfMeans, pooledSpread } from './noise';

/** A measured mean with what is needed to tell its noise. */
export type Measured = { value: number; spread: number; n: number };

export type Change = {
  before: number;
  after: number;
  difference: number;
  /** MDC95; null when neither visit had two tries, so that the noise is not known. */
  noise: number | null;
  /** `unknown` without a noise; otherwise whether the difference is larger than it (practice P30). */
  verdict: 'more' | 'less' | 'withinNoise' | 'unknown';
};

/** Compares two visits at the same test and position. Only a change larger than the noise of the test counts. */
export function changeBetween(before: Measured, after: Measured): Change {
  const spread = pooledSpread([before, after]);
  const noise = spread === null ? null : mdcOfMeans(spread, before.n, after.n);
  const difference = after.value - before.value;
  const verdict =
    noise === null
      ? 'unknown'
      : Math.abs(difference) <= noise
        ? 'withinNoise'
        : difference > 0
          ? 'more'
          : 'less';
  return { before: before.value, after: after.value, difference, noise, verdict };
}
