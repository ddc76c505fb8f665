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

/** After a change of page the focus stands on the heading of the new one, unless a field of it has it already. */
export function PageFocus() {
  const path = usePathname();
  const last = useRef(path);
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
