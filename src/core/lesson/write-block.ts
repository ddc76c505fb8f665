import { stopped, upper } from '../base/sentence';
import { POSITION, type Position } from '../body/positions';
import { PROP_NAME } from '../body/props';
import { demandsOf } from '../safety/demands';
import type { Verdict } from '../safety/verdict';
import type { Drill } from '../drills/drill';
import { LATE_PREGNANCY_WEEK } from '../screen/limits';
import type { Block } from '../sequence/sequence';
import { limitFor } from './care';
import { gateTold } from './gate-words';
import type { Frame } from './whom';
import type { GateRule, LessonBlock, LessonSet } from '../sequence/lesson.schema';
import { positionTold, wayS, wayThere } from './positions';
import type { Task } from '../task/task.schema';
import type { Teach } from './teach/teach';
import { demandsAt, taskEffort, taskVerb } from './task-block';

/** What of a drill as it is taken is written down as a block. */
export type Written = Pick<Made, 'drill' | 'base' | 'teach' | 'teachS' | 'sets'>;

/** A drill as it is taken into a lesson, before it is written. */
export type Made = {
  drill: Drill;
  base: Block;
  teach: Teach | null;
  verdict: Verdict;
  teachS: number;
  sets: LessonSet[];
};

/** What of a client the words of a block depend on. */
type Whose = { input: Pick<Frame['input'], 'flags'>; places: Frame['places'] };
type TaskFrame = Pick<Frame, 'task' | 'places'> & {
  input: Pick<Frame['input'], 'flags' | 'control' | 'readings'>;
};
type Place = { from: Position | null; index: number; lead: boolean; last: boolean; frame: Whose };

/** The pelvic floor only lets go: pain or tension there, or the last weeks of a pregnancy. */
const floorLetsGo = (frame: Pick<TaskFrame, 'input'>): boolean => {
  const { flags, readings = [] } = frame.input;
  return (
    Boolean(flags.floorTension) ||
    (flags.pregnancyWeek ?? 0) >= LATE_PREGNANCY_WEEK ||
    readings.includes('floorHolding')
  );
};

/** A block that is up on the feet where the one before was on the floor stands behind a gate. */
function standing(from: Position | null, to: Position): GateRule[] {
  const up = POSITION[to].family === 'standing';
  const was = from === null ? 'sitting' : POSITION[from].family;
  if (!up || was === 'standing') return [];
  return [
    {
      before: 'standing',
      onlyIf: 'coming up brought no dizziness',
      otherwise: 'the same sitting, hand on the chair',
    },
  ];
}

function gatesOf(teach: Teach, sets: readonly LessonSet[], from: Position | null, to: Position): GateRule[] {
  const [onlyIf, otherwise] = teach.gate;
  const perSide = new Set(sets.map((s) => s.side)).size;
  const next =
    sets.length > perSide
      ? perSide > 1 && sets[1]!.side !== sets[0]!.side
        ? 'the second round'
        : 'set 2'
      : 'the next block';
  return [
    ...standing(from, to),
    {
      before: next,
      onlyIf,
      otherwise: next === 'the next block' ? 'stay with this one, once more' : otherwise,
    },
  ];
}

/** The side that is quiet, named wherever the words speak of a side. */
function named(text: string, side: string | null): string {
  if (!side) return text;
  return text
    .replace('the upper ribs', `the ${side} ribs`)
    .replace('the long side', `the ${side} side`)
    .replace('the ribs that open', `the ${side} ribs`)
    .replace('This side', `My ${side} side`);
}

function sideTold(sets: readonly LessonSet[]): string {
  const of = (side: string) => sets.filter((s) => s.side === side).length;
  const [right, left] = [of('right'), of('left')];
  if (right + left === 0) return 'both alike, 1:1.';
  if (right === left) return 'right and left in turn, 1:1.';
  return right > left
    ? `right ${right} sets, left ${left}; ${Math.round(right / left)}:1.`
    : `left ${left} sets, right ${right}; ${Math.round(left / right)}:1.`;
}

