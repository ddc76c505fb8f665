import { breathsOfRound, durationS, roundsOf, type Breathing, type Dose } from '../breath/timeline';
import { clamp } from '../base/statistics';
import { DAY_MIN, dayAfter, minuteOf, spanMin, timeOf, weekdayOf } from './clock-time';
import { BY_OCCASION } from './home-places';
import type { HomeDay, HomeEntry, HomePlan } from './home-plan.schema';

/** A moment of practice on the client's clock. What goes by an occasion has no time. */
export type Slot = {
  /** The same for the same moment of every such day, so that a calendar knows it again. */
  key: string;
  kind: 'drill' | 'check';
  entryId: string | null;
  /** `HH:MM`; null where it goes by an occasion. */
  at: string | null;
  /** The day on which that time is: the one after for those who are up past midnight. */
  day: string;
  lengthS: number;
};

/** Minutes from waking until the practice, and from the practice until sleep. Our choice. */
const AFTER_WAKING_MIN = 5;
const BEFORE_BED_MIN = 20;
/** A set after so much sitting (practice P47: 60–75 min), about three times a day. */
const SITTING_EVERY_MIN = 70;
const SITTING_TIMES = 3;
/** The hours beside waking and bedtime have their own practice. Our choice. */
const CLEAR_OF_ENDS_MIN = 45;
/** Two things are not asked for at once. Our choice. */
const APART_MIN = 25;
/** A look at posture and breath takes so long: three breaths. Our choice. */
export const CHECK_S = 20;

/** Breaths that a block asks for each time; of breathing as it comes none are counted. */
export function breathsOf({ breathing, dose }: { breathing: Breathing; dose: Dose }): number {
  const rounds = roundsOf(dose, 1) + (dose.sides === 2 ? roundsOf(dose, 2) : 0);
  return breathsOfRound(breathing, dose).length * rounds;
}

/** Minutes awake. */
export const awakeMin = (day: HomeDay): number => spanMin(day.wakeAt, day.bedAt);

type Timed = { key: string; kind: Slot['kind']; entryId: string | null; m: number; lengthS: number };

/** Everything of one day, earliest first; nothing on days off and outside the plan. What goes by an occasion comes last. */
export function slotsOn(plan: HomePlan, day: string): Slot[] {
  const weekday = weekdayOf(day);
  if (day < plan.from || day > plan.until || plan.day.off.includes(weekday)) return [];
  const timed = plan.entries.flatMap((entry) => timesOf(entry, plan.day, weekday));
  const checks = checksOf(plan, timed);
  const wake = minuteOf(plan.day.wakeAt);
  const clocked = [...timed, ...checks]
    .sort((a, b) => a.m - b.m)
    .map(({ m, ...slot }): Slot => ({
      ...slot,
      at: timeOf(wake + m),
      day: wake + m >= DAY_MIN ? dayAfter(day) : day,
    }));
  const occasions = plan.entries
    .filter((e) => BY_OCCASION.includes(e.place))
    .map((e): Slot => ({ key: e.place, kind: 'drill', entryId: e.id, at: null, day, lengthS: lengthOf(e) }));
  return [...clocked, ...occasions];
}

const lengthOf = ({ block }: HomeEntry): number => Math.round(durationS(block.breathing, block.dose));

/** Minutes since waking at which an entry is due on a weekday. */
function timesOf(entry: HomeEntry, day: HomeDay, weekday: number): Timed[] {
  const awake = awakeMin(day);
  const at = (key: string, m: number): Timed => ({
    key,
    kind: 'drill',
    entryId: entry.id,
    m,
    lengthS: lengthOf(entry),
  });
  switch (entry.place) {
    case 'waking':
      return [at('waking', Math.min(AFTER_WAKING_MIN, awake / 4))];
    case 'bedtime':
      return [at('bedtime', Math.max(awake - BEFORE_BED_MIN, (awake * 3) / 4))];
    case 'hourly':
      return hoursOf(day)
        .filter((m) => !isQuiet(day, m))
        .map((m) => at(`hour-${timeOf(minuteOf(day.wakeAt) + m).replace(':', '')}`, m));
    case 'sitting':
      return sittingOf(day, weekday)
        .filter((m) => !isQuiet(day, m))
        .map((m, i) => at(`sitting-${i + 1}`, m));
    case 'beforeRun':
    case 'kettle':
      return [];
  }
}

