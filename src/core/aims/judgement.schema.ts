import * as z from 'zod/mini';
import { ReadingName } from './reading-names.schema';
import { Need } from './needs.schema';

const why = z.string().check(z.minLength(3), z.maxLength(500));

/** What the instructor decided instead of what was computed, and why. */
export const Judgement = z.object({
  /** Strength 0–1 in place of the computed one. */
  readings: z.partialRecord(ReadingName, z.object({ strength: z.number().check(z.gte(0), z.lte(1)), why })),
  /** Weight 0–10 in place of the computed one. */
  needs: z.partialRecord(Need, z.object({ weight: z.number().check(z.gte(0), z.lte(10)), why })),
});

export type Judgement = z.infer<typeof Judgement>;
