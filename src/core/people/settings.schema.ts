import * as z from 'zod/mini';

/** Whether several people use a studio, and after how long without a touch a screen locks, minutes. */
export const PeopleSettings = z.object({
  several: z.boolean(),
  quietMin: z.int().check(z.gte(1), z.lte(240)),
  /** Signs the cookies of this studio; random. */
  secret: z.string().check(z.minLength(32)),
});

export type PeopleSettings = z.infer<typeof PeopleSettings>;

/** Of what the keys are made under which browsers keep what is not saved yet; random. */
export const DraftSecret = z.object({ secret: z.string().check(z.minLength(32)) });
export type DraftSecret = z.infer<typeof DraftSecret>;

/** The screen locks after so long without a touch. Our choice; it can be set. */
export const QUIET_MIN = 10;
