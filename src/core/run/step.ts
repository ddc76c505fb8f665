import type { Flags } from '../screen/flags';
import type { StopSign } from '../screen/stop-signs';
import { durationS } from '../breath/timeline';
import { easierThan, harderThan, type MadeFor } from '../sequence/alternatives';
import { lengthTo } from '../sequence/lengthen';
import { layoutOf, type Block, type Sequence } from '../sequence/sequence';
import { nextCue } from '../sequence/words';
import { coachedBlock, type CoachedBlock } from './coached';
import type { RunRecord } from './merge';
import type { BlockResult, RunState } from './run';

/** A session as it goes: what is coached, where it stands, and whether its clock runs. */
export type Session = { sequence: Sequence; state: RunState; running: boolean };

/** What can happen in a session. Moments are seconds on the clock of the block. */
export type RunEvent =
  | { kind: 'start' }
  | { kind: 'pause'; atS: number }
  /** The clock has come to `atS`; past the end of the block the next one begins. */
  | { kind: 'clock'; atS: number }
  | { kind: 'next' }
  | { kind: 'back' }
  /** Set-up is over sooner than planned. */
  | { kind: 'ready' }
  | { kind: 'easier' }
  | { kind: 'harder' }
  | { kind: 'otherCue' }
  /** A change of course is taken back; `before` is what stood when it was made. */
  | { kind: 'undo'; before: RunRecord }
  | { kind: 'rate'; blockId: string; quality: number }
  | { kind: 'note'; blockId: string; text: string }
  /** What was asked after the run. */
  | { kind: 'asked'; asked: NonNullable<RunState['asked']> }
  | { kind: 'stop'; sign: StopSign; note: string }
  /** Taken up again after the page went: it stands paused where it was kept. */
  | { kind: 'resume' }
  /** The look again was made and kept, or was left out (null). */
  | { kind: 'lookAgain'; lookId: string | null };

/** Whether leaking and pushing out are to be asked after a run: with a floor that leaks or is heavy, or a wall apart, and load on it. */
export const worksOnFloor = ({ blocks }: Sequence, flags: Flags): boolean =>
  Boolean(
    flags.leaking ||
    flags.heaviness ||
    flags.separationMm !== undefined ||
    flags.postpartumWeeks !== undefined,
  ) && blocks.some((b) => b.tone.floor === 'lift' || b.tone.control !== 'none' || b.tone.floor === 'follow');

/** What a change of drill in the room rests on. */
export type RunContext = MadeFor;

/**
 * What a session is after an event. Every block that is left has a result, whether it was done, cut short or exchanged;
 * a stop sign ends the session whatever else is going on, and an ended one takes only ratings and notes.
 */
export function step(session: Session, event: RunEvent, context: RunContext): Session {
  const { state } = session;
  if (event.kind === 'rate') return withResult(session, event.blockId, { quality: event.quality });
  if (event.kind === 'note') return withResult(session, event.blockId, { note: event.text });
  if (event.kind === 'asked')
    return { ...session, state: { ...state, asked: { ...state.asked, ...event.asked } } };
  if (state.stage === 'done' || state.stage === 'stopped') return { ...session, running: false };
  if (event.kind === 'stop') return stopped(session, event.sign, event.note);
  if (event.kind === 'resume') return { ...session, running: false };
  if (event.kind === 'undo') return takenBack(session, event.before);
  if (state.stage === 'relook') return event.kind === 'lookAgain' ? ended(session, event.lookId) : session;
  const coached = coachedNow(session);
  switch (event.kind) {
    case 'start':
      // Nobody is put into the middle of a breath.
      return coached ? { ...at(session, breathStartS(coached, state.blockS)), running: true } : session;
    case 'pause':
      return { ...at(session, event.atS), running: false };
    case 'clock':
      return coached && event.atS >= coached.totalS
        ? left(withSetUp(session, coached, coached.prepS), 'done', state.index + 1)
        : at(session, event.atS);
    case 'ready':
      return coached && state.blockS < coached.prepS
        ? at(withSetUp(session, coached, state.blockS), coached.prepS)
        : session;
    case 'next':
      return left(session, 'skipped', state.index + 1);
    case 'back':
      return state.index === 0 ? at(session, 0) : wentBack(session, coached);
    case 'easier':
    case 'harder':
      return exchanged(session, event.kind, context);
    case 'otherCue':
      return withOtherCue(session);
    case 'lookAgain':
      return session;
  }
}