/** A block as it is taught: set-up, sets, gate, what is seen, what is said. */
export function blockFrom(made: Written, { from, index, lead, last, frame }: Place): LessonBlock {
  const { base, drill, sets } = made;
  const teach = made.teach!;
  const { flags } = frame.input;
  const quiet = base.dose.first ?? null;
  const title = titleOf(teach, drill, quiet);
  const gate = gatesOf(teach, sets, from, base.position);
  const core = lead || !last || index === 0;
  return {
    id: `b${index + 1}`,
    title,
    core,
    ...(core ? (sets.length > 1 ? { late: 'when late set 1 only' } : {}) : { late: 'cut first' }),
    drillId: drill.id,
    place: base.position,
    position: stopped(positionTold(base.position, base.ways)),
    props: base.props,
    propsTold: stopped(propsIn(base)),
    hands: stopped(named(handsOf(teach, frame), quiet)),
    getThere: stopped(wayThere(from, base.position)),
    sets,
    effort: stopped(teach.effort),
    effortPct: Math.max(base.tone.controlPct, base.tone.floorPct),
    side: sideTold(sets),
    gate: { told: gateTold(gate), rules: gate },
    right: stopped(named(teach.right, quiet)),
    wrong: stopped(teach.wrong),
    correct: teach.correct,
    cues: [named(teach.cues[0], quiet), named(teach.cues[1], quiet)],
    image: teach.image,
    limit: stopped(limitFor(flags, frame.places, base.tone.controlPct)),
    why: named(teach.why, quiet),
    demands: [...demandsOf(drill, base)],
    teachS: made.teachS + wayS(from, base.position),
  };
}

const titleOf = (teach: Teach, drill: Drill, side: string | null): string => {
  if (!side) return teach.title;
  const other = side === 'right' ? 'left' : 'right';
  return drill.id === 'sideLyingRibs'
    ? `On the ${other} side, the ${side} ribs rise`
    : `${teach.title.replace('the long side', `the ${side} side`)}`;
};

/** A place that hurts gets no weight of a hand. */
const handsOf = (teach: Teach, { places }: Whose): string =>
  places.includes('ribs') && /ribs/.test(teach.hands) ? `${teach.hands}, without weight` : teach.hands;

const propsIn = (base: Block): string =>
  base.props.length === 0 ? 'none' : base.props.map((p) => PROP_NAME[p]).join(', ');

/** Tasks in which somebody may twist. */
const TURNS: readonly string[] = ['lift', 'carry', 'dig', 'push', 'throw', 'reach'];

/** Where the hands are in a task. Common practice, no source. */
const TASK_HANDS: Record<string, string> = {
  lift: 'both round it, elbows close',
  standUp: 'on the seat edge or the thighs, they push too',
  rollOut: 'they push; the belly need not',
  turnInBed: 'the upper one leads across',
  walk: 'near hand on the counter or wall, the other swings',
  stairs: 'one on the rail',
  carry: 'the weight in one, then the other',
  push: 'elbows near the ribs',
  hinge: 'on the stick or the bar, arms long',
  squat: 'as always',
  press: 'at the shoulder, one at a time',
  reach: 'one reaches, the other hangs',
  run: 'loose, thumbs up',
  sing: 'one low on the belly, the other holds the music',
  speak: 'one low on the belly, the other holds the page',
  conduct: 'both beat, small, between waist and shoulder',
  cycle: 'little-finger edges on the wall, thumbs up',
  desk: 'one on the belly, or both forearms down as on a keyboard',
  dance: 'the moving arm in front or to the side, the other hanging',
  sleep: 'where they are heavy',
  feed: 'round a pillow, shoulders heavy',
  dig: 'one near, one far on the handle',
  floor: 'one on the chair',
  shoes: 'down the shin',
  queue: 'one on the breastbone, one where it wants to be',
  read: 'on the thighs, or round the book',
  car: 'on the frame or the seat',
  bowel: 'forearms on the thighs',
  cough: 'one low on the belly',
};

