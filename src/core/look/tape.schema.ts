import * as z from 'zod/mini';
import { TAPE_LEVELS, TAPE_SIDES } from './tape';

const girth = z.number().check(z.gte(10), z.lte(250));

export const TapeTry = z.object({
  level: z.enum(TAPE_LEVELS),
  side: z.enum(TAPE_SIDES),
  exhaleCm: girth,
  inhaleCm: girth,
});

export type TapeTry = z.infer<typeof TapeTry>;

/** Girths at full exhale and full inhale. Kept in cm whatever is shown. */
export const Tape = z.object({
  unit: z.enum(['cm', 'in']),
  keep: z.enum(['best', 'mean']),
  tries: z.array(TapeTry).check(z.maxLength(60)),
});

export type Tape = z.infer<typeof Tape>;