/** Notes how long the set-up of a block took, once: to the moment it was said to be over. */
function withSetUp(session: Session, { placed }: CoachedBlock, atS: number): Session {
  const { id } = placed.block;
  const { setUps = {} } = session.state;
  if (setUps[id] !== undefined) return session;
  const seconds = Math.max(0, Math.round(atS - placed.changeS));
  return { ...session, state: { ...session.state, setUps: { ...setUps, [id]: seconds } } };
}

/** The block that a session stands at with its clock; null when there is none. */
export function coachedNow({ sequence, state }: Pick<Session, 'sequence' | 'state'>): CoachedBlock | null {
  const placed = layoutOf(sequence).placed[state.index];
  return placed ? coachedBlock(placed) : null;
}

/** Seconds that are left of a session, the look again included; never below none. */
export function leftS({ sequence, state }: Pick<Session, 'sequence' | 'state'>): number {
  if (state.stage !== 'running') return 0;
  const layout = layoutOf(sequence);
  const startS = layout.placed[state.index]?.startS ?? 0;
  return Math.max(0, layout.totalS - startS - state.blockS);
}

/** The block whose quality is asked for: the last one that was left, where it still stands in the sequence. */
export function ratedBlock({ sequence, state }: Pick<Session, 'sequence' | 'state'>): BlockResult | null {
  const last = state.results.at(-1);
  return last &&
    (last.outcome === 'done' || last.outcome === 'skipped') &&
    sequence.blocks.some((b) => b.id === last.blockId)
    ? last
    : null;
}

const at = (session: Session, atS: number): Session => ({
  ...session,
  state: { ...session.state, blockS: Number.isFinite(atS) ? Math.max(0, atS) : session.state.blockS },
});

/** A result for a block at the end of the list; what was said of it before stays said. */
function resultsWith(
  state: RunState,
  block: Block,
  outcome: BlockResult['outcome'],
  note?: string,
): BlockResult[] {
  const before = state.results.find((r) => r.blockId === block.id);
  // What was done to its end stays done, however often somebody looks in again.
  const stands = before?.outcome === 'done' && outcome === 'skipped';
  return [
    ...state.results.filter((r) => r !== before),
    {
      blockId: block.id,
      drillId: block.drillId,
      quality: before?.quality ?? null,
      note: [before?.note, note].filter(Boolean).join('; '),
      outcome: stands ? 'done' : outcome,
    },
  ];
}

function left(session: Session, outcome: 'done' | 'skipped', to: number): Session {
  const { sequence, state } = session;
  const block = sequence.blocks[state.index];
  const over = to >= sequence.blocks.length;
  return {
    ...session,
    running: session.running && !over,
    state: {
      ...state,
      results: block ? resultsWith(state, block, outcome) : state.results,
      index: over ? state.index : to,
      blockS: 0,
      stage: over ? 'relook' : 'running',
    },
  };
}

/** To the block before; one whose breaths had not begun has no result by that. */
function wentBack(session: Session, coached: CoachedBlock | null): Session {
  const { state } = session;
  const back = left(session, 'skipped', state.index - 1);
  const begun = coached !== null && state.blockS > coached.prepS;
  return begun ? back : { ...back, state: { ...back.state, results: state.results } };
}

/** As it stood before a change of course; what was said of blocks since then stays said. */
function takenBack(session: Session, before: RunRecord): Session {
  const since = session.state.results;
  const known = new Set(before.state.results.map((r) => r.blockId));
  const said = (r: BlockResult): BlockResult => {
    const later = since.find((l) => l.blockId === r.blockId);
    return later ? { ...r, quality: later.quality ?? r.quality, note: later.note || r.note } : r;
  };
  return {
    ...session,
    sequence: before.sequence,
    state: {
      ...before.state,
      setUps: { ...before.state.setUps, ...session.state.setUps },
      results: [
        ...before.state.results.map(said),
        ...since.filter((r) => !known.has(r.blockId) && (r.quality !== null || r.note !== '')),
      ],
    },
  };
}

