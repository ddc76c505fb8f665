import { revalidatePath } from 'next/cache';
import type * as z from 'zod';
import { parseWith } from '@/core/base/parse';
import { fail, type Failure } from '@/core/base/result';
import { guarded } from '@/server/save';
import { scopeOfRequest, type Scope } from '@/server/scope';

/** What a command makes stale: pages under an address, alone or with all that lies below. */
export type Stale = readonly [path: string, kind?: 'page' | 'layout'];

/**
 * Runs a command of a station: parses what the browser sent before anything is done with it, asks what the sender may,
 * turns a failing disk into a sentence, and has the pages that show what was changed made anew.
 */
export async function command<S extends z.core.$ZodType, R extends { ok: boolean }>(
  schema: S,
  input: unknown,
  run: (given: z.output<S>, scope: Scope) => R,
  stale: readonly Stale[] = [],
): Promise<R | Failure> {
  const given = parseWith(schema, input);
  if (!given.ok) return given;
  const scope = await scopeOfRequest();
  if (scope.may !== 'write') return fail('You may look at these records, not change them.');
  const done = guarded(() => run(given.value, scope));
  for (const [path, kind] of stale) revalidatePath(path, kind);
  return done;
}
