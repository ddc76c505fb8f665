import { NEEDS, type Need, type Needs } from '../aims/needs';
import { omit } from '../base/omit';
import { fail, ok, type Result } from '../base/result';
import { asLesson, type AsLesson } from '../lesson/as-lesson';
import { asksFor, isSafetyAsk } from '../lesson/asks';
import type { LessonInput } from '../lesson/input';
import { placeOf, SIGNS, type Sign } from '../lesson/signs';
import { withSign } from '../lesson/sign-words';
import { leadingNeed } from '../lesson/whom';
import type { SolveOptions } from '../plan/solve';
import { blockS, lessonS } from '../sequence/lesson';
import type { Lesson } from '../sequence/lesson.schema';
import type { Sequence } from '../sequence/sequence';
import type { Task } from '../task/task.schema';
import { dropIn, sharedNeeds, type Member } from './member';
import { atHand, type ClassRoom } from './own';
import type { ClassRun } from './class.schema';
import { seatsOf, type Seat } from './common';
import { planClass, type ClassInput, type ClassPlan } from './plan-class';
import { taskById } from '../task/library';
import { gradeOf, memberToday, taskForAll } from './own-task';

/** What a class is taught towards, besides what it is planned from. */
export type ClassLessonInput = ClassInput & {
  /** What everybody does at the end, each at their own grade; absent: what most of them want. */
  taskId?: string | undefined;
  ownTasks?: readonly Task[];
};

export type ClassLessonPlan = ClassPlan & {
  /** What could not be put into the lesson, a sentence each. */
  says: string[];
};

/** Everybody in a class that is coached, as their answers of today leave them. */
export function seatsToday(
  { people, sequence }: Pick<ClassRun, 'people' | 'sequence'>,
  members: readonly Member[],
  where: ClassRoom,
): Seat[] {
  const asks = sequence.lesson?.asks ?? [];
  const now = members.map((m) => memberToday(m, asks, people.find((p) => p.id === m.id)?.lesson?.day));
  return seatsOf(now, sharedNeeds(now), where);
}

/** Signs that a room takes together, each of themselves: by what the class works on most. Our choice. */
const OF_THEMSELVES: Partial<Record<Need, string>> = { lowBreath: 'felt', floorLink: 'spread' };
const OF_THEMSELVES_ELSE = ['upright', 'felt', 'spread'];
/** As many questions as a room listens to, unless safety asks more. Our choice. */
const MOST_ASKED = 6;

/**
 * One lesson for all who come: the sequence that serves them in sets with gates, between questions to the room and a sign
 * that each takes of themselves, with a task at the end.
 *
 * @returns what `planClass` says where nothing can be planned
 */
export function planClassLesson(input: ClassLessonInput, how: SolveOptions = {}): Result<ClassLessonPlan> {
  const bare = asClassLesson({ ...NOTHING, minutes: input.minutes, school: input.school }, input);
  if (!bare.ok) return bare;
  const around = bare.value.sequence.lesson!;
  const taskS = around.blocks.reduce((sum, b) => sum + blockS(b), 0);
  let asideS = Math.round(lessonS(around));
  let best: Result<ClassLessonPlan> | null = null;
  for (let n = 0; n < TRIES; n++) {
    const planned = planClass({ ...input, asideS }, how);
    if (!planned.ok) return best ?? planned;
    const { sequence, served } = planned.value;
    const taught = asClassLesson(sequence, input);
    if (!taught.ok) return taught;
    const { says } = taught.value;
    const { proof } = sequence;
    const whole = { ...taught.value.sequence, ...(proof ? { proof } : {}) };
    // Sets are breathed out after, which a list of blocks is not.
    const missing = whole.lesson!.blocks.some((b) => b.grade !== undefined) ? 0 : taskS;
    const overS = lessonS(whole.lesson!) + missing - input.minutes * 60;
    best = ok({ sequence: whole, served, says });
    if (overS <= 0) break;
    asideS += Math.max(LEAST_LESS_S, Math.ceil(overS));
  }
  return best!;
}

/** It is planned again with less time for its blocks where the lesson around them does not fit. */
const TRIES = 8;
const LEAST_LESS_S = 30;

const NOTHING: Sequence = {
  minutes: 45,
  school: 'lowQuiet',
  blocks: [],
  relook: { test: 'rings', position: 'sitting', lengthS: 60 },
  leftOut: [],
};

/**
 * The sequence of a class as a lesson. Its words are for everybody; what is other for somebody stands in their own way of
 * each block.
 *
 * @returns an error where nobody comes with whom anything may be coached
 */
