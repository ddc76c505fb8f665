'use client';

/** A key, what it does in words, and the doing. `key` as the browser names it; ' ' is Space. With `ctrl` only together with Ctrl (or ⌘), with `shift` only together with Shift. */
export type Hotkey = {
  key: string;
  does: string;
  run: (event: KeyboardEvent) => void;
  ctrl?: true;
  shift?: boolean;
  /** Held down it goes on. */ repeats?: true;
  /** Only while the focus is in what this finds. */ within?: string;
};

/**
 * Single letters that somebody has changed or switched off (WCAG 2.2, 2.1.4 Character Key Shortcuts): kept in this browser,
 * by what the key does.
 */
export type OwnKeys = { off: boolean; keys: Record<string, string> };

const STORED = 'kokyu-keys';
const AS_SHIPPED: OwnKeys = { off: false, keys: {} };

let now: OwnKeys | null = null;
const listeners = new Set<() => void>();

/** A key that speech or a slip could press: one letter, figure or sign, without Ctrl. */
export const isSingle = ({ key, ctrl }: { key: string; ctrl?: true }): boolean =>
  key.length === 1 && key !== ' ' && !ctrl;

export function ownKeys(): OwnKeys {
  if (now) return now;
  try {
    const read = JSON.parse(localStorage.getItem(STORED) ?? 'null') as Partial<OwnKeys> | null;
    const keys = Object.entries(read?.keys ?? {}).filter(
      ([, key]) => typeof key === 'string' && key.length === 1,
    );
    now = { off: read?.off === true, keys: Object.fromEntries(keys) };
  } catch {
    now = AS_SHIPPED;
  }
  return now;
}

export function keepOwnKeys(keys: OwnKeys): void {
  now = keys;
  try {
    localStorage.setItem(STORED, JSON.stringify(keys));
  } catch {
    // A browser that keeps nothing has them until the page goes.
  }
  for (const listener of listeners) listener();
}

export const subscribeOwnKeys = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Which key does it now; null where single letters are off. `?`, which shows the list, stays. */
export function keyOf(hotkey: { key: string; does: string; ctrl?: true }): string | null {
  if (!isSingle(hotkey) || hotkey.key === '?') return hotkey.key;
  const { off, keys } = ownKeys();
  return off ? null : (keys[hotkey.does] ?? hotkey.key);
}
