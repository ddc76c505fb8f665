/** Arithmetic mean; NaN for an empty list, which callers rule out first. */
export const mean = (values: readonly number[]): number =>
  values.reduce((sum, v) => sum + v, 0) / values.length;

/** Sorted by size; by insertion where there are few, which is most of the time. */
function ascending(values: readonly number[]): ArrayLike<number> {
  if (values.length > 40) return new Float64Array(values).sort();
  const sorted = values.slice();
  for (let i = 1; i < sorted.length; i++) {
    const v = sorted[i]!;
    let k = i - 1;
    while (k >= 0 && sorted[k]! > v) {
      sorted[k + 1] = sorted[k]!;
      k--;
    }
    sorted[k + 1] = v;
  }
  return sorted;
}

/** Middle value, or the mean of the two middle ones. */
export function median(values: readonly number[]): number {
  const sorted = ascending(values);
  const mid = sorted.length >> 1;
  return sorted.length % 2 ? sorted[mid]! : (sorted[mid - 1]! + sorted[mid]!) / 2;
}

/** The value below which this share of the values lies, 0–1; the nearest one below. NaN for an empty list. */
export function percentile(values: readonly number[], share: number): number {
  const sorted = ascending(values);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
}

/** Sample standard deviation (n − 1); 0 for fewer than two values. */
export function standardDeviation(values: readonly number[]): number {
  if (values.length < 2) return 0;
  const m = mean(values);
  return Math.sqrt(values.reduce((sum, v) => sum + (v - m) ** 2, 0) / (values.length - 1));
}

/** Lowest and highest value from index `from` up to `to`. */
export function extremesOf(
  values: ArrayLike<number>,
  from = 0,
  to = values.length,
): { low: number; high: number } {
  let low = Infinity;
  let high = -Infinity;
  for (let i = from; i < to; i++) {
    const v = values[i]!;
    if (v < low) low = v;
    if (v > high) high = v;
  }
  return { low, high };
}

/** The nearest value within limits. @example clamp(7, 0, 5) // 5 */
export const clamp = (value: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, value));

/** The nearest multiple of a step, without the digits that floats add. @example roundTo(0.37, 0.25) // 0.25 */
export const roundTo = (value: number, step: number): number => {
  const rounded = Math.round(value / step) * step;
  return Number(rounded.toFixed(6));
};

/**
 * Slope of a line through points by the median of all pairwise slopes, which outliers hardly move (Sen 1968, J Am Stat
 * Assoc 63:1379). Of more than `most` points every so many are taken. 0 for fewer than two.
 */
export function senSlope(x: readonly number[], y: readonly number[], most = 250): number {
  const stride = Math.max(1, Math.ceil(x.length / most));
  const slopes: number[] = [];
  for (let i = 0; i < x.length; i += stride) {
    for (let j = i + stride; j < x.length; j += stride)
      if (x[j] !== x[i]) slopes.push((y[j]! - y[i]!) / (x[j]! - x[i]!));
  }
  return slopes.length === 0 ? 0 : median(slopes);
}
