import { and, desc, eq } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import { db } from '../db/client';
import { passkeys, sessions } from '../db/schema-people';
import { note } from './trace';

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
