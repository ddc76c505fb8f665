import { randomUUID } from 'node:crypto';
import { and, asc, eq, isNull, ne, sql } from 'drizzle-orm';
import { cleanName } from '@/core/base/clean-text';
import { fail, ok, type Result } from '@/core/base/result';
import type { AccountRow, Colleague, Role } from '@/core/people/roles';
import { db } from '../db/client';
import { clients, owners } from '../db/schema';
import { credentials, passkeys, recoveryCodes, sessions, shares, users } from '../db/schema-people';
import { LOCAL_OWNER, type Scope } from '../scope';
import { asOwner } from '../within';
import { freshCodes, keepCodes, wrongPassword } from './passwords';
import { hashOf } from './secrets';
import { note } from './trace';

/** Everybody who has, or had, an account. */
export function accountsOf(scope: Scope): AccountRow[] {
  asOwner(scope);
  return db()
    .select({
      id: users.id,
      name: users.name,
      username: users.username,
      role: users.role,
      endedAt: users.endedAt,
      clients: sql<number>`(select count(*) from clients where owner_id = users.records_of and archived_at is null)`,
      lastSeenAt: sql<string | null>`(select max(seen_at) from sessions where user_id = users.id)`,
    })
    .from(users)
    .orderBy(asc(users.createdAt))
    .all()
    .map((row) => ({ ...row, username: row.username ?? '' }));
}

/** Who else works here: names and roles, no more. */
export const colleaguesOf = (scope: Scope): Colleague[] =>
  scope.userId === undefined
    ? []
    : db()
        .select({ id: users.id, name: users.name, role: users.role })
        .from(users)
        .where(and(ne(users.id, scope.userId), isNull(users.endedAt)))
        .orderBy(asc(users.name))
        .all();

const USERNAME = /^[a-z0-9][a-z0-9._-]{1,59}$/;

/** What is wrong with what a new account is asked to be; null where nothing is. */
function wrongWith(username: string, password: string): Result<null> {
  if (!USERNAME.test(username))
    return fail('The name to sign in by has 2 to 60 of a–z, 0–9, dot, dash and underscore.', 'username');
  return wrongPassword(password, username);
}

type New = { name: string; username: string; password: string; role: Role };

/**
 * The first account: it takes over everything that one person has kept here so far. Refused once there is one.
 *
 * @returns the id, and codes to print: of a lost password, the only way back in without this machine's own command line
 */
export async function beginAccounts(
  given: Omit<New, 'role'>,
): Promise<Result<{ id: string; codes: string[] }>> {
  return add({ ...given, role: 'owner' }, LOCAL_OWNER, () => countUsers() === 0);
}

const countUsers = (): number =>
  db()
    .select({ n: sql<number>`count(*)` })
    .from(users)
    .get()!.n;

/** A further account. An instructor begins with no client; an assistant has none ever. */
export async function addAccount(scope: Scope, given: New): Promise<Result<{ id: string; codes: string[] }>> {
  asOwner(scope);
  if (given.role === 'owner') return fail('A studio has one owner.', 'role');
  const made = await add(given, given.role === 'assistant' ? null : randomUUID(), () => true);
  if (made.ok) note(scope.userId, 'account', null, `added ${made.value.id}`);
  return made;
}

async function add(
  { name, username, password, role }: New,
  recordsOf: string | null,
  may: () => boolean,
): Promise<Result<{ id: string; codes: string[] }>> {
  const called = cleanName(name);
  if (called === '' || called.length > 80) return fail('Give a name of 1 to 80 letters.', 'name');
  const by = username.trim().toLowerCase();
  const wrong = wrongWith(by, password);
  if (!wrong.ok) return wrong;
  const hash = await hashOf(password);
  const codes = freshCodes();
  const id = randomUUID();
  const now = new Date();
  const times = { createdAt: now, updatedAt: now };
  return db().transaction(
    (tx): Result<{ id: string; codes: string[] }> => {
      if (!may()) return fail('There is an account already: sign in with it.');
      if (tx.select().from(users).where(eq(users.username, by)).get())
        return fail('Somebody signs in by that name already.', 'username');
      if (recordsOf !== null)
        tx.insert(owners)
          .values({ id: recordsOf, name: called, createdAt: now.toISOString() })
          .onConflictDoNothing()
          .run();
      tx.insert(users)
        .values({
          id,
          name: called,
          email: `${by}@kokyu.invalid`,
          emailVerified: false,
          username: by,
          displayUsername: by,
          role,
          recordsOf,
          ...times,
        })
        .run();
      tx.insert(credentials)
        .values({
          id: randomUUID(),
          accountId: id,
          providerId: 'credential',
          userId: id,
          password: hash,
          ...times,
        })
        .run();
      keepCodes(id, codes);
      return ok({ id, codes });
    },
    { behavior: 'immediate' },
  );
}

/** Names to sign in by, and roles. */
export const accountNames = (): { username: string | null; role: Role; ended: boolean }[] =>
  db()
    .select()
    .from(users)
    .all()
    .map(({ username, role, endedAt }) => ({ username, role, ended: endedAt !== null }));

/** Ends an account: it is signed out everywhere and can no longer sign in. What it wrote stays with its clients. */
export function endAccount(scope: Scope, userId: string): Result<null> {
  asOwner(scope);
  const user = db().select().from(users).where(eq(users.id, userId)).get();
  if (!user) return fail('This account is no longer here.');
  if (user.role === 'owner') return fail('The owner of the studio cannot be ended.');
  if (user.recordsOf !== null && clientsOfOwner(user.recordsOf) > 0)
    return fail('There are clients in this account: hand them over first.');
  db().transaction((tx) => {
    tx.update(users).set({ endedAt: new Date().toISOString() }).where(eq(users.id, userId)).run();
    tx.delete(sessions).where(eq(sessions.userId, userId)).run();
    tx.delete(shares).where(eq(shares.userId, userId)).run();
    tx.delete(passkeys).where(eq(passkeys.userId, userId)).run();
    tx.delete(recoveryCodes).where(eq(recoveryCodes.userId, userId)).run();
  });
  note(scope.userId, 'account', null, `ended ${userId}`);
  return ok(null);
}

const clientsOfOwner = (ownerId: string): number =>
  db()
    .select({ n: sql<number>`count(*)` })
    .from(clients)
    .where(eq(clients.ownerId, ownerId))
    .get()!.n;

/** The name of every account by its id, for the log. */
export const namesOfAccounts = (scope: Scope): Record<string, string> =>
  Object.fromEntries(accountsOf(scope).map((a) => [a.id, a.name]));

/** Whether an account is there and was not ended. */
export const isOpen = (userId: string): boolean =>
  db()
    .select({ id: users.id })
    .from(users)
    .where(and(eq(users.id, userId), isNull(users.endedAt)))
    .get() !== undefined;

/** What an account page shows of its own user. */
export function accountOf(userId: string): { username: string; second: boolean; hasPin: boolean } {
  const user = db().select().from(users).where(eq(users.id, userId)).get();
  return {
    username: user?.username ?? '',
    second: user?.twoFactorEnabled === true,
    hasPin: user?.pin !== null && user?.pin !== undefined,
  };
}
