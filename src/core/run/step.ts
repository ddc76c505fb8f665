import { omit } from '../base/omit';
import type { Flags } from '../screen/flags';
import type { StopSign } from '../screen/stop-signs';
import type { Position } from '../body/positions';
import type { Prop } from '../body/props';
import type { Sequence } from '../sequence/sequence';
import { lessonBlockId, setNumber } from '../sequence/set-block';
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
import { ledBy, metNext, metOnward, turned } from './leading';
import type { RunRecord } from './merge';
import { withCue, withFault, withNextCue, withOutcome } from './said';
import type { BlockResult, RunState } from './run';
import type { CueOutcome, GateChoice, StopDone } from './recorded';
import {
  at,
  breathStartS,
  clockEndS,
  coachedNow,
  countInFrom,
  entered,
  freshId,
  resultsWith,
  standsFor,
  withBlock,
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
    case 'lookNow':
      return toLookAgain(session);
    case 'lookAgain':
    case 'goOn':
      return session;
    default:
      return withBlockChanged(session, event, context);
  }
}

/** An answer of the day, while the lesson has not begun. */
function withAnswer(session: Session, id: string, yes: boolean | null): Session {
  const { state } = session;
  if (state.lesson?.opened) return session;
  const others = omit<Record<string, boolean>, string>(state.lesson?.day ?? {}, id);
  const day = yes === null ? others : { ...others, [id]: yes };
  return { ...session, state: { ...state, lesson: { ...state.lesson, day } } };
}

/** A try of the sign. What was taken at the start stands once the lesson has begun, so that nothing is made to fit. */
function withSign(session: Session, { when, tried, value }: Extract<RunEvent, { kind: 'sign' }>): Session {
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
function opened(session: Session, sequence: Sequence, said: string): Session {
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
function gated(session: Session, choice: GateChoice, context: RunContext): Session {
  const { sequence, state } = session;
  const coached = coachedNow(session);
  if (!coached || state.blockS > coached.prepS) return session;
  const { block } = coached.placed;
  const before = sequence.blocks[state.index - 1];
  const gates = [...(state.lesson?.gates ?? []), { blockId: block.id, choice }].slice(-200);
  const noted: Session = { ...session, state: { ...state, lesson: { ...state.lesson, gates } } };
  if (choice === 'further') return ready(noted);
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

/** Notes how long the set-up of a block took, once. */
function withSetUp(session: Session, { placed }: CoachedBlock, seconds: number): Session {
  const { id } = placed.block;
  const { setUps = {} } = session.state;
  if (setUps[id] !== undefined) return session;
  const took = Math.min(3600, Math.max(0, Math.round(seconds)));
  return { ...session, state: { ...session.state, setUps: { ...setUps, [id]: took } } };
}

/** Over to the count-in where a body was set up, to the breath where somebody rested or changed amid the breaths. */
function ready(session: Session): Session {
  const coached = coachedNow(session);
  if (!coached) return session;
  const { aside, ...state } = session.state;
  const { prepS, placed } = coached;
  if (aside && state.blockS >= prepS) return { ...session, state };
  if (!aside && state.blockS >= countInFrom(coached)) return session;
  const took = (aside?.s ?? state.blockS) - placed.changeS;
  return withSetUp({ ...session, state: { ...state, blockS: countInFrom(coached) } }, coached, took);
}

function left(session: Session, outcome: 'done' | 'skipped', to: number, context: RunContext): Session {
  const { sequence, state } = session;
  const block = sequence.blocks[state.index];
  const over = to >= sequence.blocks.length;
  const rest = omit(state, 'aside', 'mending', 'said');
  const next: Session = {
    ...session,
    running: session.running && !over,
    state: {
      ...rest,
      results: block ? resultsWith(state, block, outcome) : state.results,
      index: over ? state.index : to,
      blockS: 0,
      stage: over ? 'relook' : 'running',
    },
  };
  return over ? next : metOnward(session, entered(next, context));
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
      ...(lesson?.again ? { lesson: { ...before.state.lesson, again: lesson.again } } : {}),
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
