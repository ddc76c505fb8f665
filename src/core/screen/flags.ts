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
export type Flag = keyof Flags;

export const FLAG_LABEL: Record<Flag, string> = {
  pregnancyWeek: 'pregnancy',
  postpartumWeeks: 'postpartum',
  birth: 'birth',
  separationMm: 'abdominal-wall separation',
  cardiac: 'cardiac disease',
  highBloodPressure: 'high blood pressure',
  neurological: 'seizures, neurological disease',
  respiratory: 'asthma, COPD, other lung disease',
  panic: 'panic or over-breathing before',
  recentSurgery: 'surgery in the last 12 weeks',
  hernia: 'hernia',
  eyePressure: 'glaucoma or retinal problems',
  reflux: 'reflux',
  osteoporosis: 'osteoporosis or rib injury',
  backPain: 'back pain',
  leaking: 'leaking under effort',
  heaviness: 'pelvic heaviness',
  urgency: 'urgency',
  floorTension: 'pelvic-floor pain or tension',
  shoulder: 'shoulder cannot lift or reach',
  knees: 'knees cannot kneel',
  wrists: 'wrists cannot bear weight',
  noSupine: 'cannot lie on the back',
  noProne: 'cannot lie face down',
};

export const FLAG_GROUPS: readonly { name: string; flags: readonly Flag[] }[] = [
  { name: 'Pregnancy and birth', flags: ['pregnancyWeek', 'postpartumWeeks', 'birth', 'separationMm'] },
  {
    name: 'Heart, nerves, lungs',
    flags: ['cardiac', 'highBloodPressure', 'neurological', 'respiratory', 'panic'],
  },
  {
    name: 'Pressure and tissue',
    flags: ['recentSurgery', 'hernia', 'eyePressure', 'reflux', 'osteoporosis'],
  },
  { name: 'Pelvic floor', flags: ['leaking', 'heaviness', 'urgency', 'floorTension'] },
  { name: 'Positions', flags: ['backPain', 'shoulder', 'knees', 'wrists', 'noSupine', 'noProne'] },
];

/** True when the flag is set; a week of 0 counts as set. */
export const isSet = (flags: Flags, flag: Flag): boolean =>
  flags[flag] !== undefined && flags[flag] !== false;

export const setFlags = (flags: Flags): Flag[] =>
  (Object.keys(FLAG_LABEL) as Flag[]).filter((f) => isSet(flags, f));

/** A flag with its value, as one short phrase. @example describeFlag({ pregnancyWeek: 34 }, 'pregnancyWeek') // 'pregnancy, week 34' */
export function describeFlag(flags: Flags, flag: Flag): string {
  switch (flag) {
    case 'pregnancyWeek':
      return `pregnancy, week ${flags.pregnancyWeek}`;
    case 'postpartumWeeks':
      return `${flags.postpartumWeeks} weeks postpartum`;
    case 'birth':
      return `${flags.birth} birth`;
    case 'separationMm':
      return `abdominal-wall separation ${flags.separationMm} mm`;
    case 'backPain':
      return `back pain on ${flags.backPain === 'either' ? 'bending and arching' : flags.backPain}`;
    default:
      return FLAG_LABEL[flag];
  }
}
