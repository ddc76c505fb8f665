import { randomUUID } from 'node:crypto';
import { and, asc, eq, gt, isNull, or } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import type { ShareKind } from '@/core/people/roles';
import { findClient } from '../clients';
import { db } from '../db/client';
import { clients, sequences } from '../db/schema';
import { shares, users } from '../db/schema-people';
import type { Scope } from '../scope';
import { findSequence } from '../sequences';
import { atHome } from '../within';
import { note } from './trace';

type Share = typeof shares.$inferSelect;

const going = (now: string) => or(isNull(shares.until), gt(shares.until, now));

/** What somebody may do with the client of another instructor, as long as it goes. */
export const shareOf = (userId: string, clientId: string, now = new Date()): Share | undefined =>
  db()
    .select()
    .from(shares)
    .where(and(eq(shares.userId, userId), eq(shares.clientId, clientId), going(now.toISOString())))
    .get();

export type SharedWith = {
  id: string;
  userId: string;
  name: string;
  may: ShareKind;
  until: string | null;
  sequence: string | null;
};

/** With whom a client is shared now, by name. */
export const sharesOfClient = (scope: Scope, clientId: string, now = new Date()): SharedWith[] =>
  findClient(scope, clientId) === undefined
    ? []
    : db()
        .select({
          id: shares.id,
          userId: users.id,
          name: users.name,
          may: shares.may,
          until: shares.until,
          sequence: sequences.name,
        })
        .from(shares)
        .innerJoin(users, eq(users.id, shares.userId))
        .leftJoin(sequences, eq(sequences.id, shares.sequenceId))
        .where(and(eq(shares.clientId, clientId), going(now.toISOString())))
        .orderBy(asc(users.name))
        .all();

export type SharedToMe = {
  clientId: string;
  client: string;
  may: ShareKind;
  sequence: string | null;
  until: string | null;
};

/** Clients of others that somebody may see or coach now, by name. */
export const sharedTo = (userId: string, now = new Date()): SharedToMe[] =>
  db()
    .select({
      clientId: clients.id,
      client: clients.name,
      may: shares.may,
      sequence: sequences.name,
      until: shares.until,
    })
    .from(shares)
    .innerJoin(clients, eq(clients.id, shares.clientId))
    .leftJoin(sequences, eq(sequences.id, shares.sequenceId))
    .where(and(eq(shares.userId, userId), isNull(clients.archivedAt), going(now.toISOString())))
    .orderBy(asc(clients.name))
    .all();

/**
 * Lets a colleague see or write a client's file, or an assistant coach one sequence of it until a moment. A second share with
 * the same person takes the place of the first.
 */
export function share(
  scope: Scope,
  clientId: string,
  given: { userId: string; may: ShareKind; sequenceId: string | null; until: string | null },
): Result<null> {
  atHome(scope);
  if (!findClient(scope, clientId)) return fail('This client is no longer here.');
  const user = db().select().from(users).where(eq(users.id, given.userId)).get();
  if (!user || user.endedAt !== null) return fail('This account is no longer here.');
  if (user.id === scope.userId) return fail('This client is yours already.');
  if ((given.may === 'coach') !== (user.role === 'assistant'))
    return fail('An assistant is given a sequence to coach; an instructor sees or writes the file.');
  if (given.may === 'coach') {
    const sequence = given.sequenceId === null ? undefined : findSequence(scope, given.sequenceId);
    if (sequence?.clientId !== clientId) return fail('Choose the sequence that is to be coached.');
    if (given.until === null) return fail('Say until when.');
  }
  const values = { ...given, sequenceId: given.may === 'coach' ? given.sequenceId : null };
  db()
    .insert(shares)
    .values({ id: randomUUID(), clientId, createdAt: new Date().toISOString(), ...values })
    .onConflictDoUpdate({ target: [shares.userId, shares.clientId], set: values })
    .run();
  note(scope.userId, 'shared', clientId, `${given.may} ${given.userId}`);
  return ok(null);
}

/** Takes a share back. */
export function unshare(scope: Scope, clientId: string, shareId: string): Result<null> {
  atHome(scope);
  if (!findClient(scope, clientId)) return fail('This client is no longer here.');
  const gone = db()
    .delete(shares)
    .where(and(eq(shares.id, shareId), eq(shares.clientId, clientId)))
    .returning({ userId: shares.userId })
    .get();
  if (!gone) return fail('This was taken back already.');
  note(scope.userId, 'unshared', clientId, gone.userId);
  return ok(null);
}
