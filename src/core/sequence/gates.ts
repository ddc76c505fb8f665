import type { LessonBlock } from './lesson.schema';
import type { Block, Sequence } from './sequence';
import { mirrored, otherSideOf } from './mirrored';
import { isRepeat, lessonBlockId, setBlockId, setNumber } from './set-block';

/** What has to be so before a block of a run begins, and what is done else; null where nothing is asked. */
export type GateNow = { onlyIf: string; otherwise: string };

/** The gate before a set, or before a block of a lesson, in its words. */
export function gateBefore(
  { lesson, blocks }: Pick<Sequence, 'lesson' | 'blocks'>,
  index: number,
): GateNow | null {
  const block = blocks[index];
  if (!lesson || !block) return null;
  const at = (id: string): LessonBlock | undefined => lesson.blocks.find((b) => b.id === lessonBlockId(id));
  const here = at(block.id);
  if (!here || (here.drillId !== undefined && here.drillId !== block.drillId)) return null;
  // What is done once more was decided on at the gate after it.
  if (isRepeat(block.id)) return null;
  const set = setNumber(block.id);
  const rules = here.gate.rules;
  if (set > 1) {
    const side = here.sets[set - 1]?.side;
    // The first set of the other side is no harder than the one before it.
    if (side && here.sets.slice(0, set - 1).every((s) => s.side !== side)) return null;
    const own = rules.find((r) => r.before === `set ${set}`);
    const any = own ?? rules.find((r) => /^set|round/.test(r.before));
    // What was written for another set names its side.
    return any && !own && isOtherSide(here, set)
      ? { ...any, onlyIf: otherSideOf(any.onlyIf), otherwise: otherSideOf(any.otherwise) }
      : (any ?? null);
  }
  const before = blocks[index - 1];
  const from = before && at(before.id);
  return (
    rules.find((r) => r.before === 'standing' || r.before === 'this block') ??
    (from && from !== here ? from.gate.rules.find((r) => r.before === 'the next block') : undefined) ??
    null
  );
}

/** Whether a set is done on the other side than the first one, whose words the block has. */
function isOtherSide({ sets }: Pick<LessonBlock, 'sets'>, set: number): boolean {
  const [first, now] = [sets[0]?.side, sets[set - 1]?.side];
  return (first === 'left' && now === 'right') || (first === 'right' && now === 'left');
}

/** Where a block of a run stands in its lesson: which set of how many, what is done before it, and what is right and the limit. */
export type LessonPlace = { block: LessonBlock; set: number; sets: number; meanwhile: string | null };

/**
 * The block of the lesson that a block of a run belongs to, in the words for its side; null where it was exchanged, or
 * there is no lesson.
 */
export function placeInLesson(
  { lesson, blocks }: Pick<Sequence, 'lesson' | 'blocks'>,
  block: Block,
): LessonPlace | null {
  const written = lesson?.blocks.find((b) => b.id === lessonBlockId(block.id));
  if (!written || (written.drillId !== undefined && written.drillId !== block.drillId)) return null;
  const set = setNumber(block.id);
  const inSetsOf = blocks.some((b) => b.id === setBlockId(written.id, 2));
  return {
    block: inSetsOf && isOtherSide(written, set) ? mirrored(written) : written,
    set,
    sets: inSetsOf ? written.sets.length : 1,
    meanwhile: set > 1 ? (written.sets[set - 2]?.meanwhile ?? null) : null,
  };
}
