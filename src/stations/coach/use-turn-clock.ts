'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { RunRecord } from '@/core/run/merge';
import { clockS, type RunContext, type Session } from '@/core/run/session';
import { tonesAhead } from '@/core/run/tones';
import { TurnClock, type Loudness, type Unheard } from '@/devices/turn-clock';
import { serverNow } from './run-feed';

export type Sound = { silent: boolean; loudness: Loudness };

/** A screen that runs the run says so every few seconds; one that has not for so long is gone, ms. */
const GONE_MS = 9000;

/**
 * The clock that makes the tones of a run, on the page that leads it; on any other, what that page said of its clock.
 * `page` names this page among all that show the run.
 */
export function useTurnClock(sound: Sound, page: string) {
  const clock = useRef<TurnClock | null>(null);
  const leads = useRef(false);
  const stoodFrom = useRef<number | null>(null);
  const [leading, setLeading] = useState(false);
  const [unheard, setUnheard] = useState<Unheard | null>(null);
  const given = useRef(sound);
  const before = useRef<{ by: string | null; atMs: number } | null>(null);
  useEffect(() => {
    before.current ??= { by: pageBefore(page), atMs: serverNow() };
  }, [page]);
  useEffect(() => {
    given.current = sound;
    clock.current?.mute(sound.silent);
    clock.current?.setLoudness(sound.loudness);
  });
  useEffect(
    () => () => {
      clock.current?.close();
      clock.current = null;
      leads.current = false;
    },
    [],
  );

  /** What the clock of the run reads now. */
  const reading = useCallback((v: RunRecord): number => {
    if (leads.current && clock.current) return clock.current.now();
    const { runs } = v.state;
    return runs ? runs.s + Math.max(0, serverNow() - runs.atMs) / 1000 : clockS(v.state);
  }, []);
  const runsNow = useCallback((v: RunRecord): boolean => {
    const { runs, stage } = v.state;
    if (stage !== 'running' || runs === undefined) return false;
    if (leads.current) return true;
    // What a page said before it was reloaded into this one no longer holds.
    const was = before.current;
    const reloaded = was !== null && runs.by === was.by && runs.atMs <= was.atMs;
    return !reloaded && serverNow() - runs.atMs < GONE_MS;
  }, []);
  /** Begins the tones where a session stands; this page leads from here on. */
  const sounds = useCallback((session: Session, context: RunContext): void => {
    clock.current ??= new TurnClock(setUnheard);
    leads.current = true;
    setLeading(true);
    setUnheard(null);
    clock.current.setLoudness(given.current.loudness);
    stoodFrom.current = null;
    void clock.current.start(clockS(session.state), tonesAhead(session, context), given.current.silent);
  }, []);
  const hush = useCallback((): void => {
    leads.current = false;
    setLeading(false);
    clock.current?.pause();
  }, []);
  const roll = useCallback((byS: number): void => clock.current?.roll(byS), []);
  /** The clock waits for the client: it stands where it is until the next turn. */
  const stand = useCallback((): void => {
    if (!clock.current?.running) return;
    clock.current.pause();
    stoodFrom.current = performance.now();
  }, []);
  /** Seconds that it has stood so; none where it runs. */
  const stoodS = useCallback(
    (): number =>
      stoodFrom.current === null || clock.current?.running
        ? 0
        : (performance.now() - stoodFrom.current) / 1000,
    [],
  );
  /** Whether this page makes the tones, asked at this moment. */
  const isLeading = useCallback(() => leads.current, []);
  return { leading, isLeading, unheard, reading, runsNow, sounds, hush, roll, stand, stoodS };
}

/** Where a tab keeps which of its pages shows a run. */
const TAB = 'kokyu-run-page';

/** The page with a run that this tab showed before `page`, which takes its place; null where there was none. */
function pageBefore(page: string): string | null {
  try {
    const was = sessionStorage.getItem(TAB);
    sessionStorage.setItem(TAB, page);
    return was;
  } catch {
    // A browser that keeps nothing: the page before counts as another screen until it has been silent for a while.
    return null;
  }
}

export type RunClock = ReturnType<typeof useTurnClock>;
