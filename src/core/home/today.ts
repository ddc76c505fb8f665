import { standing } from './adherence';
import { minuteOf } from './clock-time';
import type { HomePlace } from './home-places';
import type { HomePlan } from './home-plan.schema';
import type { HomeReport } from './report.schema';
import { awakeMin, sinceWaking, slotsOn, type Slot } from './schedule';
import { practiceDay, timeIn } from './zoned';

/** A slot of today as the phone shows it. */
export type SlotNow = Slot & {
  done: Extract<HomeReport, { kind: 'done' }> | null;
  due: 'over' | 'now' | 'later';
};

/** Things of one place in the day, which stand together. */
export type LineNow = { place: HomePlace | 'check'; entryId: string | null; slots: SlotNow[] };

/** What is due from so long before its time; and for so long after it. Our choice. */
const FROM_MIN = 15;
const UNTIL_MIN = 60;

/** The lines of today, in the order of the day, and the slot to do next: what is due, else what comes next, else null. */
export function todayOf(
  plan: HomePlan,
  reports: readonly HomeReport[],
  now: Date,
): { day: string; lines: LineNow[]; next: SlotNow | null } {
  const day = practiceDay(plan.day, now);
  const done = standing(reports).filter((r) => r.kind === 'done' && r.day === day);
  const clock = sinceWaking(plan.day, timeIn(plan.day.zone, now));
  // Before getting up it is early, not late.
  const minute =
    clock > awakeMin(plan.day) && minuteOf(plan.day.wakeAt) > minuteOf(timeIn(plan.day.zone, now))
      ? 0
      : clock;
  const slots = slotsOn(plan, day).map((slot): SlotNow => {
    const at = slot.at === null ? minute : sinceWaking(plan.day, slot.at);
    return {
      ...slot,
      done: (done.findLast((r) => r.kind === 'done' && r.slot === slot.key) as SlotNow['done']) ?? null,
      due: minute < at - FROM_MIN ? 'later' : minute <= at + UNTIL_MIN ? 'now' : 'over',
    };
  });
  const lines: LineNow[] = [];
  for (const slot of slots) {
    const place = plan.entries.find((e) => e.id === slot.entryId)?.place ?? 'check';
    const line = lines.find((l) => l.place === place && l.entryId === slot.entryId);
    if (line) line.slots.push(slot);
    else lines.push({ place, entryId: slot.entryId, slots: [slot] });
  }
  // Nobody does the one before as well, a minute after the one that was due.
  for (const { slots: inLine } of lines) {
    const last = inLine.findLastIndex((s) => s.done !== null);
    for (const slot of inLine.slice(0, Math.max(0, last))) if (slot.done === null) slot.due = 'over';
  }
  const open = slots.filter((s) => s.done === null && s.at !== null);
  return {
    day,
    lines,
    next: open.findLast((s) => s.due === 'now') ?? open.find((s) => s.due === 'later') ?? null,
  };
}

/** Stop signs that were told on a day and not taken back: nothing more is done on that day. */
export const stoppedOn = (
  reports: readonly HomeReport[],
  day: string,
): Extract<HomeReport, { kind: 'stop' }>[] =>
  standing(reports).flatMap((r) => (r.kind === 'stop' && r.day === day ? [r] : []));

/** The slot of a line that is marked when it is done now: what is due, else what is next, else the last that was missed. */
export const slotFor = ({ slots }: LineNow): SlotNow | null => {
  const open = slots.filter((s) => s.done === null);
  return open.findLast((s) => s.due === 'now') ?? open.find((s) => s.due === 'later') ?? open.at(-1) ?? null;
};
