import { BADLY_UP_TO, type BlockResult } from '../run/run';
import type { Sequence } from '../sequence/sequence';
import type { GradeRun } from '../task/grade';
import { GradeNumber } from '../task/task.schema';
import { TASK_PREFIX } from './task-block';

/**
 * How a task went, run by run: a block of it that was done well counts as the same, one that was stopped, made easier or
 * rated badly as worse. What was better, and how the next morning was, is not asked yet.
 *
 * @param runs oldest first
 */
export function taskRuns(
  taskId: string,
  runs: readonly { sequence: Pick<Sequence, 'blocks'>; results: readonly BlockResult[] }[],
): GradeRun[] {
  return runs.flatMap(({ sequence, results }): GradeRun[] =>
    sequence.blocks.flatMap((block): GradeRun[] => {
      const named = new RegExp(`^${TASK_PREFIX}${taskId}-([1-5])$`).exec(block.drillId);
      const result = results.find((r) => r.blockId === block.id);
      if (!named || !result || result.outcome === 'skipped') return [];
      const worse =
        result.outcome === 'stopped' ||
        result.outcome === 'easier' ||
        (result.quality !== null && result.quality <= BADLY_UP_TO);
      return [
        {
          grade: GradeNumber.parse(Number(named[1])),
          sign: worse ? 'worse' : 'same',
          worseNextDay: false,
        },
      ];
    }),
  );
}
