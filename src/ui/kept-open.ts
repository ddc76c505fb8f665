'use client';

import { useCallback, useSyncExternalStore } from 'react';

const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Read without a browser's leave to keep anything, too: then it is closed again with the next page. */
function isOpen(key: string): boolean {
  try {
    return localStorage.getItem(key) === 'open';
  } catch {
    return false;
  }
}

/** Whether something that is put away is open, as this browser had it last. */
export function useKeptOpen(name: string): [open: boolean, setOpen: (open: boolean) => void] {
  const key = `kokyu-open-${name}`;
  const open = useSyncExternalStore(
    subscribe,
    () => isOpen(key),
    () => false,
  );
  const setOpen = useCallback(
    (to: boolean) => {
      try {
        localStorage.setItem(key, to ? 'open' : 'closed');
      } catch {
        // A browser that keeps nothing shows it closed.
      }
      for (const listener of listeners) listener();
    },
    [key],
  );
  return [open, setOpen];
}
