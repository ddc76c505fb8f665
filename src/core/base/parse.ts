import * as z from 'zod/mini';
import en from 'zod/v4/locales/en.js';
import { fail, ok, type Result } from './result';

// The small build of zod ships without words; these are its English ones.
z.config(en());

/**
 * Parses unknown input by a schema and turns the first problem into one sentence that names the field.
 *
 * @example parseWith(Pattern, { inhaleS: 'x' }) // { ok: false, field: 'inhaleS', why: 'inhaleS: …' }
 */
export function parseWith<S extends z.core.$ZodType>(schema: S, input: unknown): Result<z.output<S>> {
  const parsed = z.safeParse(schema, input);
  if (parsed.success) return ok(parsed.data);
  const issue = parsed.error.issues[0];
  const field = issue && issue.path.length > 0 ? issue.path.join('.') : 'input';
  return fail(`${field}: ${issue?.message ?? 'not understood'}`, field);
}
