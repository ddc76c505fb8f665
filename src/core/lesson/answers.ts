import { POSITION, type Position } from '../body/positions';
import type { ComplaintPlace } from '../screen/complaints';
import type { Demand } from '../drills/drill';
import { demandsOf } from '../safety/demands';
import { isOpen, verdictFor } from '../safety/verdict';
import { inPosition, type MadeFor } from '../sequence/alternatives';
import { blockS } from '../sequence/lesson';
import { mayBeDone } from '../sequence/judge';
import { clock, drillOf, nameOf, type Block, type Sequence } from '../sequence/sequence';
import { taskVerdict } from '../task/grade';
import type { Condition } from '../task/conditions';
import { taskById } from '../task/library';
import type { Task } from '../task/task.schema';
import { asksFor, effectsOf, type DayAsk } from './asks';
import { taskMade } from './compose';
import { runnable } from './runnable';
import { gradeIn, TASK_PREFIX } from '../task/prefix';
import { taskBlockFrom } from './write-block';

/** A kept lesson as the answers of the day leave it. */
export type Answered = {
  /** Nothing is coached today: whom to ask. Null: the lesson goes on. */
  end: string | null;
  sequence: Sequence;
  /** What went, what came in its place, and the time that is free, a line each. */
  changes: string[];
};

type Today = ReturnType<typeof effectsOf>;
type Whom = MadeFor & { places?: readonly ComplaintPlace[]; ownTasks?: readonly Task[] };

const taskOf = ({ lesson }: Sequence, { ownTasks }: Pick<Whom, 'ownTasks'>): Task | undefined =>
  lesson?.task?.taskId === undefined ? undefined : taskById(lesson.task.taskId, ownTasks);

/** The questions of a lesson with what a yes to each does; a question of one written by hand does what its words say. */
function asksOf(sequence: Sequence, whom: Whom): DayAsk[] {
  const { lesson } = sequence;
  if (!lesson) return [];
  const grades = sequence.blocks
    .filter((b) => b.drillId.startsWith(TASK_PREFIX))
    .map((b) => gradeIn(b.drillId));
  const known = asksFor(
    {
      flags: whom.flags,
      task: taskOf(sequence, whom),
      places: whom.places ?? [],
      upright: true,
      lastGrade: grades[0],
    },
    { most: Infinity },
  );
  return lesson.asks.map((ask, i) => {
    const found = known.find((k) => k.id === ask.id);
    return { ...ask, id: askId(lesson.asks, i), effect: found?.effect ?? {} };
  });
}

/** What a question is recorded by. @example askId(lesson, 0) // 'lying', or 'ask1' in a lesson that was written by hand */
export const askId = (asks: readonly { id?: string | undefined }[], index: number): string =>
  asks[index]?.id ?? `ask${index + 1}`;

/**
 * A lesson that was kept, as the answers of today leave it: what may not be done goes, or is done in another position; the
 * task steps down to a grade that is open. The sequence itself stays what it was.
 *
 * @param day answers by the id of the question; one that is not there was not asked, which is not no
 */
