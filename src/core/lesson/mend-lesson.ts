import { exhaleOf, lessonS, openS } from '../sequence/lesson';
import type { Lesson, LessonBlock } from '../sequence/lesson.schema';
import { SET_MOST_S } from '../sequence/set-block';
import type { Sequence } from '../sequence/sequence';
import { applyEdit } from '../sequence/edit';
import { checkLesson, type LessonFor, type LessonProblem } from './check';
import { editLesson, type LessonEdit } from './edit-lesson';
import { isHarder } from './gate-words';
import { lessonNow } from './lesson-now';
import type { ComplaintPlace } from '../screen/complaints';

/** What mends a rule of a lesson: said on the button, and the sequence that it makes. */
export type LessonMend = { says: string; sequence: Sequence };

type Whom = LessonFor & { places?: readonly ComplaintPlace[] };

/** A set is one step longer than the one before it, s. Our choice within R9. */
const STEP_S = 1;

/**
 * What would mend what is wrong with a lesson, tried out: it is offered only where it leaves fewer things wrong than before.
 * Null where only the instructor can.
 */
export function lessonMend(sequence: Sequence, problem: LessonProblem, whom: Whom): LessonMend | null {
  const lesson = lessonNow(sequence, whom);
  if (!lesson) return null;
  const wrong = checkLesson(lesson, whom).length;
  for (const { says, by } of waysFor(lesson, problem, whom)) {
    const made = by(sequence);
    const now = lessonNow(made, whom);
    if (now && made !== sequence && checkLesson(now, whom).length < wrong) return { says, sequence: made };
  }
  return null;
}

type Way = { says: string; by: (sequence: Sequence) => Sequence };

function waysFor(lesson: Lesson, { rule, blockId }: LessonProblem, whom: Whom): Way[] {
  const edits = (says: string, ...all: LessonEdit[]): Way => ({
    says,
    by: (s) => all.reduce((made, edit) => editLesson(made, edit, whom), s),
  });
  const block = lesson.blocks.find((b) => b.id === blockId);
  const out: Way[] =
    blockId === null ? [] : [{ says: 'Remove block', by: (s) => applyEdit(s, { kind: 'remove', blockId }) }];
  switch (rule) {
    case 'R1':
    case 'R5':
      return block && lesson.blocks.length > 1 ? out : [];
    case 'R2':
      return blockId === null
        ? []
        : [
            {
              says: 'Move last',
              by: (s) => applyEdit(s, { kind: 'move', blockId, to: s.blocks.length - 1 }),
            },
          ];
    case 'R4':
      return block
        ? block.sets.flatMap((set, i) =>
            i > 0 && isHarder(block, i) ? [edits('Make sets alike', ...alike(block, i))] : [],
          )
        : [];
    case 'R6':
      return block ? quietFirst(block, whom).map((edit) => edits('Add a set', edit)) : [];
    case 'R8':
      return r8(lesson, block, edits);
    case 'R9':
      return block ? r9(lesson, block, whom).map((all) => edits('Shorten the exhale', ...all)) : [];
    case 'R10':
      return r10(lesson, edits);
    default:
      return [];
  }
}

/** A set that says what the set before it says. */
function alike(block: LessonBlock, i: number): LessonEdit[] {
  const was = exhaleOf(block.sets[i - 1]!);
  return was === null ? [] : [{ kind: 'setPhase', blockId: block.id, set: i, phase: 'exhale', seconds: was }];
}

const quietFirst = (block: LessonBlock, { silentSide }: Whom): LessonEdit[] => {
  const at = block.sets.findIndex((s) => s.side === silentSide);
  return at < 0 ? [] : [{ kind: 'addSet', blockId: block.id, set: at }];
};

type Edits = (says: string, ...all: LessonEdit[]) => Way;

function r8(lesson: Lesson, block: LessonBlock | undefined, edits: Edits): Way[] {
  if (!block) {
    const longest = lesson.blocks.reduce((a, b) => (b.sets[0]!.workS > a.sets[0]!.workS ? b : a));
    return lesson.blocks.some((b) => b.sets.length > 1)
      ? [edits('Add 30 s free', { kind: 'setFree', blockId: longest.id, set: 0, seconds: 30 })]
      : [edits('Add a second set', { kind: 'addSet', blockId: longest.id, set: 0 })];
  }
  const at = block.sets.findIndex((s) => s.workS > SET_MOST_S);
  const set = block.sets[at];
  if (!set) return [];
  const half: LessonEdit =
    set.count === undefined
      ? { kind: 'setWork', blockId: block.id, set: at, seconds: Math.ceil(set.workS / 2) }
      : { kind: 'setCount', blockId: block.id, set: at, count: Math.ceil(set.count / 2) };
  return [edits('Make two sets', half, { kind: 'addSet', blockId: block.id, set: at })];
}

/** The exhales of a block brought down: the first to what came before it, each further one to a step more. */
function r9(lesson: Lesson, block: LessonBlock, { comfortableExhaleS = null }: Whom): LessonEdit[][] {
  const before = lesson.blocks.slice(0, lesson.blocks.indexOf(block));
  const reached = Math.max(
    comfortableExhaleS ?? 0,
    ...before.flatMap((b) => b.sets.map((s) => exhaleOf(s) ?? 0)),
  );
  let most = reached > 0 ? Math.floor(reached * 2) / 2 : Infinity;
  const all = block.sets.flatMap((set, i): LessonEdit[] => {
    const out = exhaleOf(set);
    if (out === null) return [];
    const now = Math.min(out, most);
    most = now + STEP_S;
    return now < out ? [{ kind: 'setPhase', blockId: block.id, set: i, phase: 'exhale', seconds: now }] : [];
  });
  return all.length > 0 ? [all] : [];
}

/** Time that is missing goes to sets of what is core; time that is over is taken from what can be spared. */
function r10(lesson: Lesson, edits: Edits): Way[] {
  if (openS(lesson) > 0 && lessonS(lesson) < lesson.minutes * 60 * 0.85)
    return lesson.blocks
      .filter((b) => b.core && b.grade === undefined)
      .map((b) => edits('Add a set', { kind: 'addSet', blockId: b.id, set: b.sets.length - 1 }));
  const spare = [...lesson.blocks].reverse().filter((b) => b.sets.length > 1 && b.grade === undefined);
  return [...spare.filter((b) => !b.core), ...spare.filter((b) => b.core)].map((b) =>
    edits('Drop a set', { kind: 'dropSet', blockId: b.id, set: b.sets.length - 1 }),
  );
}
