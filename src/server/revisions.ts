import { randomUUID } from 'node:crypto';
import { and, desc, eq } from 'drizzle-orm';
import { db, LOCAL_OWNER } from './db/client';
import { revisions } from './db/schema';

/** Keeps an earlier value of a record. */
export function keepRevision(
  kind: 'screen' | 'look' | 'sequence',
  recordId: string,
  rev: number,
  data: unknown,
  label: string | null = null,
): void {
  db()
    .insert(revisions)
    .values({
      id: randomUUID(),
      ownerId: LOCAL_OWNER,
      kind,
      recordId,
      rev,
      data,
      label,
      at: new Date().toISOString(),
    })
    .run();
}

/** Earlier values of a record, newest first. */
export const revisionsOf = (recordId: string) =>
  db()
    .select()
    .from(revisions)
    .where(and(eq(revisions.recordId, recordId), eq(revisions.ownerId, LOCAL_OWNER)))
    .orderBy(desc(revisions.at), desc(revisions.rev))
    .all();
