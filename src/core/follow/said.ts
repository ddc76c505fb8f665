import { upper } from '../base/sentence';
import type { MEASURE_GROUPS } from './measures';
import type { Followed } from './trend';

export const GROUP_LABEL: Record<(typeof MEASURE_GROUPS)[number], string> = {
  breath: 'The breath itself',
  where: 'Where it goes',
  hold: 'Holds',
  exhale: 'The exhale',
  told: 'As the client tells it',
  done: 'What was done',
};

/** Where a noise comes from, short beside the figure and in a sentence below. */
export const NOISE_FROM: Record<Followed['noiseFrom'], { short: string; long: string }> = {
  seen: { short: 'own looks', long: 'from this client’s own looks at equal state' },
  within: { short: 'tries and days', long: 'from the tries of a visit and a stated spread from day to day' },
  stated: { short: 'stated', long: 'stated: our choice, no published figure' },
  unknown: { short: 'not known', long: 'not known yet: two tries a visit are needed' },
};

const digits = ({ unit }: Pick<Followed, 'unit'>): number =>
  unit === '%' || unit === 'degrees' || unit === 'of 64' ? 0 : 1;

/** A value to the digits of its unit, or yes and no. */
export const valueOf = (row: Pick<Followed, 'unit'>, value: number): string =>
  row.unit === 'yes or no' ? (value > 0 ? 'yes' : 'no') : value.toFixed(digits(row));

/** A difference with its sign, to the digits of its unit; a true minus, and no sign at nought. */
export function signed(row: Pick<Followed, 'unit'>, value: number): string {
  const size = Math.abs(value).toFixed(digits(row));
  return Number(size) === 0 ? '0' : `${value > 0 ? '+' : '−'}${size}`;
}

const looks = (n: number): string => (n === 1 ? 'one more look' : `${n} more looks`);

/** What can be said of a row, in a few words. */
export function verdictSaid(row: Followed): string {
  if (row.points.length < 2) return 'taken once so far';
  switch (row.verdict) {
    case 'changed':
      return 'changed';
    case 'noise':
      return row.unit === 'yes or no' ? 'the same' : 'within normal variation';
    case 'cannotTell':
      return row.moreLooks === null ? 'cannot tell yet' : `cannot tell yet: ${looks(row.moreLooks)}`;
  }
}

/**
 * The change of a row in one sentence.
 *
 * @example 'Up 4.0 s: more than day-to-day variation (±2.3)' · 'Within day-to-day variation (±4.6)'
 */
export function changeSaid(row: Followed): string {
  if (row.unit === 'yes or no') return upper(verdictSaid(row));
  const noise = row.noise === null ? '' : ` (±${valueOf(row, row.noise)})`;
  switch (row.verdict) {
    case 'changed':
      return `${(row.difference ?? 0) > 0 ? 'Up' : 'Down'} ${valueOf(row, Math.abs(row.difference ?? 0))} ${row.unit}: more than day-to-day variation${noise}`;
    case 'noise':
      return `Within day-to-day variation${noise}`;
    case 'cannotTell':
      return upper(verdictSaid(row));
  }
}

/** The slope, with its limits where there are some. */
export function slopeSaid(row: Followed): string {
  if (!row.slope) return '';
  const { perWeek, low, high } = row.slope;
  const limits =
    Number.isFinite(low) && Number.isFinite(high) ? ` (${signed(row, low)} to ${signed(row, high)})` : '';
  return `${signed(row, perWeek)}${limits}`;
}
