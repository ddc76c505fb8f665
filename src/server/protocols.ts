import { randomUUID } from 'node:crypto';
import { and, asc, eq } from 'drizzle-orm';
import type { Protocol } from '@/core/look/tests';
import { db, LOCAL_OWNER } from './db/client';
import { protocols } from './db/schema';

export type SavedProtocol = Protocol & { id: string };

/** Choices of tests that the owner has named, by name. */
export const savedProtocols = (): SavedProtocol[] =>
  db()
    .select({ id: protocols.id, name: protocols.name, tests: protocols.tests })
    .from(protocols)
    .where(eq(protocols.ownerId, LOCAL_OWNER))
    .orderBy(asc(protocols.name))
    .all();

/** Keeps a choice of tests; one of the same name is replaced. */
export function saveProtocol({ name, tests }: Protocol): void {
  db().transaction(() => {
    db()
      .delete(protocols)
      .where(and(eq(protocols.ownerId, LOCAL_OWNER), eq(protocols.name, name)))
      .run();
    db()
      .insert(protocols)
      .values({ id: randomUUID(), ownerId: LOCAL_OWNER, name, tests, createdAt: new Date().toISOString() })
      .run();
  });
}

export function dropProtocol(id: string): void {
  db()
    .delete(protocols)
    .where(and(eq(protocols.ownerId, LOCAL_OWNER), eq(protocols.id, id)))
    .run();
}
