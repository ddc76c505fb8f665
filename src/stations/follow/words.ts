import type { Followed } from '@/core/follow/trend';
import type { MEASURE_GROUPS } from '@/core/follow/measures';

export const GROUP_LABEL: Record<(typeof MEASURE_GROUPS)[number], string> = {
  breath: 'The breath itself',
  where: 'Where it goes',
  hold: 'Holds',
  exhale: 'The exhale',
  told: 'As the client tells it',
  done: 'What was done',
};

const NOISE_FROM: Record<Followed['noiseFrom'], string> = {
  seen: 'from this client’s own looks at equal state',
  within: 'from the tries of a visit and a stated spread from day to day',
  stated: 'stated: our choice, no published figure',
  unknown: 'not known yet',
};

const digits = ({ unit }: Pick<Followed, 'unit'>): number =>
  unit === '%' || unit === 'degrees' || unit === 'of 64' ? 0 : 1;

export const valueOf = (row: Pick<Followed, 'unit'>, value: number): string =>
  row.unit === 'yes or no' ? (value > 0 ? 'yes' : 'no') : value.toFixed(digits(row));

export const signed = (row: Pick<Followed, 'unit'>, value: number): string =>
  `${value >= 0 ? '+' : '−'}${Math.abs(value).toFixed(digits(row))}`;

const looks = (n: number): string => (n === 1 ? 'one more look' : `${n} more looks`);

/** What can be said of a row, in a few words. */
export function verdictSaid(row: Followed): string {
  if (row.points.length < 2) return 'taken once so far';
  switch (row.verdict) {
    case 'changed':
      return 'changed';
    case 'noise':
      return 'no more than noise';
    case 'cannotTell':
      return row.moreLooks === null ? 'cannot tell yet' : `cannot tell yet: ${looks(row.moreLooks)}`;
  }
}

/** What the noise is, and from where. */
export const noiseSaid = (row: Followed): string =>
  row.noise === null
    ? `noise ${NOISE_FROM.unknown}: two tries a visit are needed`
    : `±${row.noise.toFixed(digits(row) || 0)} is noise, ${NOISE_FROM[row.noiseFrom]}`;

/** The slope, with its limits where there are some. */
export function slopeSaid(row: Followed): string {
  if (!row.slope) return '';
  const { perWeek, low, high } = row.slope;
  const per = `${signed(row, perWeek)} a week`;
  return Number.isFinite(low) && Number.isFinite(high)
    ? `${per} (${signed(row, low)} to ${signed(row, high)})`
    : `${per}, limits from six looks on`;
}
