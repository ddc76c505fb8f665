import type { Position } from '../body/positions';
import { printPattern } from '../breath/pattern';
import { Drill } from '../drills/drill.schema';
import type { Demand, WrittenDrill } from '../drills/drill';
import { TASK_PREFIX } from '../task/prefix';
import { gradeToday, placesOf, taskVerdict, type TaskVerdict } from '../task/grade';
import type { Condition } from '../task/conditions';
import { LIGHT_PCT } from '../safety/rules';
import type { Task } from '../task/task.schema';
import type { LessonInput } from './input';
import type { LessonSet } from '../sequence/lesson.schema';
import { inhaleFor } from './sets';

/** Names of tasks that read badly after “to” or “each time you”. */
const AS_VERB: Record<string, string> = {
  press: 'press something overhead',
  floor: 'get down to the floor and up again',
  shoes: 'put on shoes and socks',
  car: 'get in and out of a car',
  push: 'push or pull something',
  walk: 'walk',
  hinge: 'lift the bar from the floor',
  squat: 'squat with the bar',
  rollOut: 'get out of bed',
  row: 'row',
  cycle: 'ride',
  dance: 'reach and turn',
  swim: 'swim',
  climb: 'climb',
  reach: 'reach overhead',
  jump: 'jump and land',
  speak: 'speak for longer',
  throw: 'throw or hit',
  feed: 'hold or feed the baby',
  desk: 'sit at the desk',
  read: 'sit down with a book',
  run: 'run',
};

/** What nobody has to do: below the third grade it is practised, and not done yet. */
const CHOSEN: readonly string[] = [
  'run',
  'jump',
  'squat',
  'hinge',
  'press',
  'climb',
  'throw',
  'row',
  'swim',
  'cycle',
  'dance',
  'sing',
  'conduct',
  'wind',
  'dig',
];

/** Nobody has to do it, and it is not yet done whole: it is practised once a day. */
export const isPractised = (task: Pick<Task, 'id'>, grade: number): boolean =>
  CHOSEN.includes(task.id) && grade < 3;

/** The moment of life for a task at its grade. @example the task lift // 'each time you lift a child or a box' */
export const momentOf = (task: Task, grade: number): string =>
  task.id === 'sleep'
    ? 'in bed, lights out'
    : isPractised(task, grade)
      ? 'once a day, this much of it'
      : `each time you ${taskVerb(task)}`;

/** A task as it stands after “to”. @example taskVerb(the task stairs) // 'climb stairs' */
export const taskVerb = (task: Pick<Task, 'id' | 'name'>): string =>
  AS_VERB[task.id] ?? task.name.charAt(0).toLowerCase() + task.name.slice(1);

export type TaskToday = {
  task: Task;
  /** 0: not today. */
  grade: number;
  wanted: number;
  verdict: TaskVerdict;
  why: string;
};

/** The grade of a task today: where it starts or came to, within what is open and what was answered. */
export function taskToday(
  { task, flags }: Pick<LessonInput, 'task' | 'flags'>,
  effects: { taskMost: number; conditions: readonly string[] },
): TaskToday | null {
  if (!task) return null;
  const verdict = taskVerdict(task.task, flags, {
    yesOf: task.yesOf ?? [],
    conditions: effects.conditions as Condition[],
  });
  const open = Math.min(verdict.open, effects.taskMost);
  const wanted = task.wanted ?? 5;
  const { grade, why } = gradeToday({ from: task.today ?? 1, wanted, open }, task.runs ?? []);
  return { task: task.task, grade, wanted, verdict: { ...verdict, open }, why };
}

/** Everything that a grade and those below it ask of the body. */
export const demandsAt = (task: Task, grade: number): Demand[] => [
  ...new Set(
    Object.entries(task.demands).flatMap(([from, demands]) => (Number(from) <= grade ? demands : [])),
  ),
];

const cut = (text: string, most: number): string =>
  text.length <= most ? text : `${text.slice(0, most - 1)}…`;

