'use server';

import * as z from 'zod';
import { fail, ok, type Result } from '@/core/base/result';
import { Protocol } from '@/core/look/tests.schema';
import { barOf } from '@/core/run/may-run';
import { findClient } from '@/server/clients';
import * as looks from '@/server/looks';
import * as protocols from '@/server/protocols';
import { readScreen } from '@/server/screens';
import { command } from '../../../command';

const Id = z.uuid();

/** Takes a client and the tests to make (without them all); makes the client's file stale. */
export async function startLook(clientId: string, protocol?: Protocol): Promise<Result<{ id: string }>> {
  return command(
    z.tuple([Id, z.optional(Protocol)]),
    [clientId, protocol],
    ([id, p], scope): Result<{ id: string }> => {
      if (!findClient(scope, id)) return fail('This client is no longer here.');
      const screen = readScreen(scope, id);
      const bar = screen.ok ? barOf(screen.value.data) : null;
      return bar === null ? ok({ id: looks.beginVisit(scope, id, p) }) : fail(bar);
    },
    [[`/clients/${clientId}`, 'layout']],
  );
}

/** Takes a look and closes it; makes the client's file stale. */
export async function finishLook(id: string): Promise<Result<null>> {
  return command(Id, id, (i, scope) => looks.finishLook(scope, i), [['/clients/[id]', 'layout']]);
}

/** Takes a named choice of tests; makes the pages where looks begin stale. */
export async function storeProtocol(protocol: Protocol): Promise<Result<null>> {
  return command(Protocol, protocol, (p, scope) => ok(protocols.saveProtocol(scope, p) ?? null), [
    ['/clients/[id]/look', 'page'],
  ]);
}

/** Takes the id of a named choice and forgets it; makes the pages where looks begin stale. */
export async function dropProtocol(id: string): Promise<Result<null>> {
  return command(Id, id, (i, scope) => ok(protocols.dropProtocol(scope, i) ?? null), [
    ['/clients/[id]/look', 'page'],
  ]);
}
