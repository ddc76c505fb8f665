import type { LessonTaken } from '../run/run.schema';
import type { Lesson, LessonBlock } from '../sequence/lesson.schema';
import { lessonBlockId } from '../sequence/set-block';

/** What came of cues in lessons before, by their words: how often it looked right after them, less how often wrong. */
export type Heard = Readonly<Record<string, number>>;

type Taught = { lesson: Lesson | undefined; taken: LessonTaken | undefined };

/** What was tapped as seen after each cue, over all lessons of a client. */
export function heardIn(lessons: readonly Taught[]): Heard {
  const heard: Record<string, number> = {};
  for (const { lesson, taken } of lessons)
    for (const { blockId, as, cue } of taken?.seen ?? []) {
      const block = lesson?.blocks.find((b) => b.id === lessonBlockId(blockId));
      const said = block && [...block.cues, block.image][cue];
      if (said !== undefined) heard[said] = (heard[said] ?? 0) + (as === 'right' ? 1 : -1);
    }
  return heard;
}

/** A block that begins with the cue that did better with this client; as it was written where neither did. */
export function asHeard(block: LessonBlock, heard: Heard = {}): LessonBlock {
  const [first, second] = block.cues as [string, string];
  return (heard[second] ?? 0) > (heard[first] ?? 0) ? { ...block, cues: [second, first] } : block;
}
