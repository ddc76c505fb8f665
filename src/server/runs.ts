import { randomUUID } from 'node:crypto';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { NEW_RUN, ownedDrills, ownedLevel, type RunState } from '@/core/run/run';
import { drillOf, type Sequence } from '@/core/sequence/sequence';
import { db, LOCAL_OWNER } from './db/client';
import { runs } from './db/schema';
import type { Saved } from './save';

export type Run = typeof runs.$inferSelect;

const mine = (id: string) => and(eq(runs.id, id), eq(runs.ownerId, LOCAL_OWNER));

/** A client's runs, newest first. */
export const runsOf = (clientId: string): Run[] =>
  db()
    .select()
    .from(runs)
    .where(and(eq(runs.clientId, clientId), eq(runs.ownerId, LOCAL_OWNER)))
    .orderBy(desc(runs.startedAt))
    .all();

export const findRun = (id: string): Run | undefined => db().select().from(runs).where(mine(id)).get();

/** The run that was begun and not ended, if there is one. */
export const openRunOf = (clientId: string): Run | undefined =>
  db()
    .select()
    .from(runs)
    .where(and(eq(runs.clientId, clientId), eq(runs.ownerId, LOCAL_OWNER), isNull(runs.endedAt)))
    .orderBy(desc(runs.startedAt))
    .get();

export function startRun(clientId: string, sequenceId: string, sequence: Sequence): string {
  const id = randomUUID();
  const at = new Date().toISOString();
  db()
    .insert(runs)
    .values({
      id,
      ownerId: LOCAL_OWNER,
      clientId,
      sequenceId,
      sequence,
      state: NEW_RUN,
      rev: 0,
      startedAt: at,
      updatedAt: at,
    })
    .run();
  return id;
}

/** Saves where a run stands. A run that has ended takes no more than notes: its stage stays. */
export function saveRun(id: string, rev: number, sequence: Sequence, state: RunState): Saved<RunState> {
  const row = findRun(id);
  if (!row) return { ok: false, why: 'This run is no longer here.' };
  if (row.rev !== rev)
    return {
      ok: false,
      why: 'This run goes on in another window.',
      conflict: { rev: row.rev, data: row.state },
    };
  const ended = state.stage === 'done' || state.stage === 'stopped';
  const now = new Date().toISOString();
  db()
    .update(runs)
    .set({ sequence, state, rev: rev + 1, updatedAt: now, endedAt: row.endedAt ?? (ended ? now : null) })
    .where(mine(id))
    .run();
  return { ok: true, rev: rev + 1 };
}

/** What this client has done well: the drills, and their highest level (−1 before the first). */
export function ownedBy(clientId: string): { level: number; drills: string[] } {
  const runs = runsOf(clientId);
  const results = runs.flatMap((r) => r.state.results);
  const levels = new Map(
    runs.flatMap((r) => r.sequence.blocks.map((b) => [b.drillId, drillOf(b)?.level] as const)),
  );
  return { level: ownedLevel(results, (id) => levels.get(id)), drills: ownedDrills(results) };
}
