import * as z from 'zod/mini';

const seconds = z.array(z.number().check(z.gte(0), z.lte(3600))).check(z.maxLength(400));

/** Seconds that set-ups really took, oldest first: of drills that were new, and of those that were owned. */
export const SetUps = z.object({ fresh: seconds, known: seconds });
export type SetUps = z.infer<typeof SetUps>;
