'use client';

import { useEffect, useState } from 'react';
import type { RunRecord } from '@/core/run/merge';

/** So long after having been sent away it is asked again, ms. */
const AGAIN_MS = 4000;

/** How far the day of the server is ahead of this machine's, ms. */
let aheadMs = 0;

/** The server's day, ms: what the screens of one run agree on. */
export const serverNow = (): number => Date.now() + aheadMs;

type Fed<R extends RunRecord> = { rev: number; value: R };
type Message<R> = { now: number } & ({ rev: number; data: R } | { rev?: undefined });

/** The run as it is stored, each time another screen stores it; the newest of that and what the page came with. */
export function useRunFeed<R extends RunRecord>(runId: string, page: Fed<R>): Fed<R> {
  const [fed, setFed] = useState<Fed<R>>(page);
  useEffect(() => {
    if (typeof EventSource === 'undefined') return;
    let source: EventSource | null = null;
    let again: ReturnType<typeof setTimeout> | undefined;
    const hear = () => {
      source = new EventSource(`/feed/${runId}`);
      source.onmessage = (event: MessageEvent<string>) => {
        const message = JSON.parse(event.data) as Message<R>;
        aheadMs = message.now - Date.now();
        if (message.rev !== undefined)
          setFed((before) => (message.rev > before.rev ? { rev: message.rev, value: message.data } : before));
      };
      // Sent away, because Kokyu was being ended: the browser does not ask again by itself.
      source.onerror = () => {
        if (source?.readyState === EventSource.CLOSED) again = setTimeout(hear, AGAIN_MS);
      };
    };
    hear();
    return () => {
      clearTimeout(again);
      source?.close();
    };
  }, [runId]);
  return page.rev > fed.rev ? page : fed;
}
