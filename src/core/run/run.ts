import { nameOf, type Sequence } from '../sequence/sequence';
import type { BlockResult, RunState } from './run.schema';

export type { BlockResult, RunState };

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