/** A task at a grade as a drill, so that rules, rooms and runs know it as they know every other one. */
export function taskDrill(task: Task, grade: number): Drill {
  const { practice } = task;
  const paced = practice.breath === 'tied' || practice.breath === 'phrase' || practice.breath === 'seconds';
  const written: WrittenDrill = {
    id: cut(`${TASK_PREFIX}${task.id}-${grade}`, 40),
    name: cut(task.name, 48),
    stage: 'upright',
    positions: [
      ...new Set([
        placeOfGrade(task, grade),
        ...(placeOfGrade(task, grade) === task.practice.position ? placesOf(task) : []),
        ...(placeOfGrade(task, grade) === 'hookLying' ? (['sideLying'] as const) : []),
      ]),
    ],
    breathing: paced
      ? {
          kind: 'paced',
          pattern: { inhaleS: practice.inS, holdInS: 0, exhaleS: practice.outS, holdOutS: 0 },
        }
      : { kind: 'free', freeS: 60 },
    usual: { breaths: 8, rounds: 2, restS: 30, sides: 1 },
    range: paced ? [4, 12] : [30, 120],
    setUpS: 45,
    serves: { upright: 0.5 },
    demands: demandsAt(task, grade).filter((d) => d !== 'fullHold'),
    level: 0,
    movement: practice.breath === 'tied' ? cut(`inhale ${practice.in}, exhale ${practice.out}`, 100) : 'none',
    ...(practice.breath === 'tied' || task.figure.start || task.figure.end ? { figure: task.figure } : {}),
    steps: [
      { kind: 'place', text: cut(`Today: ${task.grades[grade - 1]}.`, 180) },
      { kind: 'pattern', text: cut(task.phases.map((p) => `${p.does}: ${p.breath}`).join('; '), 180) },
    ],
    cues: [
      { kind: 'target', text: task.cues[0]! },
      { kind: 'touch', text: task.cues[1]! },
      { kind: 'image', text: task.image },
    ],
    faults: [{ sign: cut(task.watch, 120), mend: cut(task.stepDown, 160) }],
    feeling: 'The breath goes on through it.',
  };
  return Drill.parse(written);
}

/** Where a grade is done: as its words say, else where the task is practised. */
function placeOfGrade(task: Task, grade: number): Position {
  const said = task.grades[grade - 1]!;
  if (task.practice.breath !== 'steps') {
    if (/\blying\b|on the back|on the floor$/.test(said) && !/nights?/.test(said)) return 'hookLying';
    if (/\bsitting\b|\bseated\b|\ba line\b/.test(said)) return 'sitting';
    if (/side-lying|on the side/.test(said)) return 'sideLying';
    if (/\bstanding\b(?! bike)/.test(said)) return 'standing';
  }
  return task.practice.position;
}

/** Grades that no second set of a lesson holds: they last too long, or happen elsewhere. */
const NOT_IN_A_ROOM =
  /minutes|hour|night|week|outside|a day|rehearsal|lengths|route|concert|half an|hills?|evening|month/;

/** The grade of the second set: the next one where it is open, wanted, and harder in kind, not only longer. */
export function nextGrade({ task, grade, wanted, verdict }: Omit<TaskToday, 'why'>): number {
  const next = grade + 1;
  if (next > Math.min(verdict.open, wanted) || task.practice.breath === 'steps') return grade;
  if (NOT_IN_A_ROOM.test(task.grades[next - 1]!)) return grade;
  return placeOfGrade(task, grade) === placeOfGrade(task, next) ? next : grade;
}

