import * as z from 'zod/mini';
import { StopSign } from '../screen/stop-signs.schema';

export const BlockResult = z.object({
  blockId: z.string(),
  drillId: z.string(),
  quality: z.nullable(z.int().check(z.gte(1), z.lte(5))),
  note: z.string().check(z.maxLength(2000)),
  outcome: z.enum(['done', 'skipped', 'easier', 'harder', 'stopped']),
});

export type BlockResult = z.infer<typeof BlockResult>;

/** Where a run stands. `blockS` is the clock inside the block (or the look again), so that a reload resumes there. */
export const RunState = z.object({
  stage: z.enum(['running', 'relook', 'done', 'stopped']),
  index: z.int().check(z.gte(0)),
  blockS: z.number().check(z.gte(0)),
  results: z.array(BlockResult).check(z.maxLength(300)),
  stopSign: z.optional(StopSign),
  stopNote: z.optional(z.string().check(z.maxLength(2000))),
  /** Seconds that the set-up of a block really took, its change of position left out. */
  setUps: z.optional(z.record(z.string(), z.number().check(z.gte(0), z.lte(3600)))),
  relookLookId: z.optional(z.string()),
  /** Asked after the run, where the floor or the wall was worked on (practice P77). */
  asked: z.optional(z.object({ leaked: z.optional(z.boolean()), pushedOut: z.optional(z.boolean()) })),
});

export type RunState = z.infer<typeof RunState>;
