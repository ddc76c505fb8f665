import { POSITION, supportRank, type Position } from '../body/positions';
import { propFor, type Prop } from '../body/props';
import { NEEDS, type Need } from '../aims/needs';
import { fail, ok, type Result } from '../base/result';
import { stageRank, type Demand, type Drill } from '../drills/drill';
import { solve, type SolveOptions } from '../plan/solve';
import { choicesOf, isFirstVisit, isFresh, planOf, weightsOf, type Option } from '../propose/choices';
import { leadsFor } from '../propose/gain';
import { isOpen, POSITION_PROPS, verdictFor } from '../safety/verdict';
import { demandsOf } from '../safety/demands';
import { doseWorth } from '../sequence/dose';
import { mayBeDone } from '../sequence/judge';
import { makeBlock } from '../sequence/make-block';
import type { Block, Sequence } from '../sequence/sequence';
import { compareRanks, isCarried } from '../sequence/teach-order';
import { effectsOf, type DayAsk } from './asks';
import { LESSON_DRILLS } from './extra-drills';
import type { LessonInput } from './input';
import { lessonS } from '../sequence/lesson';
import type { Lesson, LessonBlock } from '../sequence/lesson.schema';
import { placeOf, type Sign } from './signs';
import { setsOf } from './sets';
import { taskDrill, taskSets, type TaskToday } from './task-block';
import { teachOf } from './teach/teach-of';
import { blockFrom, taskBlockFrom, type Made } from './write-block';
import { FILL, filled, lastSaid } from './fill';
import { framed } from './frame';
import { frameFor } from './frame-for';
import { leadFactor, leadsOf, readAs, seatedFirst, UNKNOWN_EXHALE_S } from './leads';
import { LESSON_LEADS } from './ideas';
import { runnable } from './runnable';
import { countingOf, leadingNeed, type Frame } from './whom';

/** A composed lesson as a sequence, to be kept, edited and run. */
export function asSequence({ lesson, blocks, sign, proof }: Composed, input: LessonInput): Sequence {
  return {
    minutes: input.minutes,
    school: input.school,
    blocks,
    relook: {
      test: input.relook,
      position: placeOf(sign, input.flags)?.position ?? 'sitting',
      lengthS: Math.min(600, Math.max(30, Math.round(lesson.again.time.teachS + lesson.again.time.guidedS))),
    },
    leftOut: [],
    said: lesson.idea,
    proof,
    lesson,
  };
}

export type Composed = {
  lesson: Lesson;
  /** The same as blocks that a room can run: sets as rounds. */
  blocks: Block[];
  asks: readonly DayAsk[];
  sign: Sign;
  task: TaskToday | null;
  /** What the planner found, and what it can prove of it. */
  proof: { value: number; bound: number; proven: boolean };
};

/** What a filled minute is worth beside all needs together. Our choice. */
export const TIME_WORTH = 0.9;
/** What a block is worth that the leading reading is worked on with, beside what it gains. Our choice. */
export const LEAD_WORTH = 0.12;
/** What a block costs that has nothing to do with what leads: more sets, not one more drill. Our choice. */
export const ASIDE_COST = 0.1;
/** Seconds kept for filling behind what was emptied; where that is chosen anyway, they go to more sets. */
const FILL_BEHIND_S = 110;
const NODES = 40_000;
const MOST_SETS = 3;
/** Blocks and new drills of a lesson at most: more sets, not more drills. */
const limitsOf = (minutes: number): { blocks: number; fresh: number } =>
  minutes < 12
    ? { blocks: 2, fresh: 2 }
    : minutes < 22
      ? { blocks: 3, fresh: 2 }
      : minutes < 35
        ? { blocks: 4, fresh: 3 }
        : { blocks: 5, fresh: 3 };

/** What only carries and comforts; everything else at hand is used where it is needed, and not because it is there. */
const COMFORT: readonly Prop[] = ['pillow', 'towel'];

