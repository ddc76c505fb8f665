import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import type { Save, Saved } from '@/core/base/revision';
import type { ClassData, RosterEntry } from '@/core/class/class.schema';
import { dropIn, memberBar, type Member } from '@/core/class/member';
import type { School } from '@/core/aims/school';
import { taskRunsWithout, type ClientCase } from '@/core/client/case';
import { caseBefore, caseFor } from './case';
import { db } from './db/client';
import { classes, clients } from './db/schema';
import { readJson, shapeOf, writeJson } from './record-json';
import { columnsOf, foundOf, keepRevision } from './revisions';
import { revisioned } from './save';
import type { Scope } from './scope';
import { readScreen } from './screens';
import { atHome, CLIENTS, ofClients, ofStudio } from './within';

type Row = typeof classes.$inferSelect;
export type ClassRow = Omit<Row, 'data'> & { data: ClassData };

const mine = (scope: Scope, id: string) =>
  and(eq(classes.id, id), ofStudio(scope, classes), isNull(classes.archivedAt));

function sound(row: Row): ClassRow[] {
  const read = readJson('class', row.id, row.data, row.shape);
  return read.ok ? [{ ...row, data: read.value }] : [];
}

/** The studio's classes, the newest first, and those that cannot be read. */
export function allClasses(scope: Scope): { rows: ClassRow[]; damaged: { id: string; why: string }[] } {
  const rows = db()
    .select()
    .from(classes)
    .where(and(ofStudio(scope, classes), isNull(classes.archivedAt)))
    .orderBy(desc(classes.createdAt), asc(classes.id))
    .all();
  const damaged = rows.flatMap((row) => {
    const read = readJson('class', row.id, row.data, row.shape);
    return read.ok ? [] : [{ id: row.id, why: read.why }];
  });
  return { rows: rows.flatMap(sound), damaged };
}

const rowOf = (scope: Scope, id: string) => db().select().from(classes).where(mine(scope, id)).get();

export function findClass(scope: Scope, id: string): ClassRow | undefined {
  const row = rowOf(scope, id);
  return row && sound(row)[0];
}

export function createClass(scope: Scope, data: ClassData, at = new Date().toISOString()): string {
  atHome(scope);
  const id = randomUUID();
  db()
    .insert(classes)
    .values({
      id,
      ownerId: scope.ownerId,
      data: writeJson(data),
      shape: shapeOf('class'),
      rev: 0,
      createdAt: at,
      updatedAt: at,
    })
    .run();
  return id;
}

/** Takes a class off the list; its runs stay in the files of those who came. */
export function archiveClass(scope: Scope, id: string): Result<null> {
  const done = db()
    .update(classes)
    .set({ archivedAt: new Date().toISOString() })
    .where(mine(scope, id))
    .run();
  return done.changes > 0 ? ok(null) : fail(GONE);
}

/** Takes a class out of the database with its runs: one that was brought in and is taken back. */
export const removeClass = (scope: Scope, id: string): void =>
  void db()
    .delete(classes)
    .where(and(eq(classes.id, id), ofStudio(scope, classes)))
    .run();

const GONE = 'This class is no longer here.';

export const saveClass = (scope: Scope, id: string, save: Save<ClassData>): Saved<ClassData> =>
  revisioned(
    scope,
    {
      find: () => {
        const row = rowOf(scope, id);
        return row && foundOf(row, readJson('class', row.id, row.data, row.shape));
      },
      write: (next, at) =>
        db()
          .update(classes)
          .set({ data: writeJson(next.data), shape: shapeOf('class'), ...columnsOf(next, at) })
          .where(mine(scope, id))
          .run(),
      keep: (rev, data) => keepRevision(scope, 'class', id, rev, data),
      correction: () => true,
      gone: GONE,
      changed: 'This class was changed in another window.',
    },
    save,
  );

/** Everybody who can be put on a roster. */
export const clientNames = (scope: Scope): { id: string; name: string }[] =>
  db()
    .select({ id: clients.id, name: clients.name })
    .from(clients)
    .where(and(ofClients(scope, CLIENTS), isNull(clients.archivedAt)))
    .orderBy(asc(clients.name), asc(clients.id))
    .all();

/**
 * Somebody on a roster, with what of their file a class needs; as it was before a run began, where one is meant. Who
 * cannot be read, or is off the list, takes part in nothing.
 */
export function memberFor(
  scope: Scope,
  entry: Pick<RosterEntry, 'id' | 'clientId' | 'initials' | 'flags'>,
  school: School,
  { startedAt = null, taskId }: { startedAt?: string | null; taskId?: string | undefined } = {},
): Member {
  const { id, clientId, initials } = entry;
  if (clientId === null) return dropIn(id, initials, entry.flags ?? {}, school);
  const screen = readScreen(scope, clientId);
  const barred = (bar: string): Member => ({ ...dropIn(id, initials, {}, school), dropIn: false, bar });
  if (!screen.ok) return barred('the screening of this client cannot be read');
  const known = startedAt === null ? caseFor(scope, clientId) : caseBefore(scope, clientId, startedAt);
  if (!known) return barred('this client is no longer on the list');
  return {
    id,
    initials,
    dropIn: false,
    plan: known.plan(),
    bar: memberBar(screen.value.data),
    tasks: tasksIn(known, taskId),
  };
}

/** The task of somebody's own goal, and the one of the class where that is another. */
function tasksIn(known: ClientCase, taskId: string | undefined): NonNullable<Member['tasks']> {
  const { task } = known.lessonPlan();
  const own = task
    ? [{ id: task.task.id, today: task.today ?? 1, wanted: task.wanted ?? 5, runs: task.runs ?? [] }]
    : [];
  if (taskId === undefined || own.some((t) => t.id === taskId)) return own;
  return [...own, { id: taskId, today: 1, wanted: 5, runs: taskRunsWithout(known, { taskId, runId: '' }) }];
}
