import { countsOf, doseOf } from '../sequence/sheet';
import { CHECK_WORDS } from './check-words';
import { dayAfter, weekdayOf } from './clock-time';
import type { HomeEntry, HomePlan } from './home-plan.schema';
import { sinceWaking, slotsOn } from './schedule';

/** Something that comes every week on the same days at the same time of day. */
export type Reminder = {
  /** The same for the same slot at the same time in every version of a plan. */
  key: string;
  /** First day on which it comes, and its time. */
  day: string;
  at: string;
  lengthMin: number;
  /** 1 Monday to 7 Sunday, of the day on which it comes. */
  weekdays: readonly number[];
  /** Last day on which it may come. */
  until: string;
  title: string;
  text: string;
};

/**
 * What a plan reminds of, for a calendar. A week tells all of it: a slot that has one time on some days and another on
 * others is two reminders. The words say what to do, and nothing about anybody’s health.
 */
export function remindersOf(plan: HomePlan): Reminder[] {
  const of = new Map(plan.entries.map((e) => [e.id, e]));
  const made = new Map<string, Reminder & { days: Set<number> }>();
  // A week from the first day on tells everything, whether the plan is shorter or not.
  const weekly = { ...plan, until: dayAfter(plan.from, 6) };
  for (let i = 0; i < 7; i++) {
    const practice = dayAfter(plan.from, i);
    for (const slot of slotsOn(weekly, practice)) {
      if (slot.at === null) continue;
      const key = `${slot.key}-${slot.at.replace(':', '')}`;
      const late = slot.day !== practice;
      const known = made.get(key);
      if (known) {
        known.days.add(weekdayOf(slot.day));
        if (slot.day < known.day) known.day = slot.day;
        continue;
      }
      const entry = slot.entryId === null ? undefined : of.get(slot.entryId);
      made.set(key, {
        key,
        day: slot.day,
        at: slot.at,
        lengthMin: Math.max(1, Math.ceil(slot.lengthS / 60)),
        weekdays: [],
        days: new Set([weekdayOf(slot.day)]),
        until: late ? dayAfter(plan.until) : plan.until,
        ...(entry ? wordsOfEntry(entry) : CHECK_WORDS),
      });
    }
  }
  return [...made.values()]
    .map(({ days, ...reminder }) => ({ ...reminder, weekdays: [...days].sort((a, b) => a - b) }))
    .filter((r) => r.day <= r.until)
    .sort((a, b) => sinceWaking(plan.day, a.at) - sinceWaking(plan.day, b.at) || a.key.localeCompare(b.key));
}

function wordsOfEntry({ block }: HomeEntry): { title: string; text: string } {
  return {
    title: `Breathe: ${doseOf(block)}`,
    text: `${countsOf(block)} Open your practice page for the rest.`,
  };
}
