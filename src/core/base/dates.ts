/** Dates in words as a reader of `locale` writes them, in the time of the machine. One form for each use. */
export type Dates = {
  /** @example datesIn('de').short('2026-11-24T09:05:00') // '24. Nov.' */
  short: (at: string | Date) => string;
  /** @example datesIn('en-US').day('2026-11-24T09:05:00') // 'Nov 24, 2026' */
  day: (at: string | Date) => string;
  /** @example datesIn('en-GB').moment('2026-11-24T09:05:00') // '24 Nov 2026, 09:05' */
  moment: (at: string | Date) => string;
};

const DAY = { day: 'numeric', month: 'short' } as const;
const made = new Map<string, Dates>();

/** The platform's own tables are used, so that a page need not carry some. */
export function datesIn(locale: string): Dates {
  const known = made.get(locale);
  if (known) return known;
  const by = (options: Intl.DateTimeFormatOptions) => {
    const form = new Intl.DateTimeFormat(locale, options);
    return (at: string | Date) => form.format(new Date(at));
  };
  const dates: Dates = {
    short: by(DAY),
    day: by({ ...DAY, year: 'numeric' }),
    moment: by({ ...DAY, year: 'numeric', hour: '2-digit', minute: '2-digit' }),
  };
  made.set(locale, dates);
  return dates;
}

export const USUAL_LOCALE = 'en-GB';

/** The first language of an Accept-Language header (RFC 9110, 12.5.4) whose dates this machine can write. */
export function localeOf(header: string | null): string {
  const asked = (header ?? '').split(',').map((part) => part.split(';')[0]!.trim());
  return asked.find(canWrite) ?? USUAL_LOCALE;
}

function canWrite(tag: string): boolean {
  try {
    return Intl.DateTimeFormat.supportedLocalesOf(tag).length > 0;
  } catch {
    return false;
  }
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
