import { POSITION, type Position } from '../body/positions';
import { rulesAgainst } from '../safety/rules';
import { POSITION_RULES } from '../safety/position-rules';
import { settledFlags, type Flags } from '../screen/flags';
import { conditionLabel, holds, questionOf, type Condition } from './conditions';
import type { GradeNumber, Task } from './task.schema';

/** What is open of a task to a client, what changes, and what has to be asked first. */
export type TaskVerdict = {
  /** The highest grade that may be done; 0: none. */
  open: number;
  /** Why no more is open, one sentence each. */
  limits: string[];
  /** What is done otherwise. */
  says: string[];
  /** What only the client can say, today; a yes does what its rule says. */
  asks: { condition: Condition; question: string; says: string; atMost?: number }[];
  /** Whose yes is needed before anything over the first grade. */
  yesOf: string[];
};

const ALL = 5;

/** Where a task can be practised, best first: what is done on the back may be done on the side. */
export const placesOf = ({ practice }: Pick<Task, 'practice'>): Position[] => [
  practice.position,
  ...(POSITION[practice.position].family === 'supine' ? (['sideLying'] as const) : []),
];

/** What may be done of a task, by its own rules and by the rules for what each grade asks of the body. */
export function taskVerdict(
  task: Task,
  given: Flags,
  said: { yesOf?: readonly string[]; conditions?: readonly Condition[] } = {},
): TaskVerdict {
  const flags = settledFlags(given);
  const verdict: TaskVerdict = { open: ALL, limits: [], says: [], asks: [], yesOf: [] };
  const limit = (most: number, why: string) => {
    if (most < verdict.open) verdict.open = Math.max(0, most);
    verdict.limits.push(why);
  };
  const barring = placesOf(task).map((p) => POSITION_RULES.find((r) => r.target(p) && r.when(flags)));
  if (barring.every((rule) => rule !== undefined)) limit(0, barring[0]!.because);
  for (let grade = 1; grade <= ALL; grade++)
    for (const demand of task.demands[String(grade)] ?? [])
      for (const rule of rulesAgainst(demand, flags, grade >= 4 ? 3 : 1, task.id))
        if (rule.remedy === 'bar' || rule.remedy === 'noHold' || rule.remedy === 'noFullHold')
          if (grade - 1 < verdict.open) limit(grade - 1, rule.because);
  for (const rule of task.flags) {
    const there = rule.if.filter(
      (c) => holds(c, flags) === true || (holds(c, flags) === null && said.conditions?.includes(c)),
    );
    const open = rule.if.filter((c) => holds(c, flags) === null && !said.conditions?.includes(c));
    if (there.length > 0) {
      const why = `${there.map(conditionLabel).join(', ')}: ${rule.says}`;
      verdict.says.push(why);
      if (rule.atMost !== undefined) limit(rule.atMost, why);
      if (rule.yesOf && !said.yesOf?.includes(rule.yesOf)) {
        if (!verdict.yesOf.includes(rule.yesOf)) verdict.yesOf.push(rule.yesOf);
        limit(1, why);
      }
    }
    for (const condition of open)
      verdict.asks.push({
        condition,
        question: questionOf(condition)!,
        says: rule.says,
        ...(rule.atMost === undefined ? {} : { atMost: rule.atMost }),
      });
  }
  verdict.limits = [...new Set(verdict.limits)];
  return verdict;
}

/** How a grade went: the sign against the one before, and whether anything was worse the next morning. */
export type GradeRun = { grade: GradeNumber; sign: 'better' | 'same' | 'worse'; worseNextDay: boolean };

/** So many good runs in a row at a grade open the next. Common practice, no source. */
const RUNS_TO_STEP = 2;

/**
 * The grade for today: one up after two runs with the sign the same or better and nothing worse next morning, one down
 * after a run that was worse, never over what is open or over what is wanted.
 *
 * @param runs oldest first
 */
export function gradeToday(
  { from, wanted, open }: { from: number; wanted: number; open: number },
  runs: readonly GradeRun[],
): { grade: number; why: string } {
  let grade = from;
  let good = 0;
  let why = 'where it starts';
  for (const run of runs) {
    if (run.grade !== grade) {
      grade = run.grade;
      good = 0;
    }
    if (run.sign === 'worse' || run.worseNextDay) {
      grade = Math.max(1, grade - 1);
      good = 0;
      why = 'one down: the last run was worse';
    } else if (++good >= RUNS_TO_STEP && grade < wanted) {
      grade += 1;
      good = 0;
      why = 'one up: two runs the same or better, nothing worse next morning';
    } else why = good === 1 ? 'once more at this grade before the next' : 'stays at this grade';
  }
  const most = Math.min(open, wanted);
  return grade > most
    ? { grade: most, why: open < wanted ? 'more is not open today' : 'the grade that is wanted' }
    : { grade, why };
}
