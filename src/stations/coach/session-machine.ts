import { omit } from '@/core/base/omit';
import { sameRecord } from '@/core/base/same';
import type { RunRecord } from '@/core/run/merge';
import { at, clockEndS, clockS, type RunContext, type Session } from '@/core/run/session';
import { step, type RunEvent } from '@/core/run/step';

// What a page does with a run, without its clock, its tones and its server: they are told what to do, and asked what they read.

/** What puts the session at another place, or gives it other breaths. */
const PLACED = [
  'next',
  'back',
  'easier',
  'harder',
  'exhale',
  'breaths',
  'position',
  'prop',
  'rest',
  'again',
] as const satisfies readonly RunEvent['kind'][];
/** What changes the course of a run; each can be taken back. */
const COURSE: ReadonlySet<RunEvent['kind']> = new Set<RunEvent['kind']>([
  ...PLACED,
  'fit',
  'lookNow',
  'open',
  'gate',
  'otherCue',
  'cue',
  'cueOutcome',
  'fault',
]);
/** What the clock follows; another cue moves nothing. */
const MOVES: ReadonlySet<RunEvent['kind']> = new Set<RunEvent['kind']>([
  ...PLACED,
  'undo',
  'ready',
  'gate',
  'lead',
  'turned',
  'met',
  // Steps go by the client’s own from here on, in the sound too.
  'stride',
]);
/** The same press again within this time is one press, ms; steps up and down are meant each. */
export const BOUNCE_MS = 350;
const STEPS: ReadonlySet<RunEvent['kind']> = new Set(['exhale', 'breaths', 'fault'] as const);
export const UNDO_MOST = 50;

/** What a page holds of a run beside its record. */
export type Pressing = {
  /** What stood before each change of course, the last one last. */
  history: readonly RunRecord[];
  /** The last press, and when, ms. */
  pressed: { event: string; atMs: number };
};
export const NOTHING_PRESSED: Pressing = { history: [], pressed: { event: '', atMs: -Infinity } };

/** What the clock of the page reads as something happens. */
export type ClockNow = {
  /** The run goes on, here or on another screen. */
  running: boolean;
  /** Its clock, s. */
  readingS: number;
  /** It has stood so long for a client who leads, s. */
  stoodS: number;
};

/** A press with what stood before; null where it is the same press once more, which a finger or a pedal makes by itself. */
export function pressed(held: Pressing, event: RunEvent, nowMs: number): Pressing | null {
  if (!COURSE.has(event.kind) && event.kind !== 'ready') return held;
  const same = JSON.stringify(event);
  const twice = held.pressed.event === same && nowMs - held.pressed.atMs < BOUNCE_MS;
  if (twice && !STEPS.has(event.kind)) return null;
  return { ...held, pressed: { event: same, atMs: nowMs } };
}

/** The session before and after an event, on the clock as it reads now. */
export function stepped(
  record: RunRecord,
  event: RunEvent,
  clock: ClockNow,
  context: RunContext,
): { before: Session; after: Session } {
  const here: Session = { ...courseOf(record), running: clock.running };
  const ticks = event.kind === 'clock' || event.kind === 'pause';
  const before =
    clock.running && !ticks ? at(here, Math.min(clock.readingS, clockEndS(record, context))) : here;
  const told = event.kind === 'turned' ? { ...event, waitedS: clock.stoodS } : event;
  return { before, after: step(before, told, context) };
}

/** With what stood before a change of course, so that it can be taken back. */
export function remembered(held: Pressing, event: RunEvent, before: Session, after: Session): Pressing {
  if (!COURSE.has(event.kind) || after === before) return held;
  const { sequence, state } = before;
  return { ...held, history: [...held.history, { sequence, state }].slice(-UNDO_MOST) };
}

/** The last change of course as what takes it back, and what can be taken back after that; null where there is none. */
export function takingBack(held: Pressing): { event: RunEvent; held: Pressing } | null {
  const before = held.history.at(-1);
  return before === undefined
    ? null
    : { event: { kind: 'undo', before }, held: { ...held, history: held.history.slice(0, -1) } };
}

/** What the clock has to do. */
export type ClockDoes = { do: 'hush' } | { do: 'sound' } | { do: 'roll'; byS: number } | null;

/** What the clock does after an event: it stops, starts, rolls over a joint, or moves to where the session is now. */
export function clockAfter(event: RunEvent, before: Session, after: Session, leading: boolean): ClockDoes {
  if (!after.running) return { do: 'hush' };
  if (event.kind === 'start') return { do: 'sound' };
  if (!leading) return null;
  if (event.kind === 'clock') return { do: 'roll', byS: Math.max(0, event.atS - clockS(after.state)) };
  return MOVES.has(event.kind) && after !== before ? { do: 'sound' } : null;
}

/** What the clock of the page that leads does when another screen has changed the record. */
export function clockAfterOther(before: RunRecord, value: RunRecord, page: string): ClockDoes {
  const { runs, stage, index, aside, lesson } = value.state;
  if (stage !== 'running' || runs === undefined || runs.by !== page) return { do: 'hush' };
  const other =
    index !== before.state.index ||
    aside?.kind !== before.state.aside?.kind ||
    !sameRecord(lesson?.stride, before.state.lesson?.stride) ||
    !sameRecord(value.sequence, before.sequence);
  return other ? { do: 'sound' } : null;
}

/** What Space, a pedal and the whole screen mean at this moment; null within the bounce of the last one. */
export function meant(
  record: RunRecord,
  running: boolean,
  sinceLastMs: number,
): 'start' | 'ready' | 'pause' | null {
  if (sinceLastMs < BOUNCE_MS) return null;
  if (!running) return 'start';
  return record.state.aside ? 'ready' : 'pause';
}

export const courseOf = ({ sequence, state }: RunRecord): RunRecord => ({ sequence, state });

/** What of a session is kept, `by` whom it runs since `atMs`; the same value where nothing of it changed. */
export function recordOf<R extends RunRecord>(
  before: R,
  { sequence, state, running }: Session,
  by: string | undefined,
  atMs: number,
): R {
  if (sequence === before.sequence && state === before.state && running === (before.state.runs !== undefined))
    return before;
  const rest = omit(state, 'runs');
  return {
    ...before,
    sequence,
    state: running
      ? { ...rest, runs: { s: clockS(state), atMs, ...(by === undefined ? {} : { by }) } }
      : rest,
  };
}