/**
 * A lesson for a client and the minutes there are: asks, a sign at both ends, few things in sets with gates, the client’s
 * own task, and one or two things for home. Which drills and how many sets is planned as in docs/planner.md, with filled
 * time as one more need; what may be done at all is decided before by the same verdict as everywhere.
 *
 * @returns the lesson with the blocks that a room can run; an error that says what would help where nothing is open
 */
export function composeLesson(asked: LessonInput, how: SolveOptions = {}): Result<Composed> {
  const framing = frameFor(asked);
  if (!framing.ok) return framing;
  const { frame, effects } = framing.value;
  const { input, asks, sign, task } = frame;
  const parts = partsFor(frame, effects, how);
  if (!parts.ok) return parts;
  const { chosen, proof, taskPart } = parts.value;
  // Written twice: how many sets there are is known once the time is filled, and gates and sides are told by them.
  const draft = filled(framed(frame, writeBlocks(chosen, taskPart, frame)), frame, {
    lead: leadingOf(chosen, input),
    // Few at a time, by a rule: these keep the sets that they have.
    kept: [...chosen.map((c) => c.part), ...(taskPart ? [taskPart] : [])].map((p) => p.verdict.shorter),
  });
  const withSets = (part: Made, i: number): Made => ({
    ...part,
    sets: lastSaid(draft.blocks[i]!.sets, part.teach),
  });
  const lesson = framed(
    frame,
    writeBlocks(
      chosen.map((c, i) => ({ ...c, part: withSets(c.part, i) })),
      taskPart && withSets(taskPart, chosen.length),
      frame,
    ),
  );
  const made = [...chosen.map((c) => c.part), ...(taskPart ? [taskPart] : [])];
  return ok({
    lesson,
    blocks: lesson.blocks.map((b, i) => runnable(made[i]!.base, b)),
    asks,
    sign,
    task,
    proof,
  });
}

type Chosen = { option: Option; part: Made; lead: boolean };
type Parts = { chosen: Chosen[]; taskPart: Made | null; proof: Composed['proof'] };

/** An option with its sets, so that the plan weighs the time they really take. */
type SetOption = Option & { part: Made };

