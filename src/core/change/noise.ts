import { clamp, mean } from '../base/statistics';
import { normalQuantile, studentQuantile } from './quantile';

/** Standard error of measurement from reliability: SD·√(1 − ICC) (Weir 2005, J Strength Cond Res 19:231). */
export const semFromIcc = (sd: number, icc: number): number => sd * Math.sqrt(1 - icc);

/** A twentieth of false changes, on two sides. */
const FALSE_SHARE = 0.05;

/** Smallest detectable change at 95 %: 1.96·√2·SEM (Weir 2005). @example mdc95(semFromIcc(1.2, 0.9)) // 1.052 */
export const mdc95 = (sem: number): number => normalQuantile(1 - FALSE_SHARE / 2) * Math.SQRT2 * sem;

/** A mean of a visit: its value, the spread of its tries and how many independent tries those are worth. */
export type Measured = { value: number; spread: number; n: number };

/**
 * SD within visits pooled over visits, each by its degrees of freedom, and how many those are. Null when no visit has
 * two tries.
 */
export function pooledSpread(
  visits: readonly Pick<Measured, 'spread' | 'n'>[],
): { sd: number; df: number } | null {
  const df = visits.reduce((sum, v) => sum + Math.max(0, v.n - 1), 0);
  if (df === 0) return null;
  const squares = visits.reduce((sum, v) => sum + Math.max(0, v.n - 1) * v.spread ** 2, 0);
  return { sd: Math.sqrt(squares / df), df };
}

/**
 * How much a measure differs from day to day in somebody who has not changed, as a standard deviation: a share of its
 * value, and never less than `least`, in its own units.
 */
export type DayToDay = { share: number; least: number; source: string };

/** What a day-to-day spread says of itself where no published figure could be looked up. */
export const OUR_CHOICE = 'our choice: no figure at hand';

/** What is known of the noise of a measure. */
export type NoiseKnown =
  /** A rating or a scale: one value a visit, whose standard error between visits is stated. */
  | { kind: 'stated'; sem: number }
  /** Repeated within a visit; what days add is stated. */
  | { kind: 'repeated'; days: DayToDay }
  /** Seen on three and more days at equal state: the spread of those is all of it. */
  | { kind: 'seen'; sem: number; df: number };

/** Looks at equal state that are needed before their own spread is believed. */
const LOOKS_NEEDED = 3;

/**
 * The spread between looks at equal state, pooled over groups of such looks; null under three looks or two degrees of
 * freedom. Differences between days hold all noise there is: of the try, of the day, of the one who measures.
 */
export function spreadBetween(groups: readonly (readonly number[])[]): { sem: number; df: number } | null {
  const repeated = groups.filter((g) => g.length > 1);
  const df = repeated.reduce((s, g) => s + g.length - 1, 0);
  if (df < LOOKS_NEEDED - 1) return null;
  const squares = repeated.reduce((s, g) => {
    const m = mean(g);
    return s + g.reduce((q, v) => q + (v - m) ** 2, 0);
  }, 0);
  return { sem: Math.sqrt(squares / df), df };
}

/**
 * Smallest difference of two visits that is more than noise; null when it cannot be known, which is so where neither has
 * two tries. The error of a mean within its visit and the error of the day are added; where the second is only stated it
 * is taken to be no smaller than the spread within, so that more tries do not feign certainty. Small samples count by
 * Student's t with the degrees of freedom of Welch 1947 (Biometrika 34:28) and Satterthwaite 1946 (Biometrics Bull 2:110);
 * several differences looked at together share the twentieth of false ones (Bonferroni).
 *
 * @param together how many differences are shown at once @param within the spread within visits, when more of them are
 *   known than these two @param falseShare how often any of them may be called one that is none
 */
export function smallestChange(
  known: NoiseKnown,
  before: Measured,
  after: Measured,
  together = 1,
  within = pooledSpread([before, after]),
  falseShare = FALSE_SHARE,
): number | null {
  const error = errorOfDifference(known, before, after, within);
  return error && atLevel(1 - falseShare / 2 / Math.max(1, together), error);
}

/** A quantile of a difference without a true change, in its own units. */
const atLevel = (level: number, { se, df }: ErrorOfDifference): number =>
  (Number.isFinite(df) ? studentQuantile(level, df) : normalQuantile(level)) * se;

type ErrorOfDifference = { se: number; df: number };

