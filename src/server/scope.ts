import { LIBRARY } from '@/core/drills/library';
import { ship } from '@/core/drills/shelf';

// Whatever asks for records works with the shipped drills.
ship(LIBRARY);

/** Who acts, and what they may. Every function of this folder takes one, so that no record is reached without it. */
export type Scope = { ownerId: string; may: 'write' | 'read' };

/** Until there are accounts, everything belongs to this owner. */
export const LOCAL_OWNER = 'local';

export const STUDIO: Scope = { ownerId: LOCAL_OWNER, may: 'write' };

/** The scope of the request that is being answered. */
export const scopeOfRequest = async (): Promise<Scope> => STUDIO;
