'use client';

import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { changesSoFar, onSaved } from './freshness';

/** After the last save the page is made anew when this long nothing more was saved, ms. */
const IDLE_MS = 1200;

/** Makes pages anew that were made before something was saved: on the way to them, and the one that stands once it is idle. */
export function FreshPages() {
  const router = useRouter();
  const path = usePathname();
  const made = useRef(0);
  useEffect(() => {
    if (made.current === changesSoFar()) return;
    made.current = changesSoFar();
    router.refresh();
  }, [path, router]);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    const stop = onSaved((key) => {
      // A run is saved every few seconds and covers the page; what lies under it is made anew on the way there.
      if (key.startsWith('run-')) return;
      clearTimeout(timer);
      timer = setTimeout(() => {
        made.current = changesSoFar();
        router.refresh();
      }, IDLE_MS);
    });
    // A page that the browser kept whole and shows again may be older than the records.
    const shownAgain = (event: PageTransitionEvent) => event.persisted && router.refresh();
    window.addEventListener('pageshow', shownAgain);
    return () => {
      clearTimeout(timer);
      stop();
      window.removeEventListener('pageshow', shownAgain);
    };
  }, [router]);
  return null;
}
