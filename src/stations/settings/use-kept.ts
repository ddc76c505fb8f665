'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Result } from '@/core/base/result';
import { answered } from '@/ui/answered';

/** After the last change it is kept when this long nothing more was changed, ms. */
const IDLE_MS = 500;

export type Standing = 'as it was' | 'changing' | 'kept' | { failed: string };

/**
 * A setting that is kept a moment after each change and when the page is left; every change can be taken back for as long as
 * the page stands.
 */
export function useKept<T>(initial: T, keep: (value: T) => Promise<Result<unknown>>) {
  const router = useRouter();
  const [value, setValue] = useState(initial);
  const [before, setBefore] = useState<readonly T[]>([]);
  const [standing, setStanding] = useState<Standing>('as it was');
  const waiting = useRef<{ timer: ReturnType<typeof setTimeout>; value: T } | null>(null);
  const flush = useCallback(async () => {
    if (!waiting.current) return;
    const { timer, value: now } = waiting.current;
    clearTimeout(timer);
    waiting.current = null;
    const kept = await answered(keep(now), 'Kokyu does not answer. Change it again in a moment.');
    setStanding(kept.ok ? 'kept' : { failed: kept.why });
    if (kept.ok) router.refresh();
  }, [keep, router]);
  useEffect(() => {
    const leave = () => void flush();
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, [flush]);
  const put = (next: T) => {
    setValue(next);
    setStanding('changing');
    if (waiting.current) clearTimeout(waiting.current.timer);
    waiting.current = { value: next, timer: setTimeout(() => void flush(), IDLE_MS) };
  };
  return {
    value,
    standing,
    change: (next: T) => {
      // What is typed letter by letter is one change.
      if (!waiting.current) setBefore((all) => [...all, value]);
      put(next);
    },
    undo:
      before.length === 0
        ? null
        : () => {
            put(before.at(-1)!);
            setBefore((all) => all.slice(0, -1));
          },
  };
}
