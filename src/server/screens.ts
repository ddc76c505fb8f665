import { and, eq } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import type { Save, Saved } from '@/core/base/revision';
import { EMPTY_SCREEN, type Screen } from '@/core/screen/screen';
import { db } from './db/client';
import { screens } from './db/schema';
import { readJson, shapeOf, writeJson } from './record-json';
import { columnsOf, foundOf, keepRevision, putBy } from './revisions';
import { revisioned } from './save';
import type { Scope } from './scope';
import { ofClients } from './within';

const rowOf = (scope: Scope, clientId: string) =>
  db()
    .select()
    .from(screens)
    .where(and(eq(screens.clientId, clientId), ofClients(scope, screens)))
    .get();

export type KeptScreen = { data: Screen; rev: number; updatedAt: string | null };

/** A client's screening; a failure when it is damaged: then nothing may be built on it. */
export function readScreen(scope: Scope, clientId: string): Result<KeptScreen> {
  const row = rowOf(scope, clientId);
  if (!row) return ok({ data: EMPTY_SCREEN, rev: 0, updatedAt: null });
  const read = readJson('screen', row.id, row.data, row.shape);
  return read.ok
    ? ok({ data: read.value, rev: row.rev, updatedAt: row.rev === 0 ? null : row.updatedAt })
    : fail(read.why);
}

/** As `readScreen`, for pages that stand behind the check of the client's file. Throws when the screening is damaged. */
export function screenOf(scope: Scope, clientId: string): KeptScreen {
  const read = readScreen(scope, clientId);
  if (!read.ok) throw new Error(`The screening is damaged: ${read.why}`);
  return read.value;
}

/** Saves a screen over the revision that it was made from; a later sitting keeps what was there before. */
export const saveScreen = (scope: Scope, clientId: string, save: Save<Screen>): Saved<Screen> =>
  revisioned(
    scope,
    {
      find: () => {
        const row = rowOf(scope, clientId);
        return (
          row &&
          foundOf(row, readJson('screen', row.id, row.data, row.shape), ' Reload the page and begin it anew.')
        );
      },
      write: (next, at) =>
        db()
          .update(screens)
          .set({ data: writeJson(next.data), shape: shapeOf('screen'), ...columnsOf(next, at) })
          .where(and(eq(screens.clientId, clientId), ofClients(scope, screens)))
          .run(),
      keep: (rev, data) => keepRevision(scope, 'screen', clientId, rev, data),
      correction: (kept) => kept.rev > 0,
      gone: 'This client is no longer here.',
      changed: 'The screening was changed in another window.',
    },
    save,
  );

/** Begins a damaged screening anew; its text is put by among the earlier values. A sound one is left alone. */
export function beginScreenAnew(scope: Scope, clientId: string): Result<null> {
  const row = rowOf(scope, clientId);
  if (!row) return fail('This client is no longer here.');
  if (readJson('screen', row.id, row.data, row.shape).ok) return ok(null);
  db().transaction(() => {
    putBy(scope, 'screen', clientId, row.rev, row.data, 'damaged');
    db()
      .update(screens)
      .set({
        data: writeJson(EMPTY_SCREEN),
        shape: shapeOf('screen'),
        rev: row.rev + 1,
        updatedAt: new Date().toISOString(),
      })
      .where(eq(screens.id, row.id))
      .run();
  });
  return ok(null);
}
