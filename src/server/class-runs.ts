import { randomUUID } from 'node:crypto';
import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Save, Saved } from '@/core/base/revision';
import { mergeClassRuns, newClassRun, personRuns, type ClassRun } from '@/core/class/class-run';
import type { ClassData } from '@/core/class/class.schema';
import { seatsToday } from '@/core/class/class-lesson';
import { atHand, type ClassRoom } from '@/core/class/own';
import { inSets } from '@/core/lesson/in-sets';
import type { Sequence } from '@/core/sequence/sequence';
import { catalogueOf } from '@/core/drills/catalogue';
import { findClient } from './clients';
import { memberFor } from './classes';
import { db } from './db/client';
import { classRuns } from './db/schema';
import { ownLibrary } from './drills';
import { readJson, shapeOf, writeJson } from './record-json';
import { columnsOf, foundOf, keepRevision } from './revisions';
import { isHeard, tellRun } from './run-feed';
import { ownTasks } from './settings';
import { dropClassRun, isOver, onlyAddedTo, putClassRun } from './runs';
import { revisioned } from './save';
import type { Scope } from './scope';
import { atHome, ofStudio } from './within';

type Row = typeof classRuns.$inferSelect;
export type ClassRunRow = Omit<Row, 'data'> & { data: ClassRun };

const mine = (scope: Scope, id: string) => and(eq(classRuns.id, id), ofStudio(scope, classRuns));

function sound(row: Row): ClassRunRow[] {
  const read = readJson('classRun', row.id, row.data, row.shape);
  return read.ok ? [{ ...row, data: read.value }] : [];
}

const rowOf = (scope: Scope, id: string) => db().select().from(classRuns).where(mine(scope, id)).get();

export function findClassRun(scope: Scope, id: string): ClassRunRow | undefined {
  const row = rowOf(scope, id);
  return row && sound(row)[0];
}

/** The runs of a class, newest first. */
export const classRunsOf = (scope: Scope, classId: string): ClassRunRow[] =>
  db()
    .select()
    .from(classRuns)
    .where(and(eq(classRuns.classId, classId), ofStudio(scope, classRuns)))
    .orderBy(desc(classRuns.startedAt))
    .all()
    .flatMap(sound);

/** The run of a class that was begun and not ended, if there is one. */
export function openClassRun(scope: Scope, classId: string): ClassRunRow | undefined {
  const row = db()
    .select()
    .from(classRuns)
    .where(and(eq(classRuns.classId, classId), ofStudio(scope, classRuns), isNull(classRuns.endedAt)))
    .orderBy(desc(classRuns.startedAt))
    .get();
  return row && sound(row)[0];
}

/** Begins to coach a class; who is barred is not in it. */
export function startClassRun(
  scope: Scope,
  classId: string,
  data: ClassData,
  sequence: Sequence,
  at = new Date().toISOString(),
): string {
  atHome(scope);
  const id = randomUUID();
  const people = data.roster
    .filter((entry) => memberFor(scope, entry, data.school).bar === null)
    .map((entry) => ({ ...entry, runId: randomUUID() }));
  db()
    .insert(classRuns)
    .values({
      id,
      ownerId: scope.ownerId,
      classId,
      data: writeJson(
        newClassRun(inSets(sequence, { flags: {}, props: atHand(data.room) }), data.room, people),
      ),
      shape: shapeOf('classRun'),
      rev: 0,
      startedAt: at,
      updatedAt: at,
    })
    .run();
  return id;
}

/** Everybody in a class as it was when it began, each with their seat, and the room. */
export function seatsIn(scope: Scope, run: ClassRun, startedAt: string) {
  const { school, lesson } = run.sequence;
  const members = run.people.map((p) =>
    memberFor(scope, p, school, { startedAt, taskId: lesson?.task?.taskId }),
  );
  const where: ClassRoom = {
    room: run.room,
    people: members.length,
    library: catalogueOf(ownLibrary(scope)),
    ownTasks: ownTasks(scope),
  };
  return { members, where, seats: seatsToday(run, members, where) };
}

/** Saves a class as it is coached, and tells the other screens; once it is over, everybody's own run goes into their file. */
export function saveClassRun(scope: Scope, id: string, save: Save<ClassRun>): Saved<ClassRun> {
  const begun = findClassRun(scope, id)?.data;
  const saved = storeClassRun(scope, id, begun ? { ...save, data: ofThoseWhoBegan(begun, save.data) } : save);
  const kept = saved.ok && isHeard(id) ? findClassRun(scope, id) : undefined;
  if (kept) tellRun(id, { rev: kept.rev, data: kept.data });
  return saved;
}

/** A class as it was sent, with those alone who began it, and the files that their runs go into as they were then. */
const ofThoseWhoBegan = (begun: ClassRun, sent: ClassRun): ClassRun => ({
  ...sent,
  people: sent.people.flatMap((person) => {
    const known = begun.people.find((p) => p.id === person.id);
    if (!known) return [];
    const said = isOver(begun.state) ? onlyAddedTo(known, person) : person;
    return [{ ...said, clientId: known.clientId, runId: known.runId }];
  }),
});

const storeClassRun = (scope: Scope, id: string, save: Save<ClassRun>): Saved<ClassRun> =>
  revisioned(
    scope,
    {
      find: () => {
        const row = rowOf(scope, id);
        return row && foundOf(row, readJson('classRun', row.id, row.data, row.shape));
      },
      write: (next, at) => {
        const row = rowOf(scope, id)!;
        const endedAt = row.endedAt ?? (isOver(next.data.state) ? at : null);
        if (endedAt !== null) keepEverybodys(scope, { id, startedAt: row.startedAt, endedAt }, next.data);
        return db()
          .update(classRuns)
          .set({ data: writeJson(next.data), shape: shapeOf('classRun'), endedAt, ...columnsOf(next, at) })
          .where(mine(scope, id))
          .run();
      },
      keep: (rev, data) => keepRevision(scope, 'classRun', id, rev, data),
      correction: () => false,
      settle: (kept, sent) => mergeClassRuns(kept, sent, kept),
      gone: 'This class is no longer here.',
      changed: 'This class goes on in another window.',
    },
    save,
  );

function keepEverybodys(
  scope: Scope,
  { id, startedAt, endedAt }: { id: string; startedAt: string; endedAt: string },
  run: ClassRun,
): void {
  const { seats, where } = seatsIn(scope, run, startedAt);
  const made = new Map(personRuns(run, seats, where).map((p) => [p.person.id, p.record]));
  for (const person of run.people) {
    if (person.clientId === null || !findClient(scope, person.clientId)) continue;
    const record = made.get(person.id);
    if (!record) dropClassRun(scope, person.runId, id);
    else
      putClassRun(
        scope,
        { id: person.runId, clientId: person.clientId, classRunId: id, startedAt, endedAt },
        record,
      );
  }
}
