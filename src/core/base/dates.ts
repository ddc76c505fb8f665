/**
 * Dates in words, in the time of the machine. The platform's own tables are used, so that a page need not carry some:
 * the parts are put together here, since their order differs between countries.
 */
const parts = new Intl.DateTimeFormat('en-US', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
  hourCycle: 'h23',
});
type Part = 'day' | 'month' | 'year' | 'hour' | 'minute';

const partsOf = (at: string | Date): Record<Part, string> =>
  Object.fromEntries(parts.formatToParts(new Date(at)).map((p) => [p.type, p.value])) as Record<Part, string>;

/** @example shortDay('2026-11-24T09:05:00') // '24 Nov' */
export function shortDay(at: string | Date): string {
  const { day, month } = partsOf(at);
  return `${day} ${month}`;
}

/** @example dayOf('2026-11-24T09:05:00') // '24 Nov 2026' */
export const dayOf = (at: string | Date): string => `${shortDay(at)} ${partsOf(at).year}`;

/** @example momentOf('2026-11-24T09:05:00') // '24 Nov 2026, 09:05' */
export function momentOf(at: string | Date): string {
  const { hour, minute } = partsOf(at);
  return `${dayOf(at)}, ${hour}:${minute}`;
}

const UNITS = [
  ['year', 365 * 86_400],
  ['month', 30 * 86_400],
  ['day', 86_400],
  ['hour', 3600],
  ['minute', 60],
  ['second', 1],
] as const;

/** How long ago something was, in the largest unit that fits. @example '2 days ago' */
export function agoOf(at: string | Date, now: Date = new Date()): string {
  const seconds = Math.round((now.getTime() - new Date(at).getTime()) / 1000);
  const [unit, length] = UNITS.find(([, s]) => Math.abs(seconds) >= s) ?? UNITS[UNITS.length - 1]!;
  return new Intl.RelativeTimeFormat('en').format(-Math.round(seconds / length), unit);
}