export function answeredLesson(
  sequence: Sequence,
  whom: Whom,
  day: Readonly<Record<string, boolean>>,
): Answered {
  const places = whom.places ?? [];
  const asks = asksOf(sequence, whom);
  const effects = effectsOf(asks, day);
  if (effects.end) return { end: asks.find((a) => day[a.id] && a.effect.end)!.ask, sequence, changes: [] };
  const today = { ...whom, flags: { ...whom.flags, ...effects.flags } };
  if (!asks.some((a) => day[a.id])) return { end: null, sequence, changes: [] };
  const lessonBlocks = [...(sequence.lesson?.blocks ?? [])];
  const changes: string[] = [];
  const blocks = sequence.blocks.flatMap((block, index): Block[] => {
    if (block.drillId.startsWith(TASK_PREFIX)) {
      const made = taskNow({ sequence, block, index, today, places, effects });
      if (made === 'same') return [block];
      if (made === null) {
        changes.push(`Left out: ${nameOf(block)}.`);
        return [];
      }
      const at = lessonBlocks.findIndex((b) => b.id === block.id);
      if (at >= 0) lessonBlocks[at] = { ...made.written, id: block.id };
      changes.push(`${nameOf(block)}: at grade ${made.grade} today.`);
      return [{ ...made.block, id: block.id }];
    }
    const now = blockNow(block, today, effects);
    if (now === null) changes.push(`Left out: ${nameOf(block)}.`);
    else if (now.position !== block.position)
      changes.push(`${nameOf(block)}: ${POSITION[now.position].label} today.`);
    return now === null ? [] : [now];
  });
  if (blocks.length === 0)
    return { end: 'nothing of this lesson is open today; breathe quietly and talk', sequence, changes };
  const freeS = sequence.blocks
    .filter((b) => !blocks.some((n) => n.id === b.id))
    .reduce((s, b) => s + lengthOf(b, sequence), 0);
  return {
    end: null,
    sequence: {
      ...sequence,
      blocks,
      ...(sequence.lesson
        ? {
            lesson: {
              ...sequence.lesson,
              blocks: lessonBlocks.filter((b) => blocks.some((n) => n.id === b.id)),
            },
          }
        : {}),
    },
    changes: freeS > 0 ? [...changes, `${clock(freeS)} is free: give it to the quiet blocks.`] : changes,
  };
}

const lengthOf = (block: Block, { lesson }: Sequence): number => {
  const written = lesson?.blocks.find((b) => b.id === block.id);
  return written ? blockS(written) : block.setUpS;
};

/** The block as it may be done today, in its own position or in the next one of its drill; null where it may not. */
function blockNow(block: Block, today: Whom, { without, seated }: Today): Block | null {
  const drill = drillOf(block);
  if (!drill || [...demandsOf(drill, block)].some((d) => without.includes(d))) return null;
  const verdict = verdictFor(drill, today.flags, today.props);
  if (!isOpen(verdict)) return null;
  const fits = (b: Block) =>
    verdict.positions.includes(b.position) &&
    !(seated && POSITION[b.position].family === 'standing') &&
    mayBeDone(b, drill, today, verdict);
  if (fits(block)) return block;
  const placed = verdict.positions
    .filter((p: Position) => p !== block.position)
    .map((p) => inPosition(block, p, today))
    .find((b) => b !== null && fits(b));
  return placed ?? null;
}

type TaskNow = {
  sequence: Sequence;
  block: Block;
  index: number;
  today: Whom;
  places: readonly ComplaintPlace[];
  effects: Today;
};

/** The task as it may be done today: the block itself, one at a lower grade, or none. */
function taskNow({ sequence, block, index, today, places, effects }: TaskNow) {
  const { lesson } = sequence;
  const task = taskOf(sequence, today);
  const was = gradeIn(block.drillId);
  const asItIs = blockNow(block, today, { ...effects, seated: false });
  if (!task || !lesson?.task) return asItIs === block && effects.taskMost >= was ? 'same' : null;
  const verdict = taskVerdict(task, today.flags, { conditions: effects.conditions as Condition[] });
  const open = Math.min(verdict.open, effects.taskMost, was);
  if (open >= was && asItIs === block) return 'same';
  if (open < 1) return null;
  const now = {
    task,
    grade: open,
    wanted: open,
    verdict: { ...verdict, open },
    why: 'by an answer of the day',
  };
  const input = {
    flags: today.flags,
    props: today.props,
    counting: lesson.counting,
    minutes: sequence.minutes,
    comfortableExhaleS: today.client?.comfortableExhaleS ?? null,
    ...(today.client?.control ? { control: today.client.control } : {}),
    ...(today.client?.readings ? { readings: today.client.readings } : {}),
  };
  const made = taskMade(now, input, new Set<Demand>(effects.without));
  if (!made) return null;
  const before = sequence.blocks[index - 1]?.position ?? null;
  const written = taskBlockFrom(made, { from: before, index, frame: { input, task: now, places } });
  return { block: runnable(made.base, written), written, grade: now.grade };
}
