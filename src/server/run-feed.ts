import { EventEmitter } from 'node:events';
import type { ClassRun } from '@/core/class/class-run';
import type { RunRecord } from '@/core/run/merge';

/** A run of a client or of a class as it was just stored. */
export type FedRun = { rev: number; data: RunRecord | ClassRun };

/** One for the whole process: routes and actions are bundled apart and have to meet. */
const shared = globalThis as typeof globalThis & { kokyuRunFeed?: EventEmitter; kokyuEnds?: boolean };
const feed = (shared.kokyuRunFeed ??= made());

/** What is being answered when Kokyu is ended has so long, ms. */
const GRACE_MS = 2500;
/** No run has such a name. */
const ENDS = '';

/** When Kokyu is ended, so is what listens: a stream that stays open would keep it from ending. */
function made(): EventEmitter {
  const emitter = new EventEmitter().setMaxListeners(0);
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.on(signal, () => {
      shared.kokyuEnds = true;
      emitter.emit(ENDS);
      // Pages that ask again over a connection that is open would keep it from ending for as long as they are shown.
      setTimeout(() => process.exit(signal === 'SIGINT' ? 130 : 143), GRACE_MS).unref();
    });
  return emitter;
}

/** Whether Kokyu is being ended: who asks again over a connection that is still open is sent away. */
export const isEnding = (): boolean => shared.kokyuEnds === true;

/** Whether anybody listens to a run. */
export const isHeard = (runId: string): boolean => feed.listenerCount(runId) > 0;

/** Tells every screen on a run that it was stored. */
export const tellRun = (runId: string, run: FedRun): void => void feed.emit(runId, run);

/** Hears of a run until the returned function is called; `onEnd` when Kokyu is ended. */
export function hearRun(
  runId: string,
  hear: (run: FedRun) => void,
  onEnd: () => void = () => undefined,
): () => void {
  feed.on(runId, hear);
  feed.on(ENDS, onEnd);
  return () => {
    feed.off(runId, hear);
    feed.off(ENDS, onEnd);
  };
}
