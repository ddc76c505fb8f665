'use client';

import { wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef } from 'react';
import type { BandsWorker } from '@/workers/bands.worker';

/** A worker for the heavy work of a look, made when first wanted; `stop` ends what it is doing. */
export function useBandsWorker(): { api: () => Remote<BandsWorker>; stop: () => void } {
  const worker = useRef<{ thread: Worker; api: Remote<BandsWorker> } | null>(null);
  const stop = useCallback(() => {
    worker.current?.thread.terminate();
    worker.current = null;
  }, []);
  const api = useCallback(() => {
    if (!worker.current) {
      const thread = new Worker(new URL('../../workers/bands.worker.ts', import.meta.url), {
        type: 'module',
      });
      worker.current = { thread, api: wrap<BandsWorker>(thread) };
    }
    return worker.current.api;
  }, []);
  useEffect(() => stop, [stop]);
  return { api, stop };
}

/** Sends the bytes of a record to be kept beside a look. */
export async function keepRecord(
  lookId: string,
  name: string,
  bytes: Uint8Array,
): Promise<{ ok: true; value: { id: string } } | { ok: false; why: string }> {
  try {
    const answer = await fetch(`/looks/${lookId}/recordings`, {
      method: 'POST',
      headers: { 'x-record-name': encodeURIComponent(name) },
      body: bytes.slice().buffer,
    });
    return (await answer.json()) as Awaited<ReturnType<typeof keepRecord>>;
  } catch {
    return {
      ok: false,
      why: 'Kokyu does not answer; the record is still on this page. Try again when it is back',
    };
  }
}
