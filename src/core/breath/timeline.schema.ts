import * as z from 'zod/mini';
import { RUNGS } from './ladder';
import { Pattern } from './pattern.schema';

/**
 * How often a pattern is breathed: breaths in a round, rounds on each side, the rest between rounds. Where one side comes
 * first it may have rounds of its own.
 */
export const Dose = z.object({
  breaths: z.int().check(z.gte(1), z.lte(200)),
  rounds: z.int().check(z.gte(1), z.lte(20)),
  restS: z.number().check(z.gte(0), z.lte(600)),
  sides: z.union([z.literal(1), z.literal(2)]),
  first: z.optional(z.enum(['right', 'left'])),
  firstRounds: z.optional(z.int().check(z.gte(1), z.lte(20))),
});

export type Dose = z.infer<typeof Dose>;

/**
 * What is breathed inside a block. `paced`: the same pattern throughout, but for the `last` breath
 * of a round where that is another; `full`: each exhale goes on until the ribs stop dropping, its seconds are only a guess. `ladder`: one breath a rung, of which there are five unless said.
 * `free`: the client breathes as they like for `freeS` seconds a round (watching, walking, stretching).
 */
export const Breathing = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('paced'),
    pattern: Pattern,
    last: z.optional(Pattern),
    full: z.optional(z.boolean()),
  }),
  z.object({
    kind: z.literal('ladder'),
    rungs: z.optional(z.int().check(z.gte(RUNGS.least), z.lte(RUNGS.most))),
  }),
  z.object({ kind: z.literal('free'), freeS: z.number().check(z.gte(1), z.lte(3600)) }),
]);

export type Breathing = z.infer<typeof Breathing>;
