import { fail, ok, type Result } from '../base/result';
import { mean, standardDeviation } from '../base/statistics';
import { mdc95, semFromIcc } from './noise';

/** Six forms of the intraclass correlation: one rating or the mean of k, by model (Shrout & Fleiss 1979, Psychol Bull 86:420). */
export type Icc = {
  single: [one: number, two: number, three: number];
  mean: [one: number, two: number, three: number];
};

/**
 * Reliability of repeated measurements.
 *
 * @param table a row a person, a column a try or a rater; complete
 * @example icc([[9, 2, 5, 8], …]).value.single[1] // ICC(2,1)
 */
export function icc(table: readonly (readonly number[])[]): Result<Icc> {
  const n = table.length;
  const k = table[0]?.length ?? 0;
  if (n < 2 || k < 2) return fail('at least two persons and two tries each are needed', 'table');
  const uneven = table.findIndex((row) => row.length !== k || row.some((v) => !Number.isFinite(v)));
  if (uneven >= 0) return fail(`row ${uneven + 1} has not ${k} numbers`, `table.${uneven}`);
  if (table.flat().every((v) => v === table[0]![0]))
    return fail('every value is the same: what is told apart by nothing has no reliability', 'table');
  const rows = table.map((row) => mean(row));
  const columns = Array.from({ length: k }, (_, j) => mean(table.map((row) => row[j]!)));
  const grand = mean(rows);
  const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
  const between = (k * sum(rows.map((r) => (r - grand) ** 2))) / (n - 1);
  const within = sum(table.map((row, i) => sum(row.map((v) => (v - rows[i]!) ** 2)))) / (n * (k - 1));
  const raters = (n * sum(columns.map((c) => (c - grand) ** 2))) / (k - 1);
  const error = (within * n * (k - 1) - raters * (k - 1)) / ((n - 1) * (k - 1));
  return ok({
    single: [
      (between - within) / (between + (k - 1) * within),
      (between - error) / (between + (k - 1) * error + (k * (raters - error)) / n),
      (between - error) / (between + (k - 1) * error),
    ],
    mean: [
      (between - within) / between,
      (between - error) / (between + (raters - error) / n),
      (between - error) / between,
    ],
  });
}

/**
 * Mean difference of two methods and the limits within which 95 % of differences lie (Bland & Altman 1986, Lancet
 * i:307: two SD).
 */
export function agreement(
  a: readonly number[],
  b: readonly number[],
): Result<{ bias: number; sd: number; limits: [number, number] }> {
  if (a.length !== b.length || a.length < 2)
    return fail('two lists of the same length, at least two pairs, are needed', 'table');
  const off = a.map((v, i) => v - b[i]!);
  const [bias, sd] = [mean(off), standardDeviation(off)];
  return ok({ bias, sd, limits: [bias - 2 * sd, bias + 2 * sd] });
}

export type TestNoise = { icc: Icc; sd: number; semFrom: 'ICC(2,1)'; sem: number; mdc95: number };

/**
 * What a test's own noise is, from tries on several persons: the standard error from ICC(2,1), and the smallest change
 * that counts.
 */
export function noiseOfTest(table: readonly (readonly number[])[]): Result<TestNoise> {
  const found = icc(table);
  if (!found.ok) return found;
  const sd = standardDeviation(table.flat());
  const sem = semFromIcc(sd, Math.max(0, Math.min(1, found.value.single[1])));
  return ok({ icc: found.value, sd, semFrom: 'ICC(2,1)', sem, mdc95: mdc95(sem) });
}
