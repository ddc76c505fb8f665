import { median } from '../base/statistics';

export type Slope = { slope: number; low: number; high: number; intercept: number };

/**
 * Slope of a line through few points with its limits: the median of all pairwise slopes, and those slopes between which
 * Kendall's S keeps it (Sen 1968, J Am Stat Assoc 63:1379). The distribution of S is counted exactly. Null below three
 * points at different times, or where so few points can carry no limits at that level.
 *
 * @param x times, each once @param level two-sided, such as 0.95
 * @returns slope per unit of x; the intercept is median(y) − slope·median(x)
 */
export function theilSen(x: readonly number[], y: readonly number[], level: number): Slope | null {
  const slopes: number[] = [];
  for (let i = 0; i < x.length; i++)
    for (let j = i + 1; j < x.length; j++) if (x[i] !== x[j]) slopes.push((y[j]! - y[i]!) / (x[j]! - x[i]!));
  if (x.length < 3 || slopes.length === 0) return null;
  slopes.sort((a, b) => a - b);
  const critical = criticalS(x.length, 1 - level);
  const k = critical === null ? 0 : Math.floor((slopes.length - critical) / 2);
  const slope = median(slopes);
  if (k < 1) return { slope, low: -Infinity, high: Infinity, intercept: median(y) - slope * median(x) };
  return {
    slope,
    low: slopes[k - 1]!,
    high: slopes[slopes.length - k]!,
    intercept: median(y) - slope * median(x),
  };
}

/** The least S such that |S| is at least as large by chance in at most `alpha` of all orders; null where there is none. */
function criticalS(n: number, alpha: number): number | null {
  // How many orders of n have so many pairs out of order (Kendall 1938, Biometrika 30:81): counted up from n − 1.
  let counts = [1];
  for (let m = 2; m <= n; m++) {
    const next = new Array<number>(counts.length + m - 1).fill(0);
    counts.forEach((c, inversions) => {
      for (let more = 0; more < m; more++) next[inversions + more]! += c;
    });
    counts = next;
  }
  const total = counts.reduce((a, b) => a + b, 0);
  const pairs = (n * (n - 1)) / 2;
  let tail = 0;
  let least: number | null = null;
  for (let inversions = 0; inversions < counts.length; inversions++) {
    tail += counts[inversions]!;
    if ((2 * tail) / total > alpha + 1e-12) break;
    least = pairs - 2 * inversions;
  }
  return least;
}

/**
 * An exponentially weighted moving average (Roberts 1959, Technometrics 1:239; NIST/SEMATECH e-Handbook of Statistical
 * Methods, 6.3.2.4): each value moves it by a share of what it is off.
 *
 * @param target where it starts @param lambda 0 to 1
 */
export function ewma(values: readonly number[], target: number, lambda: number): number[] {
  let at = target;
  return values.map((v) => (at += lambda * (v - at)));
}

/** Standard deviation of that average after so many values, of the values themselves 1; many: √(λ/(2 − λ)). */
export const ewmaSd = (lambda: number, after = Infinity): number =>
  Math.sqrt((lambda / (2 - lambda)) * (1 - (1 - lambda) ** (2 * after)));
