import { mayBeDone, type JudgedFor } from '../sequence/judge';
import type { LessonBlock, LessonSet } from '../sequence/lesson.schema';
import { drillOf, MOST_BLOCKS, type Block, type Sequence } from '../sequence/sequence';
import { lessonBlockId, setBlockId, setNumber } from '../sequence/set-block';
import { stillSo } from './lesson-now';

const MOST_SET_UP_S = 600;

/**
 * A lesson as it is run: each set a block of its own, with its own breath, and the free breathing after it before the next.
 * What was edited by hand, and what goes by sides, stays one block with its rounds.
 */
export function inSets(sequence: Sequence, whom: JudgedFor): Sequence {
  const { lesson } = sequence;
  if (!lesson) return sequence;
  let freeS = 0;
  const blocks = sequence.blocks.flatMap((block): Block[] => {
    const written = lesson.blocks.find((b) => b.id === block.id);
    const first = { ...block, setUpS: Math.min(MOST_SET_UP_S, block.setUpS + freeS) };
    freeS = 0;
    if (!written || written.sets.length < 2 || block.dose.sides === 2 || !stillSo(written, block))
      return [first];
    freeS = written.sets.at(-1)!.freeS;
    return written.sets.map((set, i) => {
      const own = { ...setOf(block, set, whom), id: setBlockId(block.id, i + 1) };
      return i === 0 ? { ...own, setUpS: first.setUpS } : { ...own, setUpS: written.sets[i - 1]!.freeS };
    });
  });
  return blocks.length > MOST_BLOCKS ? sequence : { ...sequence, blocks };
}

/** One set of a block; with the breath of the first where its own may not be done. */
function setOf(block: Block, { breath, count, workS }: LessonSet, whom: JudgedFor): Block {
  const once: Block = { ...block, dose: { ...block.dose, rounds: 1, restS: 0 } };
  const drill = drillOf(block);
  const { breathing } = once;
  const own: Block =
    breathing.kind === 'paced' && (breath.kind === 'seconds' || breath.kind === 'movement')
      ? {
          ...once,
          breathing: { ...breathing, pattern: breath.pattern },
          dose: { ...once.dose, breaths: count ?? once.dose.breaths },
        }
      : breathing.kind === 'free'
        ? { ...once, breathing: { kind: 'free', freeS: Math.max(1, workS) } }
        : once;
  return drill && mayBeDone(own, drill, whom) ? own : once;
}

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
  const set = setNumber(block.id);
  const rules = here.gate.rules;
  if (set > 1) {
    const own =
      rules.find((r) => r.before === `set ${set}`) ?? rules.find((r) => /^set|round/.test(r.before));
    return own ?? null;
  }
  const before = blocks[index - 1];
  const from = before && at(before.id);
  return (
    rules.find((r) => r.before === 'standing' || r.before === 'this block') ??
    (from && from !== here ? from.gate.rules.find((r) => r.before === 'the next block') : undefined) ??
    null
  );
}

/** Where a block of a run stands in its lesson: which set of how many, what is done before it, and what is right and the limit. */
export type LessonPlace = { block: LessonBlock; set: number; sets: number; meanwhile: string | null };

/** The block of the lesson that a block of a run belongs to; null where it was exchanged, or there is no lesson. */
export function placeInLesson(
  { lesson, blocks }: Pick<Sequence, 'lesson' | 'blocks'>,
  block: Block,
): LessonPlace | null {
  const written = lesson?.blocks.find((b) => b.id === lessonBlockId(block.id));
  if (!written || (written.drillId !== undefined && written.drillId !== block.drillId)) return null;
  const set = setNumber(block.id);
  const inSetsOf = blocks.some((b) => b.id === setBlockId(written.id, 2));
  return {
    block: written,
    set,
    sets: inSetsOf ? written.sets.length : 1,
    meanwhile: set > 1 ? (written.sets[set - 2]?.meanwhile ?? null) : null,
  };
}
