'use client';

import { useCallback, useEffect, useRef, useState } from 'react';

/** Seconds since `start`, redrawn ten times a second. Times are the browser's event clock, so taps can be put on it. */
export function useStopwatch() {
  const [startedAt, setStartedAt] = useState<number | null>(null);
  const [elapsedS, setElapsedS] = useState(0);
  const origin = useRef(0);
  useEffect(() => {
    if (startedAt === null) return;
    const timer = setInterval(() => setElapsedS((performance.now() - startedAt) / 1000), 100);
    return () => clearInterval(timer);
  }, [startedAt]);
  const start = useCallback((at = performance.now()) => {
    origin.current = at;
    setStartedAt(at);
    setElapsedS(0);
  }, []);
  const stop = useCallback((at = performance.now()) => {
    setStartedAt(null);
    const seconds = Math.max(0, (at - origin.current) / 1000);
    setElapsedS(seconds);
    return seconds;
  }, []);
  const reset = useCallback(() => {
    setStartedAt(null);
    setElapsedS(0);
  }, []);
  /** Never before zero: a press may have been made before the clock that it started. */
  const secondsAt = useCallback((timeStamp: number) => Math.max(0, (timeStamp - origin.current) / 1000), []);
  return { running: startedAt !== null, elapsedS, start, stop, reset, secondsAt };
}
