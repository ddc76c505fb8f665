'use client';

import { useCallback, useEffect, useState } from 'react';

/** Keeps the screen lit while a run runs, where the browser can. */
export function useWakeLock(on: boolean): void {
  useEffect(() => {
    if (!on || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const take = () => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock
        .request('screen')
        .then((got) => {
          if (over) void got.release();
          else lock = got;
        })
        .catch(() => undefined);
    };
    take();
    document.addEventListener('visibilitychange', take);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', take);
      void lock?.release().catch(() => undefined);
    };
  }, [on]);
}

/** The whole screen, and back. */
export function useFullScreen(): { full: boolean; can: boolean; toggle: () => void } {
  const [full, setFull] = useState(false);
  const [can, setCan] = useState(false);
  useEffect(() => {
    const look = () => {
      setFull(document.fullscreenElement !== null);
      setCan(document.fullscreenEnabled);
    };
    look();
    document.addEventListener('fullscreenchange', look);
    return () => document.removeEventListener('fullscreenchange', look);
  }, []);
  const toggle = useCallback(() => {
    if (document.fullscreenElement) void document.exitFullscreen().catch(() => undefined);
    else void document.documentElement.requestFullscreen().catch(() => undefined);
  }, []);
  return { full, can, toggle };
}
