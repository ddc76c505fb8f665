import { omit } from '../base/omit';
import type { ComplaintPlace } from '../screen/complaints';
import { mayBeDone, type JudgedFor } from '../sequence/judge';
import type { LessonSet } from '../sequence/lesson.schema';
import { drillOf, MOST_BLOCKS, type Block, type Sequence } from '../sequence/sequence';
import { isRepeat, setBlockId, setNumber } from '../sequence/set-block';
import { lessonNow, stillSo } from './lesson-now';
import { runnable } from './runnable';

const MOST_SET_UP_S = 600;

/**
 * A lesson as it is run: each set a block of its own, with its own breath, and the free breathing after it before the next.
 * A set of one side is run on that side alone.
 */
export function inSets(
  sequence: Sequence,
  whom: JudgedFor & { places?: readonly ComplaintPlace[] },
): Sequence {
  const lesson = lessonNow(sequence, whom);
  if (!lesson) return sequence;
  let freeS = 0;
  const blocks = sequence.blocks.flatMap((block): Block[] => {
    const written = lesson.blocks.find((b) => b.id === block.id);
    const first = { ...block, setUpS: Math.min(MOST_SET_UP_S, block.setUpS + freeS) };
    freeS = 0;
    if (!written || !stillSo(written, block)) return [first];
    if (written.sets.length < 2) {
      const set = written.sets[0]!;
      return [ownBreath(set) ? { ...setOf(block, set, whom), setUpS: first.setUpS } : first];
    }
    freeS = written.sets.at(-1)!.freeS;
    return written.sets.map((set, i) => {
      const own = { ...setOf(block, set, whom), id: setBlockId(block.id, i + 1) };
      return i === 0 ? { ...own, setUpS: first.setUpS } : { ...own, setUpS: written.sets[i - 1]!.freeS };
    });
  });
  return blocks.length > MOST_BLOCKS ? { ...sequence, lesson } : { ...sequence, lesson, blocks };
}

/** One set of a block; with the breath of the first where its own may not be done. */
function setOf(block: Block, set: LessonSet, whom: JudgedFor): Block {
  const dose = omit(block.dose, 'first', 'firstRounds');
  const once: Block = { ...block, dose: { ...dose, rounds: 1, restS: 0, sides: 1 } };
  const drill = drillOf(block);
  const own = withBreath(once, set);
  return drill && mayBeDone(own, drill, whom) ? own : once;
}

/** A block with the breath of one set: by its steps, as its phrases come, or in seconds. */
function withBreath(once: Block, { breath, count, workS }: LessonSet): Block {
  const { breathing, dose } = once;
  switch (breath.kind) {
    case 'seconds':
    case 'movement':
      return breathing.kind === 'paced'
        ? {
            ...once,
            breathing: { ...breathing, pattern: breath.pattern },
            dose: { ...dose, breaths: count ?? dose.breaths },
          }
        : breathing.kind === 'free'
          ? { ...once, breathing: { kind: 'free', freeS: Math.max(1, workS) } }
          : once;
    // Steps and phrases are the client’s own: a machine paces neither.
    case 'steps':
    case 'phrase':
    case 'free':
      return breathing.kind === 'ladder'
        ? once
        : { ...once, breathing: { kind: 'free', freeS: Math.max(1, workS) } };
    case 'hold':
      return once;
  }
}

/** Sets that a block of a sequence cannot hold by itself. */
const ownBreath = ({ breath }: LessonSet): boolean => breath.kind === 'steps' || breath.kind === 'phrase';

/** A lesson that was run in sets as it was written: each block whole again, what was done once more or put in kept out of it. */
export function outOfSets(sequence: Sequence): Sequence {
  const { lesson } = sequence;
  if (!lesson) return sequence;
  const blocks = sequence.blocks.flatMap((block): Block[] => {
    if (setNumber(block.id) > 1 || isRepeat(block.id)) return [];
    const written = lesson.blocks.find((b) => b.id === block.id);
    const same =
      written && (written.drillId ?? block.drillId) === block.drillId && written.place === block.position;
    return [same ? runnable(block, written) : block];
  });
  return { ...sequence, blocks };
}
