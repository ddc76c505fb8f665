import { and, asc, eq, isNull } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import type { HomeOfClient } from '@/core/client/case';
import type { HomeReport } from '@/core/home/report.schema';
import { db } from './db/client';
import { clients, homeReports } from './db/schema';
import { homePlansOf, type HomePlanRow } from './home-plans';
import { readJson, shapeOf, writeJson } from './record-json';
import type { Scope } from './scope';
import { ofClients } from './within';

/** Most that is kept of one plan: far more than anybody does, so that a broken phone fills no disk. */
const MOST_OF_A_PLAN = 5000;

/**
 * Keeps what came back from home, each thing once, whoever sends it how often. Gives back the ids that are kept now, so
 * that a phone can forget what it has sent.
 */
export function keepHomeReports(
  scope: Scope,
  plan: Pick<HomePlanRow, 'id' | 'clientId'>,
  reports: readonly HomeReport[],
  receivedAt = new Date().toISOString(),
): Result<{ kept: string[] }> {
  return db().transaction(() => {
    const already = db()
      .select({ id: homeReports.id })
      .from(homeReports)
      .where(eq(homeReports.planId, plan.id))
      .all().length;
    if (already + reports.length > MOST_OF_A_PLAN)
      return fail('More was sent for this plan than anybody does. Nothing of it was kept.');
    for (const report of reports)
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
    return ok({ kept: reports.map((r) => r.id) });
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
