'use client';

import { useEffect, type RefObject } from 'react';
import { putDraft } from './draft-store';
import * as machine from './machine';

type Given<T> = {
  key: string;
  now: RefObject<machine.Editing<T>>;
  given: RefObject<{ leaving?: (value: T) => T; kept: boolean }>;
  put: (next: machine.Editing<T>) => void;
  send: (last: boolean) => Promise<void>;
  flush: () => Promise<boolean>;
};

/** What was not answered is sent again after this long, ms. */
const AGAIN_MS = 4000;

/** Sends what waits when the page is left or hidden, and again when Kokyu may be back. */
export function useLeaving<T>({ key, now, given, put, send, flush }: Given<T>): void {
  useEffect(() => {
    const leave = () => {
      const value = given.current.leaving?.(now.current.value);
      if (value !== undefined) {
        const left = machine.edited(now.current, value);
        if (left !== now.current) putDraft(key, machine.draftOf(left, Date.now()));
        put(left);
      }
      void send(true);
    };
    const back = () => {
      if (now.current.dirty && !now.current.flying) void flush();
    };
    const hidden = () => document.visibilityState === 'hidden' && void send(true);
    const guard = (event: BeforeUnloadEvent) => {
      if (!machine.allSaved(now.current) && !given.current.kept) event.preventDefault();
    };
    window.addEventListener('pagehide', leave);
    document.addEventListener('visibilitychange', hidden);
    window.addEventListener('online', back);
    window.addEventListener('beforeunload', guard);
    const again = setInterval(back, AGAIN_MS);
    return () => {
      window.removeEventListener('pagehide', leave);
      document.removeEventListener('visibilitychange', hidden);
      window.removeEventListener('online', back);
      window.removeEventListener('beforeunload', guard);
      clearInterval(again);
      leave();
    };
  }, [flush, given, key, now, put, send]);
}