export function asClassLesson(
  sequence: Sequence,
  { members, room, library, school, taskId, ownTasks }: Omit<ClassLessonInput, 'minutes' | 'manner'>,
): Result<AsLesson> {
  const may = members.filter((m) => m.bar === null);
  if (may.length === 0) return fail('Nobody is on the roster with whom anything may be coached.', 'roster');
  const needs = sharedNeeds(may).reduce((a, b) =>
    Object.fromEntries(NEEDS.map((n) => [n, (a[n] ?? 0) + (b[n] ?? 0)])),
  );
  const sign = signOfAll(needs, may);
  const task = taskForAll(may, taskId, ownTasks);
  const grade = commonGrade(task, may);
  const input: LessonInput = {
    ...dropIn('', '', {}, school).plan,
    needs,
    props: atHand(room),
    minutes: sequence.minutes,
    library,
    counting: may.some((m) => m.plan.flags.panic) ? 'silent' : 'aloud',
    signId: sign.id,
    task: { task, today: grade, wanted: Math.max(1, grade) },
  };
  const made = asLesson(sequence, input);
  if (!made.ok) return made;
  const { lesson } = made.value.sequence;
  // Of a room one cannot look at one person first.
  const asked = withSign({ ...omit(lesson!, 'look'), asks: asksOfAll(may, task) }, sign, {});
  return ok({
    says: made.value.says,
    sequence: {
      ...made.value.sequence,
      lesson: asked,
      relook: {
        ...sequence.relook,
        position: placeOf(sign, {})!.position,
        lengthS: Math.max(30, asked.again.time.teachS + asked.again.time.guidedS),
      },
    },
  });
}

/** The grade that most of them do today; of two as frequent the lower one. 0: it is open to nobody. */
function commonGrade(task: Task, members: readonly Member[]): number {
  const counts = new Map<number, number>();
  for (const m of members) {
    const grade = gradeOf(task, m);
    if (grade > 0) counts.set(grade, (counts.get(grade) ?? 0) + 1);
  }
  return [...counts].sort(([a, m], [b, n]) => n - m || a - b)[0]?.[0] ?? 0;
}

/** A sign that everybody may take where all of them are. */
function signOfAll(needs: Needs, members: readonly Member[]): Sign {
  const lead = leadingNeed(needs);
  const wanted = [...(OF_THEMSELVES[lead] ? [OF_THEMSELVES[lead]] : []), ...OF_THEMSELVES_ELSE];
  const signs = wanted.map((id) => SIGNS.find((s) => s.id === id)!);
  const forAll = (s: Sign) =>
    members.every((m) => placeOf(s, m.plan.flags)?.position === placeOf(s, {})!.position);
  return signs.find(forAll) ?? signs[0]!;
}

/**
 * What is asked before a class, each question that anybody’s file calls for once, the gravest first. To the room, so that
 * nobody is told by a question, as many as it listens to and all that may end the session; what else is about safety is
 * asked of those alone whom it concerns, and of comfort nothing more.
 */
function asksOfAll(members: readonly Member[], task: Task): Lesson['asks'] {
  const found = new Map<string, { rank: number; ends: boolean; ask: Lesson['asks'][number] }>();
  for (const member of members)
    asksOfOne(member, task).forEach(({ id, question, ifYes, ask, effect }, rank) => {
      const before = found.get(id);
      if (!before || rank < before.rank)
        found.set(id, { rank, ends: effect.end === true, ask: { id, question, ifYes, ask } });
    });
  const all = [...found.values()].sort((a, b) => Number(b.ends) - Number(a.ends) || a.rank - b.rank);
  const last = all.filter((f) => f.ask.id === 'unwell').map((f) => f.ask);
  const others = all.filter((f) => f.ask.id !== 'unwell');
  const isToAll = (f: (typeof others)[number], i: number) => f.ends || i < MOST_ASKED - last.length;
  const alone = others.filter((f, i) => !isToAll(f, i) && isSafetyAsk(f.ask.id!));
  return [
    ...others.filter(isToAll).map((f) => f.ask),
    ...last,
    ...alone.map((f) => ({ ...f.ask, alone: true as const })),
  ];
}

/** Every question that somebody’s file calls for. */
const asksOfOne = ({ plan }: Member, task: Task) =>
  asksFor({ flags: plan.flags, places: [], upright: true, task }, { most: Infinity });

/** Whom a question concerns that is asked alone: their entries of the roster. */
export function asksAlone(
  members: readonly Member[],
  id: string,
  { task }: Pick<Lesson, 'task'>,
  own: readonly Task[] = [],
): string[] {
  const done =
    (task?.taskId === undefined ? undefined : taskById(task.taskId, own)) ?? taskForAll([], undefined);
  return members.filter((m) => asksOfOne(m, done).some((a) => a.id === id)).map((m) => m.id);
}
