import { tzOffset } from '@date-fns/tz';
import ICAL from 'ical.js';
import { fail, ok, type Result } from '../base/result';
import type { Reminder } from '../home/reminders';
import { isZone } from '../home/clock-time';
import { endOfDay, momentIn } from '../home/zoned';

/** What a calendar file is made from. */
export type CalendarOf = {
  /** The same for all plans of one client and not to be read back to them; part of every UID. */
  lineage: string;
  zone: string;
  /** Number of the plan; a reader takes the highest of an event. */
  sequence: number;
  /** When the plan was sent, UTC ISO 8601. */
  stamp: string;
  reminders: readonly Reminder[];
  /** Of earlier plans, whatever is not among the reminders any more: it is called off. */
  gone: readonly Reminder[];
};

// A folded line begins with a space, which its length has to hold too.
ICAL.foldLength = 74;

const DAY_CODES = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const;

/**
 * Reminders as iCalendar (RFC 5545), with an alarm each. UIDs stay the same from plan to plan and SEQUENCE rises, so that
 * the file of a new plan replaces what an older one put there, and what is gone is cancelled. Times are local, with the
 * rules of their zone in the file, so that they stay at the same hour through changes of the clock.
 */
export function printCalendar({ lineage, zone, sequence, stamp, reminders, gone }: CalendarOf): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Kokyu//Home practice//EN');
  calendar.addPropertyWithValue('calscale', 'GREGORIAN');
  calendar.addPropertyWithValue('method', 'PUBLISH');
  const days = [...reminders, ...gone].flatMap((r) => [r.day, r.until]).sort();
  if (days.length > 0) calendar.addSubcomponent(zoneBlock(zone, days[0]!, days.at(-1)!));
  const event = (r: Reminder, cancelled: boolean) => {
    const made = new ICAL.Component('vevent');
    made.addPropertyWithValue('uid', `${r.key}.${lineage}@kokyu.invalid`);
    made.addPropertyWithValue('dtstamp', utc(new Date(stamp)));
    made.addPropertyWithValue('sequence', sequence);
    const start = made.addPropertyWithValue('dtstart', local(r.day, r.at));
    start.setParameter('tzid', zone);
    made.addPropertyWithValue('duration', ICAL.Duration.fromSeconds(r.lengthMin * 60));
    made.addPropertyWithValue('rrule', ruleOf(r, zone));
    made.addPropertyWithValue('summary', r.title);
    made.addPropertyWithValue('description', r.text);
    made.addPropertyWithValue('transp', 'TRANSPARENT');
    made.addPropertyWithValue('class', 'PRIVATE');
    made.addPropertyWithValue('status', cancelled ? 'CANCELLED' : 'CONFIRMED');
    if (!cancelled) {
      const alarm = new ICAL.Component('valarm');
      alarm.addPropertyWithValue('action', 'DISPLAY');
      alarm.addPropertyWithValue('trigger', ICAL.Duration.fromSeconds(0));
      alarm.addPropertyWithValue('description', r.title);
      made.addSubcomponent(alarm);
    }
    calendar.addSubcomponent(made);
  };
  const here = new Set(reminders.map((r) => r.key));
  const once = new Set<string>();
  for (const r of reminders) event(r, false);
  for (const r of gone) {
    if (here.has(r.key) || once.has(r.key)) continue;
    once.add(r.key);
    event(r, true);
  }
  return `${calendar.toString()}\r\n`;
}

/**
 * The rules of a time zone from a day to another, as the platform knows them: what held at the start, and every change of
 * the clock since. Written out one by one, since some zones change by no rule of the Gregorian calendar.
 */