/** The start of the breath at a moment of a block; the moment itself where there is no counted breath. */
function breathStartS({ prepS, timeline }: CoachedBlock, blockS: number): number {
  const at = blockS - prepS;
  const here = timeline.spans.findLast((s) => s.startS <= at && s.endS > at);
  if (!here || here.phase === 'free' || here.phase === 'rest') return blockS;
  const inhale = timeline.spans.findLast((s) => s.phase === 'inhale' && s.startS <= at);
  return inhale ? prepS + inhale.startS : blockS;
}

function stopped(session: Session, stopSign: StopSign, stopNote: string): Session {
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
    },
  };
}

const ended = (session: Session, lookId: string | null): Session => ({
  ...session,
  running: false,
  state: { ...session.state, stage: 'done', ...(lookId === null ? {} : { relookLookId: lookId }) },
});

function exchanged(session: Session, way: 'easier' | 'harder', context: RunContext): Session {
  const { sequence, state } = session;
  const block = sequence.blocks[state.index];
  const other = block && (way === 'easier' ? easierThan : harderThan)(block, context);
  if (!block || !other) return session;
  const id = freshId(sequence, block.id, way === 'easier' ? 'e' : 'h');
  const made = `Made ${way} while coaching`;
  const inPlace = (b: Block): Sequence => ({
    ...sequence,
    blocks: sequence.blocks.map((old) => (old === block ? b : old)),
  });
  const whole: Block = { ...other, id, why: [`${made}.`] };
  const before = coachedNow(session);
  const after = coachedNow({ sequence: inPlace(whole), state });
  const workS = before && after ? before.totalS - state.blockS - after.prepS : Infinity;
  const fits = fitted(whole, workS);
  const why = fits === whole ? whole.why : [`${made}; shorter than usual, to keep the time.`];
  return {
    ...session,
    sequence: inPlace({ ...fits, why }),
    state: { ...state, blockS: 0, results: resultsWith(state, block, way) },
  };
}

/** Fewer than this is no practice of a drill. Our choice. */
const LEAST_BREATHS = 3;

/** A block in no more than so much time where that can be: first fewer rounds, then fewer breaths. */
function fitted(block: Block, workS: number): Block {
  const lasts = (b: Block) => durationS(b.breathing, b.dose);
  let made = block;
  while (lasts(made) > workS && made.dose.rounds > 1)
    made = { ...made, dose: { ...made.dose, rounds: made.dose.rounds - 1 } };
  if (lasts(made) <= workS) return made;
  const edit = lengthTo(made, workS);
  if (edit?.kind === 'breaths')
    return {
      ...made,
      dose: { ...made.dose, breaths: Math.min(made.dose.breaths, Math.max(LEAST_BREATHS, edit.breaths)) },
    };
  if (edit?.kind === 'free')
    return { ...made, breathing: { ...made.breathing, freeS: edit.seconds } as Block['breathing'] };
  return edit?.kind === 'rungs'
    ? { ...made, breathing: { ...made.breathing, rungs: edit.rungs } as Block['breathing'] }
    : made;
}

/** An id that no block and no result of the session has, within the 40 characters that an id may have. */
function freshId(sequence: Sequence, id: string, mark: string): string {
  const taken = new Set(sequence.blocks.map((b) => b.id));
  let made = `${id.slice(0, 36)}${mark}`;
  for (let i = 2; taken.has(made); i++) made = `${id.slice(0, 34)}${mark}${i}`;
  return made;
}

function withOtherCue(session: Session): Session {
  const { sequence, state } = session;
  const block = sequence.blocks[state.index];
  if (!block) return session;
  return {
    ...session,
    sequence: {
      ...sequence,
      blocks: sequence.blocks.map((b) => (b === block ? { ...b, cue: nextCue(b) } : b)),
    },
  };
}

const withResult = (session: Session, blockId: string, patch: Partial<BlockResult>): Session => ({
  ...session,
  state: {
    ...session.state,
    results: session.state.results.map((r) => (r.blockId === blockId ? { ...r, ...patch } : r)),
  },
});
