import * as z from 'zod/mini';

/** How long records are kept after a client was last here, years. There is no default: the law of the place says. */
export const Retention = z.object({ years: z.int().check(z.gte(1), z.lte(50)) });
export type Retention = z.infer<typeof Retention>;
