import { TZDate } from '@date-fns/tz';
import { dayAfter, dayIn, minuteOf, partsIn } from './clock-time';
import type { HomeDay } from './home-plan.schema';

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

/** The time of day that it is in a time zone. @example timeIn('Europe/Oslo', new Date('2026-01-01T06:05:00Z')) // '07:05' */
export function timeIn(zone: string, at: Date): string {
  const of = partsIn(zone, at, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });
  return `${of('hour')}:${of('minute')}`;
}

/** Who gets up so long before the usual time has begun the new day. Our choice. */
const EARLY_MIN = 180;

/** The day of practice that a moment belongs to: from getting up to going to bed, past midnight with who is up then. */
export function practiceDay({ zone, wakeAt }: Pick<HomeDay, 'zone' | 'wakeAt'>, at: Date): string {
  const early = minuteOf(wakeAt) - minuteOf(timeIn(zone, at));
  const today = dayIn(zone, at);
  return early > EARLY_MIN ? dayAfter(today, -1) : today;
}

/** The end of a day in a time zone: the first moment of the next. */
export const endOfDay = (zone: string, day: string): Date => momentIn(zone, dayAfter(day), '00:00');
