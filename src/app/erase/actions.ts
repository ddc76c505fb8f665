'use server';

import * as z from 'zod';
import type { Erasure } from '@/core/client/erasure.schema';
import type { Result } from '@/core/base/result';
import { eraseClient } from '@/server/erase';
import { command } from '../command';

const Asked = z.object({ clientId: z.uuid(), typed: z.string().max(200) });

/** Erases a client for good; the name is typed to be sure who is meant. */
export async function erase(asked: z.input<typeof Asked>): Promise<Result<Erasure>> {
  return command(Asked, asked, ({ clientId, typed }, scope) => eraseClient(scope, clientId, typed));
}
