import { printCalendar } from '@/core/formats/icalendar';
import type { Reminder } from '@/core/home/reminders';

/** Reminders whose calendar other programs have read: weekly and daily, over both changes of the clock, with letters to fold. */
const REMINDERS: readonly Reminder[] = [
  {
    key: 'waking-0705',
    day: '2026-03-23',
    at: '07:05',
    lengthMin: 3,
    weekdays: [1, 2, 3, 4, 5, 6, 7],
    until: '2026-04-05',
    title: 'Breathe: 20 breaths',
    text: 'In for 3.5, out for 5.5. Åndedrag – slowly, „leise“; one line\nand another, with a comma.',
  },
  {
    key: 'sitting-1-1100',
    day: '2026-03-23',
    at: '11:00',
    lengthMin: 1,
    weekdays: [1, 3, 5],
    until: '2026-04-05',
    title: 'Breathe: 5 breaths',
    text: 'In for 3, out for 6. '.repeat(8),
  },
];

export const GOLDEN_CALENDARS: Readonly<Record<string, string>> = Object.fromEntries(
  ['Europe/Oslo', 'America/New_York', 'Australia/Lord_Howe', 'Asia/Kolkata'].map((zone) => [
    zone,
    printCalendar({
      lineage: 'abc',
      zone,
      sequence: 4,
      stamp: '2026-03-20T10:00:00.000Z',
      reminders: REMINDERS,
      gone: [{ ...REMINDERS[0]!, key: 'bedtime-2210', at: '22:10' }],
    }),
  ]),
);
