'use client';

import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { Dialog } from './dialog';
import { Press } from './press';

/** A key, what it does in words, and the doing. `key` as the browser names it; ' ' is Space. With `ctrl` only together with Ctrl (or ⌘), with `shift` only together with Shift. */
export type Hotkey = {
  key: string;
  does: string;
  run: (event: KeyboardEvent) => void;
  ctrl?: true;
  shift?: boolean;
  /** Held down it goes on. */ repeats?: true;
};

const shown = new Set<{ current: readonly Hotkey[] }>();
/** Made anew whenever a screen brings or takes away its keys, so that an open list follows. */
let listed: readonly Hotkey[] = [];
const NONE: readonly Hotkey[] = [];
const listeners = new Set<() => void>();
const changed = () => {
  listed = [...shown].flatMap((ref) => ref.current);
  for (const listener of listeners) listener();
};
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

const ownsArrows = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest('[role="slider"],[role="radiogroup"],[role="group"] button') !== null;

/** Keys that work while this component is shown; none fires while a text field or a dialog has the focus. */
export function useHotkeys(keys: readonly Hotkey[]): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    shown.add(latest);
    changed();
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey) return;
      if (
        typing(event.target) ||
        (event.target instanceof Element && event.target.closest('[role="dialog"]'))
      )
        return;
      if (event.key.startsWith('Arrow') && ownsArrows(event.target)) return;
      const ctrl = event.ctrlKey || event.metaKey;
      const hit = latest.current.find(
        (k) =>
          k.key.toLowerCase() === event.key.toLowerCase() &&
          Boolean(k.ctrl) === ctrl &&
          (k.shift === undefined || k.shift === event.shiftKey),
      );
      if (!hit || (event.repeat && !hit.repeats)) return;
      event.preventDefault();
      hit.run(event);
    };
    window.addEventListener('keydown', onKey);
    return () => {
      shown.delete(latest);
      changed();
      window.removeEventListener('keydown', onKey);
    };
  }, []);
}

const NAMES: Record<string, string> = {
  ' ': 'Space',
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓',
};

/** The button and the key `?` that list every key of the present screen. */
export function KeysHelp() {
  const [open, setOpen] = useState(false);
  const list = useSyncExternalStore(
    subscribe,
    () => listed,
    () => NONE,
  );
  const show = () => setOpen(true);
  useHotkeys([{ key: '?', does: 'show all keys', run: show }]);
  return (
    <>
      <Press look="quiet" onClick={show}>
        Keys <kbd className="font-sans">?</kbd>
      </Press>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="Keys on this screen"
        description="Every key has a button too."
      >
        <dl className="grid grid-cols-[7rem_1fr] gap-y-1.5">
          {list.map((k) => (
            <div key={k.key + k.does} className="contents">
              <dt className="font-semibold">
                {k.ctrl ? 'Ctrl ' : ''}
                {k.shift ? 'Shift ' : ''}
                {NAMES[k.key] ?? k.key.toUpperCase()}
              </dt>
              <dd>{k.does}</dd>
            </div>
          ))}
        </dl>
      </Dialog>
    </>
  );
}
