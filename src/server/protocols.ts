import { randomUUID } from 'node:crypto';
import { and, asc, eq } from 'drizzle-orm';
import type { Protocol } from '@/core/look/tests';
import { db } from './db/client';
import { readJson, writeJson } from './record-json';
import type { Scope } from './scope';
import { protocols } from './db/schema';
import { atHome } from './within';

export type SavedProtocol = Protocol & { id: string };

/** Choices of tests that the owner has named, by name. */
export const savedProtocols = (scope: Scope): SavedProtocol[] =>
  db()
    .select({ id: protocols.id, name: protocols.name, tests: protocols.tests })
    .from(protocols)
    .where(eq(protocols.ownerId, scope.ownerId))
    .orderBy(asc(protocols.name))
    .all()
    .flatMap(({ id, name, tests }) => {
      const read = readJson('tests', id, tests);
      return read.ok ? [{ id, name, tests: read.value }] : [];
    });

/** Keeps a choice of tests; one of the same name is replaced. */
export function saveProtocol(scope: Scope, { name, tests }: Protocol): void {
  atHome(scope);
  db().transaction(() => {
    db()
      .delete(protocols)
      .where(and(eq(protocols.ownerId, scope.ownerId), eq(protocols.name, name)))
      .run();
    db()
      .insert(protocols)
      .values({
        id: randomUUID(),
        ownerId: scope.ownerId,
        name,
        tests: writeJson(tests),
        createdAt: new Date().toISOString(),
      })
      .run();
  });
}

export function dropProtocol(scope: Scope, id: string): void {
  atHome(scope);
  db()
    .delete(protocols)
    .where(and(eq(protocols.ownerId, scope.ownerId), eq(protocols.id, id)))
    .run();
}
