'use client';

import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { Result } from '@/core/result';
import type { PlanProgress, PlanWorker } from '@/workers/plan.worker';

const CANCELLED = { ok: false, why: 'Cancelled. Nothing was changed.' } as const;

export type Planner = {
  /** Runs one job after another; a job that is cancelled answers with a sentence. */
  run: <T>(
    job: (api: Remote<PlanWorker>, tell: (at: PlanProgress) => void) => Promise<Result<T>>,
  ) => Promise<Result<T>>;
  busy: boolean;
  progress: PlanProgress | null;
  cancel: () => void;
};

/** The planner in a worker, made when first wanted. Cancelling ends the worker; the next job gets a new one. */
export function usePlanner(): Planner {
  const thread = useRef<{ worker: Worker; api: Remote<PlanWorker> } | null>(null);
  const give = useRef<((answer: typeof CANCELLED) => void) | null>(null);
  const [busy, setBusy] = useState(false);
  const [progress, setProgress] = useState<PlanProgress | null>(null);
  const stop = useCallback(() => {
    thread.current?.worker.terminate();
    thread.current = null;
    give.current?.(CANCELLED);
    give.current = null;
  }, []);
  useEffect(() => stop, [stop]);
  const run: Planner['run'] = useCallback(async (job) => {
    if (!thread.current) {
      const worker = new Worker(new URL('../../workers/plan.worker.ts', import.meta.url), { type: 'module' });
      thread.current = { worker, api: wrap<PlanWorker>(worker) };
    }
    setBusy(true);
    setProgress(null);
    const cancelled = new Promise<typeof CANCELLED>((resolve) => (give.current = resolve));
    const answer = await Promise.race([job(thread.current.api, proxy(setProgress)), cancelled]).catch(
      (): { ok: false; why: string } => ({
        ok: false,
        why: 'The planner stopped without an answer. Nothing was changed; try again.',
      }),
    );
    setBusy(false);
    return answer;
  }, []);
  return { run, busy, progress, cancel: stop };
}
