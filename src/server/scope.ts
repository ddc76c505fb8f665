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

/** The status that says so. */
export const statusOf = (refused: Refused): number => (refused === 'forbidden' ? 403 : 401);

export const REFUSED_TEXT: Record<Refused, string> = {
  nobody: 'You are signed out. Sign in in another tab; what you entered is still here, then try again.',
  locked: 'This screen is locked. Open it in another tab; what you entered is still here, then try again.',
  forbidden: 'This is not for your account.',
};
