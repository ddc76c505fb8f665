export const WEEKDAYS = [
  'Monday',
  'Tuesday',
  'Wednesday',
  'Thursday',
  'Friday',
  'Saturday',
  'Sunday',
] as const;

/** When a class is. @example whenOf({ weekday: 2, time: '18:30' }) // 'Tuesday, 18:30' */
export const whenOf = ({ weekday, time }: { weekday?: number | null; time?: string | null }): string =>
  [weekday ? WEEKDAYS[weekday - 1] : '', time ?? ''].filter(Boolean).join(', ') || 'no fixed time';
