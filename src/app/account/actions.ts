'use server';

import { isAPIError } from 'better-auth/api';
import { headers } from 'next/headers';
import QRCode from 'qrcode';
import * as z from 'zod';
import { parseWith } from '@/core/base/parse';
import { fail, ok, type Failure, type Result } from '@/core/base/result';
import * as accounts from '@/server/people/accounts';
import * as passwords from '@/server/people/passwords';
import * as signIns from '@/server/people/sign-ins';
import { countGuess, forgiveGuesses, waitOf } from '@/server/people/guesses';
import { setPeople } from '@/server/people/settings';
import { note } from '@/server/people/trace';
import { authOfRequest, hasAccounts, signedIn, type SignedIn } from '@/server/people/who';
import { guarded } from '@/server/save';

const Username = z.string().trim().toLowerCase().min(1, 'Say by which name you sign in.').max(60);
const Password = z.string().min(1, 'Type the password.').max(1000);

const waiting = (s: number): Failure =>
  fail(`Too many wrong tries. Wait ${s < 90 ? `${s} s` : `${Math.ceil(s / 60)} min`}, then try again.`);

/** Runs what guesses a secret: counted before it is looked at, slowed when there were many, forgiven when it was right. */
async function guessed<T>(of: string, run: () => Promise<T | null>): Promise<Result<T>> {
  const waitS = waitOf(of);
  if (waitS > 0) return waiting(waitS);
  countGuess(of);
  const right = await run();
  if (right === null) return fail('That is not right. Try again.');
  forgiveGuesses(of);
  return ok(right);
}

/** What the library answers; null where it refuses. */
async function asked<T>(run: () => Promise<T>): Promise<T | null> {
  try {
    return await run();
  } catch (error) {
    if (isAPIError(error)) return null;
    throw error;
  }
}

/** Signs in by a name and a password; `second`: a code of the second factor is asked for next. */
export async function signIn(given: {
  username: string;
  password: string;
}): Promise<Result<{ second: boolean }>> {
  const read = parseWith(z.object({ username: Username, password: Password }), given);
  if (!read.ok) return read;
  const { username, password } = read.value;
  const auth = await authOfRequest();
  const sent = await headers();
  return guessed(`name ${username}`, async () => {
    const done = await asked(() => auth.api.signInUsername({ body: { username, password }, headers: sent }));
    if (!done) return null;
    if ('twoFactorRedirect' in done) return { second: true };
    return (await entered(done.user.id)) ? { second: false } : null;
  });
}

/** Notes who came in; false where the account was ended. */
async function entered(userId: string): Promise<boolean> {
  if (!accounts.isOpen(userId)) {
    signIns.endSessionsOf(userId);
    return false;
  }
  note(userId, 'signedIn', null, '');
  return true;
}

/** The code of the second factor, after the password. */
export async function signInCode(code: string): Promise<Result<null>> {
  const read = parseWith(z.string().regex(/^\d{6}$/, 'The code has six digits.'), code.replaceAll(' ', ''));
  if (!read.ok) return read;
  const auth = await authOfRequest();
  const sent = await headers();
  const done = await asked(() => auth.api.verifyTOTP({ body: { code: read.value }, headers: sent }));
  if (!done || !(await entered(done.user.id)))
    return fail('That code is not right, or it is over. Take the one that is shown now.');
  return ok(null);
}

/** A new password by a printed code. */
export async function recover(given: {
  username: string;
  code: string;
  password: string;
}): Promise<Result<null>> {
  const read = parseWith(
    z.object({ username: Username, code: z.string().min(1, 'Type a code.').max(60), password: Password }),
    given,
  );
  if (!read.ok) return read;
  const { username, code, password } = read.value;
  const wrong = passwords.wrongPassword(password, username);
  if (!wrong.ok) return wrong;
  const waitS = waitOf(`code ${username}`);
  if (waitS > 0) return waiting(waitS);
  countGuess(`code ${username}`);
  const done = await passwords.recover(username, code, password);
  if (done.ok) for (const what of ['code', 'name']) forgiveGuesses(`${what} ${username}`);
  return done;
}

/** Locks this screen: what is on it is gone from sight until the PIN or the password is typed. */
export async function lock(): Promise<void> {
  const who = await signedIn();
  if (who) signIns.setLocked(who.sessionId, new Date().toISOString());
}

const MOST_UNLOCKS = 5;

/** Opens a locked screen. After five wrong PINs the sign-in ends. */
export async function unlock(secret: string): Promise<Result<null>> {
  const read = parseWith(z.string().min(1, 'Type your PIN or your password.').max(1000), secret);
  if (!read.ok) return read;
  const who = await signedIn();
  if (!who) return fail('This sign-in has ended: sign in again.');
  const n = countGuess(`lock ${who.sessionId}`);
  if (n > MOST_UNLOCKS || !(await passwords.opens(who.id, read.value))) {
    if (n < MOST_UNLOCKS) return fail(`That does not open it. ${MOST_UNLOCKS - n} tries are left.`);
    signIns.endSession(who.sessionId);
    forgiveGuesses(`lock ${who.sessionId}`);
    return fail('Too many wrong tries: this sign-in has ended. Sign in again with the password.');
  }
  forgiveGuesses(`lock ${who.sessionId}`);
  signIns.setLocked(who.sessionId, null);
  return ok(null);
}

