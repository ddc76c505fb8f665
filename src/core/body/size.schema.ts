import * as z from 'zod/mini';
import { SIZE_LIMITS } from './size';

/** What the arithmetic of volumes needs to know of a body. */
export const BodySize = z.object({
  heightCm: z
    .number()
    .check(
      z.gte(SIZE_LIMITS.heightCm[0], { error: 'height: at least 100 cm' }),
      z.lte(SIZE_LIMITS.heightCm[1], { error: 'height: at most 230 cm' }),
    ),
  sex: z.enum(['woman', 'man']),
  ageY: z
    .number()
    .check(
      z.gte(SIZE_LIMITS.ageY[0], { error: 'age: at least 10' }),
      z.lte(SIZE_LIMITS.ageY[1], { error: 'age: at most 105' }),
    ),
});

export type BodySize = z.infer<typeof BodySize>;