function partsFor(
  frame: Frame,
  today: Pick<ReturnType<typeof effectsOf>, 'without' | 'seated'>,
  how: SolveOptions,
): Result<Parts> {
  const barred = new Set<Demand>(today.without);
  const { input, task } = frame;
  const lead = leadingNeed(input.needs);
  const all = choicesOf(input);
  const seen = new Set<string>();
  const base = all.options.filter((o) => {
    const key = `${o.drill.id} ${o.position}`;
    if (seen.has(key)) return false;
    seen.add(key);
    if (today.seated && POSITION[o.position].family === 'standing') return false;
    return ![...demandsOf(o.drill, o.block)].some((d) => barred.has(d));
  });
  const options = inTeachingOrder(focused(base, input, lead), lead).flatMap((o): SetOption[] =>
    setOptions(o, input, lead),
  );
  if (options.length === 0)
    return fail(
      'Nothing is open for this client today: everything is barred by a rule or lacks a prop. Look at Screen, or add a prop.',
      'flags',
    );
  const taskPart = task && task.grade > 0 ? taskMade(task, input, barred) : null;
  const taskS = taskPart ? 40 + taskPart.sets.reduce((s, x) => s + x.workS + x.freeS, 0) : 0;
  const fixedS = lessonS(framed(frame, [])) + taskS;
  const wholeS = input.minutes * 60 * FILL.plan;
  const keepTask = taskPart !== null && wholeS - fixedS >= 90;
  const fillS = input.readings?.[0] === 'stuckInhale' && input.minutes >= 12 ? FILL_BEHIND_S : 0;
  const budgetS = Math.max(90, (keepTask ? wholeS - fixedS : wholeS - fixedS + taskS) - fillS);
  const end: Position = placeOf(frame.sign, input.flags)!.position;
  const { plan, byId } = planOf(options, input, budgetS, end);
  const total = weightsOf(input).reduce((s, w) => s + w, 0);
  const { blocks, fresh } = limitsOf(input.minutes);
  const first = leadsOf(input, lead);
  const beside = new Set(options.filter((o) => leadFactor(o.drill, input, lead) < 1).map((o) => o.drill.id));
  const timed = {
    ...plan,
    weights: [...plan.weights, total * TIME_WORTH],
    items: plan.items.map((item) => ({
      ...item,
      options: item.options.map((o) => ({
        ...o,
        cost:
          o.cost -
          (first.includes(item.group) ? total * LEAD_WORTH : 0) +
          (beside.has(item.group) ? total * ASIDE_COST : 0),
        gains: [...o.gains, Math.min(1, o.lengthS / budgetS)],
      })),
    })),
    opens:
      plan.opens.length === 0
        ? []
        : [...plan.opens, ...plan.items.filter((i) => first.includes(i.group)).map((i) => i.id)],
    limits: [
      ...plan.limits.slice(2),
      { most: blocks, of: plan.items.map((i) => i.id) },
      {
        most: isFirstVisit(input) ? fresh : Math.min(2, fresh),
        of: [...byId].flatMap(([id, of]) => (isFresh(of[0]!.drill, input) ? [id] : [])),
      },
    ],
  };
  const locked = mustBeIn(options, input, lead, base);
  const withLocks = {
    ...timed,
    items: timed.items.map((i) => (locked.includes(i.group) ? { ...i, locked: true } : i)),
  };
  const lockedFirst = locked.length > 0 ? solve(withLocks, { mostNodes: NODES, ...how }) : null;
  const solved = lockedFirst?.ok ? lockedFirst : solve(timed, { mostNodes: NODES, ...how });
  const loose =
    solved.ok && solved.value.taken.length > 0
      ? solved
      : solve({ ...timed, opens: [], limits: timed.limits.slice(-2) }, { mostNodes: NODES, ...how });
  if (!loose.ok || loose.value.taken.length === 0)
    return fail('Nothing fits: give a few more minutes, or another place or prop.', 'minutes');
  const picked = loose.value.taken.map((t) => byId.get(t.id)![t.option]! as SetOption);
  const { value, bound, proven } = loose.value;
  return ok({
    chosen: withFill(picked, input).map((o) => ({
      option: o,
      part: o.part,
      lead: leadsFor(o.drill, input) || (o.drill.serves[lead] ?? 0) >= 0.5,
    })),
    taskPart: keepTask ? taskPart : null,
    proof: { value, bound, proven },
  });
}

/** As many drills, in their positions, are weighed against one another. */
const WEIGHED = 26;

/** The drills that can matter for this client, the rest would only lengthen the search. */
function focused(options: readonly Option[], input: LessonInput, lead: Need): Option[] {
  const weights = weightsOf(input);
  const worth = (o: Option) =>
    o.gains.reduce((s, g, i) => s + Math.min(1, g) * weights[i]!, 0) * leadFactor(o.drill, input, lead);
  const seated = options.filter((o) => isUpright(o.position));
  const here = seatedFirst(input) && seated.length >= 2 ? seated : options;
  const ranked = [...here].sort((a, b) => worth(b) - worth(a)).slice(0, WEIGHED);
  const kept = new Set(ranked);
  const leads = readAs(input, lead).flatMap((r) => LESSON_LEADS[r]);
  return here.filter(
    (o) =>
      kept.has(o) ||
      leads.includes(o.drill.id) ||
      input.locked?.includes(o.drill.id) ||
      input.wanted?.includes(o.drill.id),
  );
}

const isUpright = (position: Position): boolean =>
  ['sitting', 'standing'].includes(POSITION[position].family);

/** Breath, then wall, then limb, then load, each where the trunk is carried first and then upright. */
function inTeachingOrder(options: readonly Option[], lead: Need): Option[] {
  const rank = ({ drill, position }: Option) => [
    drill.stage === 'load' ? 2 : isCarried(position) ? 0 : 1,
    // Folded is a place to open the back in, unless letting go is what leads.
    stageRank(drill.id === 'foldedBack' && lead !== 'floorLetGo' ? 'open' : drill.stage),
    drill.id === 'fillBehind' ? 0 : 1,
    drill.level,
    supportRank(position),
  ];
  return [...options].sort((a, b) => compareRanks(rank(a), rank(b)));
}

