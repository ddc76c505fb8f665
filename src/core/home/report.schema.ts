import * as z from 'zod/mini';
import { Symptoms } from '../look/symptoms.schema';
import { StopSign } from '../screen/stop-signs.schema';

const base = { id: z.uuid(), at: z.iso.datetime(), day: z.iso.date() };
const slot = z.string().check(z.minLength(1), z.maxLength(40));

/** One thing that comes back from home. Its id is made on the phone, so that what is sent twice is kept once. */
export const HomeReport = z.discriminatedUnion('kind', [
  z.object({
    ...base,
    kind: z.literal('done'),
    slot,
    entryId: z.nullable(z.string().check(z.maxLength(40))),
    /** How it felt, 0 very easy to 10 as hard as can be; not always said. */
    felt: z.optional(z.int().check(z.gte(0), z.lte(10))),
    /** So many whole sets were done, where there was more than one; 0: left during the first. */
    sets: z.optional(z.int().check(z.gte(0), z.lte(20))),
    /** At the gate between two sets: it was not easy, so that nothing more was done. */
    notEasy: z.optional(z.literal(true)),
  }),
  z.object({
    ...base,
    kind: z.literal('stop'),
    entryId: z.nullable(z.string().check(z.maxLength(40))),
    sign: StopSign,
  }),
  z.object({ ...base, kind: z.literal('complaints'), symptoms: Symptoms }),
  /** Takes back what was said before. */
  z.object({ ...base, kind: z.literal('undo'), of: z.uuid() }),
]);

export type HomeReport = z.infer<typeof HomeReport>;

export const MOST_REPORTS = 2000;
