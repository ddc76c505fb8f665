import { cache } from 'react';
import { unauthorized, forbidden } from 'next/navigation';
import { LIBRARY } from '@/core/drills/library';
import { ship } from '@/core/drills/shelf';
import type { Role } from '@/core/people/roles';

// Whatever asks for records works with the shipped drills.
ship(LIBRARY);

/** Who acts, and what they may. Every function of this folder takes one, so that no record is reached without it. */
export type Scope = {
  /** Whose records are meant. */
  ownerId: string;
  /** `coach`: the runs of one sequence, and nothing else. */
  may: 'write' | 'read' | 'coach';
  role?: Role;
  /** Who is signed in; undefined while there are no accounts. */
  userId?: string;
  /** The one client that was shared; undefined: all of the owner. */
  only?: string;
  /** The one sequence that may be coached. */
  sequenceId?: string;
};

/** The first owner of records: the one person of a Kokyu without accounts, later the owner of the studio. */
export const LOCAL_OWNER = 'local';

export const STUDIO: Scope = { ownerId: LOCAL_OWNER, may: 'write', role: 'owner' };

/** Why there is no scope: nobody has signed in, the screen is locked, or what is asked for is not for them. */
export type Refused = 'nobody' | 'locked' | 'forbidden';

/** The scope of the request that is being answered, or why it has none. A page and its layouts ask for the same one. */
export const askScope = cache(async (): Promise<Scope | Refused> => {
  const { scopeOfThis } = await import('./people/who');
  return scopeOfThis();
});

/** The scope of the request that is being answered; ends it with 401 or 403 where it has none. */
export async function scopeOfRequest(): Promise<Scope> {
  const scope = await askScope();
  if (typeof scope !== 'string') return scope;
  if (scope === 'forbidden') forbidden();
  unauthorized();
}

/** The same for one's own records whatever the address says: for what goes past the proxy. */
export async function ownScopeOfRequest(): Promise<Scope | Refused> {
  const { ownScopeOfThis } = await import('./people/who');
  return ownScopeOfThis();
}

/** The status that says so. */
export const statusOf = (refused: Refused): number => (refused === 'forbidden' ? 403 : 401);

export const REFUSED_TEXT: Record<Refused, string> = {
  nobody: 'You are signed out. Sign in in another tab; what you entered is still here, then try again.',
  locked: 'This screen is locked. Open it in another tab; what you entered is still here, then try again.',
  forbidden: 'This is not for your account.',
};
