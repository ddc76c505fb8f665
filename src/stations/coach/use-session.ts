'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { omit } from '@/core/base/omit';
import { sameRecord } from '@/core/base/same';
import type { CoachedBlock } from '@/core/run/coached';
import { mergeRuns, type RunRecord } from '@/core/run/merge';
import { at, clockEndS, clockS, coachedNow, type RunContext, type Session } from '@/core/run/session';
import { step, type RunEvent } from '@/core/run/step';
import type { Unheard } from '@/devices/turn-clock';
import { useAutosave, type Autosave } from '@/ui/autosave/use-autosave';
import { newPageId } from '@/ui/page-id';
import { serverNow, useRunFeed } from './run-feed';
import { useTicks } from './use-ticks';
import { useTurnClock, type Sound } from './use-turn-clock';

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
  'lead',
  'turned',
  'met',
]);
/** The same press again within this time is one press, ms; steps up and down are meant each. */
const BOUNCE_MS = 350;
const STEPS: ReadonlySet<RunEvent['kind']> = new Set(['exhale', 'breaths', 'fault'] as const);
const UNDO_MOST = 50;

export type RunningSession<R extends RunRecord = RunRecord> = {
  /** As it is at this moment of its clock. */
  session: Session;
  coached: CoachedBlock | null;
  /** Why no tone is heard, where that is not what was wanted. */
  unheard: Unheard | null;
  /** Another screen runs it: the tones are there. */
  elsewhere: boolean;
  happen: (event: RunEvent) => void;
  /** Takes the last change of course back. */
  undo: () => void;
  canUndo: boolean;
  /** What Space, a pedal and the whole screen do: starts, says that a set-up or a rest is over, or pauses. */
  act: () => void;
  pause: () => void;
  autosave: Autosave<R>;
};

/** Whose run it is: a client’s, or that of a class with everybody in it. */
export type RunKind<R extends RunRecord> = {
  kind: 'run' | 'classRun';
  merge: (base: R, mine: R, theirs: R) => R | null;
};
export const CLIENT_RUN: RunKind<RunRecord> = { kind: 'run', merge: mergeRuns };