/** Full hours on the clock, away from waking and bedtime. */
function hoursOf(day: HomeDay): number[] {
  const wake = minuteOf(day.wakeAt);
  const first = Math.ceil((wake + CLEAR_OF_ENDS_MIN) / 60) * 60 - wake;
  const last = awakeMin(day) - CLEAR_OF_ENDS_MIN;
  const hours: number[] = [];
  for (let m = first; m <= last; m += 60) hours.push(m);
  return hours;
}

/**
 * Three sets, each after an hour or a little more of sitting: at work where hours of work are known, else over the
 * middle of the day.
 */
function sittingOf(day: HomeDay, weekday: number): number[] {
  const awake = awakeMin(day);
  const { work } = day;
  if (work && !work.days.includes(weekday)) return [];
  const [from, until] = work
    ? [sinceWaking(day, work.from), sinceWaking(day, work.from) + spanMin(work.from, work.to)]
    : [awake / 4, (awake * 3) / 4];
  const times = clamp(Math.floor((until - from) / SITTING_EVERY_MIN), 0, SITTING_TIMES);
  // Spread over the span in steps of the least that is sat between, so that the sets are not all in the morning.
  const step = Math.max(SITTING_EVERY_MIN, (until - from) / (times + 1));
  return Array.from({ length: times }, (_, i) => Math.round((from + step * (i + 1)) / 5) * 5).filter(
    (m) => m < awake && m <= until,
  );
}

/** Minutes from waking to a time of day. */
export const sinceWaking = (day: HomeDay, time: string): number =>
  (minuteOf(time) - minuteOf(day.wakeAt) + DAY_MIN) % DAY_MIN;

/** Is that minute since waking in a span in which nothing is to remind? */
function isQuiet(day: HomeDay, m: number): boolean {
  return day.quiet.some(({ from, to }) => {
    const start = sinceWaking(day, from);
    const length = spanMin(from, to);
    return (m >= start && m < start + length) || m + DAY_MIN < start + length;
  });
}

/** Looks at posture and breath, spread over the day, out of quiet times and not beside something else. */
function checksOf({ day, checks }: HomePlan, timed: readonly Timed[]): Timed[] {
  const awake = awakeMin(day);
  const made: Timed[] = [];
  for (let i = 1; i <= checks; i++) {
    const aim = Math.round((awake * i) / (checks + 1) / 5) * 5;
    const free = (m: number) =>
      m > 0 &&
      m < awake &&
      !isQuiet(day, m) &&
      [...timed, ...made].every((t) => Math.abs(t.m - m) >= APART_MIN);
    const m = nearest(aim, awake / (checks + 1), free);
    if (m !== null) made.push({ key: `check-${i}`, kind: 'check', entryId: null, m, lengthS: CHECK_S });
  }
  return made;
}

/** The free minute nearest to one, within reach, in steps of five; null where there is none. */
function nearest(aim: number, reach: number, free: (m: number) => boolean): number | null {
  for (let off = 0; off <= reach; off += 5) {
    if (free(aim + off)) return aim + off;
    if (free(aim - off)) return aim - off;
  }
  return null;
}

/** What of a day a plan asks for. What goes by an occasion is taken to come once. */
export type DayTotal = { seconds: number; breaths: number; times: number };

/** What a plan asks of a day: seconds, guided breaths, times. */
export function totalOn(plan: HomePlan, day: string): DayTotal {
  const of = new Map(plan.entries.map((e) => [e.id, e]));
  return slotsOn(plan, day).reduce(
    (sum, slot) => {
      const entry = slot.entryId === null ? undefined : of.get(slot.entryId);
      return {
        seconds: sum.seconds + slot.lengthS,
        breaths: sum.breaths + (entry ? breathsOf(entry.block) : 0),
        times: sum.times + 1,
      };
    },
    { seconds: 0, breaths: 0, times: 0 },
  );
}

/** The busiest day of the week of a plan. */
export function fullestDay(plan: HomePlan): { day: string; total: DayTotal } {
  const days = Array.from({ length: 7 }, (_, i) => dayAfter(plan.from, i));
  return days
    .map((day) => ({ day, total: totalOn({ ...plan, until: days[6]! }, day) }))
    .reduce((a, b) => (b.total.seconds > a.total.seconds ? b : a));
}
