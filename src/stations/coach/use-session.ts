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

export type RunningSession = {
  session: Session;
  coached: CoachedBlock | null;
  /** Seconds into the block. */
  atS: number;
  silent: boolean;
  setSilent: (silent: boolean) => void;
  happen: (event: RunEvent) => void;
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
  const given = useRef({ context, silent });
  useEffect(() => {
    given.current = { context, silent };
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
    runs.current = after.running;
    setRunning(after.running);
    const block = (s: Session) => s.sequence.blocks[s.state.index]?.id;
    const moved =
      block(before) !== block(after) ||
      (event.kind !== 'clock' && before.state.blockS !== after.state.blockS);
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
      let before: Session | null = null;
      let after: Session | null = null;
      set((v) => {
        before = { ...v, running: runs.current };
        after = step(before, event, given.current.context);
        return recordOf(v, after);
      });
      if (before && after) follow(before, after, event);
    },
    [follow, set],
  );

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
    const look = (draw: boolean) => {
      const now = clock.current?.now() ?? 0;
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
    toggle: () => (live ? pause() : happen({ kind: 'start' })),
    pause,
    autosave,
  };
}

/** What of a session is kept; the same value where nothing of it changed. */
const recordOf = (before: RunRecord, { sequence, state }: Session): RunRecord =>
  sequence === before.sequence && state === before.state ? before : { sequence, state };
