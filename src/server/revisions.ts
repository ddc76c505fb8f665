import { randomUUID } from 'node:crypto';
import { and, desc, eq } from 'drizzle-orm';
import { fail, type Failure, type Result } from '@/core/base/result';
import type { Kept, RevisedKind } from '@/core/base/revision';
import { db } from './db/client';
import { revisions } from './db/schema';
import { readJson, writeJson, type JsonOf } from './record-json';
import type { Scope } from './scope';
import { ofRecords } from './within';

/** Keeps an earlier value of a record. */
export function keepRevision(
  scope: Scope,
  kind: RevisedKind,
  recordId: string,
  rev: number,
  data: unknown,
  label: string | null = null,
): void {
  putBy(scope, kind, recordId, rev, writeJson(data), label);
}

/** Keeps the text of a record that could not be read, so that nothing of it is lost. */
export function putBy(
  scope: Scope,
  kind: RevisedKind,
  recordId: string,
  rev: number,
  text: string,
  label: string | null,
): void {
  db()
    .insert(revisions)
    .values({
      id: randomUUID(),
      ownerId: scope.ownerId,
      kind,
      recordId,
      rev,
      data: text,
      label,
      at: new Date().toISOString(),
    })
    .run();
}

export type Earlier<T> = { id: string; rev: number; at: string; label: string | null; data: T };

/** Earlier values of a record that can be read, newest first. */
export const revisionsOf = <K extends 'screen' | 'look' | 'sequence'>(
  scope: Scope,
  kind: K,
  recordId: string,
): Earlier<JsonOf<K>>[] =>
  db()
    .select()
    .from(revisions)
    .where(and(eq(revisions.recordId, recordId), eq(revisions.kind, kind), ofRecords(scope, revisions)))
    .orderBy(desc(revisions.at), desc(revisions.rev))
    .all()
    .flatMap(({ id, rev, at, label, data }) => {
      const read = readJson(kind, id, data);
      return read.ok ? [{ id, rev, at, label, data: read.value }] : [];
    });

/** The columns that say who saved a record last. */
export const keptOf = <T>(
  row: { rev: number; writer: string | null; writerN: number; writerFrom: number },
  data: T,
): Kept<T> => ({ rev: row.rev, data, writer: row.writer, n: row.writerN, from: row.writerFrom });

/** A record as the shelf of its kind finds it: gone, damaged (with a sentence and what to do), or kept. */
export const foundOf = <T>(
  row: Parameters<typeof keptOf>[0] & { updatedAt: string },
  read: Result<T>,
  advice = '',
): { kept: Kept<T>; updatedAt: string } | Failure =>
  read.ok
    ? { kept: keptOf(row, read.value), updatedAt: row.updatedAt }
    : fail(`Not saved: what is kept is damaged (${read.why}).${advice}`);

export const columnsOf = <T>(next: Kept<T>, at: string) => ({
  rev: next.rev,
  writer: next.writer,
  writerN: next.n,
  writerFrom: next.from,
  updatedAt: at,
});
