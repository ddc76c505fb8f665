import { omit } from '../base/omit';
import { clamp, roundTo } from '../base/statistics';
import { PHASE_KEY, type Pattern, type Phase } from '../breath/pattern';
import type { ComplaintPlace } from '../screen/complaints';
import type { Flags } from '../screen/flags';
import type { Lesson, LessonBlock, LessonSet } from '../sequence/lesson.schema';
import type { Block, Sequence } from '../sequence/sequence';
import { runnable } from './runnable';
import { gated, gateTold } from './gate-words';
import { lessonNow } from './lesson-now';
import { breathS, patterned, STEP_S, timed, toldOf } from './set-words';
import { withSign } from './sign-words';
import { SIGNS } from './signs';

/** One change of what a lesson says beyond its blocks; sets and gates are counted from 0. */
export type LessonEdit =
  | { kind: 'setPhase'; blockId: string; set: number; phase: Phase; seconds: number }
  | { kind: 'setSteps'; blockId: string; set: number; part: 'in' | 'out'; steps: number }
  | { kind: 'setHold'; blockId: string; set: number; seconds: number }
  | { kind: 'setCount'; blockId: string; set: number; count: number }
  | { kind: 'setWork'; blockId: string; set: number; seconds: number }
  | { kind: 'setFree'; blockId: string; set: number; seconds: number }
  | { kind: 'setBreath'; blockId: string; set: number; breath: BreathKind }
  | { kind: 'addSet'; blockId: string; set: number }
  | { kind: 'dropSet'; blockId: string; set: number }
  | { kind: 'moveSet'; blockId: string; set: number; to: number }
  | { kind: 'gate'; blockId: string; rule: number; onlyIf?: string; otherwise?: string }
  | { kind: 'core'; blockId: string; core: boolean }
  | { kind: 'idea'; idea: string }
  | { kind: 'sign'; signId: string };

/** How the breath of a set is counted. */
export const BREATH_KINDS = ['seconds', 'steps', 'movement', 'phrase', 'free'] as const;
export type BreathKind = (typeof BREATH_KINDS)[number];

type Of = { flags: Flags; places?: readonly ComplaintPlace[] };

const MOST_SETS = 12;
/** The longest breath in before a phrase that can be kept, s. */
const MOST_PHRASE_IN_S = 30;
/** Free breathing after a set that is put in, s (lessons of a room: 30 to 60). */
const FREE_S = 30;

/** A lesson with one edit made to its sets, gates, idea or sign; out-of-range figures are brought to the nearest allowed. */
export function editLesson(sequence: Sequence, edit: LessonEdit, of: Of): Sequence {
  const lesson = lessonNow(sequence, of);
  if (!lesson) return sequence;
  if (edit.kind === 'idea')
    return kept(sequence, { ...lesson, idea: edit.idea.trim().slice(0, 600) || lesson.idea });
  if (edit.kind === 'sign') {
    const sign = SIGNS.find((s) => s.id === edit.signId);
    return sign ? kept(sequence, withSign(lesson, sign, of.flags)) : sequence;
  }
  const at = lesson.blocks.findIndex((b) => b.id === edit.blockId);
  const written = lesson.blocks[at];
  const base = sequence.blocks.find((b) => b.id === edit.blockId);
  if (!written || !base) return sequence;
  const block = editBlock(written, edit);
  if (block === written) return sequence;
  const next = kept(sequence, { ...lesson, blocks: lesson.blocks.with(at, block) });
  return { ...next, blocks: next.blocks.map((b) => (b === base ? runs(base, block) : b)) };
}

const kept = (sequence: Sequence, lesson: Lesson): Sequence => ({
  ...omit(sequence, 'proof', 'said'),
  lesson: { ...lesson, minutes: sequence.lesson!.minutes },
});

/** The block of the sequence that goes with an edited one; its set-up and its reasons stay. */
const runs = (base: Block, block: LessonBlock): Block => ({
  ...runnable(base, block),
  setUpS: base.setUpS,
  why: base.why,
});

type BlockEdit = Exclude<LessonEdit, { kind: 'idea' | 'sign' }>;

function editBlock(block: LessonBlock, edit: BlockEdit): LessonBlock {
  if (edit.kind === 'core')
    return {
      ...block,
      core: edit.core,
      late: edit.core ? (block.sets.length > 1 ? 'when late set 1 only' : block.late) : 'cut first',
    };
  if (edit.kind === 'gate') return editGate(block, edit);
  const set = block.sets[edit.set];
  if (!set) return block;
  const sets = editSets(block.sets, set, edit);
  return sets === block.sets ? block : gated({ ...block, sets });
}

function editGate(
  block: LessonBlock,
  { rule, onlyIf, otherwise }: Extract<BlockEdit, { kind: 'gate' }>,
): LessonBlock {
  const was = block.gate.rules[rule];
  if (!was) return block;
  const tidy = (text: string | undefined, old: string) =>
    text?.trim().replace(/\.$/, '').slice(0, 400) || old;
  const rules = block.gate.rules.with(rule, {
    ...was,
    onlyIf: tidy(onlyIf, was.onlyIf),
    otherwise: tidy(otherwise, was.otherwise),
  });
  return { ...block, gate: { rules, told: gateTold(rules) } };
}

