/** 1.96 standard errors of a difference: two measurements, each with its own error. */
const DIFFERENCE_95 = 1.96;

/** Standard error of measurement from reliability: SD·√(1 − ICC) (Weir 2005, J Strength Cond Res 19:231). */
export const semFromIcc = (sd: number, icc: number): number => sd * Math.sqrt(1 - icc);

/** Smallest detectable change at 95 %: 1.96·√2·SEM (Weir 2005). @example mdc95(semFromIcc(1.2, 0.9)) // 1.052 */
export const mdc95 = (sem: number): number => DIFFERENCE_95 * Math.SQRT2 * sem;

/** MDC95 of a difference of two means of `nBefore` and `nAfter` tries with a common within-visit SD. */
export const mdcOfMeans = (spread: number, nBefore: number, nAfter: number): number =>
  DIFFERENCE_95 * spread * Math.sqrt(1 / nBefore + 1 / nAfter);

/** SD within visits pooled over visits: each visit weighs by its degrees of freedom. Null when no visit has two tries. */
export function pooledSpread(visits: readonly { spread: number; n: number }[]): number | null {
  const df = visits.reduce((sum, v) => sum + Math.max(0, v.n - 1), 0);
  if (df === 0) return null;
  return Math.sqrt(visits.reduce((sum, v) => sum + Math.max(0, v.n - 1) * v.spread ** 2, 0) / df);
}
