import { randomUUID } from 'node:crypto';
import { and, desc, eq } from 'drizzle-orm';
import { RULES_VERSION } from '@/core/drills/library';
import { EMPTY_LOOK, type LookData } from '@/core/look/look';
import { RING_POSITIONS } from '@/core/look/places';
import type { SeenBands } from '@/core/read/observed';
import { readLook, type ReadingsResult } from '@/core/read/read';
import type { Control, School } from '@/core/aims/school';
import type { Flags } from '@/core/screen/flags';
import type { BandAnalysis } from '@/core/signal/analyse';
import { db, LOCAL_OWNER } from './db/client';
import { looks } from './db/schema';
import { analysisOf } from './recordings';
import { keepRevision } from './revisions';
import type { Saved } from './save';
import { thresholds } from './settings';

export type Look = typeof looks.$inferSelect;

const mine = (id: string) => and(eq(looks.id, id), eq(looks.ownerId, LOCAL_OWNER));

/** A client's looks, newest first. */
export const looksOf = (clientId: string): Look[] =>
  db()
    .select()
    .from(looks)
    .where(and(eq(looks.clientId, clientId), eq(looks.ownerId, LOCAL_OWNER)))
    .orderBy(desc(looks.at))
    .all();

export const findLook = (id: string): Look | undefined => db().select().from(looks).where(mine(id)).get();

export function startLook(
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
      ownerId: LOCAL_OWNER,
      clientId,
      purpose,
      runId,
      data,
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
export function saveLook(id: string, rev: number, data: LookData, keepEarlier = false): Saved<LookData> {
  const row = findLook(id);
  if (!row) return { ok: false, why: 'This look is no longer here.' };
  if (row.rev !== rev)
    return {
      ok: false,
      why: 'This look was changed in another window.',
      conflict: { rev: row.rev, data: row.data },
    };
  db().transaction(() => {
    if (keepEarlier || row.finishedAt) keepRevision('look', id, rev, row.data);
    db()
      .update(looks)
      .set({ data, rev: rev + 1, updatedAt: new Date().toISOString() })
      .where(mine(id))
      .run();
  });
  return { ok: true, rev: rev + 1 };
}

export function finishLook(id: string): void {
  db().update(looks).set({ finishedAt: new Date().toISOString() }).where(mine(id)).run();
}

/** Bands of a look in every position that was recorded, computed anew from the raw files. */
export function bandsOf(look: LookData): SeenBands[] {
  return (look.bands ?? []).flatMap((note) => {
    const analysis = analysisOf(note);
    return analysis ? [{ position: note.position, analysis }] : [];
  });
}

/** Bands in quiet breathing in the most supported position; null without any. */
export const quietBandsOf = (look: LookData): BandAnalysis | null =>
  [...bandsOf(look)].sort(
    (a, b) => RING_POSITIONS.indexOf(a.position) - RING_POSITIONS.indexOf(b.position),
  )[0]?.analysis ?? null;

/** The readings of a look by what is set for the client and the studio. */
export const readingsOf = (
  look: LookData,
  flags: Flags,
  client: { school: School | null; control: Control | null },
): ReadingsResult =>
  readLook(look, flags, {
    school: client.school,
    control: client.control,
    bands: bandsOf(look),
    thresholds: thresholds(),
  });
