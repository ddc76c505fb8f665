'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { CoachedBlock } from '@/core/run/coached';
import { mergeRuns, type RunRecord } from '@/core/run/merge';
import { at, clockS, coachedNow, type RunContext, type Session } from '@/core/run/session';
import { step, type RunEvent } from '@/core/run/step';
import type { Unheard } from '@/devices/turn-clock';
import { useAutosave, type Autosave } from '@/ui/autosave/use-autosave';
import { newPageId } from '@/ui/page-id';
import { serverNow, useRunFeed } from './run-feed';
import {
  clockAfter,
  clockAfterOther,
  courseOf,
  meant,
  NOTHING_PRESSED,
  pressed,
  recordOf,
  remembered,
  stepped,
  takingBack,
  type ClockDoes,
} from './session-machine';
import { useTicks } from './use-ticks';
import { useTurnClock, type Sound } from './use-turn-clock';

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
  const held = useRef(NOTHING_PRESSED);
  const [depth, setDepth] = useState(0);
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
            serverNow(),
          )
        : v,
  });
  const { set, value } = autosave;
  /** The record as this page last left it: anything else came from another screen. */
  const mine = useRef<R>(value);

  const follow = useCallback(
    (does: ClockDoes, session: Session): void => {
      if (does?.do === 'hush') hush();
      else if (does?.do === 'sound') sounds(session, given.current);
      else if (does?.do === 'roll') roll(does.byS);
    },
    [hush, roll, sounds],
  );

  const happen = useCallback(
    (event: RunEvent) => {
      const once = pressed(held.current, event, performance.now());
      if (!once) return;
      held.current = once;
      let done: ReturnType<typeof stepped> | null = null;
      set((v) => {
        const clock = { running: runsNow(v), readingS: reading(v), stoodS: stoodS() };
        done = stepped(v, event, clock, given.current);
        held.current = remembered(once, event, done.before, done.after);
        const by = event.kind === 'start' || isLeading() ? page : v.state.runs?.by;
        return (mine.current = recordOf(v, done.after, by, serverNow()));
      });
      setDepth(held.current.history.length);
      if (!done) return;
      const { before, after } = done as ReturnType<typeof stepped>;
      setT(clockS(after.state));
      follow(clockAfter(event, before, after, isLeading()), after);
    },
    [follow, isLeading, page, reading, runsNow, set, stoodS],
  );
  const undo = useCallback(() => {
    const last = takingBack(held.current);
    if (!last) return;
    held.current = last.held;
    happen(last.event);
  }, [happen]);
  const pause = useCallback(() => {
    if (runsNow(mine.current)) happen({ kind: 'pause', atS: reading(mine.current) });
  }, [happen, reading, runsNow]);
  const act = useCallback(() => {
    const now = performance.now();
    const v = mine.current;
    const what = meant(v, runsNow(v), now - acted.current);
    if (what === null) return;
    acted.current = now;
    if (what === 'pause') pause();
    else happen({ kind: what });
  }, [happen, pause, runsNow]);

  // What another screen pressed: the clock of this one follows, or falls silent where that one has ended or paused it.
  useEffect(() => {
    if (Object.is(value, mine.current)) return;
    const before = mine.current;
    mine.current = value;
    queueMicrotask(() => setT(reading(value)));
    if (!isLeading()) return;
    const does = clockAfterOther(before, value, page);
    if (does) queueMicrotask(() => follow(does, { ...courseOf(value), running: true }));
  }, [value, follow, isLeading, page, reading]);

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
