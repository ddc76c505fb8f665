import * as z from 'zod/mini';

const weeks = (max: number, what: string) =>
  z
    .int({ error: `${what}: give whole weeks` })
    .check(
      z.gte(0, { error: `${what}: cannot be below 0 weeks` }),
      z.lte(max, { error: `${what}: at most ${max} weeks; check the number` }),
    );

/**
 * What a client brings that changes what may be done (practice P7). Every flag may be absent, which means that
 * it was asked and does not apply.
 */
export const Flags = z.strictObject({
  pregnancyWeek: z.optional(weeks(44, 'pregnancy')),
  postpartumWeeks: z.optional(weeks(104, 'postpartum')),
  birth: z.optional(z.enum(['vaginal', 'caesarean'])),
  /** Width of the abdominal-wall separation in mm, at its widest. */
  separationMm: z.optional(
    z
      .number()
      .check(
        z.gte(0),
        z.lte(150, { error: 'separation: more than 150 mm; give millimetres at the widest place' }),
      ),
  ),
  cardiac: z.optional(z.boolean()),
  highBloodPressure: z.optional(z.boolean()),
  neurological: z.optional(z.boolean()),
  respiratory: z.optional(z.boolean()),
  panic: z.optional(z.boolean()),
  recentSurgery: z.optional(z.boolean()),
  hernia: z.optional(z.boolean()),
  eyePressure: z.optional(z.boolean()),
  reflux: z.optional(z.boolean()),
  osteoporosis: z.optional(z.boolean()),
  backPain: z.optional(z.enum(['bending', 'arching', 'either'])),
  leaking: z.optional(z.boolean()),
  heaviness: z.optional(z.boolean()),
  urgency: z.optional(z.boolean()),
  floorTension: z.optional(z.boolean()),
  shoulder: z.optional(z.boolean()),
  knees: z.optional(z.boolean()),
  wrists: z.optional(z.boolean()),
  noSupine: z.optional(z.boolean()),
  noProne: z.optional(z.boolean()),
});

export type Flags = z.infer<typeof Flags>;
