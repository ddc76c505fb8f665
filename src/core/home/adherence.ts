import { mean } from '../base/statistics';
import type { StopSign } from '../screen/stop-signs';
import { dayAfter } from './clock-time';
import { HOME_PLACES, type HomePlace } from './home-places';
import type { HomePlan } from './home-plan.schema';
import type { HomeReport } from './report.schema';
import { slotsOn } from './schedule';

/** A plan as it was at home: its own last day may come before the planned one. */
export type PlanAtHome = { plan: HomePlan; endedOn: string | null; reports: readonly HomeReport[] };

type DayDone = { day: string; asked: number; done: number; felt: number | null };

export type Adherence = {
  days: DayDone[];
  /** Share of what was asked that was done, 0–1; null where nothing was asked yet. */
  share: number | null;
  /** By place in the day, and the looks at oneself. */
  byPlace: { place: HomePlace | 'check'; asked: number; done: number }[];
  felt: number | null;
  /** Times at which a set was not easy, so that no other followed. */
  notEasy: number;
  /** Times at which the first set of several was left before its end. */
  leftFirst: number;
  stops: { at: string; sign: StopSign; entryId: string | null }[];
  complaints: { at: string; symptoms: Extract<HomeReport, { kind: 'complaints' }>['symptoms'] }[];
};

type Done = Extract<HomeReport, { kind: 'done' }>;

/** Reports without those that were taken back, and without a second one of the same id. */
export function standing(reports: readonly HomeReport[]): HomeReport[] {
  const gone = new Set(reports.flatMap((r) => (r.kind === 'undo' ? [r.of] : [])));
  const seen = new Set<string>();
  return reports.filter((r) => {
    if (r.kind === 'undo' || gone.has(r.id) || seen.has(r.id)) return false;
    seen.add(r.id);
    return true;
  });
}

/**
 * What was done of what was asked, day by day from the first to `today`, or to the last day. What goes by an occasion is
 * asked of nobody: it counts where it was done. Of today only what was done counts, since the day is not over.
 *
 * @param today the day it is where the client is
 */
export function adherenceOf({ plan, endedOn, reports }: PlanAtHome, today: string): Adherence {
  const said = standing(reports);
  const done = said.filter((r): r is Done => r.kind === 'done');
  const last = [plan.until, today, ...(endedOn ? [endedOn] : [])].sort()[0]!;
  const days: DayDone[] = [];
  const places = new Map<HomePlace | 'check', { asked: number; done: number }>();
  for (let day = plan.from; day <= last; day = dayAfter(day)) {
    const slots = slotsOn(plan, day);
    const here = done.filter((r) => r.day === day);
    const keys = new Set(here.map((r) => r.slot));
    let [asked, did] = [0, 0];
    for (const slot of slots) {
      const was = keys.has(slot.key);
      if (!was && (slot.at === null || day === today)) continue;
      const place = plan.entries.find((e) => e.id === slot.entryId)?.place ?? 'check';
      const at = places.get(place) ?? { asked: 0, done: 0 };
      places.set(place, { asked: at.asked + 1, done: at.done + (was ? 1 : 0) });
      asked++;
      if (was) did++;
    }
    days.push({ day, asked, done: did, felt: meanOf(here) });
  }
  const asked = days.reduce((n, d) => n + d.asked, 0);
  const did = days.reduce((n, d) => n + d.done, 0);
  return {
    days,
    share: asked === 0 ? null : did / asked,
    byPlace: [...HOME_PLACES, 'check' as const].flatMap((place) => {
      const at = places.get(place);
      return at ? [{ place, ...at }] : [];
    }),
    felt: meanOf(done),
    notEasy: done.filter((r) => r.notEasy).length,
    leftFirst: done.filter((r) => r.sets === 0).length,
    stops: said.flatMap((r) => (r.kind === 'stop' ? [{ at: r.at, sign: r.sign, entryId: r.entryId }] : [])),
    complaints: said.flatMap((r) => (r.kind === 'complaints' ? [{ at: r.at, symptoms: r.symptoms }] : [])),
  };
}

function meanOf(list: readonly Done[]): number | null {
  const felt = list.flatMap((r) => (r.felt === undefined ? [] : [r.felt]));
  return felt.length === 0 ? null : mean(felt);
}
