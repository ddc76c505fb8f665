'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type CoachedBlock } from '@/core/run/coached';
import { mergeRuns, type RunRecord } from '@/core/run/merge';
import { coachedNow, step, type RunContext, type RunEvent, type Session } from '@/core/run/step';
import { tonesOf } from '@/core/run/tones';
import { TurnClock } from '@/devices/turn-clock';
import { useAutosave, type Autosave } from '@/ui/autosave/use-autosave';

/** How often the place in the block is stored while it runs, s. */
const KEEP_EVERY_S = 3;

/** What changes the course of a run; each can be taken back. */
const COURSE: ReadonlySet<RunEvent['kind']> = new Set([
  'next',
  'back',
  'easier',
  'harder',
  'otherCue',
] as const);
/** What the clock follows to another place, or to the start of the block; another cue moves nothing. */
const MOVES: ReadonlySet<RunEvent['kind']> = new Set([
  'next',
  'back',
  'easier',
  'harder',
  'undo',
  'ready',
] as const);
/** The same press again within this time is one press, ms. */
const BOUNCE_MS = 350;
const UNDO_MOST = 50;
/** So much of the day without the clock of the run is sleep, ms. */
const SLEPT_MS = 4000;

const placedAt = (v: RunRecord, blockS: number): RunRecord => ({ ...v, state: { ...v.state, blockS } });

export type RunningSession = {
  session: Session;
  coached: CoachedBlock | null;
  /** Seconds into the block. */
  atS: number;
  silent: boolean;
  setSilent: (silent: boolean) => void;
  happen: (event: RunEvent) => void;
  /** Takes the last change of course back: a block left, made easier or harder, another cue. */
  undo: () => void;
  canUndo: boolean;
  /** Starts or pauses; to be called from a tap or a key, which is what lets the browser make sound. */
  toggle: () => void;
  pause: () => void;
  autosave: Autosave<RunRecord>;
};

/** A session on the clock of its tones: what happens goes through `step`, the clock follows, and everything is saved. */
export function useSession(
  runId: string,
  initial: RunRecord,
  rev: number,
  context: RunContext,
): RunningSession {
  const clock = useRef<TurnClock | null>(null);
  const [running, setRunning] = useState(false);
  const runs = useRef(false);
  const [t, setT] = useState(initial.state.blockS);
  const [silent, setSilent] = useState(false);
  const history = useRef<RunRecord[]>([]);
  const [depth, setDepth] = useState(0);
  const pressed = useRef({ kind: '', at: -Infinity });
  const given = useRef({ context, silent });
  useEffect(() => {
    given.current = { context, silent };
    clock.current?.mute(silent);
  });
  const autosave = useAutosave<RunRecord>({
    kind: 'run',
    id: runId,
    initial,
    rev,
    merge: mergeRuns,
    leaving: (v) =>
      clock.current?.running
        ? recordOf(v, step({ ...v, running: true }, { kind: 'clock', atS: clock.current.now() }, context))
        : v,
  });
  const { set } = autosave;

  /** The clock after an event: stopped, started, or moved to where the session is now. */
  const follow = useCallback((before: Session, after: Session, event: RunEvent): void => {
    // What changed nothing moves no clock.
    if (after === before) return;
    runs.current = after.running;
    setRunning(after.running);
    const block = (s: Session) => s.sequence.blocks[s.state.index]?.id;
    // The clock is ahead of the place that is kept, so a press moves it even where that stays the same.
    const moved = block(before) !== block(after) || MOVES.has(event.kind);
    setT(after.state.blockS);
    if (!after.running) return void clock.current?.pause();
    if (before.running && !moved) return;
    const coached = coachedNow(after);
    if (!coached) return;
    clock.current?.pause();
    clock.current ??= new TurnClock();
    void clock.current.start(after.state.blockS, tonesOf(coached), given.current.silent);
  }, []);

  const happen = useCallback(
    (event: RunEvent) => {
      const now = performance.now();
      const twice = pressed.current.kind === event.kind && now - pressed.current.at < BOUNCE_MS;
      if (COURSE.has(event.kind)) {
        if (twice) return;
        pressed.current = { kind: event.kind, at: now };
      }
      let before: Session | null = null;
      let after: Session | null = null;
      set((v) => {
        const here = clock.current?.running && COURSE.has(event.kind) ? placedAt(v, clock.current.now()) : v;
        before = { ...here, running: runs.current };
        after = step(before, event, given.current.context);
        if (COURSE.has(event.kind) && after !== before)
          history.current = [...history.current, here].slice(-UNDO_MOST);
        return recordOf(v, after);
      });
      setDepth(history.current.length);
      if (before && after) follow(before, after, event);
    },
    [follow, set],
  );
  const undo = useCallback(() => {
    const last = history.current.at(-1);
    if (!last) return;
    history.current = history.current.slice(0, -1);
    happen({ kind: 'undo', before: last });
  }, [happen]);

  const pause = useCallback(() => {
    if (clock.current?.running) happen({ kind: 'pause', atS: clock.current.now() });
  }, [happen]);

  const value = autosave.value;
  const coached = useMemo(() => coachedNow(value), [value]);
  const totalS = coached?.totalS ?? 0;
  const live = running && value.state.stage === 'running';

  // The page follows the clock; at the end of a block the next one begins without a hand.
  useEffect(() => {
    if (!live) return;
    let frame = 0;
    let kept = clock.current?.now() ?? 0;
    let seen = { wall: Date.now(), clock: kept };
    const look = (draw: boolean) => {
      const now = clock.current?.now() ?? 0;
      // The day went on and the clock did not: the machine slept. The run stands, and goes on from a breath’s start.
      const slept = Date.now() - seen.wall - (now - seen.clock) * 1000 > SLEPT_MS;
      seen = { wall: Date.now(), clock: now };
      if (slept) return happen({ kind: 'pause', atS: now });
      if (now >= totalS) return happen({ kind: 'clock', atS: now });
      if (draw) setT(now);
      if (now - kept < KEEP_EVERY_S) return;
      kept = now;
      happen({ kind: 'clock', atS: now });
    };
    const onFrame = () => {
      look(true);
      frame = requestAnimationFrame(onFrame);
    };
    frame = requestAnimationFrame(onFrame);
    const hidden = setInterval(() => document.hidden && look(false), 500);
    return () => {
      cancelAnimationFrame(frame);
      clearInterval(hidden);
    };
  }, [live, totalS, happen]);

  // Ended in another window: here it ends too.
  useEffect(() => {
    if (value.state.stage === 'running' || !runs.current) return;
    runs.current = false;
    clock.current?.pause();
  }, [value.state.stage]);

  useEffect(
    () => () => {
      clock.current?.close();
      clock.current = null;
    },
    [],
  );

  return {
    session: { ...value, running: live },
    coached,
    atS: live ? t : value.state.blockS,
    silent,
    setSilent,
    happen,
    undo,
    canUndo: depth > 0,
    toggle: () => (live ? pause() : happen({ kind: 'start' })),
    pause,
    autosave,
  };
}

/** What of a session is kept; the same value where nothing of it changed. */
const recordOf = (before: RunRecord, { sequence, state }: Session): RunRecord =>
  sequence === before.sequence && state === before.state ? before : { sequence, state };
