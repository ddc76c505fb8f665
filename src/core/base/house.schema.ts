import * as z from 'zod/mini';

/** How a studio writes and measures. */
export const House = z.object({
  /** Stands at the foot of what is handed out; empty: nothing stands there. */
  name: z.string().check(z.maxLength(80)),
  length: z.enum(['cm', 'in']),
  weight: z.enum(['kg', 'lb']),
  /** 1 Monday, 6 Saturday, 7 Sunday (ISO 8601). */
  firstDay: z.literal([1, 6, 7]),
  /** A language tag (BCP 47) for dates; null: as each browser asks. */
  language: z.nullable(z.string().check(z.maxLength(35))),
});
export type House = z.infer<typeof House>;
