import { randomUUID } from 'node:crypto';
import { and, asc, eq, gte, isNull, lt } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import type { CalendarVisit } from '@/core/formats/icalendar';
import { clientNames } from './classes';
import { db } from './db/client';
import { visits } from './db/schema';
import type { Scope } from './scope';
import { atHome, ofStudio } from './within';

export type Visit = {
  id: string;
  clientId: string | null;
  title: string;
  startAt: string;
  lengthMin: number;
};

/** The visits from one moment to another, earliest first. */
export const visitsBetween = (scope: Scope, from: Date, to: Date): (Visit & { uid: string })[] =>
  db()
    .select()
    .from(visits)
    .where(
      and(
        ofStudio(scope, visits),
        gte(visits.startAt, from.toISOString()),
        lt(visits.startAt, to.toISOString()),
      ),
    )
    .orderBy(asc(visits.startAt))
    .all();

/** The visits of a client, or of those whom Kokyu does not know, earliest first. */
export const visitsOf = (scope: Scope, clientId: string | null): CalendarVisit[] =>
  db()
    .select({
      uid: visits.uid,
      title: visits.title,
      startAt: visits.startAt,
      lengthMin: visits.lengthMin,
    })
    .from(visits)
    .where(
      and(
        ofStudio(scope, visits),
        clientId === null ? isNull(visits.clientId) : eq(visits.clientId, clientId),
      ),
    )
    .orderBy(asc(visits.startAt))
    .all();

/** Puts visits into the diary. One that is there already under its name is moved. */
export function putVisits(scope: Scope, list: readonly CalendarVisit[]): number {
  atHome(scope);
  const names = clientNames(scope);
  const knownBy = (title: string): string | null =>
    names.find((c) => title.toLowerCase().includes(c.name.toLowerCase()))?.id ?? null;
  db().transaction(() => {
    for (const { uid, startAt, lengthMin, title } of list) {
      const clientId = knownBy(title);
      db()
        .insert(visits)
        .values({ id: randomUUID(), ownerId: scope.ownerId, clientId, title, startAt, lengthMin, uid })
        .onConflictDoUpdate({
          target: [visits.ownerId, visits.uid],
          set: { startAt, lengthMin, title, clientId },
        })
        .run();
    }
  });
  return list.length;
}

export function dropVisit(scope: Scope, id: string): Result<null> {
  const done = db()
    .delete(visits)
    .where(and(eq(visits.id, id), ofStudio(scope, visits)))
    .run();
  return done.changes > 0 ? ok(null) : fail('This visit is no longer in the diary.');
}
