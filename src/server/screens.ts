import { and, eq } from 'drizzle-orm';
import { EMPTY_SCREEN, type Screen } from '@/core/screen/screen';
import { db, LOCAL_OWNER } from './db/client';
import { screens } from './db/schema';
import { keepRevision } from './revisions';
import { SITTING_MS, type Saved } from './save';

const rowOf = (clientId: string) =>
  db()
    .select()
    .from(screens)
    .where(and(eq(screens.clientId, clientId), eq(screens.ownerId, LOCAL_OWNER)))
    .get();

export function screenOf(clientId: string): { data: Screen; rev: number; updatedAt: string | null } {
  const row = rowOf(clientId);
  return row
    ? { data: row.data, rev: row.rev, updatedAt: row.rev === 0 ? null : row.updatedAt }
    : { data: EMPTY_SCREEN, rev: 0, updatedAt: null };
}

/** Saves a screen over the revision that it was made from; a later sitting keeps what was there before. */
export function saveScreen(clientId: string, rev: number, data: Screen, keepEarlier = false): Saved<Screen> {
  const row = rowOf(clientId);
  if (!row) return { ok: false, why: 'This client is no longer here.' };
  if (row.rev !== rev)
    return {
      ok: false,
      why: 'The screening was changed in another window.',
      conflict: { rev: row.rev, data: row.data },
    };
  const now = new Date();
  db().transaction(() => {
    if (keepEarlier || (row.rev > 0 && now.getTime() - Date.parse(row.updatedAt) > SITTING_MS))
      keepRevision('screen', clientId, row.rev, row.data);
    db()
      .update(screens)
      .set({ data, rev: rev + 1, updatedAt: now.toISOString() })
      .where(eq(screens.id, row.id))
      .run();
  });
  return { ok: true, rev: rev + 1 };
}
