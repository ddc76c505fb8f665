import { omit } from '../base/omit';
import type { Flags } from '../screen/flags';
import type { StopSign } from '../screen/stop-signs';
import type { Position } from '../body/positions';
import type { Prop } from '../body/props';
import type { Sequence } from '../sequence/sequence';
import {
  again,
  breathsBy,
  changed,
  changedAside,
  exchanged,
  exhaleBy,
  fittedToTime,
  placedIn,
  resting,
  saysLength,
  saysPosition,
  saysProp,
  withProp,
} from './course';
import type { CoachedBlock } from './coached';
import type { Lead, MetBreath } from './follow';
import type { InhalesAround } from './inhales';
import { ledBy, metNext, turned } from './leading';
import type { RunRecord } from './merge';
import { gated, opened, strode, tallied, withAnswer, withSeen, withSign } from './lesson-step';
import { left, ready, withSetUp } from './moves';
import { withCue, withFault, withNextCue, withOutcome } from './said';
import type { BlockResult, RunState } from './run';
import type { CueOutcome, GateChoice, StopDone } from './recorded';
import {
  at,
  breathStartS,
  clockEndS,
  coachedNow,
  entered,
  resultsWith,
  standsFor,
  type RunContext,
  type Session,
} from './session';

/** What can happen in a session. Moments are seconds on its clock (see `clockS`). */
export type RunEvent =
  | { kind: 'start' }
  | { kind: 'pause'; atS: number }
  /** The clock has come to `atS`; past the end of the block the next one begins, and what is over counts there. */
  | { kind: 'clock'; atS: number }
  | { kind: 'next' }
  | { kind: 'back' }
  /** The set-up or the rest is over: the count-in or the breath begins. */
  | { kind: 'ready' }
  | { kind: 'easier' }
  | { kind: 'harder' }
  | { kind: 'exhale'; byS: number }
  | { kind: 'breaths'; by: number }
  | { kind: 'position'; position: Position }
  | { kind: 'prop'; from: Prop; to: Prop }
  | { kind: 'rest' }
  | { kind: 'again' }
  /** Somebody else sets the pace. `ownS`: seconds of the client's own breath, where it is known. */
  | { kind: 'lead'; lead: Lead; ownS: number | null }
  /** The client turned, where they lead; the clock had stood for them so long. */
  | { kind: 'turned'; turn: 'inhale' | 'exhale'; waitedS?: number }
  /** How the breath that ended was met. */
  | { kind: 'met'; met: MetBreath }
  /** What is to come is brought into the time that is left. */
  | { kind: 'fit' }
  /** It is looked again now; blocks that are to come can be gone on with. */
  | { kind: 'lookNow' }
  /** On with the run after a look amid it, which was kept, or was not (null). */
  | { kind: 'goOn'; lookId: string | null }
  | { kind: 'otherCue' }
  | { kind: 'cue'; cue: number }
  /** What the cue that is said did; one that did not work gives way to the next. */
  | { kind: 'cueOutcome'; outcome: CueOutcome }
  /** A fault of the present block was seen: its mending is said next. The same again takes it back. */
  | { kind: 'fault'; fault: number }
  /** A change of course is taken back; `before` is what stood when it was made. */
  | { kind: 'undo'; before: RunRecord }
  | { kind: 'rate'; blockId: string; quality: number }
  | { kind: 'note'; blockId: string; text: string }
  | { kind: 'breathless'; blockId: string; value: number }
  /** What inhales were before and after full exhales. */
  | { kind: 'inhales'; around: InhalesAround }
  /** What was asked after the run. */
  | { kind: 'asked'; asked: NonNullable<RunState['asked']> }
  /** A question of the day is answered; null: it was not asked after all. */
  | { kind: 'day'; id: string; yes: boolean | null }
  /** A try of the lesson's sign, at the start or again at the end; null takes it out. */
  | { kind: 'sign'; when: 'first' | 'again'; tried: number; value: number | null }
  /** Questions and sign are over: the lesson that the answers leave begins. */
  | { kind: 'open'; sequence: Sequence; said: string }
  /** What was decided at the gate before the set or the block that comes. */
  | { kind: 'gate'; choice: GateChoice }
  /** It looks right or wrong, after the cue (0, 1) or the image (2) that was said last. */
  | { kind: 'seen'; as: 'right' | 'wrong'; cue: number }
  /** A repetition, a phrase or a step is over; `undo`: the last one was none. */
  | { kind: 'tally'; undo?: true }
  /** The client’s own step, s, where breaths are counted by steps. */
  | { kind: 'stride'; strideS: number }
  | { kind: 'stop'; sign: StopSign; note: string; done?: readonly StopDone[] }
  /** Taken up again after the page went: it stands paused where it was kept. */
  | { kind: 'resume' }
  /** The look again was made and kept, or was left out (null). */
  | { kind: 'lookAgain'; lookId: string | null };