/** From so many minutes a quiet side has its own block, whatever leads. */
const SIDE_FROM_MIN = 15;

/** What has to be in: one thing that the leading reading is worked on with, and one for a side that is quiet. */
function mustBeIn(
  options: readonly SetOption[],
  input: LessonInput,
  lead: Need,
  ranked: readonly Option[],
): string[] {
  const open = (ids: readonly string[]) =>
    ids.find((id) => options.some((o) => o.drill.id === id) && ranked.some((o) => o.drill.id === id));
  const [first] = readAs(input, lead);
  const side =
    input.silentSide && (first === 'oneSided' || input.minutes >= SIDE_FROM_MIN)
      ? open(LESSON_LEADS.oneSided)
      : undefined;
  const leading = first ? open(LESSON_LEADS[first]) : undefined;
  return [...new Set([leading, side].flatMap((id) => id ?? []))];
}

/** One to three sets of a drill where it stands. */
function setOptions(o: Option, input: LessonInput, lead: Need): SetOption[] {
  const quiet = o.drill.stage === 'settle' && o.drill.breathing.kind === 'free';
  const factor = leadFactor(o.drill, input, lead);
  const least = quiet || o.verdict.shorter;
  const numbers =
    o.block.dose.sides === 2
      ? least || readAs(input, lead)[0] !== 'oneSided'
        ? [2]
        : [2, 4]
      : least
        ? [1]
        : [2, 1, 3].slice(0, MOST_SETS);
  return numbers.flatMap((n) => {
    const part = makePart(o.drill, o.position, n, input, o.verdict.shorter);
    if (!mayBeDone(part.base, o.drill, { ...input, client: input }, o.verdict)) return [];
    const dosed = { ...part.base, dose: { ...part.base.dose, rounds: o.block.dose.sides === 2 ? n / 2 : n } };
    const worth = doseWorth(o.drill, dosed);
    return [
      {
        ...o,
        part,
        block: part.base,
        lengthS: part.teachS + part.sets.reduce((s, x) => s + x.workS + x.freeS, 0),
        gains: NEEDS.map((need, i) => {
          const was = o.gains[i] ?? 0;
          const before = doseWorth(o.drill, o.block) || 1;
          return (was / before) * worth * (need === lead ? 1.3 : 1) * factor;
        }),
      },
    ];
  });
}

/** Seconds to teach a drill that is new and one that is known. Common practice, no source. */
const TEACH_S = { fresh: 35, aLevel: 10, known: 15 } as const;

function makePart(
  drill: Drill,
  position: Position,
  sets: number,
  input: LessonInput,
  shorter: boolean,
): Made {
  const verdict = verdictFor(drill, input.flags, input.props);
  const own = POSITION_PROPS[position];
  const carries = own ? propFor(own, input.props) : null;
  const available = [
    ...new Set([
      ...verdict.props,
      ...input.props.filter((p) => COMFORT.includes(p) || p === own || drill.props.includes(p)),
    ]),
    ...(own ? input.props : []),
  ];
  const made = makeBlock({
    id: '',
    drill,
    verdict,
    position,
    amount: 'usual',
    client: { ...input, owned: input.owned ?? [] },
    available,
  });
  const base = {
    ...made,
    props: made.props.filter((p) => verdict.props.includes(p) || COMFORT.includes(p) || p === carries),
  };
  const teach = teachOf(drill, base);
  const counting = countingOf(input);
  return {
    drill,
    base,
    teach,
    verdict,
    teachS: input.owned?.includes(drill.id)
      ? TEACH_S.known
      : drill.stage === 'settle' && drill.level === 0
        ? TEACH_S.fresh - 10
        : TEACH_S.fresh + drill.level * TEACH_S.aLevel,
    sets: setsOf({
      drill,
      base,
      teach,
      sets,
      silentSide: input.silentSide ?? null,
      counting,
      quietPerMin: input.quietPerMin ?? null,
      shorter,
    }),
  };
}

