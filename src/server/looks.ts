import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq } from 'drizzle-orm';
import { RULES_VERSION } from '@/core/drills/library';
import { parseCurveCsv } from '@/core/formats/curve-csv';
import { EMPTY_LOOK, type LookData } from '@/core/look/look';
import { readLook, type ReadingsResult } from '@/core/read/read';
import type { School } from '@/core/read/school';
import type { Flags } from '@/core/screen/flags';
import { findBreaths, type BreathsFound } from '@/core/signal/breaths';
import { db, LOCAL_OWNER } from './db/client';
import { curves, looks } from './db/schema';
import { keepRevision } from './revisions';
import type { Saved } from './save';

export type Look = typeof looks.$inferSelect;

const mine = (id: string) => and(eq(looks.id, id), eq(looks.ownerId, LOCAL_OWNER));

/** A client's looks, newest first. */
export const looksOf = (clientId: string): Look[] =>
  db().select().from(looks).where(and(eq(looks.clientId, clientId), eq(looks.ownerId, LOCAL_OWNER))).orderBy(desc(looks.at)).all();

export const findLook = (id: string): Look | undefined => db().select().from(looks).where(mine(id)).get();

export function startLook(clientId: string, purpose: Look['purpose'] = 'visit', runId: string | null = null, data: LookData = EMPTY_LOOK): string {
  const id = randomUUID();
  const at = new Date().toISOString();
  db()
    .insert(looks)
    .values({ id, ownerId: LOCAL_OWNER, clientId, purpose, runId, data, rulesVersion: RULES_VERSION, rev: 0, at, updatedAt: at, finishedAt: purpose === 'relook' ? at : null })
    .run();
  return id;
}

/** Saves a look over the revision it was made from. A look that was finished keeps its earlier value. */
export function saveLook(id: string, rev: number, data: LookData, keepEarlier = false): Saved<LookData> {
  const row = findLook(id);
  if (!row) return { ok: false, why: 'This look is no longer here.' };
  if (row.rev !== rev) return { ok: false, why: 'This look was changed in another window.', conflict: { rev: row.rev, data: row.data } };
  db().transaction(() => {
    if (keepEarlier || row.finishedAt) keepRevision('look', id, rev, row.data);
    db().update(looks).set({ data, rev: rev + 1, updatedAt: new Date().toISOString() }).where(mine(id)).run();
  });
  return { ok: true, rev: rev + 1 };
}

export function finishLook(id: string): void {
  db().update(looks).set({ finishedAt: new Date().toISOString() }).where(mine(id)).run();
}

/** Keeps a raw curve beside a look and gives back its id. */
export function keepCurve(lookId: string, name: string, csv: string): string {
  const id = randomUUID();
  db().insert(curves).values({ id, ownerId: LOCAL_OWNER, lookId, name, csv, createdAt: new Date().toISOString() }).run();
  return id;
}

export const findCurve = (id: string) => db().select().from(curves).where(and(eq(curves.id, id), eq(curves.ownerId, LOCAL_OWNER))).get();

export const curvesOf = (lookId: string) =>
  db().select().from(curves).where(and(eq(curves.lookId, lookId), eq(curves.ownerId, LOCAL_OWNER))).orderBy(asc(curves.createdAt)).all();

/** Breaths of the curve that a look names, computed anew from the raw file; null without one. */
export function breathsOf(look: LookData): BreathsFound | null {
  if (!look.curve) return null;
  const key = `${look.curve.curveId}/${look.curve.column}`;
  const known = found.get(key);
  if (known) return known;
  const row = findCurve(look.curve.curveId);
  const curve = row ? parseCurveCsv(row.csv) : null;
  const column = curve?.ok ? curve.value.columns.find((c) => c.name === look.curve!.column) : undefined;
  if (!curve?.ok || !column) return null;
  const breaths = findBreaths(curve.value.times, column.values);
  if (!breaths.ok) return null;
  if (found.size > 50) found.clear();
  found.set(key, breaths.value);
  return breaths.value;
}

/** Raw curves never change, so what was found in them can be kept for a while. */
const found = new Map<string, BreathsFound>();

/** The readings of a look by the client's school. */
export const readingsOf = (look: Look, flags: Flags, school: School | null): ReadingsResult =>
  readLook(look.data, flags, school, breathsOf(look.data));
