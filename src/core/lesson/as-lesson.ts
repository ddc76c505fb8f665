import { ok, type Result } from '../base/result';
import type { Position } from '../body/positions';
import type { Demand } from '../drills/drill';
import { blockS, lessonS } from '../sequence/lesson';
import type { LessonBlock } from '../sequence/lesson.schema';
import { clock, drillOf, MOST_BLOCKS, type Block, type Sequence } from '../sequence/sequence';
import { freeId } from '../sequence/edit';
import { taskMade } from './compose';
import { framed } from './frame';
import { frameFor } from './frame-for';
import { gated } from './gate-words';
import type { LessonInput } from './input';
import { setsAsTheyAre } from './lesson-now';
import { runnable } from './runnable';
import { placeOf } from './signs';
import { teachOf } from './teach/teach-of';
import { blockFrom, taskBlockFrom } from './write-block';

/** A sequence as a lesson, and what could not be put into it, a sentence each. */
export type AsLesson = { sequence: Sequence; says: string[] };

/**
 * A sequence that was written without one, as a lesson: its blocks with their own doses, in sets with gates, between the
 * questions and the sign that suit this client, with the client’s task behind them where there is time.
 *
 * @returns an error where nothing is coached today
 */
export function asLesson(sequence: Sequence, input: LessonInput): Result<AsLesson> {
  const framing = frameFor({ ...input, minutes: Math.max(5, sequence.minutes) });
  if (!framing.ok) return framing;
  const { frame, effects } = framing.value;
  let from: Position | null = placeOf(frame.sign, frame.input.flags)!.position;
  const says: string[] = [];
  const made = sequence.blocks.flatMap((base, index): { base: Block; block: LessonBlock }[] => {
    const drill = drillOf(base);
    if (!drill) {
      says.push('A drill that is not in this library was left out.');
      return [];
    }
    const teach = teachOf(drill, base);
    const block = blockFrom(
      { drill, base, teach, teachS: base.setUpS, sets: setsAsTheyAre(base, teach.meanwhile) },
      { from, index, lead: false, last: index === sequence.blocks.length - 1, frame },
    );
    from = base.position;
    return [{ base, block: gated({ ...block, id: base.id }) }];
  });
  const { task } = frame;
  const openS =
    sequence.minutes * 60 -
    lessonS(
      framed(
        frame,
        made.map((m) => m.block),
      ),
    );
  const part = task && task.grade > 0 ? taskMade(task, frame.input, new Set<Demand>(effects.without)) : null;
  if (task && part && made.length < MOST_BLOCKS) {
    const block = taskBlockFrom(part, { from, index: made.length, frame });
    const id = freeId(sequence);
    if (blockS(block) <= openS) made.push({ base: { ...part.base, id }, block: { ...block, id } });
    else
      says.push(`${task.task.name} needs ${clock(blockS(block))}, and ${clock(Math.max(0, openS))} is open.`);
  }
  const lesson = framed(
    frame,
    made.map((m) => m.block),
  );
  return ok({
    sequence: {
      ...sequence,
      blocks: made.map(({ base, block }) => ({
        ...runnable(base, block),
        setUpS: base.setUpS,
        why: base.why.length > 0 ? base.why : [block.why],
      })),
      proof: undefined,
      said: lesson.idea,
      lesson,
    },
    says,
  });
}
