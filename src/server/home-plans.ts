import { randomUUID } from 'node:crypto';
import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import type { Save, Saved } from '@/core/base/revision';
import type { HomePlan } from '@/core/home/home-plan.schema';
import { endOfDay } from '@/core/home/zoned';
import { db } from './db/client';
import { homeLinks, homePlans } from './db/schema';
import { readJson, shapeOf, writeJson } from './record-json';
import { columnsOf, foundOf, keepRevision } from './revisions';
import { revisioned } from './save';
import type { Scope } from './scope';
import { ofClients } from './within';

type Row = typeof homePlans.$inferSelect;
export type HomePlanRow = Omit<Row, 'data'> & { data: HomePlan };

const mine = (scope: Scope, id: string) => and(eq(homePlans.id, id), ofClients(scope, homePlans));

function sound(row: Row): HomePlanRow[] {
  const read = readJson('homePlan', row.id, row.data, row.shape);
  return read.ok ? [{ ...row, data: read.value }] : [];
}

/** A client's plans for home, newest first. */
export const homePlansOf = (scope: Scope, clientId: string): HomePlanRow[] =>
  db()
    .select()
    .from(homePlans)
    .where(and(eq(homePlans.clientId, clientId), ofClients(scope, homePlans)))
    .orderBy(desc(homePlans.createdAt), desc(homePlans.id))
    .all()
    .flatMap(sound);

const rowOf = (scope: Scope, id: string) => db().select().from(homePlans).where(mine(scope, id)).get();

export function findHomePlan(scope: Scope, id: string): HomePlanRow | undefined {
  const row = rowOf(scope, id);
  return row && sound(row)[0];
}

/** Whether a plan is at home now: sent, not ended, and its last day is not over where the client is. */
export const isAtHome = ({ sentAt, endedAt, data }: HomePlanRow, now: Date): boolean =>
  sentAt !== null && endedAt === null && now < endOfDay(data.day.zone, data.until);

/** Begins a plan; one that is being written is thrown away for it. */
export function createHomePlan(
  scope: Scope,
  clientId: string,
  data: HomePlan,
  at = new Date().toISOString(),
): string {
  const id = randomUUID();
  db().transaction(() => {
    db()
      .delete(homePlans)
      .where(and(eq(homePlans.clientId, clientId), ofClients(scope, homePlans), isNull(homePlans.sentAt)))
      .run();
    db()
      .insert(homePlans)
      .values({
        id,
        ownerId: scope.ownerId,
        clientId,
        data: writeJson(data),
        shape: shapeOf('homePlan'),
        rev: 0,
        createdAt: at,
        updatedAt: at,
      })
      .run();
  });
  return id;
}

const GONE = 'This plan is no longer here.';
const SENT = 'This plan is at home already and stays as it was sent. Renew it to change something.';

export const saveHomePlan = (scope: Scope, id: string, save: Save<HomePlan>): Saved<HomePlan> =>
  revisioned(
    scope,
    {
      find: () => {
        const row = rowOf(scope, id);
        if (row && row.sentAt !== null) return fail(SENT);
        return row && foundOf(row, readJson('homePlan', row.id, row.data, row.shape));
      },
      write: (next, at) =>
        db()
          .update(homePlans)
          .set({ data: writeJson(next.data), shape: shapeOf('homePlan'), ...columnsOf(next, at) })
          .where(mine(scope, id))
          .run(),
      keep: (rev, data) => keepRevision(scope, 'homePlan', id, rev, data),
      correction: () => false,
      gone: GONE,
      changed: 'This plan was changed in another window.',
    },
    save,
  );

/**
 * Sends a plan home: it gets its number, and what was at home before ends with it. Links that open the plan before open
 * this one from now on, so that the paper on the wall stays good.
 */
export function sendHomePlan(
  scope: Scope,
  id: string,
  at = new Date().toISOString(),
): Result<{ number: number }> {
  return db().transaction(() => {
    const row = rowOf(scope, id);
    if (!row) return fail(GONE);
    if (row.sentAt !== null) return ok({ number: row.number ?? 1 });
    const before = sentOf(scope, row.clientId);
    const number = Math.max(0, ...before.map((p) => p.number ?? 0)) + 1;
    for (const plan of before) {
      if (plan.endedAt === null)
        db().update(homePlans).set({ endedAt: at }).where(mine(scope, plan.id)).run();
      db()
        .update(homeLinks)
        .set({ planId: id })
        .where(and(eq(homeLinks.planId, plan.id), isNull(homeLinks.withdrawnAt)))
        .run();
    }
    db().update(homePlans).set({ sentAt: at, number, updatedAt: at }).where(mine(scope, id)).run();
    return ok({ number });
  });
}

const sentOf = (scope: Scope, clientId: string): Row[] =>
  db()
    .select()
    .from(homePlans)
    .where(and(eq(homePlans.clientId, clientId), ofClients(scope, homePlans), isNotNull(homePlans.sentAt)))
    .all();

/** Ends a plan that is at home. */
export function endHomePlan(scope: Scope, id: string, at = new Date().toISOString()): Result<null> {
  const done = db()
    .update(homePlans)
    .set({ endedAt: at })
    .where(and(mine(scope, id), isNotNull(homePlans.sentAt), isNull(homePlans.endedAt)))
    .run();
  return done.changes > 0 ? ok(null) : fail('This plan is not at home any more.');
}
