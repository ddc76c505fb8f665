/**
 * Calendars against RFC 5545 (Desruisseaux 2009) and readers that are not ours: npm `ical.js` and `node-ical` here; Debian's
 * `python3-icalendar` and `python3-vobject` by `scripts/golden-calendar.py`, whose findings are kept in
 * `golden/calendar.json`. Each reader is blind somewhere, so folding and the changes of the clock are checked here too.
 */
import ICAL from 'ical.js';
import nodeIcal from 'node-ical';
import { printCalendar, readCalendar } from '@/core/formats/icalendar';
import { dayAfter, weekdayOf } from '@/core/home/clock-time';
import { remindersOf, type Reminder } from '@/core/home/reminders';
import { momentIn } from '@/core/home/zoned';
import { must, why } from '../unit/helpers';
import { blockOf, DAY, planOf } from '../unit/home/people';
import goldenCalendar from './golden/calendar.json';
import { GOLDEN_CALENDARS } from './golden/reminders';

const ZONES = ['Europe/Oslo', 'America/New_York', 'Australia/Lord_Howe', 'Africa/Casablanca'] as const;

type Kept = {
  fields: { uid: string; sequence: number; status: string; text: string; alarms: number }[];
  times: Record<string, string[]>;
};
const golden = goldenCalendar as unknown as { calendars: Record<string, Kept> };