/**
 * Whether leaking and pushing out are to be asked after a run: with a floor that leaks or is heavy, or a wall apart,
 * and load on it.
 */
export const worksOnFloor = ({ blocks }: Sequence, flags: Flags): boolean =>
  Boolean(
    flags.leaking ||
    flags.heaviness ||
    flags.separationMm !== undefined ||
    flags.postpartumWeeks !== undefined,
  ) && blocks.some((b) => b.tone.floor === 'lift' || b.tone.control !== 'none' || b.tone.floor === 'follow');

/**
 * What a session is after an event. Every block that is left has a result, whether it was done, cut short or exchanged;
 * a stop sign ends the session whatever else is going on, and an ended one takes only ratings and notes.
 */
export function step(session: Session, event: RunEvent, context: RunContext): Session {
  const { state } = session;
  if (event.kind === 'rate') return withResult(session, event.blockId, { quality: event.quality });
  if (event.kind === 'note') return withResult(session, event.blockId, { note: event.text });
  if (event.kind === 'breathless') return withResult(session, event.blockId, { breathless: event.value });
  if (event.kind === 'inhales')
    return { ...session, state: { ...state, inhales: [...(state.inhales ?? []), event.around].slice(-100) } };
  if (event.kind === 'asked')
    return { ...session, state: { ...state, asked: { ...state.asked, ...event.asked } } };
  if (event.kind === 'sign') return withSign(session, event);
  if (state.stage === 'done' || state.stage === 'stopped') return { ...session, running: false };
  if (event.kind === 'stop') return stopped(session, event.sign, event.note, event.done ?? []);
  if (event.kind === 'resume') return { ...session, running: false };
  if (event.kind === 'undo') return takenBack(session, event.before);
  if (state.stage === 'relook')
    return event.kind === 'lookAgain'
      ? ended(session, event.lookId)
      : event.kind === 'goOn'
        ? goneOn(session, event.lookId, context)
        : session;
  switch (event.kind) {
    case 'start':
      return started(session, context);
    case 'pause':
      return { ...at(session, event.atS), running: false };
    case 'clock':
      return clocked(session, event.atS, context);
    case 'ready':
      return ready(session);
    case 'next':
      return left(session, 'skipped', state.index + 1, context);
    case 'back':
      return state.index === 0 ? { ...session, state: { ...state, blockS: 0 } } : wentBack(session, context);
    case 'rest':
      return resting(session, context);
    case 'again':
      return again(session, context);
    case 'easier':
    case 'harder':
      return exchanged(session, event.kind, context);
    case 'fit':
      return fittedToTime(session, 'Fitted to the time.', context);
    case 'lead':
      return ledBy(session, event.lead, event.ownS);
    case 'turned':
      return turned(session, event.turn, event.waitedS ?? 0);
    case 'met':
      return metNext(session, event.met);
    case 'day':
      return withAnswer(session, event.id, event.yes);
    case 'open':
      return opened(session, event.sequence, event.said);
    case 'gate':
      return gated(session, event.choice, context);
    case 'seen':
      return withSeen(session, event.as, event.cue);
    case 'tally':
      return tallied(session, event.undo === true);
    case 'stride':
      return strode(session, event.strideS);
    case 'lookNow':
      return toLookAgain(session);
    case 'lookAgain':
    case 'goOn':
      return session;
    default:
      return withBlockChanged(session, event, context);
  }
}

