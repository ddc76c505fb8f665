import * as z from 'zod/mini';
import { HomeDoc } from './home-doc.schema';
import { HomeReport, MOST_REPORTS } from './report.schema';

export const Kept = z.object({
  doc: HomeDoc,
  said: z.array(HomeReport).check(z.maxLength(MOST_REPORTS)),
  /** Ids of what is not known to have arrived. */
  unsent: z.array(z.string()).check(z.maxLength(MOST_REPORTS)),
  /** What was said of plans before this one and is not known to have arrived. */
  behind: z.optional(
    z.array(z.object({ planId: z.uuid(), reports: z.array(HomeReport).check(z.maxLength(MOST_REPORTS)) })),
  ),
});
/** What this phone keeps: the plan, what was said of it, and what of that still has to be sent. */
export type Kept = z.infer<typeof Kept>;
