import * as z from 'zod/mini';
import { StopSign } from '../screen/stop-signs';
import { nameOf, type Sequence } from '../sequence/sequence';

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
  relookLookId: z.optional(z.string()),
});
export type RunState = z.infer<typeof RunState>;

export const NEW_RUN: RunState = { stage: 'running', index: 0, blockS: 0, results: [] };

/** What was coached under a result, by name; a block that was exchanged since is named by its drill. */
export function resultName(sequence: Sequence, result: BlockResult): string {
  const block = sequence.blocks.find((b) => b.id === result.blockId && b.drillId === result.drillId);
  return nameOf(block ?? result);
}

/** Drills that went well once (quality 4 or 5, to the end): the client owns them. */
export function ownedDrills(results: readonly BlockResult[]): string[] {
  return [
    ...new Set(results.filter((r) => (r.quality ?? 0) >= 4 && r.outcome === 'done').map((r) => r.drillId)),
  ];
}

/** Highest level of the drills that are owned; −1 when there is none yet. */
export function ownedLevel(
  results: readonly BlockResult[],
  levelOf: (drillId: string) => number | undefined,
): number {
  return ownedDrills(results).reduce((best, id) => Math.max(best, levelOf(id) ?? -1), -1);
}
