import { randomUUID } from 'node:crypto';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import type { GivenConsent, KeptConsent } from '@/core/people/consent.schema';
import { findClient } from '../clients';
import { db } from '../db/client';
import { consents } from '../db/schema-people';
import type { Scope } from '../scope';
import { ofClients } from '../within';

export type ConsentRow = KeptConsent & { id: string };

/** What a client has agreed to, the newest first; what was withdrawn stays, with its day. */
export const consentsOf = (scope: Scope, clientId: string): ConsentRow[] =>
  db()
    .select()
    .from(consents)
    .where(and(eq(consents.clientId, clientId), ofClients(scope, consents)))
    .orderBy(desc(consents.at))
    .all()
    .map(({ id, kind, wording, way, by, at, withdrawnAt }) => ({
      id,
      kind,
      wording,
      way,
      by,
      at,
      withdrawnAt,
    }));

/** Puts down that a client has agreed, now. What holds for the same thing already is withdrawn by it. */
export function keepHere(
  scope: Scope,
  clientId: string,
  given: GivenConsent,
  now = new Date(),
): Result<null> {
  if (!findClient(scope, clientId)) return fail('This client is no longer here.');
  const at = now.toISOString();
  db().transaction((tx) => {
    tx.update(consents)
      .set({ withdrawnAt: at })
      .where(
        and(
          eq(consents.clientId, clientId),
          ofClients(scope, consents),
          eq(consents.kind, given.kind),
          isNull(consents.withdrawnAt),
        ),
      )
      .run();
    tx.insert(consents)
      .values({ id: randomUUID(), ownerId: scope.ownerId, clientId, ...given, at, withdrawnAt: null })
      .run();
  });
  return ok(null);
}

/** Puts down that a consent was withdrawn, now. */
export function withdraw(scope: Scope, id: string, now = new Date()): Result<null> {
  const { changes } = db()
    .update(consents)
    .set({ withdrawnAt: now.toISOString() })
    .where(and(eq(consents.id, id), ofClients(scope, consents), isNull(consents.withdrawnAt)))
    .run();
  return changes > 0 ? ok(null) : fail('This was withdrawn already, or is no longer here.');
}

/** Brings in consents as they were elsewhere. */
export function bringConsents(scope: Scope, clientId: string, list: readonly KeptConsent[]): void {
  for (const one of list)
    db()
      .insert(consents)
      .values({ id: randomUUID(), ownerId: scope.ownerId, clientId, ...one })
      .run();
}
