'use server';

import * as z from 'zod';
import type { Result } from '@/core/base/result';
import { GivenConsent } from '@/core/people/consent.schema';
import { keepHere, withdraw } from '@/server/people/consents';
import { command } from '../../../command';

const PAGES = [['/clients/[id]/consents', 'page']] as const;

/** Puts down that a client has agreed to something. */
export async function agree(clientId: string, given: GivenConsent): Promise<Result<null>> {
  return command(
    z.tuple([z.uuid(), GivenConsent]),
    [clientId, given],
    ([id, consent], scope) => keepHere(scope, id, consent),
    PAGES,
  );
}

/** Puts down that a client no longer agrees. */
export async function takeBackConsent(id: string): Promise<Result<null>> {
  return command(z.uuid(), id, (given, scope) => withdraw(scope, given), PAGES);
}
