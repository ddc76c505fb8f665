import * as z from 'zod/mini';
import { COMPLAINT_KINDS, COMPLAINT_PLACES } from './complaints';

/** Something that bothers a client, with its place on the body. */
export const Complaint = z.object({
  place: z.enum(COMPLAINT_PLACES),
  side: z.enum(['right', 'left', 'middle', 'both']),
  kind: z.enum(COMPLAINT_KINDS),
  /** 0 none, 10 the worst that can be thought of. */
  score: z.int().check(z.gte(0), z.lte(10)),
  /** When it is there, and what brings it, in a few words. */
  when: z.optional(z.string().check(z.maxLength(120))),
  brings: z.optional(z.string().check(z.maxLength(120))),
});

export type Complaint = z.infer<typeof Complaint>;
