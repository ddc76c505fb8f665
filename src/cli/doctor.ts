import * as z from 'zod/mini';
import { parseWith } from '@/core/base/parse';
import { ok, type Result } from '@/core/base/result';
import { databasePath } from '@/server/db/client';
import { examine, repair } from '@/server/doctor';

const Doctor = z.strictObject({
  file: z.optional(z.string().check(z.minLength(1), z.maxLength(4096))),
  repair: z.optional(z.boolean()),
});

/** Examines the database, or mends what can be. */
export function doctor(input: unknown): Result<unknown> {
  const given = parseWith(Doctor, input);
  if (!given.ok) return given;
  const file = given.value.file ?? databasePath();
  const done = given.value.repair ? repair(file) : examine(file);
  return done.ok ? ok({ file, ...done.value }) : done;
}
