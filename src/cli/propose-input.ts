import * as z from 'zod/mini';
import { GOALS } from '@/core/aims/goals';
import { NEEDS } from '@/core/aims/needs';
import { Needs } from '@/core/aims/needs.schema';
import { READINGS } from '@/core/aims/reading-names';
import { Control, School } from '@/core/aims/school.schema';
import { POSITIONS } from '@/core/body/positions';
import { PROPS } from '@/core/body/props';
import { RELOOK_TESTS } from '@/core/look/look';
import { HOLD_POSITIONS } from '@/core/look/places';
import { RingPosition } from '@/core/look/places.schema';
import { Flags } from '@/core/screen/flags.schema';
import { QUESTIONS } from '@/core/screen/questions';

export const props = z._default(z.array(z.enum(PROPS)), []);
export const Asked = z.partialRecord(z.enum(QUESTIONS), z.boolean());
export const goals = z._default(z.array(z.enum(GOALS)), []);
const drillIds = z._default(z.array(z.string().check(z.maxLength(40))).check(z.maxLength(200)), []);
const seconds = z.nullable(z.number().check(z.positive(), z.lte(600)));
/** What a proposal or a lesson is asked for with. */
export const ProposeInput = z.strictObject({
  needs: z.optional(Needs),
  readings: z.optional(z.partialRecord(z.enum(READINGS), z.number().check(z.gte(0), z.lte(1)))),
  /** What stands behind a need, in words, for the reasons. */
  because: z.optional(z.partialRecord(z.enum(NEEDS), z.array(z.string()))),
  flags: z._default(Flags, {}),
  answers: z._default(Asked, {}),
  props,
  goals,
  minutes: z.number(),
  school: z._default(School, 'lowQuiet'),
  control: z.optional(Control),
  comfortableExhaleS: z._default(z.nullable(z.number().check(z.positive(), z.lte(60))), null),
  calmHoldS: z.optional(seconds),
  quietPerMin: z.optional(z.nullable(z.number().check(z.positive(), z.lte(120)))),
  hold: z.optional(
    z.nullable(
      z.object({ position: z.enum(HOLD_POSITIONS), holdS: z.number().check(z.positive()), why: z.string() }),
    ),
  ),
  ownedLevel: z._default(z.int().check(z.gte(-1), z.lte(3)), 0),
  relook: z.optional(z.enum(RELOOK_TESTS)),
  owned: drillIds,
  ownedAt: z.optional(z.record(z.string(), z.enum(POSITIONS))),
  lost: drillIds,
  visits: z.optional(z.int().check(z.gte(1))),
  silentSide: z.optional(z.nullable(z.enum(['right', 'left']))),
  best: z.optional(z.object({ sitting: z.nullable(RingPosition), standing: z.nullable(RingPosition) })),
  setUps: z.optional(z.object({ fresh: z.optional(z.number()), known: z.optional(z.number()) })),
  place: z.optional(z.literal('desk')),
  locked: drillIds,
  wanted: drillIds,
  unwanted: drillIds,
});
