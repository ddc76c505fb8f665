/** Minutes of a day. */
export const DAY_MIN = 1440;

/** @example minuteOf('07:30') // 450 */
export function minuteOf(time: string): number {
  const [h, m] = time.split(':').map(Number);
  return h! * 60 + m!;
}

/** A minute of the day, also of the day after or before, as it is written. @example timeOf(450) // '07:30' */
export function timeOf(minute: number): string {
  const m = ((Math.round(minute) % DAY_MIN) + DAY_MIN) % DAY_MIN;
  return `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`;
}

/** Minutes from one time of day on to the next time that the other comes; never 0. @example spanMin('22:00', '06:00') // 480 */
export const spanMin = (from: string, to: string): number =>
  ((minuteOf(to) - minuteOf(from) + DAY_MIN - 1) % DAY_MIN) + 1;

const DAY_MS = 86_400_000;

/** A day so many days on. Days are dates without a place, so that no change of the clock touches them. @example dayAfter('2026-03-28', 2) // '2026-03-30' */
export const dayAfter = (day: string, by = 1): string =>
  new Date(Date.parse(`${day}T00:00:00Z`) + by * DAY_MS).toISOString().slice(0, 10);

/** Days from one day to another. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / DAY_MS);

/** 1 Monday to 7 Sunday (ISO 8601). */
export const weekdayOf = (day: string): number => new Date(`${day}T00:00:00Z`).getUTCDay() || 7;

/** The day on which the week of a day began. @param firstDay 1 Monday to 7 Sunday @example weekOf('2026-11-24', 7) // '2026-11-22' */
export const weekOf = (day: string, firstDay: number): string =>
  dayAfter(day, -((weekdayOf(day) - firstDay + 7) % 7));

/** What the clock and the calendar of a time zone show at a moment, by the name of the part. @param zone an IANA name */
export function partsIn(
  zone: string,
  at: Date,
  options: Intl.DateTimeFormatOptions,
): (part: Intl.DateTimeFormatPartTypes) => string {
  const parts = new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options }).formatToParts(at);
  return (part) => parts.find((p) => p.type === part)!.value;
}

/** The day that it is in a time zone. @param zone an IANA name */
export function dayIn(zone: string, at: Date): string {
  const of = partsIn(zone, at, { year: 'numeric', month: '2-digit', day: '2-digit' });
  return `${of('year')}-${of('month')}-${of('day')}`;
}

/** Does the platform know a time zone of that name? */
export function isZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}
