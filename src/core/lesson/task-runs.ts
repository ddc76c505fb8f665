import { BADLY_UP_TO, type BlockResult, type RunState } from '../run/run';
import type { Sequence } from '../sequence/sequence';
import type { GradeRun } from '../task/grade';
import { GradeNumber } from '../task/task.schema';
import { MORNING } from './asks';
import { signChange, signOf } from './sign-taken';
import { TASK_PREFIX } from '../task/prefix';

type TaskRun = {
  sequence: Pick<Sequence, 'blocks' | 'lesson'>;
  results: readonly BlockResult[];
  lesson?: RunState['lesson'];
};

/**
 * How a task went, run by run: by the sign that was taken at both ends, and worse in any case where its block was stopped,
 * made easier or rated badly. How the morning after it was is what the next lesson asked.
 *
 * @param runs oldest first
 */
export function taskRuns(taskId: string, runs: readonly TaskRun[]): GradeRun[] {
  const named = new RegExp(`^${TASK_PREFIX}${taskId}-([1-5])$`);
  return runs.flatMap(({ sequence, results, lesson }, i): GradeRun[] => {
    const sign = sequence.lesson && signOf(sequence.lesson);
    const change = sign ? signChange(sign, lesson ?? {}) : null;
    const after = runs[i + 1]?.lesson?.day?.[MORNING] === true;
    return sequence.blocks.flatMap((block): GradeRun[] => {
      const grade = named.exec(block.drillId)?.[1];
      const result = results.find((r) => r.blockId === block.id);
      if (grade === undefined || !result || result.outcome === 'skipped') return [];
      const bad =
        result.outcome === 'stopped' ||
        result.outcome === 'easier' ||
        (result.quality !== null && result.quality <= BADLY_UP_TO);
      return [
        {
          grade: GradeNumber.parse(Number(grade)),
          sign:
            bad || change?.verdict === 'worse' ? 'worse' : change?.verdict === 'better' ? 'better' : 'same',
          worseNextDay: after,
        },
      ];
    });
  });
}
