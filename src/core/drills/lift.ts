import * as z from 'zod/mini';

/** What a lift does to the ribs and how heavy it is for this client. */
export const Lift = z.object({
  /** Which way the working muscles move the ribs (practice P57). */
  ribs: z.enum(['close', 'open', 'neither']),
  /** Highest arm angle, degrees; 180 is straight up (practice P58). */
  armDeg: z.number().check(z.gte(0), z.lte(200)),
  load: z.union([
    z.object({ percent: z.number().check(z.gte(1), z.lte(110)) }),
    z.object({ repsPossible: z.int().check(z.gte(1), z.lte(60)) }),
  ]),
});
export type Lift = z.infer<typeof Lift>;

/** How a load is breathed with (practice P59): flowing, held past the sticking point, or held for the whole repetition. */
const STRATEGIES = ['withMovement', 'pastSticking', 'wholeRep'] as const;
export type Strategy = (typeof STRATEGIES)[number];

/** How the breath goes with a load in one block: the way, and with which part of it when it flows. */
export const Loading = z.object({
  strategy: z.enum(STRATEGIES),
  effort: z.enum(['exhale', 'inhale']),
});
export type Loading = z.infer<typeof Loading>;
