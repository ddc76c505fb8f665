'use server';

import * as z from 'zod';
import type { Result } from '@/core/base/result';
import * as clients from '@/server/clients';
import { command } from './command';

/** Takes a name; makes the list of clients stale. */
export async function createClient(name: string): Promise<Result<{ id: string }>> {
  return command(z.string(), name, (n, scope) => clients.createClient(scope, n), [['/']]);
}
