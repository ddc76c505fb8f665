import { and, asc, eq, isNull } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import type { HomeOfClient } from '@/core/client/case';
import type { HomeReport } from '@/core/home/report.schema';
import { dayAfter } from '@/core/home/clock-time';
import { db } from './db/client';
import { clients, homeReports } from './db/schema';
import { findHomePlan, homePlansOf, type HomePlanRow } from './home-plans';
import { readJson, shapeOf, writeJson } from './record-json';
import type { Scope } from './scope';
import { ofClients } from './within';

/** Most that is kept of one plan: far more than anybody does, so that a broken phone fills no disk. */
const MOST_OF_A_PLAN = 5000;

/** After the end of a plan its reports are still taken for so long. Our choice. */
const LATE_DAYS = 60;

/** The last day on which something of a plan can have been done. */
const lastDayOf = ({ data, endedAt }: HomePlanRow): string =>
  endedAt !== null && endedAt.slice(0, 10) < data.until ? endedAt.slice(0, 10) : data.until;

/**
 * Keeps what came back from home, each thing once, whoever sends it how often. Gives back the ids that are kept now, so
 * that a phone can forget what it has sent, and those that are refused: of a day outside of the plan, or of another plan.
 */
export function keepHomeReports(
  scope: Scope,
  plan: Pick<HomePlanRow, 'id' | 'clientId'>,
  reports: readonly HomeReport[],
  receivedAt = new Date().toISOString(),
): Result<{ kept: string[]; refused: string[] }> {
  const row = findHomePlan(scope, plan.id);
  if (!row) return fail('This plan is no longer here.');
  const last = lastDayOf(row);
  if (receivedAt.slice(0, 10) > dayAfter(last, LATE_DAYS))
    return fail(`This plan ended more than ${LATE_DAYS} days ago. Nothing more is taken for it.`);
  // A day on either side: the phone may be in another time zone.
  const isOfPlan = ({ day }: HomeReport) => day >= dayAfter(row.data.from, -1) && day <= dayAfter(last, 1);
  const within = reports.filter(isOfPlan);
  return db().transaction(() => {
    const already = db()
      .select({ id: homeReports.id })
      .from(homeReports)
      .where(eq(homeReports.planId, plan.id))
      .all().length;
    if (already + within.length > MOST_OF_A_PLAN)
      return fail('More was sent for this plan than anybody does. Nothing of it was kept.');
    for (const report of within)
      db()
        .insert(homeReports)
        .values({
          id: report.id,
          ownerId: scope.ownerId,
          clientId: plan.clientId,
          planId: plan.id,
          kind: report.kind,
          data: writeJson(report),
          at: report.at,
          receivedAt,
        })
        .onConflictDoNothing()
        .run();
    // An id that another plan has already is not kept here, and is not said to be.
    const here = new Set(
      db()
        .select({ id: homeReports.id })
        .from(homeReports)
        .where(eq(homeReports.planId, plan.id))
        .all()
        .map((r) => r.id),
    );
    const isKept = (r: HomeReport) => here.has(r.id);
    return ok({
      kept: reports.filter(isKept).map((r) => r.id),
      refused: reports.filter((r) => !isKept(r)).map((r) => r.id),
    });
  });
}

export type KeptReport = { report: HomeReport; planId: string; receivedAt: string; seenAt: string | null };

const sound = (row: typeof homeReports.$inferSelect): KeptReport[] => {
  const read = readJson('homeReport', row.id, row.data, shapeOf('homeReport'));
  return read.ok
    ? [{ report: read.value, planId: row.planId, receivedAt: row.receivedAt, seenAt: row.seenAt }]
    : [];
};

/** Everything that came back of a client, oldest first. */
export const homeReportsOf = (scope: Scope, clientId: string): KeptReport[] =>
  db()
    .select()
    .from(homeReports)
    .where(and(eq(homeReports.clientId, clientId), ofClients(scope, homeReports)))
    .orderBy(asc(homeReports.at), asc(homeReports.id))
    .all()
    .flatMap(sound);

/** A client's plans for home with what came back of each, newest first. */
export function homesOf(scope: Scope, clientId: string): HomeOfClient[] {
  const plans = homePlansOf(scope, clientId);
  if (plans.length === 0) return [];
  const reports = homeReportsOf(scope, clientId);
  return plans.map(({ id, number, sentAt, endedAt, createdAt, data }) => ({
    id,
    number,
    sentAt,
    endedAt,
    createdAt,
    data,
    reports: reports.flatMap((r) => (r.planId === id ? [r.report] : [])),
  }));
}

/** Stop signs from home that nobody has seen yet, oldest first, with whose they are. */
export const unseenStops = (
  scope: Scope,
): { id: string; clientId: string; name: string; report: Extract<HomeReport, { kind: 'stop' }> }[] =>
  db()
    .select({ row: homeReports, name: clients.name })
    .from(homeReports)
    .innerJoin(clients, eq(clients.id, homeReports.clientId))
    .where(
      and(
        ofClients(scope, homeReports),
        eq(homeReports.kind, 'stop'),
        isNull(homeReports.seenAt),
        isNull(clients.archivedAt),
      ),
    )
    .orderBy(asc(homeReports.at))
    .all()
    .flatMap(({ row, name }) =>
      sound(row).flatMap(({ report }) =>
        report.kind === 'stop' ? [{ id: row.id, clientId: row.clientId, name, report }] : [],
      ),
    );

/** The instructor has seen a stop sign. */
export function seeStop(scope: Scope, reportId: string): Result<null> {
  const done = db()
    .update(homeReports)
    .set({ seenAt: new Date().toISOString() })
    .where(
      and(
        eq(homeReports.id, reportId),
        ofClients(scope, homeReports),
        eq(homeReports.kind, 'stop'),
        isNull(homeReports.seenAt),
      ),
    )
    .run();
  return done.changes > 0 ? ok(null) : fail('This was seen already.');
}
