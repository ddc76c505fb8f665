import { and, eq } from 'drizzle-orm';
import type { RevisedKind } from '@/core/base/revision';
import { db } from './db/client';
import { classes, classRuns, homePlans, looks, runs, screens, sequences } from './db/schema';
import { readJson, type JsonKind } from './record-json';
import { readRun } from './runs';
import type { Scope } from './scope';
import { ofClients, ofStudio } from './within';

/** The kinds of record in a client’s file. */
export type ClientRecord = Exclude<RevisedKind, 'class' | 'classRun' | 'homePlan'>;

/** A record that cannot be read, by itself: everything else of the client stays as it is. */
export type Damaged = { kind: ClientRecord; id: string; at: string; why: string };

const because = (kind: JsonKind, row: { id: string; data: string; shape: number }): string | null => {
  const read = readJson(kind, row.id, row.data, row.shape);
  return read.ok ? null : read.why;
};

/** The records of a client that cannot be read, and why. */
export function damagedOf(scope: Scope, clientId: string): Damaged[] {
  const list = (
    kind: ClientRecord,
    rows: readonly { id: string; at: string; why: string | null }[],
  ): Damaged[] => rows.flatMap(({ id, at, why }) => (why === null ? [] : [{ kind, id, at, why }]));
  const own = { screens: ofClient(screens), looks: ofClient(looks), sequences: ofClient(sequences) };
  return [
    ...list(
      'screen',
      own.screens.map((r) => ({ id: r.id, at: r.updatedAt, why: because('screen', r) })),
    ),
    ...list(
      'look',
      own.looks.map((r) => ({ id: r.id, at: r.at, why: because('look', r) })),
    ),
    ...list(
      'sequence',
      own.sequences.map((r) => ({ id: r.id, at: r.createdAt, why: because('sequence', r) })),
    ),
    ...list(
      'run',
      db()
        .select()
        .from(runs)
        .where(and(eq(runs.clientId, clientId), ofClients(scope, runs)))
        .all()
        .map((r) => {
          const read = readRun(r);
          return { id: r.id, at: r.startedAt, why: read.ok ? null : read.why };
        }),
    ),
  ];

  function ofClient<T extends typeof screens | typeof looks | typeof sequences>(table: T) {
    return db()
      .select()
      .from(table)
      .where(and(eq(table.clientId, clientId), ofClients(scope, table)))
      .all() as T['$inferSelect'][];
  }
}

/** The text of a record as it is kept, whatever it is. */
export function rawOf(scope: Scope, kind: RevisedKind, id: string): string | undefined {
  if (kind === 'run') {
    const row = db()
      .select({ sequence: runs.sequence, state: runs.state })
      .from(runs)
      .where(and(eq(runs.id, id), ofClients(scope, runs)))
      .get();
    return row && `${row.sequence}\n${row.state}\n`;
  }
  const table = {
    screen: screens,
    look: looks,
    sequence: sequences,
    class: classes,
    classRun: classRuns,
    homePlan: homePlans,
  }[kind];
  return db()
    .select({ data: table.data })
    .from(table)
    .where(and(eq(table.id, id), 'clientId' in table ? ofClients(scope, table) : ofStudio(scope, table)))
    .get()?.data;
}