function editSets(
  sets: LessonBlock['sets'],
  set: LessonSet,
  edit: Exclude<BlockEdit, { kind: 'core' | 'gate' }>,
): LessonBlock['sets'] {
  const i = edit.set;
  switch (edit.kind) {
    case 'addSet': {
      const more = bySides(sets) ? [set, otherOf(sets, i)] : [set];
      const after = bySides(sets) ? Math.max(i, sets.indexOf(otherOf(sets, i))) : i;
      return sets.length + more.length > MOST_SETS
        ? sets
        : sets.toSpliced(after + 1, 0, ...more.map((s) => ({ ...s, freeS: s.freeS || FREE_S })));
    }
    case 'dropSet': {
      const gone = bySides(sets) ? [set, otherOf(sets, i)] : [set];
      return sets.length <= gone.length ? sets : sets.filter((s) => !gone.includes(s));
    }
    case 'moveSet': {
      const to = clamp(edit.to, 0, sets.length - 1);
      return to === i ? sets : sets.toSpliced(i, 1).toSpliced(to, 0, set);
    }
    default: {
      const made = editSet(set, edit);
      return made === set ? sets : sets.with(i, made);
    }
  }
}

/** Right and left as often as each other: such sets come and go in pairs. */
const bySides = (sets: LessonBlock['sets']): boolean => {
  const of = (side: string) => sets.filter((s) => s.side === side).length;
  return of('right') > 0 && of('right') === of('left');
};

/** The set of the other side that goes with this one. */
function otherOf(sets: LessonBlock['sets'], i: number): LessonSet {
  const { side } = sets[i]!;
  const nth = sets.slice(0, i).filter((s) => s.side === side).length;
  return sets.filter((s) => s.side && s.side !== side)[nth]!;
}

type OneSet = Extract<
  BlockEdit,
  { kind: 'setPhase' | 'setSteps' | 'setHold' | 'setCount' | 'setWork' | 'setFree' | 'setBreath' }
>;

function editSet(set: LessonSet, edit: OneSet): LessonSet {
  const { breath } = set;
  switch (edit.kind) {
    case 'setPhase': {
      if (breath.kind === 'phrase' && (edit.phase === 'inhale' || edit.phase === 'exhale'))
        return timed({
          ...set,
          breath:
            edit.phase === 'inhale'
              ? { ...breath, inS: clamp(roundTo(edit.seconds, 0.5), 0.5, MOST_PHRASE_IN_S) }
              : { ...breath, outS: clamp(roundTo(edit.seconds, 0.5), 0.5, 60) },
        });
      if (breath.kind !== 'seconds' && breath.kind !== 'movement') return set;
      const least = edit.phase === 'inhale' || edit.phase === 'exhale' ? 0.5 : 0;
      return patterned(set, {
        ...breath.pattern,
        [PHASE_KEY[edit.phase]]: clamp(roundTo(edit.seconds, 0.5), least, 60),
      });
    }
    case 'setSteps':
      return breath.kind === 'steps'
        ? timed({ ...set, breath: { ...breath, [edit.part]: clamp(Math.round(edit.steps), 1, 20) } })
        : set;
    case 'setHold':
      return breath.kind === 'hold'
        ? timed({ ...set, breath: { ...breath, holdS: clamp(Math.round(edit.seconds), 1, 120) } })
        : set;
    case 'setCount':
      return set.count === undefined ? set : timed({ ...set, count: clamp(Math.round(edit.count), 1, 200) });
    case 'setWork':
      return { ...set, workS: clamp(Math.round(edit.seconds), 5, 3600) };
    case 'setFree':
      return { ...set, freeS: clamp(Math.round(edit.seconds), 0, 600) };
    case 'setBreath':
      return otherBreath(set, edit.breath);
  }
}

const USUAL: Pattern = { inhaleS: 3, holdInS: 0, exhaleS: 4, holdOutS: 0 };
const DOSE_UNIT: Record<Exclude<BreathKind, 'free'>, string> = {
  seconds: 'breaths',
  steps: 'breaths',
  movement: 'repetitions',
  phrase: 'phrases',
};

/** The set counted in another way, about as long as it was. */
function otherBreath(set: LessonSet, kind: BreathKind): LessonSet {
  const { breath } = set;
  if (breath.kind === kind) return set;
  const pattern =
    breath.kind === 'seconds' || breath.kind === 'movement'
      ? breath.pattern
      : breath.kind === 'phrase'
        ? { ...USUAL, inhaleS: breath.inS, exhaleS: breath.outS }
        : USUAL;
  const now: LessonSet['breath'] =
    kind === 'seconds'
      ? { kind, pattern }
      : kind === 'movement'
        ? { kind, pattern, in: 'come back', out: 'move' }
        : kind === 'steps'
          ? {
              kind,
              in: clamp(Math.round(pattern.inhaleS / STEP_S), 2, 20),
              out: clamp(Math.round(pattern.exhaleS / STEP_S), 2, 20),
            }
          : kind === 'phrase'
            ? { kind, inS: clamp(pattern.inhaleS, 0.5, MOST_PHRASE_IN_S), outS: pattern.exhaleS }
            : { kind };
  const told = toldOf(now, set.side);
  if (kind === 'free') return { ...omit(set, 'count', 'dose'), breath: now, told };
  const made = { ...set, breath: now, told };
  const count = clamp(Math.round(set.workS / breathS(made)!), 1, 200);
  return timed({ ...made, count, dose: `${count} ${DOSE_UNIT[kind]}` });
}
