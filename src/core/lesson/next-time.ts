import { lower, stopped } from '../base/sentence';
import { judgedResults, type RunState } from '../run/run';
import type { Sequence } from '../sequence/sequence';
import { lessonBlockId } from '../sequence/set-block';
import { gradeToday, type GradeRun } from '../task/grade';
import { signChange, signOf } from './sign-taken';
import { taskRuns } from './task-runs';

/** What a lesson came to, and what comes next time, a sentence each. */
export type NextTime = {
  /** The sign at both ends; null where it was not taken twice. */
  sign: string | null;
  /** The grade of the task next time, and why; null where it was not done. */
  task: string | null;
  /** Blocks that looked right after a cue, by what was said. */
  worked: string[];
  /** Blocks that looked wrong to the end, and what to begin with. */
  toMend: string[];
  /** Gates at which it was stepped down: what stays as it is. */
  stays: string[];
  /** One line of what comes next. */
  next: string;
};

type Run = { sequence: Sequence; state: Pick<RunState, 'results' | 'faults' | 'lesson' | 'stage'> };

/**
 * What is to be done with a lesson that was taught: the grade of the task by its rule, what was stepped down at a gate, and
 * which cue worked. Null where the run had no lesson.
 *
 * @param earlier how the task went before, oldest first
 */
export function nextTime({ sequence, state }: Run, earlier: readonly GradeRun[] = []): NextTime | null {
  const { lesson } = sequence;
  if (!lesson) return null;
  const sign = signOf(lesson);
  const change = sign ? signChange(sign, state.lesson ?? {}) : null;
  const stays = [
    ...new Set(
      (state.lesson?.gates ?? [])
        .filter((g) => g.choice === 'down')
        .flatMap((g) => lesson.blocks.find((b) => b.id === lessonBlockId(g.blockId))?.title ?? []),
    ),
  ];
  const { worked, toMend } = seenIn(sequence, state);
  const task = taskNext({ sequence, state }, earlier);
  const worse = change?.verdict === 'worse' || state.stage === 'stopped';
  const next = worse
    ? 'One step less of everything, and ask first how the next morning was.'
    : stays.length > 0
      ? `The same again: ${stays.map(lower).join(', ')} before anything harder.`
      : change?.verdict === 'better'
        ? 'The same lesson, one set more where it was easy.'
        : 'The same again, the first block longer.';
  return {
    sign: change ? change.said : null,
    task,
    worked,
    toMend,
    stays,
    next,
  };
}

/** What right and wrong were seen after, block by block; the last word on a block counts. */
function seenIn({ lesson }: Sequence, state: Run['state']): Pick<NextTime, 'worked' | 'toMend'> {
  const worked: string[] = [];
  const toMend: string[] = [];
  for (const block of lesson?.blocks ?? []) {
    const seen = (state.lesson?.seen ?? []).filter((s) => lessonBlockId(s.blockId) === block.id);
    const last = seen.at(-1);
    if (!last) continue;
    const wasWrong = seen.some((s) => s.as === 'wrong');
    const said = wasWrong ? block.correct : [block.cues[0]!, block.cues[1]!, block.image][last.cue]!;
    if (last.as === 'right') worked.push(`${block.title}: “${said}”`);
    else toMend.push(`${block.title}: begin with “${block.correct}”`);
  }
  return { worked, toMend };
}

/** The grade of the task next time by its rule. */
function taskNext({ sequence, state }: Run, earlier: readonly GradeRun[]): string | null {
  const task = sequence.lesson?.task;
  if (!task?.taskId) return null;
  const mine = taskRuns(task.taskId, [
    { sequence, results: judgedResults(state), ...(state.lesson ? { lesson: state.lesson } : {}) },
  ]);
  const last = mine.at(-1);
  if (!last) return `${stopped(task.name)} Not done today: the same grade, ${Math.max(1, task.today)}.`;
  const from = earlier[0]?.grade ?? last.grade;
  const { grade, why } = gradeToday({ from, wanted: 5, open: 5 }, [...earlier, ...mine]);
  const way = grade > last.grade ? 'on to' : grade < last.grade ? 'back to' : 'again';
  return `${stopped(task.name)} Next time ${way} grade ${grade}, ${task.grades[grade - 1]!}: ${why}.`;
}
