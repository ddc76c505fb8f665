'use client';

import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Result } from '@/core/base/result';

const CANCELLED = { ok: false, why: 'Cancelled. Nothing was changed.' } as const;
const BROKEN = {
  ok: false,
  why: 'The work stopped without an answer. Nothing was changed; try again.',
} as const;

/** What a worker offers: functions that answer with a result. */
type Api = Record<string, (...args: never[]) => unknown>;

export type Job<W extends Api, P> = {
  /** Runs one piece of work; one that is cancelled or breaks answers with a sentence. */
  run: <T>(work: (api: Remote<W>, tell: (at: P) => void) => Promise<unknown>) => Promise<Result<T>>;
  busy: boolean;
  /** What the running work last told of itself. */
  progress: P | null;
  cancel: () => void;
};

/**
 * Work off the main thread, in a worker that is made when first wanted and ends with the page. Cancelling ends the
 * worker; the next piece of work gets a new one.
 *
 * @param begin what a new worker is told first
 */
export function useJob<W extends Api, P = never>(
  thread: () => Worker,
  begin?: (api: Remote<W>) => void,
): Job<W, P> {
  const live = useRef<{ worker: Worker; api: Remote<W> } | null>(null);
  /** Work that has not answered yet: several pieces may run in one worker. */
  const waiting = useRef(new Set<(answer: typeof CANCELLED) => void>());
  const [busy, setBusy] = useState(false);
  const [progress, setProgress] = useState<P | null>(null);
  const cancel = useCallback(() => {
    live.current?.worker.terminate();
    live.current = null;
    for (const give of waiting.current) give(CANCELLED);
    waiting.current.clear();
  }, []);
  useEffect(() => cancel, [cancel]);
  const run: Job<W, P>['run'] = useCallback(
    async <T>(work: (api: Remote<W>, tell: (at: P) => void) => Promise<unknown>): Promise<Result<T>> => {
      if (!live.current) {
        const worker = thread();
        live.current = { worker, api: wrap<W>(worker) };
        begin?.(live.current.api);
      }
      setBusy(true);
      if (waiting.current.size === 0) setProgress(null);
      let give: (answer: typeof CANCELLED) => void = () => undefined;
      const cancelled = new Promise<typeof CANCELLED>((resolve) => (give = resolve));
      waiting.current.add(give);
      const tell = proxy((at: P) => setProgress(at));
      const answer = await Promise.race([work(live.current.api, tell), cancelled]).catch(() => BROKEN);
      waiting.current.delete(give);
      setBusy(waiting.current.size > 0);
      return answer as Result<T>;
    },
    [thread, begin],
  );
  return { run, busy, progress, cancel };
}