type BlockEvent = Extract<
  RunEvent,
  { kind: 'exhale' | 'breaths' | 'position' | 'prop' | 'otherCue' | 'cue' | 'cueOutcome' | 'fault' }
>;

/** What is changed or recorded of the block that runs. */
function withBlockChanged(session: Session, event: BlockEvent, context: RunContext): Session {
  const coached = coachedNow(session);
  if (!coached) return session;
  const { block } = coached.placed;
  switch (event.kind) {
    case 'exhale': {
      const made = exhaleBy(block, event.byS, context);
      return made ? changed(session, made, saysLength(block, made), context) : session;
    }
    case 'breaths': {
      const made = breathsBy(block, event.by, breathsBegun(coached, session.state.blockS), context);
      return made ? changed(session, made, saysLength(block, made), context) : session;
    }
    case 'position': {
      const made = placedIn(block, event.position, context);
      return made ? changedAside(session, made, saysPosition(event.position), context) : session;
    }
    case 'prop': {
      const made = withProp(block, event.from, event.to, context);
      return made ? changedAside(session, made, saysProp(event.from, event.to), context) : session;
    }
    case 'otherCue':
      return withNextCue(session, context);
    case 'cue':
      return withCue(session, event.cue);
    case 'cueOutcome':
      return withOutcome(session, event.outcome, context);
    case 'fault':
      return withFault(session, event.fault);
  }
}

/** Breaths of the present round that are begun. */
export function breathsBegun({ prepS, timeline }: CoachedBlock, blockS: number): number {
  const here = timeline.spans.findLast((s) => s.startS <= blockS - prepS);
  return here?.breath ?? 0;
}

/** Nobody is put into the middle of a breath; a set-up that waits begins when it is first begun. */
function started(session: Session, context: RunContext): Session {
  const coached = coachedNow(session);
  if (!coached) return session;
  const { state } = session;
  const fresh = state.blockS === 0 && !state.aside ? entered(session, context) : session;
  if (fresh.state.aside) return { ...fresh, running: true };
  return {
    ...fresh,
    state: { ...fresh.state, blockS: breathStartS(coached, fresh.state.blockS) },
    running: true,
  };
}

/** The clock has come so far: through as many ends of blocks as lie before it, up to a set-up that waits. */
function clocked(session: Session, atS: number, context: RunContext): Session {
  if (!Number.isFinite(atS)) return session;
  let now = session;
  let rest = atS;
  for (;;) {
    const endS = clockEndS(now, context);
    if (rest < endS) return at(now, rest);
    if (standsFor(now, context)) return at(now, endS);
    now = at(now, endS);
    rest -= endS;
    if (now.state.aside) {
      const over = ready(now);
      const from = over.state.blockS;
      now = over;
      rest += from;
      continue;
    }
    const coached = coachedNow(now);
    if (!coached) return now;
    const { state } = now;
    now = left(
      withSetUp(now, coached, coached.prepS - coached.placed.changeS),
      'done',
      state.index + 1,
      context,
    );
    if (now.state.stage !== 'running') return now;
  }
}

/**
 * To the look, amid the run where blocks are to come: the one whose breaths had not begun, or the one after it. A block whose
 * breaths had not begun has no result by that.
 */
