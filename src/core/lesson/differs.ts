import { blockS, lessonS } from '../sequence/lesson';
import type { Lesson, LessonBlock } from '../sequence/lesson.schema';
import { clock } from '../sequence/sequence';

/** How a part of another lesson stands beside this one. */
export type Difference = { what: 'in' | 'out' | 'other' | 'same'; part: string; was: string; now: string };

const sets = ({ sets: all }: LessonBlock): string => `${all.length} set${all.length === 1 ? '' : 's'}`;
const told = (b: LessonBlock): string =>
  `${sets(b)}, ${[b.sets[0]!.told, b.sets[0]!.dose].filter(Boolean).join(', ')}, ${clock(blockS(b))}`;

/** Which block of one lesson is which of another: the same drill, or the task. */
const partner = (block: LessonBlock, of: Lesson): LessonBlock | undefined =>
  of.blocks.find((b) =>
    block.grade === undefined
      ? b.drillId !== undefined && b.drillId === block.drillId
      : b.grade !== undefined,
  );

/** Two lessons part by part, in the order of the second; what only the first has stands where it would be missed, at the end. */
export function differences(was: Lesson, now: Lesson): Difference[] {
  const line = (part: string, a: string, b: string): Difference => ({
    what: a === b ? 'same' : a === '' ? 'in' : b === '' ? 'out' : 'other',
    part,
    was: a,
    now: b,
  });
  const blocks = now.blocks.map((b): Difference => {
    const before = partner(b, was);
    return b.grade !== undefined
      ? line(
          now.task?.name ?? b.title,
          before ? `grade ${before.grade}, ${told(before)}` : '',
          `grade ${b.grade}, ${told(b)}`,
        )
      : line(b.title, before ? told(before) : '', told(b));
  });
  const gone = was.blocks.filter((b) => !partner(b, now)).map((b) => line(b.title, told(b), ''));
  return [
    line('Time', clock(lessonS(was)), clock(lessonS(now))),
    line('Sign', was.sign.words, now.sign.words),
    ...blocks,
    ...gone,
  ];
}