/** The client’s own task at its grade, with what is done when it is too much. */
export function taskBlockFrom(
  made: Made,
  { from, index, frame }: Omit<Place, 'lead' | 'last' | 'frame'> & { frame: TaskFrame },
): LessonBlock {
  const { input } = frame;
  const { task, grade, verdict } = frame.task!;
  const { base, sets } = made;
  const light = made.verdict.reasons.some((r) => r.remedy === 'lighter' || r.remedy === 'noTone');
  const effort = taskEffort(task, grade, input.control ?? 'drawIn', {
    letsGo: floorLetsGo(frame) || made.verdict.reasons.some((r) => r.remedy === 'noTone'),
    light,
  });
  const harder = sets.some((s) => s.told !== sets[0]!.told);
  const limit = limitFor(input.flags, frame.places, 0);
  const up = standing(from, base.position);
  const rules: GateRule[] = [
    ...(up.length > 0
      ? up
      : [
          {
            before: 'this block',
            onlyIf: 'the block before stayed within its limit',
            otherwise: 'that block once more in its place',
          },
        ]),
    ...(sets.length > 1
      ? [
          task.practice.breath === 'steps'
            ? {
                before: 'set 2',
                onlyIf: 'breathlessness stayed under 4 of 10 and was back within a minute',
                otherwise: `half a minute; ${task.stepDown}`,
              }
            : {
                before: 'set 2',
                onlyIf: 'set 1 stayed at 2 of 10 or less and the breath never stopped',
                otherwise: harder ? `${task.grades[grade - 1]} again` : `fewer; ${task.stepDown}`,
              },
        ]
      : []),
  ];
  const said = verdict.says.find((x) => !x.startsWith('no held breath'));
  return {
    id: `b${index + 1}`,
    title: `${task.name}: ${task.grades[grade - 1]}`.slice(0, 120),
    core: true,
    late: sets.length > 1 ? 'when late set 1 only' : 'only behind its gate',
    grade: grade as 1 | 2 | 3 | 4 | 5,
    place: base.position,
    position: stopped(`${positionTold(base.position, base.ways)}${said ? `; ${said}` : ''}`),
    props: [],
    propsTold: stopped(task.props.join(', ') || 'none'),
    hands: stopped(TASK_HANDS[task.id] ?? 'free'),
    getThere: stopped(wayThere(from, base.position)),
    sets,
    effort: stopped(effort.told),
    effortPct: effort.pct,
    side: `both alike, 1:1${TURNS.includes(task.id) ? '; turn with the feet' : ''}.`,
    gate: { told: gateTold(rules), rules },
    right: stopped(rightOf(task)),
    wrong: stopped(task.watch),
    correct: upper(stopped(task.stepDown)),
    cues: [task.cues[0]!, task.cues[1]!],
    image: task.image,
    limit: stopped(limit),
    why: `It is the same breath as before, a step nearer to the day I ${taskVerb(task)} again.`,
    demands: demandsAt(task, grade),
    teachS: made.teachS + wayS(from, base.position),
  };
}

/** What is seen when a task goes well, by how its breath goes. */
function rightOf({ practice, phases }: Task): string {
  const out = phases.find((p) => p.breath.startsWith('out')) ?? phases.find((p) => p.breath.includes('out'));
  switch (practice.breath) {
    case 'steps':
      return 'out begins before the first foot; an even pace, lips loose';
    case 'phrase':
      return 'air is left at the end of each one, and the next falls in by itself';
    case 'free':
      return 'small and soft; the breath is soon of no interest';
    case 'seconds':
      return 'small, even, shoulders with nothing to do';
    case 'tied':
      return `breath and movement go together${out ? `; ${out.does}: ${out.breath}` : ''}`;
  }
}
