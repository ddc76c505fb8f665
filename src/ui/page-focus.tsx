'use client';

import { usePathname } from 'next/navigation';
import { useEffect, useRef } from 'react';

/** What a page begins with: the heading of its station, else its first. */
export const headingOf = (): HTMLElement | null =>
  document.querySelector<HTMLElement>('main [data-heading]') ??
  document.querySelector<HTMLElement>('main h1');

/** Puts the focus on an element that is no control, and keeps it out of the order of Tab. */
export function focusOn(element: HTMLElement | null): void {
  if (!element) return;
  if (!element.hasAttribute('tabindex')) element.tabIndex = -1;
  element.focus({ preventScroll: true });
}

const CONTROL = 'button:not(:disabled),a[href],summary,select:not(:disabled),input:not(:disabled),textarea';

/**
 * Where the focus goes when what had it is gone or can no longer be pressed: to a control beside it, else to the heading
 * of the part that it stood in.
 */
function nearestLeft(chain: readonly HTMLElement[]): HTMLElement | null {
  for (const around of chain.filter((e) => e.isConnected)) {
    for (const kind of ['h1,h2,h3,legend', CONTROL]) {
      const found = [...around.querySelectorAll<HTMLElement>(kind)].find(
        (e) => e.getClientRects().length > 0,
      );
      if (found) return found;
    }
  }
  return headingOf();
}

/** Keeps the focus in the page: whoever presses something that goes away stands beside where it was, not at the top. */
function useKeptFocus(): void {
  useEffect(() => {
    let chain: HTMLElement[] = [];
    let timer: ReturnType<typeof setTimeout> | undefined;
    const noted = ({ target }: FocusEvent) => {
      chain = [];
      for (let e = target as HTMLElement | null; e && e !== document.body; e = e.parentElement) chain.push(e);
    };
    // Whoever presses an empty place wants the focus nowhere.
    const pressed = ({ target }: PointerEvent) => {
      if (target instanceof Element && !target.closest(`${CONTROL},[tabindex],[role="dialog"],label`))
        chain = [];
    };
    const changed = () => {
      if (chain.length === 0 || document.activeElement !== document.body) return;
      // Parts that put the focus somewhere themselves come first.
      timer ??= setTimeout(() => {
        timer = undefined;
        if (chain.length > 0 && document.activeElement === document.body)
          focusOn(nearestLeft(chain.slice(1)));
      }, 60);
    };
    const watch = new MutationObserver(changed);
    watch.observe(document.body, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ['disabled'],
    });
    document.addEventListener('focusin', noted);
    document.addEventListener('pointerdown', pressed);
    return () => {
      clearTimeout(timer);
      watch.disconnect();
      document.removeEventListener('focusin', noted);
      document.removeEventListener('pointerdown', pressed);
    };
  }, []);
}

/** After a change of page the focus stands on the heading of the new one, unless a field of it has it already. */
export function PageFocus() {
  const path = usePathname();
  const last = useRef(path);
  useKeptFocus();
  useEffect(() => {
    if (last.current === path) return;
    last.current = path;
    const has = document.activeElement;
    if (has instanceof HTMLElement && has.closest('main') && /^(INPUT|TEXTAREA|SELECT)$/.test(has.tagName))
      return;
    focusOn(headingOf());
  }, [path]);
  return null;
}
