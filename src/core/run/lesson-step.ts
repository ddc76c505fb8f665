import { omit } from '../base/omit';
import type { Sequence } from '../sequence/sequence';
import { lessonBlockId, setNumber } from '../sequence/set-block';
import { strideNow } from './strides';
import { left, ready } from './moves';
import type { GateChoice } from './recorded';
import type { RunState } from './run';
import {
  coachedNow,
  entered,
  freshId,
  resultsWith,
  withBlock,
  type RunContext,
  type Session,
} from './session';

/** An answer of the day, while the lesson has not begun. */
export function withAnswer(session: Session, id: string, yes: boolean | null): Session {
  const { state } = session;
  if (state.lesson?.opened) return session;
  const others = omit<Record<string, boolean>, string>(state.lesson?.day ?? {}, id);
  const day = yes === null ? others : { ...others, [id]: yes };
  return { ...session, state: { ...state, lesson: { ...state.lesson, day } } };
}

/** A try of the sign, at the start or again at the end; null takes it out. */
type SignTried = { when: 'first' | 'again'; tried: number; value: number | null };

/** A try of the sign. What was taken at the start stands once the lesson has begun, so that nothing is made to fit. */
export function withSign(session: Session, { when, tried, value }: SignTried): Session {
  const { state } = session;
  if (when === 'first' && state.lesson?.opened) return session;
  const before = state.lesson?.[when] ?? [];
  const values =
    value === null
      ? before.filter((_, i) => i !== tried)
      : [...before.slice(0, tried), value, ...before.slice(tried + 1)];
  const lesson = omit(state.lesson ?? {}, when);
  return {
    ...session,
    state: { ...state, lesson: values.length === 0 ? lesson : { ...lesson, [when]: values.slice(0, 3) } },
  };
}

/** The blocks begin, as the answers left them; once a block has begun nothing is exchanged in this way. */
export function opened(session: Session, sequence: Sequence, said: string): Session {
  const { state } = session;
  if (state.lesson?.opened || state.index > 0 || state.results.length > 0 || sequence.blocks.length === 0)
    return session;
  return {
    ...session,
    sequence,
    state: { ...state, blockS: 0, lesson: { ...state.lesson, opened: true }, ...(said ? { said } : {}) },
  };
}

/**
 * At the gate before a set or a block, whose breaths have not begun: on into it; the one before once more, in its place or
 * before it; or down, past all that is left of this block of the lesson.
 */
export function gated(session: Session, choice: GateChoice, context: RunContext): Session {
  const { sequence, state } = session;
  const coached = coachedNow(session);
  if (!coached || state.blockS > coached.prepS) return session;
  const { block } = coached.placed;
  const before = sequence.blocks[state.index - 1];
  const gates = [...(state.lesson?.gates ?? []), { blockId: block.id, choice }].slice(-200);
  const noted: Session = { ...session, state: { ...state, lesson: { ...state.lesson, gates } } };
  if (choice === 'further') return through(noted, context);
  if (choice === 'down') return steppedDown(noted, lessonBlockId(block.id), context);
  if (!before) return session;
  const isSet = lessonBlockId(before.id) === lessonBlockId(block.id);
  // Within a block the same set again stands in the place of the harder one; before a block it comes in between.
  if (isSet) {
    const { breathing, dose } = before;
    return ready(withBlock(noted, { ...block, breathing, dose }));
  }
  const id = freshId(sequence, before.id, setNumber(before.id) > 1 ? 'a' : '~1a');
  const again = { ...before, id, setUpS: SHORT_SET_UP_S };
  const blocks = [...sequence.blocks.slice(0, state.index), again, ...sequence.blocks.slice(state.index)];
  return entered(
    { ...noted, sequence: { ...sequence, blocks }, state: { ...omit(noted.state, 'aside'), blockS: 0 } },
    context,
  );
}

/** Through a gate: into the next set, or to the set-up of another block, which waits until it is said to be over. */
function through(session: Session, { waits = false }: RunContext): Session {
  const { sequence, state } = session;
  const another = setNumber(sequence.blocks[state.index]!.id) === 1;
  if (!another || !waits || state.aside?.kind !== 'setUp') return ready(session);
  return { ...session, state: { ...state, aside: { kind: 'setUp', s: 0, through: true } } };
}

/** A body that lies or stands there already, s. */
const SHORT_SET_UP_S = 15;

/** Past all sets of a block of the lesson; each that is passed over counts as cut short. */
function steppedDown(session: Session, blockId: string, context: RunContext): Session {
  const { sequence, state } = session;
  const rest = sequence.blocks.slice(state.index);
  const passed = rest.findIndex((b) => lessonBlockId(b.id) !== blockId);
  const many = passed < 0 ? rest.length : passed;
  const results = rest
    .slice(0, many - 1)
    .reduce((list, b) => resultsWith({ ...state, results: list }, b, 'skipped'), state.results);
  const last = { ...session, state: { ...state, results, index: state.index + many - 1 } };
  return left(last, 'skipped', state.index + many, context);
}

/** What was seen of a block, with the cue that was said last; the same again takes it back. */
export function withSeen(session: Session, as: 'right' | 'wrong', cue: number): Session {
  const { sequence, state } = session;
  const block = sequence.blocks[state.index];
  if (!block) return session;
  const before = state.lesson?.seen ?? [];
  const last = before.at(-1);
  const again = last?.blockId === block.id && last.as === as && last.cue === cue;
  const seen = again
    ? before.slice(0, -1)
    : [...before, { blockId: block.id, as, cue, s: Math.round(state.blockS * 10) / 10 }].slice(-300);
  return noted(session, { seen });
}

/** A repetition, a phrase or a step is counted at this moment of the block; `undo` takes the last one out. */
export function tallied(session: Session, undo: boolean): Session {
  const { sequence, state } = session;
  const block = sequence.blocks[state.index];
  const coached = coachedNow(session);
  if (!block || !coached) return session;
  const before = state.lesson?.counted?.[block.id] ?? [];
  const atS = Math.round((state.blockS - coached.prepS) * 10) / 10;
  if (undo ? before.length === 0 : atS < 0 || state.aside !== undefined) return session;
  const marks = undo ? before.slice(0, -1) : [...before, atS].slice(-400);
  return noted(session, { counted: { ...state.lesson?.counted, [block.id]: marks } });
}

/** Seconds a step takes at the slowest and the fastest walk that is counted. Our choice. */
const STRIDE_S = { least: 0.3, most: 1.5 } as const;

/** The breath goes by the client’s own steps from now on; the step that is under way stays what it is. */
export function strode(session: Session, strideS: number): Session {
  const { sequence, state } = session;
  const now = strideNow(session);
  const coached = coachedNow(session);
  const block = sequence.blocks[state.index];
  if (!now || !coached || !block) return session;
  const s = Math.min(STRIDE_S.most, Math.max(STRIDE_S.least, strideS));
  const atS = state.blockS - coached.prepS;
  const fromS = atS - Math.round((atS - now.fromS) / now.s) * s;
  return noted(session, { stride: { s, fromS: Math.round(fromS * 100) / 100, blockId: block.id } });
}

const noted = (session: Session, what: NonNullable<RunState['lesson']>): Session => ({
  ...session,
  state: { ...session.state, lesson: { ...session.state.lesson, ...what } },
});