function zoneBlock(zone: string, from: string, until: string): ICAL.Component {
  const block = new ICAL.Component('vtimezone');
  block.addPropertyWithValue('tzid', zone);
  const begin = momentIn('UTC', from, '00:00').getTime() - DAY_MS;
  const end = momentIn('UTC', until, '00:00').getTime() + 2 * DAY_MS;
  const observe = (at: number, before: number, after: number) => {
    const made = new ICAL.Component(after > before ? 'daylight' : 'standard');
    // The moment of a change is told by the clock that held before it (RFC 5545, 3.6.5).
    const told = new Date(at + before * 60_000).toISOString();
    made.addPropertyWithValue('dtstart', local(told.slice(0, 10), told.slice(11, 16)));
    made.addPropertyWithValue('tzoffsetfrom', ICAL.UtcOffset.fromSeconds(before * 60));
    made.addPropertyWithValue('tzoffsetto', ICAL.UtcOffset.fromSeconds(after * 60));
    block.addSubcomponent(made);
  };
  let offset = tzOffset(zone, new Date(begin));
  observe(begin, offset, offset);
  for (let hour = begin; hour < end; hour += HOUR_MS) {
    const next = tzOffset(zone, new Date(hour + HOUR_MS));
    if (next === offset) continue;
    observe(changeBetween(zone, hour, hour + HOUR_MS), offset, next);
    offset = next;
  }
  return block;
}

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** The minute in which the clock of a zone changes, between two moments. */
function changeBetween(zone: string, from: number, to: number): number {
  const before = tzOffset(zone, new Date(from));
  let [low, high] = [from / 60_000, to / 60_000];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (tzOffset(zone, new Date(middle * 60_000)) === before) low = middle;
    else high = middle;
  }
  return high * 60_000;
}

function ruleOf({ weekdays, until }: Reminder, zone: string): ICAL.Recur {
  const rule = new ICAL.Recur({
    freq: 'WEEKLY',
    // A rule that ends is told in UTC where its events have a zone (RFC 5545, 3.3.10).
    until: utc(new Date(endOfDay(zone, until).getTime() - 1000)),
  });
  rule.setComponent(
    'byday',
    weekdays.map((d) => DAY_CODES[d - 1]!),
  );
  return rule;
}

const utc = (at: Date): ICAL.Time =>
  ICAL.Time.fromJSDate(new Date(Math.floor(at.getTime() / 1000) * 1000), true);

function local(day: string, at: string): ICAL.Time {
  const [year, month, d] = day.split('-').map(Number);
  const [hour, minute] = at.split(':').map(Number);
  return new ICAL.Time(
    {
      year: year!,
      month: month!,
      day: d!,
      hour: hour!,
      minute: minute!,
      second: 0,
      isDate: false,
    },
    ICAL.Timezone.localTimezone,
  );
}

/** A visit that stands in a calendar: when, how long, and what it is called there. UTC ISO 8601. */
export type CalendarVisit = { uid: string; startAt: string; lengthMin: number; title: string };

/** Visits as a calendar (RFC 5545), each a single event in UTC. @param stamp when it is printed */
export function printVisits(visits: readonly CalendarVisit[], stamp: Date): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Kokyu//Diary//EN');
  for (const { uid, startAt, lengthMin, title } of visits) {
    const made = new ICAL.Component('vevent');
    made.addPropertyWithValue('uid', uid);
    made.addPropertyWithValue('dtstamp', utc(stamp));
    made.addPropertyWithValue('dtstart', utc(new Date(startAt)));
    made.addPropertyWithValue('duration', ICAL.Duration.fromSeconds(lengthMin * 60));
    made.addPropertyWithValue('summary', title);
    calendar.addSubcomponent(made);
  }
  return `${calendar.toString()}\r\n`;
}

/** Something for home at a moment of the day that no clock knows: while the kettle boils, on getting up. */
export type DailyThing = { title: string; text: string };

/**
 * Things for home as whole days of a calendar (RFC 5545), each every day for so many days: their moment is in the words, since
 * a time of day would be made up.
 *
 * @param uid the same for the same lesson, so that a second file replaces the first @param from first day, as 2026-12-02
 */
