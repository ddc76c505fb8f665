'use client';

import { useEffect } from 'react';
import { Press } from '@/ui/press';
import { loadAnew } from './load-anew';

/** A run that is coached is a touch too: nobody touches the screen through a long hold. */
const BUSY = /\/coach\/|\/run\//;
const LOOK_MS = 15_000;
/** Others touched this studio's pages in another tab of the same sign-in. */
const TOLD = 'kokyu-touch';

/** Locks the screen after a quiet time, and by a press. The server does the same by itself when nothing is asked of it. */
export function QuietLock({ quietMin, lock }: { quietMin: number; lock: () => Promise<void> }) {
  useEffect(() => {
    let last = Date.now();
    let told = 0;
    const others = new BroadcastChannel(TOLD);
    const touch = () => {
      last = Date.now();
      if (last - told < 5000) return;
      told = last;
      others.postMessage(null);
    };
    others.onmessage = () => (last = Date.now());
    const seen = setInterval(() => {
      if (BUSY.test(window.location.pathname)) last = Date.now();
      // The clock and not a timer: a laptop that slept was left alone all the while.
      if (Date.now() - last > quietMin * 60e3) void lock().finally(() => loadAnew());
    }, LOOK_MS);
    // The server hears of what is typed and tapped too, once a minute.
    const ping = setInterval(() => {
      if (Date.now() - last < 60e3) void fetch('/touch', { method: 'POST' }).catch(() => undefined);
    }, 60_000);
    const kinds = ['pointerdown', 'keydown', 'wheel'] as const;
    for (const kind of kinds) window.addEventListener(kind, touch, { passive: true });
    return () => {
      clearInterval(seen);
      clearInterval(ping);
      others.close();
      for (const kind of kinds) window.removeEventListener(kind, touch);
    };
  }, [quietMin, lock]);
  return (
    <Press look="quiet" onClick={() => void lock().finally(() => loadAnew())}>
      Lock
    </Press>
  );
}
