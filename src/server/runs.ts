import { randomUUID } from 'node:crypto';
import { and, desc, eq, isNull, sql } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import type { Save, Saved } from '@/core/base/revision';
import { mergeRuns, type RunRecord } from '@/core/run/merge';
import { NEW_RUN, type RunState } from '@/core/run/run';
import type { Sequence } from '@/core/sequence/sequence';
import { db } from './db/client';
import { runs } from './db/schema';
import { readJson, writeJson } from './record-json';
import { isHeard, tellRun } from './run-feed';
import { columnsOf, foundOf, keepRevision } from './revisions';
import { revisioned } from './save';
import { learnFrom } from './settings';
import type { Scope } from './scope';
import { ofClients } from './within';

type Row = typeof runs.$inferSelect;
export type Run = Omit<Row, 'sequence' | 'state'> & RunRecord;

/** Runs that a scope reaches; of one who coaches a sequence, the runs of that one. */
const ofGiven = (scope: Scope) =>
  and(
    ofClients(scope, runs),
    scope.sequenceId === undefined ? undefined : eq(runs.sequenceId, scope.sequenceId),
  );
const mine = (scope: Scope, id: string) => and(eq(runs.id, id), ofGiven(scope));

/** What is coached in a row and where it stands, each parsed by its schema. */
export function readRun(row: Pick<Row, 'id' | 'sequence' | 'state' | 'shape'>): Result<RunRecord> {
  const sequence = readJson('sequence', `run-${row.id}`, row.sequence);
  const state = readJson('runState', row.id, row.state);
  if (!sequence.ok) return fail(sequence.why);
  return state.ok ? ok({ sequence: sequence.value, state: state.value }) : fail(state.why);
}

/** A row whose run can be read; nothing where it is damaged (see `damagedOf`). */
function sound(row: Row): Run[] {
  const read = readRun(row);
  return read.ok ? [{ ...row, ...read.value }] : [];
}

/** A client's runs, newest first. */
export const runsOf = (scope: Scope, clientId: string): Run[] =>
  db()
    .select()
    .from(runs)
    .where(and(eq(runs.clientId, clientId), ofGiven(scope)))
    .orderBy(desc(runs.startedAt))
    .all()
    .flatMap(sound);

const rowOf = (scope: Scope, id: string) => db().select().from(runs).where(mine(scope, id)).get();

export function findRun(scope: Scope, id: string): Run | undefined {
  const row = rowOf(scope, id);
  return row && sound(row)[0];
}

/** The run that was begun and not ended, if there is one. */
export function openRunOf(scope: Scope, clientId: string): Run | undefined {
  const row = db()
    .select()
    .from(runs)
    .where(and(eq(runs.clientId, clientId), ofGiven(scope), isNull(runs.endedAt)))
    .orderBy(desc(runs.startedAt))
    .get();
  return row && sound(row)[0];
}

export function startRun(scope: Scope, clientId: string, sequenceId: string, sequence: Sequence): string {
  const id = randomUUID();
  const at = new Date().toISOString();
  db()
    .insert(runs)
    .values({
      id,
      ownerId: scope.ownerId,
      clientId,
      sequenceId,
      sequence: writeJson(sequence),
      state: writeJson(NEW_RUN),
      rev: 0,
      startedAt: at,
      updatedAt: at,
    })
    .run();
  return id;
}

/** Puts the run of somebody in a class into their file, or what was said of it since. */
export function putClassRun(
  scope: Scope,
  at: { id: string; clientId: string; classRunId: string; startedAt: string; endedAt: string },
  { sequence, state }: RunRecord,
): void {
  const said = {
    sequence: writeJson(sequence),
    state: writeJson(state),
    updatedAt: new Date().toISOString(),
  };
  const { id, clientId, classRunId, startedAt, endedAt } = at;
  db()
    .insert(runs)
    .values({
      id,
      ownerId: scope.ownerId,
      clientId,
      sequenceId: classRunId,
      rev: 0,
      startedAt,
      endedAt,
      ...said,
    })
    .onConflictDoUpdate({
      target: runs.id,
      set: { ...said, rev: sql`${runs.rev} + 1` },
      // Only what this class itself has put there is written over.
      setWhere: and(mine(scope, id), eq(runs.clientId, clientId), eq(runs.sequenceId, classRunId)),
    })
    .run();
}

/** Takes the run of somebody who was not there after all out of their file again. */
export const dropClassRun = (scope: Scope, id: string, classRunId: string): void =>
  void db()
    .delete(runs)
    .where(and(mine(scope, id), eq(runs.sequenceId, classRunId)))
    .run();

export const isOver = (state: RunState) => state.stage === 'done' || state.stage === 'stopped';

/** What a run that has ended becomes by a later save: more may be said of it, and nothing that was done goes. */
export const onlyAddedTo = <T extends Pick<RunState, 'results'>>(
  ended: Pick<RunState, 'results'>,
  sent: T,
): T => {
  const said = new Set(sent.results.map((r) => r.blockId));
  return { ...sent, results: [...ended.results.filter((r) => !said.has(r.blockId)), ...sent.results] };
};

/** Saves a run, and tells the other screens that show it. */
export function saveRun(scope: Scope, id: string, save: Save<RunRecord>): Saved<RunRecord> {
  const saved = storeRun(scope, id, save);
  const kept = saved.ok && isHeard(id) ? findRun(scope, id) : undefined;
  if (kept) tellRun(id, { rev: kept.rev, data: { sequence: kept.sequence, state: kept.state } });
  return saved;
}

/**
 * Stores what is coached and where it stands. A stop sign is stored whatever the revision, with its note; what has ended
 * stays ended.
 */
const storeRun = (scope: Scope, id: string, save: Save<RunRecord>): Saved<RunRecord> =>
  revisioned(
    scope,
    {
      find: () => {
        const row = rowOf(scope, id);
        return row && foundOf(row, readRun(row));
      },
      write: (next, at) => {
        const row = rowOf(scope, id);
        const endedAt = row?.endedAt ?? null;
        const before = row && endedAt !== null ? readRun(row) : null;
        const state = before?.ok ? onlyAddedTo(before.value.state, next.data.state) : next.data.state;
        const ends = endedAt === null && isOver(next.data.state);
        if (ends) learnFrom(scope, next.data);
        return db()
          .update(runs)
          .set({
            sequence: writeJson(next.data.sequence),
            state: writeJson(state),
            endedAt: ends ? at : endedAt,
            ...columnsOf(next, at),
          })
          .where(mine(scope, id))
          .run();
      },
      keep: (rev, data) => keepRevision(scope, 'run', id, rev, data),
      correction: (kept) => isOver(kept.data.state),
      settle: (kept, sent) =>
        sent.state.stage === 'stopped' ? mergeRuns(kept, { ...sent, sequence: kept.sequence }, kept) : null,
      coached: true,
      gone: 'This run is no longer here.',
      changed: 'This run goes on in another window.',
    },
    save,
  );