const ZONES_READ = ['Europe/Oslo', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kolkata'] as const;

const planIn = (zone: string, from: string, until: string, places = ['waking', 'bedtime'] as const) =>
  planOf({
    day: { ...DAY, zone },
    from,
    until,
    checks: 2,
    entries: places.map((place) => ({ id: place, place, block: blockOf('twoHands') })),
  });

const printed = (
  reminders: readonly Reminder[],
  zone: string,
  sequence = 1,
  gone: readonly Reminder[] = [],
) => printCalendar({ lineage: 'abc', zone, sequence, stamp: '2026-03-01T10:00:00.123Z', reminders, gone });

/** Every moment that a calendar asks for, by a reader that is not ours. */
function momentsBy(text: string): string[] {
  const root = new ICAL.Component(ICAL.parse(text) as unknown[]);
  const zone = new ICAL.Timezone(root.getFirstSubcomponent('vtimezone')!);
  return root
    .getAllSubcomponents('vevent')
    .flatMap((component) => {
      const event = new ICAL.Event(component);
      const times = event.iterator();
      const found: string[] = [];
      for (let t = times.next(); t && found.length < 400; t = times.next()) {
        t.zone = zone;
        found.push(t.toJSDate().toISOString());
      }
      return found;
    })
    .sort();
}

describe('a calendar of reminders (RFC 5545)', () => {
  it.each(ZONES)('keeps the hour through both changes of the clock in %s, as ical.js reads it', (zone) => {
    for (const from of ['2026-03-23', '2026-10-01']) {
      const plan = planIn(zone, from, dayAfter(from, 41));
      const reminders = remindersOf(plan);
      const expected = reminders
        .flatMap((r) => {
          const times: string[] = [];
          for (let d = r.day; d <= r.until; d = dayAfter(d))
            if (r.weekdays.includes(weekdayOf(d))) times.push(momentIn(zone, d, r.at).toISOString());
          return times;
        })
        .sort();
      expect(momentsBy(printed(reminders, zone))).toEqual(expected);
    }
  });

  it.each(ZONES)('of %s: local hours by the platform’s own tables are those of the plan', (zone) => {
    const plan = planIn(zone, '2026-03-23', '2026-05-01');
    const hour = new Intl.DateTimeFormat('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit' });
    const seen = new Set(momentsBy(printed(remindersOf(plan), zone)).map((at) => hour.format(new Date(at))));
    expect([...seen].sort()).toEqual(['07:05', '12:10', '17:20', '22:10']);
  });

  it('node-ical reads the same events, identifiers and versions', () => {
    const text = printed(remindersOf(planIn('Europe/Oslo', '2026-03-23', '2026-05-01')), 'Europe/Oslo', 3);
    const events = Object.values(nodeIcal.sync.parseICS(text)).filter((e) => e?.type === 'VEVENT');
    expect(events.map((e) => (e as { uid: string }).uid).sort()).toEqual([
      'bedtime-2210.abc@kokyu.invalid',
      'check-1-1210.abc@kokyu.invalid',
      'check-2-1720.abc@kokyu.invalid',
      'waking-0705.abc@kokyu.invalid',
    ]);
    const waking = events.find((e) => (e as { uid: string }).uid.startsWith('waking'))! as unknown as {
      start: Date;
      sequence: string;
      status: string;
    };
    expect(new Date(waking.start).toISOString()).toBe('2026-03-23T06:05:00.000Z');
    expect([String(waking.sequence), waking.status]).toEqual(['3', 'CONFIRMED']);
  });

  it('is written in lines of 75 octets at most, ended by CRLF, with UTC where the RFC asks for it', () => {
    const long = remindersOf(planIn('Europe/Oslo', '2026-03-23', '2026-05-01')).map((r) => ({
      ...r,
      title: `Åndedrag – ${'呼吸, øvelse; “langsomt” '.repeat(9)}`,
      text: 'line one\nline two, with a comma; and a semicolon \\',
    }));
    const text = printed(long, 'Europe/Oslo');
    const lines = text.split('\r\n');
    expect(text).not.toMatch(/[^\r]\n/);
    for (const line of lines) expect(Buffer.byteLength(line, 'utf8')).toBeLessThanOrEqual(75);
    const whole = text.replace(/\r\n[ \t]/g, '');
    expect(whole).toMatch(/\r\nDTSTAMP:20260301T100000Z\r\n/);
    // The last second of the first of May in Oslo, in UTC.
    expect(whole).toMatch(/UNTIL=20260501T215959Z/);
    expect(whole).toMatch(/DTSTART;TZID=Europe\/Oslo:20260323T070500\r\n/);
    expect(whole).toContain('DESCRIPTION:line one\\nline two\\, with a comma\\; and a semicolon \\\\');
    const read = new ICAL.Component(ICAL.parse(text) as unknown[]).getFirstSubcomponent('vevent')!;
    expect(read.getFirstPropertyValue('summary')).toBe(long[0]!.title);
    // One zone, under the name that the events use, though it stands for another in the tables.
    expect(whole.match(/TZID:Europe\/Oslo/g)).toHaveLength(1);
  });

  it('every zone that this platform knows keeps its hour in the week of the last change', () => {
    const reminders = remindersOf(planIn('Europe/Oslo', '2026-10-20', '2026-11-09')).slice(0, 1);
    for (const zone of Intl.supportedValuesOf('timeZone')) {
      const moments = momentsBy(printed(reminders, zone));
      const days = Array.from({ length: 21 }, (_, i) => dayAfter('2026-10-20', i));
      expect([zone, moments]).toEqual([zone, days.map((d) => momentIn(zone, d, '07:05').toISOString())]);
    }
  });

  it('a new plan replaces the old in a reader, and a cancelled one goes away', () => {
    const first = remindersOf(planIn('Europe/Oslo', '2026-03-23', '2026-05-01'));
    const second = remindersOf({
      ...planIn('Europe/Oslo', '2026-03-30', '2026-05-10', ['waking'] as never),
      checks: 1,
    });
    const kept = new Map<string, { sequence: number; cancelled: boolean }>();
    // What a calendar does with a file (RFC 5546, 2.1.5): of an event it keeps the highest sequence.
    const take = (text: string) => {
      for (const component of new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents(
        'vevent',
      )) {
        const uid = String(component.getFirstPropertyValue('uid'));
        const sequence = Number(component.getFirstPropertyValue('sequence'));
        if ((kept.get(uid)?.sequence ?? -1) < sequence)
          kept.set(uid, { sequence, cancelled: component.getFirstPropertyValue('status') === 'CANCELLED' });
      }
    };
    const shown = () =>
      [...kept]
        .filter(([, e]) => !e.cancelled)
        .map(([uid]) => uid.split('.')[0])
        .sort();
    take(printed(first, 'Europe/Oslo', 1));
    expect(shown()).toEqual(['bedtime-2210', 'check-1-1210', 'check-2-1720', 'waking-0705']);
    take(printed(second, 'Europe/Oslo', 2, first));
    expect(shown()).toEqual(['check-1-1445', 'waking-0705']);
    take(printed([], 'Europe/Oslo', 3, [...first, ...second]));
    expect(shown()).toEqual([]);
    // The old file, opened once more by mistake, changes nothing.
    take(printed(first, 'Europe/Oslo', 1));
    expect(shown()).toEqual([]);
  });
});

