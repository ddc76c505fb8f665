import { eq, sql } from 'drizzle-orm';
import { headers } from 'next/headers';
import type { Role } from '@/core/people/roles';
import { connect, db } from '../db/client';
import { sessions, users } from '../db/schema-people';
import { STUDIO, type Refused, type Scope } from '../scope';
import type { Auth } from './auth';
import { clientAt, isForAssistant, isForOwner, stationAt, takesOut } from './paths';
import { shareOf } from './shares';
import { peopleSettings } from './settings';
import { note } from './trace';

/** Whether several people use this Kokyu: one who may sign in is enough. */
export const hasAccounts = (): boolean =>
  db()
    .select({ n: sql<number>`count(*)` })
    .from(users)
    .get()!.n > 0;

/** Who is signed in by the cookie of this request. */
export type SignedIn = {
  id: string;
  name: string;
  role: Role;
  recordsOf: string | null;
  sessionId: string;
  locked: boolean;
  /** Whether the screen opens by a PIN; by the password otherwise. */
  hasPin: boolean;
};

/** The library for the address by which this request reached us. */
export async function authOfRequest(): Promise<Auth> {
  const { authAt } = await import('./auth');
  return authAt(await originOfRequest());
}

/** The proxy has believed no name that a request gave itself. */
async function originOfRequest(): Promise<string> {
  const asked = await headers();
  const host = asked.get('x-forwarded-host') ?? asked.get('host') ?? '127.0.0.1';
  const isSafe = process.env.KOKYU_TLS === '1' && asked.get('x-forwarded-proto') === 'https';
  return `${isSafe ? 'https' : 'http'}://${host}`;
}

/** Requests that a page makes by itself: they keep nobody's screen open. */
const BY_ITSELF = /^\/(?:feed|erased|hello)(?:\/|$)/;

/** Null where nobody is, or where the account was ended. */
export async function signedIn(now = new Date()): Promise<SignedIn | null> {
  const asked = await headers();
  const auth = await authOfRequest();
  const found = await auth.api.getSession({ headers: asked });
  if (!found) return null;
  const row = db()
    .select()
    .from(sessions)
    .innerJoin(users, eq(users.id, sessions.userId))
    .where(eq(sessions.id, found.session.id))
    .get();
  if (!row || row.users.endedAt !== null) return null;
  const { sessions: session, users: user } = row;
  return {
    id: user.id,
    name: user.name,
    role: user.role,
    recordsOf: user.recordsOf,
    sessionId: session.id,
    locked: isLocked(session, now, BY_ITSELF.test(asked.get('x-kokyu-path') ?? '')),
    hasPin: user.pin !== null,
  };
}

/** Locks a session that was left alone for too long; notes, to the minute, that somebody is there otherwise. */
function isLocked(session: typeof sessions.$inferSelect, now: Date, byItself: boolean): boolean {
  if (session.lockedAt !== null) return true;
  const quietMs = now.getTime() - Date.parse(session.seenAt ?? session.createdAt.toISOString());
  const set = (values: Partial<typeof sessions.$inferSelect>) => {
    try {
      db().update(sessions).set(values).where(eq(sessions.id, session.id)).run();
    } catch {
      // The file is held just now: the next request notes it.
    }
  };
  if (quietMs > peopleSettings().quietMin * 60e3) {
    set({ lockedAt: now.toISOString() });
    return true;
  }
  // A clock that was set back is a touch too.
  if (!byItself && (quietMs > 60e3 || quietMs < 0)) set({ seenAt: now.toISOString() });
  return false;
}

/** The scope of one who is signed in, for what they ask for by an address. */
export function scopeAt(
  who: Omit<SignedIn, 'locked' | 'hasPin' | 'sessionId'>,
  path: string,
): Scope | Refused {
  const own: Scope =
    who.recordsOf === null
      ? { ownerId: '', may: 'coach', role: who.role, userId: who.id }
      : { ownerId: who.recordsOf, may: 'write', role: who.role, userId: who.id };
  if (who.role === 'assistant' && !isForAssistant(path)) return 'forbidden';
  if (who.role !== 'owner' && isForOwner(path)) return 'forbidden';
  const client = clientAt(path);
  if (!client || client.ownerId === who.recordsOf) return own;
  const share = shareOf(who.id, client.id);
  if (!share || (share.may === 'coach') !== (who.role === 'assistant')) return own;
  return {
    ...own,
    ownerId: client.ownerId,
    may: share.may,
    only: client.id,
    ...(share.sequenceId ? { sequenceId: share.sequenceId } : {}),
  };
}

/** The scope of the request that is being answered. Notes in the log whose file was looked at or taken out. */
export async function scopeOfThis(): Promise<Scope | Refused> {
  if (!connect().ok || !hasAccounts()) return STUDIO;
  const who = await signedIn();
  if (!who) return 'nobody';
  if (who.locked) return 'locked';
  const asked = await headers();
  const path = asked.get('x-kokyu-path') ?? '/';
  const scope = scopeAt(who, path);
  if (scope === 'forbidden') note(who.id, 'refused', null, stationAt(path));
  else if (
    typeof scope !== 'string' &&
    asked.get('x-kokyu-method') === 'GET' &&
    !asked.has('x-kokyu-ahead')
  ) {
    const client = clientAt(path);
    const isTheirs = client && (client.ownerId === scope.ownerId || client.id === scope.only);
    if (takesOut(path)) note(who.id, 'exported', isTheirs ? client.id : null, stationAt(path));
    else if (isTheirs && !BY_ITSELF.test(path)) note(who.id, 'seen', client.id, stationAt(path));
  }
  return scope;
}

/** Notes that the one who asks has changed something where the address says. */
export async function noteChanged(scope: Scope): Promise<void> {
  if (scope.userId === undefined) return;
  const path = (await headers()).get('x-kokyu-path') ?? '/';
  note(scope.userId, 'changed', clientAt(path)?.id ?? null, stationAt(path));
}

/** The scope of one's own records, whatever the address says: for what goes past the proxy. */
export async function ownScopeOfThis(): Promise<Scope | Refused> {
  if (!connect().ok || !hasAccounts()) return STUDIO;
  const who = await signedIn();
  if (!who) return 'nobody';
  if (who.locked) return 'locked';
  return who.role === 'assistant' ? 'forbidden' : scopeAt(who, '/');
}
