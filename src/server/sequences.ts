import { randomUUID } from 'node:crypto';
import { and, desc, eq } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import type { Save, Saved } from '@/core/base/revision';
import { RULES_VERSION } from '@/core/drills/shelf';
import type { Sequence } from '@/core/sequence/sequence';
import { db } from './db/client';
import { sequences } from './db/schema';
import { readJson, shapeOf, writeJson } from './record-json';
import { columnsOf, foundOf, keepRevision } from './revisions';
import { revisioned } from './save';
import type { Scope } from './scope';
import { ofClients } from './within';

type Row = typeof sequences.$inferSelect;
export type SequenceRow = Omit<Row, 'data'> & { data: Sequence };

/** Sequences that a scope reaches; of one who coaches a sequence, that one. */
const ofGiven = (scope: Scope) =>
  and(
    ofClients(scope, sequences),
    scope.sequenceId === undefined ? undefined : eq(sequences.id, scope.sequenceId),
  );
const mine = (scope: Scope, id: string) => and(eq(sequences.id, id), ofGiven(scope));

/** A row whose sequence can be read; nothing where it is damaged (see `damagedOf`). */
function sound(row: Row): SequenceRow[] {
  const read = readJson('sequence', row.id, row.data, row.shape);
  return read.ok ? [{ ...row, data: read.value }] : [];
}

/** A client's sequences, last changed first. */
export const sequencesOf = (scope: Scope, clientId: string): SequenceRow[] =>
  db()
    .select()
    .from(sequences)
    .where(and(eq(sequences.clientId, clientId), ofGiven(scope)))
    .orderBy(desc(sequences.updatedAt))
    .all()
    .flatMap(sound);

/** Gives a sequence another name; what is in it stays as it is. */
export function renameSequence(scope: Scope, id: string, name: string): Result<null> {
  const done = db().update(sequences).set({ name }).where(mine(scope, id)).run();
  return done.changes > 0 ? ok(null) : fail('This sequence is no longer here.');
}

const rowOf = (scope: Scope, id: string) => db().select().from(sequences).where(mine(scope, id)).get();

export function findSequence(scope: Scope, id: string): SequenceRow | undefined {
  const row = rowOf(scope, id);
  return row && sound(row)[0];
}

export function createSequence(
  scope: Scope,
  clientId: string,
  lookId: string | null,
  name: string,
  data: Sequence,
): string {
  const id = randomUUID();
  const at = new Date().toISOString();
  db()
    .insert(sequences)
    .values({
      id,
      ownerId: scope.ownerId,
      clientId,
      lookId,
      name,
      data: writeJson(data),
      shape: shapeOf('sequence'),
      rulesVersion: RULES_VERSION,
      rev: 0,
      createdAt: at,
      updatedAt: at,
    })
    .run();
  return id;
}

/** Saves over the revision it was made from; where somebody saved in between, nothing is written and theirs comes back. */
export const saveSequence = (scope: Scope, id: string, save: Save<Sequence>): Saved<Sequence> =>
  revisioned(
    scope,
    {
      find: () => {
        const row = rowOf(scope, id);
        return row && foundOf(row, readJson('sequence', row.id, row.data, row.shape));
      },
      write: (next, at) =>
        db()
          .update(sequences)
          .set({ data: writeJson(next.data), shape: shapeOf('sequence'), ...columnsOf(next, at) })
          .where(mine(scope, id))
          .run(),
      keep: (rev, data) => keepRevision(scope, 'sequence', id, rev, data),
      correction: () => true,
      gone: 'This sequence is no longer here.',
      changed: 'This sequence was changed in another window.',
    },
    save,
  );