/** A session on the clock of its tones: what happens goes through `step`, the clock follows, and everything is saved. */
export function useSession<R extends RunRecord>(
  { kind, merge }: RunKind<R>,
  runId: string,
  initial: R,
  rev: number,
  context: RunContext,
  sound: Sound,
): RunningSession<R> {
  /** This page, among all that show the run. */
  const [page] = useState(newPageId);
  const clock = useTurnClock(sound, page);
  const { leading, isLeading, reading, runsNow, sounds, hush, roll, stoodS } = clock;
  const [t, setT] = useState(() => clockS(initial.state));
  /** Another screen that runs it has said so lately. */
  const [alive, setAlive] = useState(false);
  const history = useRef<RunRecord[]>([]);
  const [depth, setDepth] = useState(0);
  const pressed = useRef({ event: '', at: -Infinity });
  const acted = useRef(-Infinity);
  const given = useRef(context);
  useEffect(() => {
    given.current = context;
  });
  const fed = useRunFeed(runId, { rev, value: initial });
  const autosave = useAutosave<R>({
    kind,
    id: runId,
    initial: fed.value,
    rev: fed.rev,
    merge,
    leaving: (v) =>
      isLeading()
        ? recordOf(
            v,
            step({ ...courseOf(v), running: true }, { kind: 'pause', atS: reading(v) }, context),
            page,
          )
        : v,
  });
  const { set, value } = autosave;
  /** The record as this page last left it: anything else came from another screen. */
  const mine = useRef<R>(value);

  /** The clock after an event: stopped, started, rolled over a joint, or moved to where the session is now. */
  const follow = useCallback(
    (before: Session, after: Session, event: RunEvent): void => {
      setT(clockS(after.state));
      if (!after.running) return hush();
      if (event.kind === 'start') return sounds(after, given.current);
      if (!isLeading()) return;
      if (event.kind === 'clock') return roll(Math.max(0, event.atS - clockS(after.state)));
      if (MOVES.has(event.kind) && after !== before) sounds(after, given.current);
    },
    [hush, isLeading, roll, sounds],
  );

  const happen = useCallback(
    (event: RunEvent) => {
      const now = performance.now();
      const course = COURSE.has(event.kind);
      if (course || event.kind === 'ready') {
        const same = JSON.stringify(event);
        const twice = pressed.current.event === same && now - pressed.current.at < BOUNCE_MS;
        if (twice && !STEPS.has(event.kind)) return;
        pressed.current = { event: same, at: now };
      }
      let before: Session | null = null;
      let after: Session | null = null;
      set((v) => {
        const running = runsNow(v);
        const here: Session = { ...courseOf(v), running };
        const ticks = event.kind === 'clock' || event.kind === 'pause';
        before = running && !ticks ? at(here, Math.min(reading(v), clockEndS(v, given.current))) : here;
        const told = event.kind === 'turned' ? { ...event, waitedS: stoodS() } : event;
        after = step(before, told, given.current);
        if (course && after !== before)
          history.current = [...history.current, { sequence: before.sequence, state: before.state }].slice(
            -UNDO_MOST,
          );
        const by = event.kind === 'start' || isLeading() ? page : v.state.runs?.by;
        return (mine.current = recordOf(v, after, by));
      });
      setDepth(history.current.length);
      if (before && after) follow(before, after, event);
    },
    [follow, isLeading, page, reading, runsNow, set, stoodS],
  );
  const undo = useCallback(() => {
    const last = history.current.at(-1);
    if (!last) return;
    history.current = history.current.slice(0, -1);
    happen({ kind: 'undo', before: last });
  }, [happen]);
  const pause = useCallback(() => {
    if (runsNow(mine.current)) happen({ kind: 'pause', atS: reading(mine.current) });
  }, [happen, reading, runsNow]);
  const act = useCallback(() => {
    const now = performance.now();
    if (now - acted.current < BOUNCE_MS) return;
    acted.current = now;
    const v = mine.current;
    if (!runsNow(v)) happen({ kind: 'start' });
    else if (v.state.aside) happen({ kind: 'ready' });
    else pause();
  }, [happen, pause, runsNow]);

  // What another screen pressed: the clock of this one follows, or falls silent where that one has ended or paused it.
  useEffect(() => {
    if (Object.is(value, mine.current)) return;
    const before = mine.current;
    mine.current = value;
    queueMicrotask(() => setT(reading(value)));
    if (!isLeading()) return;
    const { runs, stage } = value.state;
    if (stage !== 'running' || runs === undefined || runs.by !== page) return void queueMicrotask(hush);
    const other =
      value.state.index !== before.state.index ||
      value.state.aside?.kind !== before.state.aside?.kind ||
      !sameRecord(value.sequence, before.sequence);
    if (other) queueMicrotask(() => sounds({ ...courseOf(value), running: true }, given.current));
  }, [value, hush, isLeading, page, reading, sounds]);

  const claimed = value.state.stage === 'running' && value.state.runs !== undefined;
  const live = claimed && (leading || alive);
  useTicks({ claimed, record: mine, context: given, clock, happen, draw: setT, onAlive: setAlive });

  const session = useMemo((): Session => {
    const shown: Session = { ...courseOf(value), running: live };
    return live ? at(shown, t) : shown;
  }, [value, live, t]);
  return {
    session,
    coached: useMemo(() => coachedNow(value), [value]),
    unheard: clock.unheard,
    elsewhere: live && !leading,
    happen,
    undo,
    canUndo: depth > 0,
    act,
    pause,
    autosave,
  };
}

const courseOf = ({ sequence, state }: RunRecord): RunRecord => ({ sequence, state });

/** What of a session is kept; the same value where nothing of it changed. */
function recordOf<R extends RunRecord>(
  before: R,
  { sequence, state, running }: Session,
  by: string | undefined,
): R {
  if (sequence === before.sequence && state === before.state && running === (before.state.runs !== undefined))
    return before;
  const rest = omit(state, 'runs');
  return {
    ...before,
    sequence,
    state: running
      ? { ...rest, runs: { s: clockS(state), atMs: serverNow(), ...(by === undefined ? {} : { by }) } }
      : rest,
  };
}