/** The sets of a task at its grade, and at the next one behind a gate where that is open and wanted. */
export function taskSets(
  { task, grade, wanted, verdict }: TaskToday,
  counting: string,
  comfortableExhaleS: number,
): LessonSet[] {
  const { practice } = task;
  // Where nothing moves, the breath stays at what was easy in the blocks before.
  const easyS = Math.max(2, Math.floor(comfortableExhaleS));
  const still = practice.breath === 'seconds' && practice.outS > easyS;
  const outS = still ? easyS : practice.outS;
  const inS = still ? inhaleFor(easyS) : practice.inS;
  const next = nextGrade({ task, grade, wanted, verdict });
  const gradeSaid = (g: number) => task.grades[g - 1]!;
  const pattern = { inhaleS: inS, holdInS: 0, exhaleS: outS, holdOutS: 0 };
  return [grade, next].map((g, i): LessonSet => {
    const meanwhile = i === 0 ? 'leave the breath alone, say how it was' : 'stand or sit easy';
    if (practice.breath === 'steps')
      return {
        breath: { kind: 'steps', in: inS, out: outS },
        told: `steps: in ${inS}, out ${outS}, ${NOT_IN_A_ROOM.test(gradeSaid(g)) ? 'a minute of it' : gradeSaid(g)}`,
        workS: 60,
        freeS: 60,
        meanwhile: i === 0 ? 'lean or stand, out first, till it settles' : 'sit, let it settle',
      };
    if (practice.breath === 'free')
      return {
        breath: { kind: 'free' },
        told: `as it comes, ${gradeSaid(g)}`,
        workS: 45,
        freeS: 30,
        meanwhile,
      };
    const count = practice.breath === 'phrase' ? 6 - i * 2 : grade >= 3 ? 6 : 8 - i * 2;
    const cycle = inS + outS + (practice.breath === 'tied' && inS + outS >= 5 ? 3 : 0);
    const told =
      practice.breath === 'tied'
        ? `tied ${printPattern(pattern)} (in = ${practice.in}, out = ${practice.out}), ${gradeSaid(g)}${cycle > inS + outS ? ', 3 s between' : ''}`
        : practice.breath === 'phrase'
          ? `phrase about ${printPattern(pattern)}, let go at the comma, ${gradeSaid(g)}`
          : counting === 'none'
            ? `about ${printPattern(pattern)}, not counted aloud, ${gradeSaid(g)}`
            : `${printPattern(pattern)}, ${gradeSaid(g)}`;
    return {
      breath:
        practice.breath === 'tied'
          ? { kind: 'movement', pattern, in: practice.in, out: practice.out }
          : practice.breath === 'phrase'
            ? { kind: 'phrase', inS, outS }
            : { kind: 'seconds', pattern },
      told,
      dose: `${count} ${practice.unit}`,
      count,
      workS: Math.round(count * cycle),
      freeS: 30,
      meanwhile,
    };
  });
}

/** Effort of a task at its grade, by the school of control, with a felt reference. */
export function taskEffort(
  task: Task,
  grade: number,
  control: 'drawIn' | 'brace',
  { letsGo, light }: { letsGo: boolean; light: boolean },
): { told: string; pct: number } {
  if (task.practice.breath === 'steps')
    return { told: 'a pace at which you could say a short sentence', pct: 0 };
  if (letsGo) return { told: '0 % below, the floor lets go; legs as much as they need', pct: 0 };
  const load =
    (grade >= 5 ? task.loads.moderate : grade >= 3 ? task.loads.moderate : task.loads.light) ??
    task.loads.light;
  const full = (control === 'brace' ? load.bracePct : load.drawInPct) ?? load.drawInPct ?? load.bracePct ?? 5;
  const pct = light ? Math.min(LIGHT_PCT, full) : full;
  if (pct === 0) return { told: '0 %, as quiet as not to wake someone', pct };
  const how = control === 'brace' && load.bracePct !== undefined ? 'set all round' : 'low belly first';
  const felt =
    pct <= 5
      ? 'as someone about to be greeted'
      : pct <= 10
        ? 'as before being tapped on the belly'
        : pct <= 20
          ? 'as before a friendly prod'
          : 'as before a firm push';
  return { told: `${how}, ${pct} %, ${felt}; let go between`, pct };
}
