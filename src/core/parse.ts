import type * as z from 'zod';
import { fail, ok, type Result } from './result';

/**
 * Parses unknown input by a schema and turns the first problem into one sentence that names the field.
 *
 * @example parseWith(Pattern, { inhaleS: 'x' }) // { ok: false, field: 'inhaleS', why: 'inhaleS: …' }
 */
export function parseWith<S extends z.ZodType>(schema: S, input: unknown): Result<z.output<S>> {
  const parsed = schema.safeParse(input);
  if (parsed.success) return ok(parsed.data);
  const issue = parsed.error.issues[0];
  const field = issue && issue.path.length > 0 ? issue.path.join('.') : 'input';
  return fail(`${field}: ${issue?.message ?? 'not understood'}`, field);
}
