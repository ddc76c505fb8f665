import { TZDate } from '@date-fns/tz';
import { dayAfter, minuteOf } from './clock-time';

/**
 * The moment of a time of day in a time zone. A time that the change to summer time leaps over is the one an hour on; of
 * one that comes twice it is the first.
 *
 * @param zone an IANA name
 */
export function momentIn(zone: string, day: string, time: string): Date {
  const [y, m, d] = day.split('-').map(Number);
  const at = minuteOf(time);
  return new Date(new TZDate(y!, m! - 1, d!, Math.floor(at / 60), at % 60, 0, zone).getTime());
}

/** Does the platform know a time zone of that name? */
export function isZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone !== '';
  } catch {
    return false;
  }
}

/** The end of a day in a time zone: the first moment of the next. */
export const endOfDay = (zone: string, day: string): Date => momentIn(zone, dayAfter(day), '00:00');