function toLookAgain(session: Session): Session {
  const { sequence, state } = session;
  const coached = coachedNow(session);
  const rest = omit(state, 'aside', 'mending');
  const begun = coached !== null && state.blockS > coached.prepS;
  const to = begun ? state.index + 1 : state.index;
  const amid = to < sequence.blocks.length;
  return {
    ...session,
    running: false,
    state: {
      ...rest,
      results: begun ? resultsWith(state, sequence.blocks[state.index]!, 'skipped') : state.results,
      index: amid ? to : state.index,
      blockS: 0,
      stage: 'relook',
      ...(amid ? { amid: true as const } : {}),
    },
  };
}

/** Back from a look amid the run: it stands at the block that comes, as if it had not been begun. */
function goneOn(session: Session, lookId: string | null, context: RunContext): Session {
  if (!session.state.amid) return session;
  const state = omit(session.state, 'amid');
  return entered(
    {
      ...session,
      running: false,
      state: { ...state, stage: 'running', ...(lookId === null ? {} : { relookLookId: lookId }) },
    },
    context,
  );
}

/** To the block before; one whose breaths had not begun has no result by that. */
function wentBack(session: Session, context: RunContext): Session {
  const { state } = session;
  const coached = coachedNow(session);
  const back = left(session, 'skipped', state.index - 1, context);
  const begun = coached !== null && state.blockS > coached.prepS;
  return begun ? back : { ...back, state: { ...back.state, results: state.results } };
}

/** As it stood before a change of course; what was said of blocks since then stays said, and time has passed. */
function takenBack(session: Session, before: RunRecord): Session {
  const since = session.state.results;
  const known = new Set(before.state.results.map((r) => r.blockId));
  const said = (r: BlockResult): BlockResult => {
    const later = since.find((l) => l.blockId === r.blockId);
    return later
      ? {
          ...r,
          quality: later.quality ?? r.quality,
          note: later.note || r.note,
          ...(later.breathless === undefined ? {} : { breathless: later.breathless }),
        }
      : r;
  };
  const { elapsedS, setUps, inhales, lesson } = session.state;
  return {
    ...session,
    sequence: before.sequence,
    state: {
      ...before.state,
      setUps: { ...before.state.setUps, ...setUps },
      ...(elapsedS === undefined ? {} : { elapsedS }),
      ...(inhales === undefined ? {} : { inhales }),
      ...lessonSince(before.state.lesson, lesson),
      said: 'Taken back.',
      results: [
        ...before.state.results.map(said),
        ...since.filter(
          (r) => !known.has(r.blockId) && (r.quality !== null || r.note !== '' || r.breathless !== undefined),
        ),
      ],
    },
  };
}

/** What was taken, seen and counted since stays, whatever of the course is taken back. */
function lessonSince(
  before: RunState['lesson'],
  { again, seen, counted }: NonNullable<RunState['lesson']> = {},
): Pick<RunState, 'lesson'> {
  const since = {
    ...(again ? { again } : {}),
    ...(seen ? { seen } : {}),
    ...(counted ? { counted } : {}),
  };
  return Object.keys(since).length > 0 ? { lesson: { ...before, ...since } } : {};
}

function stopped(
  session: Session,
  stopSign: StopSign,
  stopNote: string,
  stopDone: readonly StopDone[],
): Session {
  const { sequence, state } = session;
  const block = state.stage === 'running' ? sequence.blocks[state.index] : undefined;
  return {
    ...session,
    running: false,
    state: {
      ...state,
      results: block ? resultsWith(state, block, 'stopped', stopNote) : state.results,
      stage: 'stopped',
      stopSign,
      stopNote,
      ...(stopDone.length > 0 ? { stopDone: [...stopDone] } : {}),
    },
  };
}

const ended = (session: Session, lookId: string | null): Session => ({
  ...session,
  running: false,
  state: {
    ...omit(session.state, 'amid'),
    stage: 'done',
    ...(lookId === null ? {} : { relookLookId: lookId }),
  },
});

const withResult = (session: Session, blockId: string, patch: Partial<BlockResult>): Session => ({
  ...session,
  state: {
    ...session.state,
    results: session.state.results.map((r) => (r.blockId === blockId ? { ...r, ...patch } : r)),
  },
});