/** Ends this sign-in. */
export async function signOut(): Promise<void> {
  const who = await signedIn();
  const auth = await authOfRequest();
  const sent = await headers();
  await asked(() => auth.api.signOut({ headers: sent }));
  if (who) note(who.id, 'signedOut', null, '');
}

/** The first account. Whoever sits at this machine makes it, once. */
export async function beginAccounts(given: {
  name: string;
  username: string;
  password: string;
}): Promise<Result<{ codes: string[] }>> {
  if (hasAccounts()) return fail('There is an account already: sign in with it.');
  const read = parseWith(
    z.object({ name: z.string().max(200), username: Username, password: Password }),
    given,
  );
  if (!read.ok) return read;
  const made = await accounts.beginAccounts(read.value);
  if (made.ok) setPeople({ several: true });
  return made;
}

/** Runs a command of the one who is signed in, on their own account. */
async function own<T>(run: (who: SignedIn) => Promise<Result<T>> | Result<T>): Promise<Result<T>> {
  const who = await signedIn();
  if (!who || who.locked) return fail('You are signed out, or this screen is locked.');
  return run(who);
}

/** What only who knows the password may do; guesses are slowed as those of signing in are. */
const withPassword = <T>(
  password: string,
  run: (who: SignedIn) => Promise<Result<T>> | Result<T>,
): Promise<Result<T>> =>
  own(async (who) => {
    const right = await guessed(`own ${who.id}`, async () =>
      (await passwords.isPassword(who.id, password.slice(0, 1000))) ? true : null,
    );
    return right.ok ? run(who) : fail('That is not your password.', 'password');
  });

/** Another password; every sign-in ends, this one too. */
export async function changePassword(given: { old: string; fresh: string }): Promise<Result<null>> {
  const read = parseWith(z.object({ old: Password, fresh: Password }), given);
  if (!read.ok) return read;
  return withPassword(read.value.old, (who) => passwords.changePassword(who.id, who.id, read.value.fresh));
}

/** Sets the PIN by which a locked screen opens; empty: takes it away. */
export async function setPin(given: { password: string; pin: string }): Promise<Result<null>> {
  const read = parseWith(z.object({ password: Password, pin: z.string().max(20) }), given);
  if (!read.ok) return read;
  const { password, pin } = read.value;
  return withPassword(password, (who) => passwords.setPin(who.id, pin === '' ? null : pin));
}

/** New printed codes; those of before no longer work. */
export async function renewCodes(password: string): Promise<Result<{ codes: string[] }>> {
  return withPassword(String(password), (who) => ok({ codes: passwords.renewCodes(who.id) }));
}

/** Begins a second factor: what an app that makes codes is told, as a picture and as text. */
export async function beginSecond(password: string): Promise<Result<{ svg: string; key: string }>> {
  return withPassword(String(password), async () => {
    const auth = await authOfRequest();
    const sent = await headers();
    const made = await asked(() => auth.api.enableTwoFactor({ body: { password }, headers: sent }));
    if (!made || !('totpURI' in made)) return fail('That did not work. Try again.');
    const key = new URL(made.totpURI).searchParams.get('secret') ?? '';
    return ok({ svg: await QRCode.toString(made.totpURI, { type: 'svg', margin: 1 }), key });
  });
}

/** Ends the second factor. */
export async function endSecond(password: string): Promise<Result<null>> {
  return withPassword(String(password), async (who) => {
    const auth = await authOfRequest();
    const sent = await headers();
    const done = await asked(() => auth.api.disableTwoFactor({ body: { password }, headers: sent }));
    if (!done) return fail('That did not work. Try again.');
    note(who.id, 'account', null, 'second factor ended');
    return ok(null);
  });
}

/** The first code that shows that the app and Kokyu agree; from then on the second factor counts. */
export async function confirmSecond(code: string): Promise<Result<null>> {
  return own(async (who) => {
    const auth = await authOfRequest();
    const sent = await headers();
    const given = String(code).replaceAll(' ', '');
    const done = await asked(() => auth.api.verifyTOTP({ body: { code: given }, headers: sent }));
    if (!done) return fail('That code is not right, or it is over. Take the one that is shown now.');
    note(who.id, 'account', null, 'second factor');
    return ok(null);
  });
}

/** Ends one of the sign-ins of this account. */
export async function endSession(id: string): Promise<Result<null>> {
  return own((who) => guarded(() => signIns.endSessionOf(who.id, String(id))));
}

/** Takes a passkey away. */
export async function dropPasskey(id: string): Promise<Result<null>> {
  return own((who) => guarded(() => signIns.dropPasskey(who.id, String(id))));
}