/** Standard error of the difference of two visits, and how well it is known; stated errors are taken as known. */
function errorOfDifference(
  known: NoiseKnown,
  before: Measured,
  after: Measured,
  within: ReturnType<typeof pooledSpread>,
): ErrorOfDifference | null {
  if (known.kind === 'stated') return { se: Math.SQRT2 * known.sem, df: Infinity };
  if (known.kind === 'seen') return { se: Math.SQRT2 * known.sem, df: known.df };
  if (within === null) return null;
  const { share, least } = known.days;
  const stated = Math.max(least, (share * (Math.abs(before.value) + Math.abs(after.value))) / 2);
  const tries = within.sd ** 2 * (1 / before.n + 1 / after.n);
  const days = 2 * Math.max(stated, within.sd) ** 2;
  // What is stated has no degrees of freedom of its own; what is taken from the spread has those of the spread.
  const uncertain = stated >= within.sd ? tries : tries + days;
  const df = uncertain === 0 ? Infinity : ((tries + days) ** 2 / uncertain ** 2) * within.df;
  return { se: Math.sqrt(tries + days), df };
}

/** With fewer degrees of freedom, a spread of tries that may well be larger than that of days says too little. Our choice. */
const FOUND_LEAST_DF = 8;
const FOUND_LEAST_SHARE = 0.5;

/** Whether what is known of the noise is enough to name a size that the next looks would bear out. */
function knownWell(
  known: NoiseKnown,
  { value }: Measured,
  within: { sd: number; df: number } | null,
): boolean {
  if (known.kind === 'stated') return true;
  if (known.kind === 'seen') return known.df >= FOUND_LEAST_DF;
  if (within === null) return false;
  const days = Math.max(known.days.least, known.days.share * Math.abs(value));
  return within.df >= FOUND_LEAST_DF || within.sd <= FOUND_LEAST_SHARE * days;
}

/** The spread of tries of both visits where it grows with the value, as days do. */
const spreadWith = (
  within: { sd: number; df: number },
  before: Measured,
  risen: Measured,
  known: NoiseKnown,
): { sd: number; df: number } =>
  known.kind === 'repeated' && known.days.share > 0 && before.value > 0
    ? { ...within, sd: within.sd * Math.sqrt((1 + (risen.value / before.value) ** 2) / 2) }
    : within;

/** Quantiles are looked up so often, each time for a nearer size; between, the search costs next to nothing. */
const FOUND_ROUNDS = 3;
const FOUND_STEPS = 80;

/**
 * The true rise from a visit that is called a change with that power: where the noise grows with the value, so does what it
 * takes. Null where the noise is not known, or known from too little, or no rise is large enough. For a fall it takes no
 * more.
 *
 * @param after what a visit like the newest has of tries
 */
export function foundWithPower(
  power: number,
  known: NoiseKnown,
  before: Measured,
  after: Measured,
  together: number,
  within: ReturnType<typeof pooledSpread>,
  falseShare = FALSE_SHARE,
): number | null {
  if (!knownWell(known, before, within)) return null;
  const level = 1 - falseShare / 2 / Math.max(1, together);
  const errorAt = (rise: number) => {
    const risen = { ...after, value: before.value + rise };
    return errorOfDifference(known, before, risen, within && spreadWith(within, before, risen, known));
  };
  let rise = 0;
  for (let round = 0; round < FOUND_ROUNDS; round++) {
    const error = errorAt(rise);
    if (error === null) return null;
    const times = atLevel(level, { se: 1, df: error.df }) + atLevel(power, { se: 1, df: error.df });
    let step = 0;
    for (; step < FOUND_STEPS; step++) {
      const next = times * errorAt(rise)!.se;
      const near = Math.abs(next - rise) <= 1e-3 * next;
      rise = next;
      if (near) break;
    }
    if (step === FOUND_STEPS) return null;
  }
  return rise;
}

/**
 * How many independent values a row is worth that depend each on the one before: n·(1 − r)/(1 + r) with the correlation
 * of neighbours (Bartlett 1946, J R Stat Soc Suppl 8:27, from memory). Between 1 and n; a short row shows less
 * dependence than there is, which is made up for by (1 + 4r)/n.
 */
export function independentOf(values: readonly number[]): number {
  const n = values.length;
  if (n < 4) return n;
  const m = mean(values);
  let own = 0;
  let next = 0;
  for (let i = 0; i < n; i++) {
    own += (values[i]! - m) ** 2;
    if (i > 0) next += (values[i]! - m) * (values[i - 1]! - m);
  }
  if (own === 0) return n;
  const seen = next / own;
  const r = clamp(seen + (1 + 4 * seen) / n, 0, 0.95);
  return Math.max(1, (n * (1 - r)) / (1 + r));
}
