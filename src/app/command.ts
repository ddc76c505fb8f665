import { revalidatePath } from 'next/cache';
import type * as z from 'zod';
import { parseWith } from '@/core/base/parse';
import { fail, type Failure } from '@/core/base/result';
import { guarded, ONLY_LOOK } from '@/server/save';
import { noteChanged } from '@/server/people/who';
import { askScope } from '@/server/request-scope';
import { REFUSED_TEXT, type Scope } from '@/server/scope';

/** What a command makes stale: pages under an address, alone or with all that lies below. */
export type Stale = readonly [path: string, kind?: 'page' | 'layout'];

/**
 * Runs a command of a station: asks what the sender may, parses what the browser sent before anything is done with it,
 * turns a failing disk into a sentence, and has the pages that show what was changed made anew.
 */
export async function command<S extends z.core.$ZodType, R extends { ok: boolean }>(
  schema: S,
  input: unknown,
  run: (given: z.output<S>, scope: Scope) => R,
  stale: readonly Stale[] = [],
  may: 'write' | 'coach' = 'write',
): Promise<R | Failure> {
  // What was typed stays on the screen of one who was signed out or locked meanwhile.
  const scope = await askScope();
  if (typeof scope === 'string') return fail(REFUSED_TEXT[scope]);
  if (scope.may !== 'write' && scope.may !== may) return fail(ONLY_LOOK);
  const given = parseWith(schema, input);
  if (!given.ok) return given;
  const done = guarded(() => run(given.value, scope));
  if (done.ok) await noteChanged(scope);
  for (const [path, kind] of stale) revalidatePath(path, kind);
  return done;
}
