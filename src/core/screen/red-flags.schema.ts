import * as z from 'zod/mini';
import { RED_FLAGS } from './red-flags';

export const RedFlag = z.enum(RED_FLAGS);

export type RedFlag = z.infer<typeof RedFlag>;

/** A red flag that was seen, and, once it is there, what the instructor did about it. */
export const RedFlagRecord = z.object({
  flag: RedFlag,
  at: z.iso.datetime(),
  action: z.optional(z.string().check(z.trim(), z.minLength(1), z.maxLength(500))),
  actionAt: z.optional(z.iso.datetime()),
});

export type RedFlagRecord = z.infer<typeof RedFlagRecord>;
