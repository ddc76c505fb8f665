'use client';

import { useEffect, type RefObject } from 'react';
import type { RunRecord } from '@/core/run/merge';
import { clockEndS, clockS, standsFor, type RunContext } from '@/core/run/session';
import type { RunEvent } from '@/core/run/step';
import type { RunClock } from './use-turn-clock';

/** How often the place in the block is stored while it runs, s. */
const KEEP_EVERY_S = 3;
/** So much of the day without the clock of the run is sleep, ms. */
const SLEPT_MS = 4000;

type Given = {
  /** The run says that it runs, here or on another screen. */
  claimed: boolean;
  record: RefObject<RunRecord>;
  context: RefObject<RunContext>;
  clock: RunClock;
  happen: (event: RunEvent) => void;
  draw: (t: number) => void;
  /** Whether the screen that runs it, where that is another, still says so. */
  onAlive: (alive: boolean) => void;
};

/** The page follows the clock; at the end of a block the next one begins without a hand. */
export function useTicks({ claimed, record, context, clock, happen, draw, onAlive }: Given): void {
  const { reading, runsNow, isLeading, stand } = clock;
  useEffect(() => {
    if (!claimed) return;
    let frame = 0;
    let kept = reading(record.current);
    let seen = { wall: Date.now(), clock: kept };
    const look = (shown: boolean) => {
      const v = record.current;
      const now = reading(v);
      const endS = clockEndS(v, context.current);
      if (!isLeading()) {
        const alive = runsNow(v);
        onAlive(alive);
        if (shown) draw(alive ? Math.min(now, endS) : clockS(v.state));
        return;
      }
      if (now >= endS && standsFor(v, context.current)) {
        if (shown) draw(endS);
        seen = { wall: Date.now(), clock: now };
        return stand();
      }
      // The day went on and the clock did not: the machine slept. The run stands, and goes on from a breath’s start.
      const slept = Date.now() - seen.wall - Math.max(0, now - seen.clock) * 1000 > SLEPT_MS;
      seen = { wall: Date.now(), clock: now };
      if (slept) return happen({ kind: 'pause', atS: Math.min(now, endS) });
      if (now >= endS) {
        happen({ kind: 'clock', atS: now });
        kept = reading(record.current);
        seen = { wall: Date.now(), clock: kept };
        return;
      }
      if (shown) draw(now);
      if (Math.abs(now - kept) < KEEP_EVERY_S) return;
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
  }, [claimed, record, context, reading, runsNow, isLeading, stand, happen, draw, onAlive]);
}