export function printDaily(
  things: readonly DailyThing[],
  { uid, from, days, stamp }: { uid: string; from: string; days: number; stamp: Date },
): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.addPropertyWithValue('version', '2.0');
  calendar.addPropertyWithValue('prodid', '-//Kokyu//Home practice//EN');
  things.forEach(({ title, text }, i) => {
    const made = new ICAL.Component('vevent');
    made.addPropertyWithValue('uid', `thing${i + 1}.${uid}@kokyu.invalid`);
    made.addPropertyWithValue('dtstamp', utc(stamp));
    made.addPropertyWithValue('dtstart', ICAL.Time.fromDateString(from));
    made.addPropertyWithValue('rrule', new ICAL.Recur({ freq: 'DAILY', count: days }));
    made.addPropertyWithValue('summary', title);
    made.addPropertyWithValue('description', text);
    made.addPropertyWithValue('transp', 'TRANSPARENT');
    made.addPropertyWithValue('class', 'PRIVATE');
    calendar.addSubcomponent(made);
  });
  return `${calendar.toString()}\r\n`;
}

const MOST_EVENTS = 2000;

/**
 * The single events of a calendar file from one moment to another, whatever their zone; of what repeats every time it
 * comes. Cancelled events and whole days are left out.
 *
 * @returns a failure where it is no calendar
 */
export function readCalendar(text: string, from: Date, to: Date): Result<CalendarVisit[]> {
  let root: ICAL.Component;
  try {
    root = new ICAL.Component(ICAL.parse(text) as unknown[]);
  } catch {
    return fail('This is not a calendar file (iCalendar, RFC 5545). Nothing was taken.', 'file');
  }
  if (root.name !== 'vcalendar')
    return fail('This is not a calendar file: it holds no VCALENDAR. Nothing was taken.', 'file');
  for (const zone of root.getAllSubcomponents('vtimezone')) {
    const known = new ICAL.Timezone(zone);
    if (known.tzid && !ICAL.TimezoneService.has(known.tzid)) ICAL.TimezoneService.register(known);
  }
  const visits: CalendarVisit[] = [];
  for (const component of root.getAllSubcomponents('vevent')) {
    try {
      visits.push(...timesOf(component, from, to));
    } catch {
      return fail(
        'An event of this calendar cannot be read: its times are damaged. Nothing was taken.',
        'file',
      );
    }
    if (visits.length > MOST_EVENTS)
      return fail(`More than ${MOST_EVENTS} events lie in that time. Nothing was taken.`);
  }
  return ok(visits.sort((a, b) => (a.startAt < b.startAt ? -1 : 1)));
}

function timesOf(component: ICAL.Component, from: Date, to: Date): CalendarVisit[] {
  const event = new ICAL.Event(component);
  if (!event.startDate || event.startDate.isDate) return [];
  if (component.getFirstPropertyValue('status') === 'CANCELLED') return [];
  const tzid = component.getFirstProperty('dtstart')?.getFirstParameter('tzid') || undefined;
  const lengthMin = Math.max(1, Math.round(event.duration.toSeconds() / 60));
  const visit = (start: ICAL.Time): CalendarVisit => ({
    uid: `${event.uid ?? ''}${event.isRecurring() ? `.${start.toString()}` : ''}`,
    startAt: momentOf(start, tzid).toISOString(),
    lengthMin,
    title: String(event.summary ?? ''),
  });
  if (!event.isRecurring()) {
    const at = momentOf(event.startDate, tzid);
    return at >= from && at < to ? [visit(event.startDate)] : [];
  }
  const made: CalendarVisit[] = [];
  const times = event.iterator();
  for (let n = 0; n < MOST_EVENTS * 5; n++) {
    const start = times.next();
    if (!start) break;
    const at = momentOf(start, tzid);
    if (at >= to) break;
    if (at >= from) made.push(visit(start));
  }
  return made;
}

/**
 * The moment of a time in the zone that it is told in: by the tables of this platform, else by the rules in the file,
 * else as it stands on this machine.
 */
function momentOf(time: ICAL.Time, tzid: string | undefined): Date {
  if (tzid === undefined || !isZone(tzid)) return time.toJSDate();
  const two = (n: number) => String(n).padStart(2, '0');
  return momentIn(
    tzid,
    `${time.year}-${two(time.month)}-${two(time.day)}`,
    `${two(time.hour)}:${two(time.minute)}`,
  );
}
