import { randomUUID } from 'node:crypto';
import { and, desc, eq } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import { sameRecord } from '@/core/base/same';
import { afterSave, over, type Save, type Saved } from '@/core/base/revision';
import { RULES_VERSION } from '@/core/drills/shelf';
import { barelyBegun, EMPTY_LOOK, type LookData } from '@/core/look/look';
import type { SeenBands, SeenClip } from '@/core/look/quiet';
import { db } from './db/client';
import { looks } from './db/schema';
import { analysisOf, clipAnalysisOf } from './recordings';
import { columnsOf, keepRevision, keptOf } from './revisions';
import { readJson, shapeOf, writeJson } from './record-json';
import { revisioned } from './save';
import type { Scope } from './scope';
import { ofClients } from './within';

type Row = typeof looks.$inferSelect;
export type Look = Omit<Row, 'data'> & { data: LookData };

const mine = (scope: Scope, id: string) => and(eq(looks.id, id), ofClients(scope, looks));

/** A row whose look can be read; nothing where it is damaged (see `damagedOf`). */
function sound(row: Row): Look[] {
  const read = readJson('look', row.id, row.data, row.shape);
  return read.ok ? [{ ...row, data: read.value }] : [];
}

/** A client's looks, newest first. */
export const looksOf = (scope: Scope, clientId: string): Look[] =>
  db()
    .select()
    .from(looks)
    .where(and(eq(looks.clientId, clientId), ofClients(scope, looks)))
    .orderBy(desc(looks.at))
    .all()
    .flatMap(sound);

const rowOf = (scope: Scope, id: string) => db().select().from(looks).where(mine(scope, id)).get();

export function findLook(scope: Scope, id: string): Look | undefined {
  const row = rowOf(scope, id);
  return row && sound(row)[0];
}

/** Begins a look of a visit. One that was begun and holds nothing is taken up: a second opening makes no second look. */
export function beginVisit(scope: Scope, clientId: string, protocol?: LookData['protocol']): string {
  const data: LookData = protocol ? { ...EMPTY_LOOK, protocol } : EMPTY_LOOK;
  const begun = looksOf(scope, clientId).find((l) => l.purpose === 'visit' && barelyBegun(l));
  if (!begun) return startLook(scope, clientId, 'visit', null, data);
  const at = new Date().toISOString();
  const next = afterSave(keptOf(begun, begun.data), over(begun.rev, { ...begun.data, protocol }));
  db()
    .update(looks)
    .set({ at, data: writeJson(next.data), shape: shapeOf('look'), ...columnsOf(next, at) })
    .where(mine(scope, begun.id))
    .run();
  return begun.id;
}

export function startLook(
  scope: Scope,
  clientId: string,
  purpose: Look['purpose'] = 'visit',
  runId: string | null = null,
  data: LookData = EMPTY_LOOK,
): string {
  const id = randomUUID();
  const at = new Date().toISOString();
  db()
    .insert(looks)
    .values({
      id,
      ownerId: scope.ownerId,
      clientId,
      purpose,
      runId,
      data: writeJson(data),
      shape: shapeOf('look'),
      rulesVersion: RULES_VERSION,
      rev: 0,
      at,
      updatedAt: at,
      finishedAt: purpose === 'relook' ? at : null,
    })
    .run();
  return id;
}

/** Saves a look over the revision it was made from. A look that was finished keeps its earlier value. */
export const saveLook = (scope: Scope, id: string, save: Save<LookData>): Saved<LookData> => {
  let finishedAt: string | null = null;
  let updatedAt = '';
  return revisioned(
    scope,
    {
      find: () => {
        const row = rowOf(scope, id);
        const read = row && readJson('look', row.id, row.data, row.shape);
        if (!row || !read) return undefined;
        if (!read.ok) return fail(`Not saved: what is kept is damaged (${read.why}).`);
        ({ finishedAt, updatedAt } = row);
        return { kept: keptOf(row, read.value), updatedAt };
      },
      write: (next, at) =>
        db()
          .update(looks)
          .set({ data: writeJson(next.data), shape: shapeOf('look'), ...columnsOf(next, at) })
          .where(mine(scope, id))
          .run(),
      keep: (rev, data) => keepRevision(scope, 'look', id, rev, data),
      correction: () => finishedAt !== null,
      // The first correction of a finished look is one however soon it comes.
      corrects: () => finishedAt !== null && updatedAt <= finishedAt,
      gone: 'This look is no longer here.',
      changed: 'This look was changed in another window.',
    },
    save,
  );
};

/** Keeps the look made again at the end of a run; sent once more, it is the same look. */
export function keepRelook(scope: Scope, clientId: string, runId: string, data: LookData): string {
  const known = db()
    .select()
    .from(looks)
    .where(and(eq(looks.runId, runId), eq(looks.purpose, 'relook'), ofClients(scope, looks)))
    .all()
    .find((row) => {
      const read = readJson('look', row.id, row.data, row.shape);
      return read.ok && sameRecord(read.value, data);
    });
  return known?.id ?? startLook(scope, clientId, 'relook', runId, data);
}

export function finishLook(scope: Scope, id: string): Result<null> {
  if (!rowOf(scope, id)) return fail('This look is no longer here.');
  db().update(looks).set({ finishedAt: new Date().toISOString() }).where(mine(scope, id)).run();
  return ok(null);
}

/** Clips of a look, computed anew from their curves. */
export function clipsOf(scope: Scope, look: LookData): SeenClip[] {
  return (look.clips ?? []).flatMap((note) => {
    const analysis = clipAnalysisOf(scope, note);
    const { position, view, bend, width } = note;
    return analysis ? [{ position, view, width, analysis, ...(bend ? { bend } : {}) }] : [];
  });
}

/** Bands of a look in every position that was recorded, computed anew from the raw files. */
export function bandsOf(scope: Scope, look: LookData): SeenBands[] {
  return (look.bands ?? []).flatMap((note) => {
    const analysis = analysisOf(scope, note);
    return analysis ? [{ position: note.position, analysis }] : [];
  });
}
