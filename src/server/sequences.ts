import { randomUUID } from 'node:crypto';
import { and, desc, eq } from 'drizzle-orm';
import { RULES_VERSION } from '@/core/drills/library';
import type { Sequence } from '@/core/sequence/sequence';
import { db, LOCAL_OWNER } from './db/client';
import { sequences } from './db/schema';
import { keepRevision } from './revisions';
import { SITTING_MS, type Saved } from './save';

export type SequenceRow = typeof sequences.$inferSelect;

const mine = (id: string) => and(eq(sequences.id, id), eq(sequences.ownerId, LOCAL_OWNER));

/** A client's sequences, last changed first. */
export const sequencesOf = (clientId: string): SequenceRow[] =>
  db()
    .select()
    .from(sequences)
    .where(and(eq(sequences.clientId, clientId), eq(sequences.ownerId, LOCAL_OWNER)))
    .orderBy(desc(sequences.updatedAt))
    .all();

export const findSequence = (id: string): SequenceRow | undefined =>
  db().select().from(sequences).where(mine(id)).get();

export function createSequence(
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
      ownerId: LOCAL_OWNER,
      clientId,
      lookId,
      name,
      data,
      rulesVersion: RULES_VERSION,
      rev: 0,
      createdAt: at,
      updatedAt: at,
    })
    .run();
  return id;
}

/** Saves over the revision it was made from; where somebody saved in between, nothing is written and theirs comes back. */
export function saveSequence(id: string, rev: number, data: Sequence, keepEarlier = false): Saved<Sequence> {
  const row = findSequence(id);
  if (!row) return { ok: false, why: 'This sequence is no longer here.' };
  if (row.rev !== rev)
    return {
      ok: false,
      why: 'This sequence was changed in another window.',
      conflict: { rev: row.rev, data: row.data },
    };
  const now = new Date();
  db().transaction(() => {
    if (keepEarlier || now.getTime() - Date.parse(row.updatedAt) > SITTING_MS)
      keepRevision('sequence', id, rev, row.data);
    db()
      .update(sequences)
      .set({ data, rev: rev + 1, updatedAt: now.toISOString() })
      .where(mine(id))
      .run();
  });
  return { ok: true, rev: rev + 1 };
}
