'use client';

import { useEffect, type RefObject } from 'react';

/** While this is shown it is alone on the page: what lies behind it takes no focus and is not read out. */
export function useAlone(ref: RefObject<HTMLElement | null>): void {
  useEffect(() => {
    const hidden: Element[] = [];
    for (let at: Element | null = ref.current; at && at !== document.body; at = at.parentElement)
      for (const other of at.parentElement?.children ?? [])
        if (other !== at && !other.hasAttribute('inert') && !/^(SCRIPT|STYLE|LINK)$/.test(other.tagName)) {
          other.setAttribute('inert', '');
          hidden.push(other);
        }
    return () => hidden.forEach((other) => other.removeAttribute('inert'));
  }, [ref]);
}
