import * as z from 'zod/mini';
import { PLACE_GROUPS, POSITIONS } from '../body/positions';
import { PROPS } from '../body/props';
import { WAYS } from '../body/ways';
import { CONTROL_MODES, FLOOR_MODES } from '../tone/tone';

const Place = z.enum([...POSITIONS, ...PLACE_GROUPS]);
export type Place = z.infer<typeof Place>;

/** When a sentence holds: all that is given has to be so. */
export const When = z.object({
  /** One of these positions, or groups of them. */
  in: z.optional(z.array(Place)),
  floor: z.optional(z.array(z.enum(FLOOR_MODES))),
  wall: z.optional(z.array(z.enum(CONTROL_MODES))),
  /** There is a pause in the pattern, or none. */
  pause: z.optional(z.boolean()),
  known: z.optional(z.boolean()),
  /** One of these props itself is used; none of those is. */
  with: z.optional(z.array(z.enum(PROPS))),
  without: z.optional(z.array(z.enum(PROPS))),
  way: z.optional(z.array(z.enum(WAYS))),
  notWay: z.optional(z.array(z.enum(WAYS))),
});
export type When = z.infer<typeof When>;

/** A sentence and when it holds. */
export type Told = { text: string; when?: When };
