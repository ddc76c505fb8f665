import * as z from 'zod/mini';
import { ClipView } from './line.schema';
import { STANCE_POINTS } from './stance';

const px = z.number().check(z.gte(-2000), z.lte(20_000));

/** Points tapped on one picture, each up to five times; the picture itself is not kept. */
export const StanceTaps = z.object({
  view: ClipView,
  width: z.int().check(z.gte(16), z.lte(20_000)),
  height: z.int().check(z.gte(16), z.lte(20_000)),
  taps: z.partialRecord(z.enum(STANCE_POINTS), z.array(z.object({ x: px, y: px })).check(z.maxLength(5))),
});

export type StanceTaps = z.infer<typeof StanceTaps>;
