'use client';

import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { Dialog } from './dialog';
import { focusedByPointer, watchFocus } from './focus';
import { keyOf, type Hotkey } from './own-keys';
import { Press } from './press';

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
  (target.closest('[role="slider"]') !== null ||
    (target.closest('[role="radiogroup"],[role="group"] button') !== null && !focusedByPointer(target)));

/** Enter and Space belong to a control that has the focus; Space not to one that was pressed by a pointer. */
const CONTROLS =
  'button,a[href],summary,[role="button"],[role="link"],[role="radio"],[role="checkbox"],[role="switch"],[role="tab"],[role="option"],[role="menuitem"],[role="slider"]';
const ownsPress = (key: string, target: EventTarget | null): boolean =>
  (key === 'Enter' || key === ' ') &&
  target instanceof Element &&
  target.closest(CONTROLS) !== null &&
  !(key === ' ' && focusedByPointer(target));

/** For so long after the last key in a field are single letters what is still being typed, though the field has gone. */
const STILL_TYPING_MS = 1500;
let typedAt = -Infinity;
const noteTyping = (event: KeyboardEvent) => {
  if (event.key.length === 1 && takesText(event.target)) typedAt = event.timeStamp;
};
const takesText = (target: EventTarget | null): boolean =>
  typing(target) &&
  !(target instanceof HTMLSelectElement) &&
  !(target instanceof HTMLInputElement && /^(checkbox|radio|range|file|button)$/.test(target.type));
/** Does a key go on with what was typed a moment ago? */
function goesOn(event: KeyboardEvent): boolean {
  if (event.key.length !== 1 || event.ctrlKey || event.metaKey) return false;
  if (event.timeStamp - typedAt > STILL_TYPING_MS) return false;
  typedAt = event.timeStamp;
  return true;
}

/**
 * Keys that work while this component is shown. None fires while a text field, or a moment ago a text field, or a dialog has
 * the focus; a control that has the focus keeps Enter and Space.
 */
export function useHotkeys(keys: readonly Hotkey[]): void {
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useEffect(() => {
    shown.add(latest);
    watchFocus();
    changed();
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey) return;
      if (
        typing(event.target) ||
        (event.target instanceof Element && event.target.closest('[role="dialog"]'))
      )
        return;
      if (event.key.startsWith('Arrow') && ownsArrows(event.target)) return;
      if (ownsPress(event.key, event.target) || goesOn(event)) return;
      const ctrl = event.ctrlKey || event.metaKey;
      const hit = latest.current.find(
        (k) =>
          keyOf(k)?.toLowerCase() === event.key.toLowerCase() &&
          Boolean(k.ctrl) === ctrl &&
          (k.shift === undefined || k.shift === event.shiftKey) &&
          (!k.within || (event.target instanceof Element && event.target.closest(k.within) !== null)) &&
          // Ctrl+C with words chosen copies the words.
          !(ctrl && k.key === 'c' && !document.getSelection()?.isCollapsed),
      );
      if (!hit || (event.repeat && !hit.repeats)) return;
      event.preventDefault();
      hit.run(event);
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keydown', noteTyping, true);
    return () => {
      shown.delete(latest);
      changed();
      window.removeEventListener('keydown', onKey);
      if (shown.size === 0) window.removeEventListener('keydown', noteTyping, true);
    };
  }, []);
}

/** Pages that are seldom needed. */
const MORE = [
  ['/studio', 'Studio totals'],
  ['/words', 'All words'],
  ['/about', 'About Kokyu'],
] as const;

const WordsHere = dynamic(() => import('./words-here').then((m) => m.WordsHere), { ssr: false });
const KeyList = dynamic(() => import('./key-list').then((m) => m.KeyList), { ssr: false });

/** Those who show the list when somebody asks for it elsewhere. */
const askers = new Set<() => void>();

/** The same button where the head of the house is out of reach. */
export const KeysButton = () => (
  <Press look="quiet" onClick={() => askers.forEach((show) => show())}>
    Help <kbd className="font-sans">?</kbd>
  </Press>
);

/** The button and the key `?` that list every key of the present screen, and say what its words mean. */
export function KeysHelp() {
  const [open, setOpen] = useState(false);
  const list = useSyncExternalStore(
    subscribe,
    () => listed,
    () => NONE,
  );
  const show = () => setOpen(true);
  useEffect(() => {
    askers.add(show);
    return () => void askers.delete(show);
  });
  useHotkeys([{ key: '?', does: 'show all keys, and what the words here mean', run: show }]);
  return (
    <>
      <Press look="quiet" onClick={show}>
        Help <kbd className="font-sans">?</kbd>
      </Press>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="Help"
        description="What a key does, a button does too. Enter and Space press what has the focus."
      >
        <nav aria-label="More" className="flex gap-5 pb-3" onClick={() => setOpen(false)}>
          {MORE.map(([href, name]) => (
            <Link key={href} href={href} className="underline underline-offset-4">
              {name}
            </Link>
          ))}
        </nav>
        <KeyList keys={list} />
        <WordsHere />
      </Dialog>
    </>
  );
}
