'use server';

import * as z from 'zod';
import type { Result } from '@/core/base/result';
import * as clients from '@/server/clients';
import { beginScreenAnew } from '@/server/screens';
import { command } from '../../command';

const Id = z.uuid();

/** Takes a client and the new name; makes the whole file and the list stale. */
export async function renameClient(id: string, name: string): Promise<Result<null>> {
  return command(
    z.tuple([Id, z.string()]),
    [id, name],
    ([i, n], scope) => clients.renameClient(scope, i, n),
    [[`/clients/${id}`, 'layout'], ['/']],
  );
}

/** Takes a client off the list. The page stays, so that it can be taken back; the list is made anew on the way to it. */
export async function archiveClient(id: string): Promise<Result<null>> {
  return command(Id, id, (i, scope) => clients.archiveClient(scope, i));
}

/** Puts a client back on the list; makes the list stale. */
export async function restoreClient(id: string): Promise<Result<null>> {
  return command(Id, id, (i, scope) => clients.restoreClient(scope, i), [['/']]);
}

/** Begins a damaged screening anew, its text put by; makes the whole file stale. */
export async function beginAnew(id: string): Promise<Result<null>> {
  return command(Id, id, (i, scope) => beginScreenAnew(scope, i), [[`/clients/${id}`, 'layout']]);
}
