import { createHash, randomInt, randomUUID } from 'node:crypto';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import { db } from '../db/client';
import { credentials, recoveryCodes, secondFactors, sessions, users } from '../db/schema-people';
import type { Scope } from '../scope';
import { asOwner } from '../within';
import { hashOf, isOf } from './secrets';
import { note } from './trace';

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

/** Letters that are not mistaken for each other on paper. */
const LETTERS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';

/** Ten codes of 16 letters: about 78 bits each. */
export const freshCodes = (): string[] =>
  Array.from({ length: 10 }, () =>
    Array.from({ length: 4 }, () =>
      Array.from({ length: 4 }, () => LETTERS[randomInt(LETTERS.length)]).join(''),
    ).join('-'),
  );

const plainCode = (code: string): string => code.toUpperCase().replace(/[^A-Z0-9]/g, '');

const codeHash = (code: string): string => createHash('sha256').update(plainCode(code)).digest('hex');

export function keepCodes(userId: string, codes: readonly string[]): void {
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
