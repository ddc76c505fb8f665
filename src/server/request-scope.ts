import { cache } from 'react';
import { forbidden, unauthorized } from 'next/navigation';
import { ownScopeOfThis, scopeOfThis } from './people/who';
import type { Refused, Scope } from './scope';

/** The scope of the request that is being answered, or why it has none. A page and its layouts ask for the same one. */
export const askScope = cache((): Promise<Scope | Refused> => scopeOfThis());

/** The scope of the request that is being answered; ends it with 401 or 403 where it has none. */
export async function scopeOfRequest(): Promise<Scope> {
  const scope = await askScope();
  if (typeof scope !== 'string') return scope;
  if (scope === 'forbidden') forbidden();
  unauthorized();
}

/** The same for one’s own records whatever the address says: for what goes past the proxy. */
export const ownScopeOfRequest = (): Promise<Scope | Refused> => ownScopeOfThis();