describe('our calendars as Debian’s python3-icalendar and python3-vobject read them (golden/calendar.json)', () => {
  it.each(ZONES_READ)('in %s: the same events and every time that they come', (zone) => {
    const kept = golden.calendars[zone]!;
    const read = must(
      readCalendar(
        GOLDEN_CALENDARS[zone]!,
        new Date('2026-03-01T00:00:00Z'),
        new Date('2026-05-01T00:00:00Z'),
      ),
    );
    // What is cancelled is read by them with its status, and left out by ours.
    expect(kept.fields.map((f) => [f.uid, f.sequence, f.status, f.alarms])).toEqual([
      ['waking-0705.abc@kokyu.invalid', 4, 'CONFIRMED', 1],
      ['sitting-1-1100.abc@kokyu.invalid', 4, 'CONFIRMED', 1],
      ['bedtime-2210.abc@kokyu.invalid', 4, 'CANCELLED', 0],
    ]);
    const times = kept.fields
      .filter((f) => f.status === 'CONFIRMED')
      .flatMap((f) => kept.times[f.uid]!)
      .map((t) => new Date(t).toISOString())
      .sort();
    expect(read.map((v) => v.startAt)).toEqual(times);
    expect(kept.fields[0]!.text).toContain('Åndedrag – slowly, „leise“; one line\nand another');
  });
});

describe('a calendar that is read', () => {
  const file = (...lines: string[]) =>
    ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:x', ...lines, 'END:VCALENDAR', ''].join('\r\n');
  const march = [new Date('2026-03-01T00:00:00Z'), new Date('2026-04-01T00:00:00Z')] as const;

  it('gives the times of single and repeating events in their zone, without what is cancelled', () => {
    const text = file(
      'BEGIN:VEVENT',
      'UID:a',
      'DTSTAMP:20260101T000000Z',
      'DTSTART:20260310T090000Z',
      'DTEND:20260310T093000Z',
      'SUMMARY:Bram',
      'END:VEVENT',
      'BEGIN:VEVENT',
      'UID:b',
      'DTSTAMP:20260101T000000Z',
      'DTSTART;TZID=Europe/Oslo:20260323T100000',
      'DURATION:PT45M',
      'RRULE:FREQ=WEEKLY;COUNT=4',
      'SUMMARY:Wen',
      'END:VEVENT',
      'BEGIN:VEVENT',
      'UID:c',
      'DTSTAMP:20260101T000000Z',
      'DTSTART:20260311T090000Z',
      'STATUS:CANCELLED',
      'SUMMARY:no',
      'END:VEVENT',
      'BEGIN:VEVENT',
      'UID:d',
      'DTSTAMP:20260101T000000Z',
      'DTSTART;VALUE=DATE:20260312',
      'SUMMARY:whole day',
      'END:VEVENT',
    );
    expect(must(readCalendar(text, ...march))).toEqual([
      { uid: 'a', startAt: '2026-03-10T09:00:00.000Z', lengthMin: 30, title: 'Bram' },
      // Before the change of the clock at nine, after it at eight by UTC.
      expect.objectContaining({ startAt: '2026-03-23T09:00:00.000Z', lengthMin: 45, title: 'Wen' }),
      expect.objectContaining({ startAt: '2026-03-30T08:00:00.000Z', title: 'Wen' }),
    ]);
  });

  it('says what is wrong with what is none', () => {
    expect(why(readCalendar('hello', ...march))).toContain('not a calendar file');
    expect(why(readCalendar('', ...march))).toContain('Nothing was taken');
    expect(why(readCalendar('BEGIN:VCARD\r\nEND:VCARD\r\n', ...march))).toContain('no VCALENDAR');
  });
});
