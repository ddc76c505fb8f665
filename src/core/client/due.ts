import { standing } from '../home/adherence';
import { daysBetween } from '../home/clock-time';
import { practiceDay } from '../home/zoned';
import { scoreSymptoms } from '../look/symptoms';
import { judgedResults, ownedLevel } from '../run/run';
import { stopsOf } from '../screen/known';
import type { StopSign } from '../screen/stop-signs';
import { drillOf } from '../sequence/sequence';
import { adherenceUntil, homeNow, type ClientCase, type HomeOfClient, type RunOfClient } from './case';

/** One thing that needs doing today, and for whom. */
export type Due = {
  who: string;
  /** Null for a class. */
  clientId: string | null;
  what:
    | { kind: 'stop'; sign: StopSign; at: string; reportId: string }
    | { kind: 'redFlag' }
    | { kind: 'runOpen'; runId: string }
    | { kind: 'class'; classId: string; time: string | null }
    | { kind: 'lookOpen' }
    | { kind: 'planOver'; until: string }
    | { kind: 'planEnds'; until: string }
    | { kind: 'answers'; total: number }
    | { kind: 'relook'; why: 'homeDays' | 'stepUp'; days: number };
};

/** What needs doing first, whoever it is: what may harm, what hangs, what is today, what ends, what is due by rule. */
const RANK: Record<Due['what']['kind'], number> = {
  stop: 0,
  redFlag: 1,
  runOpen: 2,
  class: 3,
  lookOpen: 4,
  planOver: 5,
  planEnds: 6,
  relook: 7,
  answers: 8,
};

/** What is due, the most urgent first; a list of its own. */
export const sortDue = (list: readonly Due[]): Due[] =>
  [...list].sort(
    (a, b) =>
      RANK[a.what.kind] - RANK[b.what.kind] ||
      orderOf(a).localeCompare(orderOf(b)) ||
      a.who.localeCompare(b.who),
  );

const orderOf = ({ what }: Due): string =>
  what.kind === 'stop'
    ? what.at
    : what.kind === 'class'
      ? (what.time ?? '99')
      : what.kind === 'planEnds' || what.kind === 'planOver'
        ? what.until
        : what.kind === 'relook'
          ? String(9999 - what.days).padStart(4, '0')
          : '';

/** A plan that ends within so many days is renewed at the next visit. Our choice. */
const ENDS_WITHIN_DAYS = 3;
/**
 * After so many days of practice at home it is looked again, whatever the calendar says. Our choice: what a plan
 * usually runs.
 */
const HOME_DAYS = 14;

/**
 * Why a look is due again: enough was done at home, or a harder step comes next and was not looked at (what is owned has
 * grown since the look). Null where neither is so.
 *
 * @param homeDays days since the last look on which something was done at home
 */
export function relookDue(of: {
  homeDays: number;
  /** The highest level that is owned now, and that was when it was looked last; −1: none. */
  level: number;
  levelAtLook: number;
}): 'homeDays' | 'stepUp' | null {
  if (of.level > of.levelAtLook && of.level >= 1) return 'stepUp';
  return of.homeDays >= HOME_DAYS ? 'homeDays' : null;
}

/** What is due with one client. */
export function dueOfClient(known: ClientCase, now: Date): Due['what'][] {
  const { screen, visit, runs } = known;
  const open = runs.find((r) => r.endedAt === null);
  const sent = (known.homes ?? []).filter((h) => h.sentAt !== null);
  return [
    ...(stopsOf(screen.data).length > 0 ? [{ kind: 'redFlag' as const }] : []),
    ...(open ? [{ kind: 'runOpen' as const, runId: open.id }] : []),
    ...(visit && visit.finishedAt === null ? [{ kind: 'lookOpen' as const }] : []),
    ...dueAtHome(sent, visit?.at ?? '', now),
    ...(visit ? lookAgain(known, sent, visit.at, now) : []),
  ];
}

/** A plan that ends or has ended without another, and answers that nobody has looked at since. */
function dueAtHome(sent: readonly HomeOfClient[], lookedAt: string, now: Date): Due['what'][] {
  const current = homeNow(sent, now);
  const last = current ?? sent.find((h) => h.endedAt === null);
  if (!last) return [];
  const { until, day } = last.data;
  const answers = standing(last.reports).findLast((r) => r.kind === 'complaints');
  return [
    ...(!current
      ? [{ kind: 'planOver' as const, until }]
      : daysBetween(practiceDay(day, now), until) <= ENDS_WITHIN_DAYS
        ? [{ kind: 'planEnds' as const, until }]
        : []),
    ...(answers?.kind === 'complaints' && answers.at > lookedAt
      ? [{ kind: 'answers' as const, total: scoreSymptoms(answers.symptoms).total }]
      : []),
  ];
}

function lookAgain(
  known: ClientCase,
  sent: readonly HomeOfClient[],
  lookedAt: string,
  now: Date,
): Due['what'][] {
  const days = new Set(
    sent.flatMap((home) =>
      adherenceUntil(home, practiceDay(home.data.day, now))
        .days.filter((d) => d.done > 0 && d.day > lookedAt.slice(0, 10))
        .map((d) => d.day),
    ),
  ).size;
  const why = relookDue({
    homeDays: days,
    level: known.owned().level,
    levelAtLook: levelBefore(known.runs, lookedAt),
  });
  return why ? [{ kind: 'relook', why, days }] : [];
}

/** The highest level that was owned at a moment. */
function levelBefore(runs: readonly RunOfClient[], at: string): number {
  const past = runs.filter((r) => r.startedAt < at).toReversed();
  const levels = new Map(
    past.flatMap((r) => r.sequence.blocks.map((b) => [b.drillId, drillOf(b)?.level] as const)),
  );
  return ownedLevel(
    past.flatMap((r) => judgedResults(r.state)),
    (id) => levels.get(id),
  );
}
