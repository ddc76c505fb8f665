import { weekFrom } from '@/core/base/house';

export const WEEKDAYS = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const;

type When = { weekday?: number | null; time?: string | null };

/** When a class is. @example whenOf({ weekday: 2, time: '18:30' }) // 'Tuesday, 18:30' */
export const whenOf = ({ weekday, time }: When): string =>
  [weekday ? WEEKDAYS[weekday - 1] : '', time ?? ''].filter(Boolean).join(', ') || 'no fixed time';

/** Puts classes in the order of the week, by day and hour; those of no day stand last, as they stood. */
export function byWeek<T extends When>(classes: readonly T[], firstDay: number): T[] {
  const days = weekFrom(firstDay);
  const dayOf = ({ weekday }: When) => (weekday ? days.indexOf(weekday) : days.length);
  return classes.toSorted(
    (a, b) => dayOf(a) - dayOf(b) || (a.weekday ? (a.time ?? '').localeCompare(b.time ?? '') : 0),
  );
}
