import { createHash, randomInt, randomUUID } from 'node:crypto';
import { and, asc, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import { cleanName } from '@/core/base/clean-text';
import { fail, ok, type Result } from '@/core/base/result';
import type { Role } from '@/core/people/roles';
import { findClientEver } from '../clients';
import { db } from '../db/client';
import { clients, owners } from '../db/schema';
import {
  credentials,
  passkeys,
  recoveryCodes,
  secondFactors,
  sessions,
  shares,
  users,
} from '../db/schema-people';
import { LOCAL_OWNER, type Scope } from '../scope';
import { atHome, NotYours } from '../within';
import { hashOf, isOf } from './secrets';
import { note } from './trace';

export type AccountRow = {
  id: string;
  name: string;
  username: string;
  role: Role;
  clients: number;
  endedAt: string | null;
  lastSeenAt: string | null;
};

/** Throws where it is not the owner of the studio who asks. */
export function asOwner(scope: Scope): void {
  if (scope.role !== 'owner' || scope.only !== undefined) throw new NotYours();
}

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

export type Colleague = { id: string; name: string; role: Role };

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

/** Length is what counts (NIST SP 800-63B); what is guessed first is refused. */
export function wrongPassword(password: string, username = ''): Result<null> {
  const letters = [...password.normalize('NFKC')];
  if (letters.length < 10)
    return fail('A password has 10 letters or more; a few words are best.', 'password');
  if (letters.length > 200) return fail('A password has 200 letters at most.', 'password');
  const plain = password.toLowerCase();
  const isGuessed =
    new Set(letters).size < 4 ||
    'abcdefghijklmnopqrstuvwxyz qwertyuiopasdfghjklzxcvbnm 01234567890123456789'.includes(plain) ||
    /^(password|passwort|kokyu|letmein|welcome|breathe?)[\d!.]*$/.test(plain) ||
    (username.length > 3 && plain.replace(/[\d!.]*$/, '') === username);
  return isGuessed
    ? fail('That is guessed at once. Take a few words that do not belong together.', 'password')
    : ok(null);
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

/** Letters that are not mistaken for each other on paper. */
const LETTERS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';

/** Ten codes of 16 letters: about 78 bits each. */
const freshCodes = (): string[] =>
  Array.from({ length: 10 }, () =>
    Array.from({ length: 4 }, () =>
      Array.from({ length: 4 }, () => LETTERS[randomInt(LETTERS.length)]).join(''),
    ).join('-'),
  );

const plainCode = (code: string): string => code.toUpperCase().replace(/[^A-Z0-9]/g, '');
const codeHash = (code: string): string => createHash('sha256').update(plainCode(code)).digest('hex');

function keepCodes(userId: string, codes: readonly string[]): void {
  db().delete(recoveryCodes).where(eq(recoveryCodes.userId, userId)).run();
  db()
    .insert(recoveryCodes)
    .values(codes.map((code) => ({ id: randomUUID(), userId, hash: codeHash(code) })))
    .run();
}

/** New codes to print; those of before no longer work. */
export function renewCodes(userId: string): string[] {
  const codes = freshCodes();
  db().transaction(() => keepCodes(userId, codes));
  note(userId, 'account', null, 'new codes');
  return codes;
}

export const codesLeft = (userId: string): number =>
  db()
    .select({ n: sql<number>`count(*)` })
    .from(recoveryCodes)
    .where(and(eq(recoveryCodes.userId, userId), isNull(recoveryCodes.usedAt)))
    .get()!.n;

/** Sets a new password by a printed code, which is used up; ends every session, and the second factor. */
export async function recover(username: string, code: string, password: string): Promise<Result<null>> {
  const by = username.trim().toLowerCase();
  const wrong = wrongPassword(password, by);
  if (!wrong.ok) return wrong;
  const hash = await hashOf(password);
  return db().transaction(
    (tx): Result<null> => {
      const user = tx.select().from(users).where(eq(users.username, by)).get();
      const kept =
        user &&
        user.endedAt === null &&
        tx
          .select()
          .from(recoveryCodes)
          .where(
            and(
              eq(recoveryCodes.userId, user.id),
              eq(recoveryCodes.hash, codeHash(code)),
              isNull(recoveryCodes.usedAt),
            ),
          )
          .get();
      if (!user || !kept)
        return fail('This name and this code do not belong together, or the code was used.');
      tx.update(recoveryCodes)
        .set({ usedAt: new Date().toISOString() })
        .where(eq(recoveryCodes.id, kept.id))
        .run();
      beginAnew(user.id, hash);
      note(user.id, 'account', null, 'password by a printed code');
      return ok(null);
    },
    { behavior: 'immediate' },
  );
}

/** A password that is known again: without the second factor and the PIN, which may be lost with it. */
function beginAnew(userId: string, hash: string): void {
  setHash(userId, hash);
  db().delete(secondFactors).where(eq(secondFactors.userId, userId)).run();
  db().update(users).set({ twoFactorEnabled: false, pin: null }).where(eq(users.id, userId)).run();
}

/** Sets a password from the machine itself: whoever reads its files is past every door anyway. */
export async function passwordFromHere(username: string, password: string): Promise<Result<null>> {
  const user = db().select().from(users).where(eq(users.username, username.trim().toLowerCase())).get();
  if (!user || user.endedAt !== null) return fail('nobody signs in by that name', 'username');
  const wrong = wrongPassword(password, user.username ?? '');
  if (!wrong.ok) return wrong;
  const hash = await hashOf(password);
  db().transaction(() => beginAnew(user.id, hash));
  note(user.id, 'account', null, 'password from the machine itself');
  return ok(null);
}

/** Names to sign in by, and roles. */
export const accountNames = (): { username: string | null; role: Role; ended: boolean }[] =>
  db()
    .select()
    .from(users)
    .all()
    .map(({ username, role, endedAt }) => ({ username, role, ended: endedAt !== null }));

function setHash(userId: string, password: string): void {
  db()
    .update(credentials)
    .set({ password, updatedAt: new Date() })
    .where(and(eq(credentials.userId, userId), eq(credentials.providerId, 'credential')))
    .run();
  db().delete(sessions).where(eq(sessions.userId, userId)).run();
}

/** Whether this is the password of a user. */
export async function isPassword(userId: string, password: string): Promise<boolean> {
  const row = db().select().from(credentials).where(eq(credentials.userId, userId)).get();
  return row?.password ? isOf(password, row.password) : false;
}

/** Sets another password for somebody who has lost theirs and their codes; ends their sessions, second factor and PIN. */
export async function resetPassword(scope: Scope, userId: string, password: string): Promise<Result<null>> {
  asOwner(scope);
  const user = db().select().from(users).where(eq(users.id, userId)).get();
  if (!user) return fail('This account is no longer here.');
  const wrong = wrongPassword(password, user.username ?? '');
  if (!wrong.ok) return wrong;
  const hash = await hashOf(password);
  db().transaction(() => beginAnew(userId, hash));
  note(scope.userId, 'account', null, `password of ${userId}`);
  return ok(null);
}

/** Sets another password and ends every session of this account. */
export async function changePassword(
  by: string | undefined,
  userId: string,
  password: string,
): Promise<Result<null>> {
  const user = db().select().from(users).where(eq(users.id, userId)).get();
  const wrong = wrongPassword(password, user?.username ?? '');
  if (!wrong.ok) return wrong;
  const hash = await hashOf(password);
  db().transaction(() => setHash(userId, hash));
  note(by, 'account', null, `password of ${userId}`);
  return ok(null);
}

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

/** Sets or takes away the PIN that opens a locked screen. */
export async function setPin(userId: string, pin: string | null): Promise<Result<null>> {
  if (
    pin !== null &&
    (!/^\d{4,8}$/.test(pin) || new Set(pin).size < 2 || '0123456789 9876543210'.includes(pin))
  )
    return fail('A PIN has 4 to 8 digits, not all the same and not in a row.', 'pin');
  db()
    .update(users)
    .set({ pin: pin === null ? null : await hashOf(pin) })
    .where(eq(users.id, userId))
    .run();
  note(userId, 'account', null, pin === null ? 'PIN taken away' : 'PIN set');
  return ok(null);
}

/** Whether this opens the locked screen of a user: their PIN where they have one, else their password. */
export async function opens(userId: string, given: string): Promise<boolean> {
  const pin = db().select({ pin: users.pin }).from(users).where(eq(users.id, userId)).get()?.pin;
  return (pin ? await isOf(given, pin) : false) || isPassword(userId, given);
}

export const setLocked = (sessionId: string, at: string | null): void =>
  void db()
    .update(sessions)
    .set({ lockedAt: at, ...(at === null ? { seenAt: new Date().toISOString() } : {}) })
    .where(eq(sessions.id, sessionId))
    .run();

export const endSession = (sessionId: string): void =>
  void db().delete(sessions).where(eq(sessions.id, sessionId)).run();

export type SessionRow = {
  id: string;
  device: string;
  since: string;
  seenAt: string | null;
  locked: boolean;
};

/** Where an account is signed in, the latest first. */
export const sessionsOf = (userId: string): SessionRow[] =>
  db()
    .select()
    .from(sessions)
    .where(eq(sessions.userId, userId))
    .orderBy(desc(sessions.createdAt))
    .all()
    .filter((s) => s.expiresAt.getTime() > Date.now())
    .map((s) => ({
      id: s.id,
      device: s.userAgent ?? '',
      since: s.createdAt.toISOString(),
      seenAt: s.seenAt,
      locked: s.lockedAt !== null,
    }));

/** Ends a session of one’s own. */
export function endSessionOf(userId: string, sessionId: string): Result<null> {
  const { changes } = db()
    .delete(sessions)
    .where(and(eq(sessions.id, sessionId), eq(sessions.userId, userId)))
    .run();
  return changes > 0 ? ok(null) : fail('This one has ended already.');
}

/** Tables whose rows go with a client to another instructor. */
const GO_ALONG = [
  'screens',
  'looks',
  'sequences',
  'runs',
  'home_plans',
  'home_links',
  'home_reports',
  'visits',
  'consents',
];

/**
 * Gives a client with the whole file to a colleague. The instructor does it for their own; the owner of the studio for
 * anybody’s, as when somebody leaves.
 */
export function handOver(scope: Scope, clientId: string, toUserId: string): Result<null> {
  atHome(scope);
  const isOwner = scope.role === 'owner';
  const client = isOwner
    ? db().select().from(clients).where(eq(clients.id, clientId)).get()
    : findClientEver(scope, clientId);
  if (!client) return fail('This client is no longer here.');
  const to = db().select().from(users).where(eq(users.id, toUserId)).get();
  if (!to || to.endedAt !== null || to.recordsOf === null)
    return fail('Choose an instructor to hand this file to.');
  if (to.recordsOf === client.ownerId) return fail(`This client is with ${to.name} already.`);
  const { $client } = db();
  const open = $client
    .prepare('SELECT count(*) FROM runs WHERE client_id = ? AND ended_at IS NULL')
    .pluck()
    .get(clientId) as number;
  if (open > 0) return fail('A sequence of this client is being coached: end it first.');
  const inClass = $client
    .prepare('SELECT count(*) FROM classes WHERE owner_id = ? AND archived_at IS NULL AND instr(data, ?) > 0')
    .pluck()
    .get(client.ownerId, clientId) as number;
  if (inClass > 0) return fail('This client is on the roster of a class: take them off it first.');
  db().transaction(
    () => {
      const records = `SELECT id FROM screens WHERE client_id = @id UNION SELECT id FROM looks WHERE client_id = @id UNION SELECT id FROM sequences WHERE client_id = @id UNION SELECT id FROM runs WHERE client_id = @id UNION SELECT id FROM home_plans WHERE client_id = @id`;
      const given = { id: clientId, to: to.recordsOf };
      $client.prepare(`UPDATE revisions SET owner_id = @to WHERE record_id IN (${records})`).run(given);
      for (const table of ['recordings', 'films'])
        $client
          .prepare(
            `UPDATE ${table} SET owner_id = @to WHERE look_id IN (SELECT id FROM looks WHERE client_id = @id)`,
          )
          .run(given);
      for (const table of GO_ALONG)
        // A visit of the same calendar that the colleague has already is one with it.
        $client.prepare(`UPDATE OR REPLACE ${table} SET owner_id = @to WHERE client_id = @id`).run(given);
      $client.prepare('UPDATE clients SET owner_id = @to WHERE id = @id').run(given);
      db()
        .delete(shares)
        .where(and(eq(shares.clientId, clientId), eq(shares.userId, toUserId)))
        .run();
    },
    { behavior: 'immediate' },
  );
  note(scope.userId, 'handedOver', clientId, toUserId);
  return ok(null);
}

/** Clients of an account, by name, for whoever hands them over; the owner of the studio asks this of anybody. */
export function clientsOfAccount(scope: Scope, userId: string): { id: string; name: string }[] {
  asOwner(scope);
  const user = db().select().from(users).where(eq(users.id, userId)).get();
  if (!user?.recordsOf) return [];
  return db()
    .select({ id: clients.id, name: clients.name })
    .from(clients)
    .where(eq(clients.ownerId, user.recordsOf))
    .orderBy(asc(clients.name))
    .all();
}

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

export const endSessionsOf = (userId: string): void =>
  void db().delete(sessions).where(eq(sessions.userId, userId)).run();

export type PasskeyRow = { id: string; name: string; since: string | null };

export const passkeysOf = (userId: string): PasskeyRow[] =>
  db()
    .select()
    .from(passkeys)
    .where(eq(passkeys.userId, userId))
    .all()
    .map((p) => ({ id: p.id, name: p.name ?? '', since: p.createdAt?.toISOString() ?? null }));

export function dropPasskey(userId: string, id: string): Result<null> {
  const { changes } = db()
    .delete(passkeys)
    .where(and(eq(passkeys.id, id), eq(passkeys.userId, userId)))
    .run();
  if (changes > 0) note(userId, 'account', null, 'passkey taken away');
  return changes > 0 ? ok(null) : fail('This passkey is no longer here.');
}

/** What an account page shows of its own user. */
export function accountOf(userId: string): { username: string; second: boolean; hasPin: boolean } {
  const user = db().select().from(users).where(eq(users.id, userId)).get();
  return {
    username: user?.username ?? '',
    second: user?.twoFactorEnabled === true,
    hasPin: user?.pin !== null && user?.pin !== undefined,
  };
}