/** What was emptied is filled in the same position, and carried upright where nothing else is. */
function withFill(picked: readonly SetOption[], input: LessonInput): SetOption[] {
  const empties = picked.findIndex((o) => o.drill.stage === 'empty');
  const has = (id: string) => picked.some((o) => o.drill.id === id);
  const fill = LESSON_DRILLS.find((d) => d.id === 'fillBehind')!;
  if (empties < 0 || has('fillBehind') || !input.readings?.includes('stuckInhale')) return [...picked];
  const after = picked[empties]!;
  const verdict = verdictFor(fill, input.flags, input.props);
  if (!isOpen(verdict) || !verdict.positions.includes(after.position)) return [...picked];
  const part = makePart(fill, after.position, 2, input, verdict.shorter);
  if (!mayBeDone(part.base, fill, { ...input, client: input }, verdict)) return [...picked];
  const option: SetOption = { ...after, drill: fill, verdict, block: part.base, part, gains: [] };
  const swap = picked.findIndex((o, i) => i > empties && o.drill.stage === 'open');
  return swap >= 0
    ? picked.map((o, i) => (i === swap ? option : o)).sort((a, b) => order(a, b, picked, option, empties))
    : [...picked.slice(0, empties + 1), option, ...picked.slice(empties + 1)];
}

/** The filling right behind the emptying; all else as it was. */
function order(
  a: SetOption,
  b: SetOption,
  picked: readonly SetOption[],
  fill: SetOption,
  empties: number,
): number {
  const at = (o: SetOption) => (o === fill ? empties + 0.5 : picked.indexOf(o));
  return at(a) - at(b);
}

/** A task at its grade today, or the next lower one that may be done; null where none may. */
export function taskMade(
  task: TaskToday,
  input: Pick<LessonInput, 'flags' | 'props' | 'counting' | 'findings' | 'comfortableExhaleS' | 'minutes'>,
  barred: ReadonlySet<Demand>,
): Made | null {
  for (let grade = task.grade; grade >= 1; grade--) {
    const drill = taskDrill(task.task, grade);
    if (drill.demands.some((d) => barred.has(d))) continue;
    const verdict = verdictFor(drill, input.flags, input.props);
    if (!isOpen(verdict)) continue;
    const base = makeBlock({
      id: '',
      drill,
      verdict,
      position: verdict.positions[0]!,
      amount: 'usual',
      client: { owned: [] },
      available: [],
    });
    if (!mayBeDone(base, drill, { ...input, client: { owned: [] } }, verdict)) continue;
    task.grade = grade;
    return {
      drill,
      base: { ...base, drill },
      teach: null,
      verdict,
      teachS: 40,
      sets: taskSets(task, countingOf(input), input.comfortableExhaleS ?? UNKNOWN_EXHALE_S).slice(
        0,
        input.minutes < 12 || verdict.shorter ? 1 : 2,
      ),
    };
  }
  return null;
}

function writeBlocks(chosen: readonly Chosen[], taskPart: Made | null, frame: Frame): LessonBlock[] {
  let from: Position | null = placeOf(frame.sign, frame.input.flags)!.position;
  const parts = chosen.map(({ part, lead }, i) => {
    const block = blockFrom(part, { from, index: i, lead, last: i === chosen.length - 1, frame });
    from = part.base.position;
    return block;
  });
  return taskPart ? [...parts, taskBlockFrom(taskPart, { from, index: parts.length, frame })] : parts;
}

const leadingOf = (chosen: readonly Chosen[], input: LessonInput): number => {
  const lead = leadingNeed(input.needs);
  let best = 0;
  chosen.forEach((c, i) => {
    if ((c.option.drill.serves[lead] ?? 0) > (chosen[best]!.option.drill.serves[lead] ?? 0)) best = i;
  });
  return best;
};
