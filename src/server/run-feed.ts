import { EventEmitter } from 'node:events';
import type { RunRecord } from '@/core/run/merge';

/** A run as it was just stored. */
export type FedRun = { rev: number; data: RunRecord };

/** One for the whole process: routes and actions are bundled apart and have to meet. */
const shared = globalThis as typeof globalThis & { kokyuRunFeed?: EventEmitter };
const feed = (shared.kokyuRunFeed ??= new EventEmitter().setMaxListeners(0));

/** Whether anybody listens to a run. */
export const isHeard = (runId: string): boolean => feed.listenerCount(runId) > 0;

/** Tells every screen on a run that it was stored. */
export const tellRun = (runId: string, run: FedRun): void => void feed.emit(runId, run);

/** Hears of a run until the returned function is called. */
export function hearRun(runId: string, hear: (run: FedRun) => void): () => void {
  feed.on(runId, hear);
  return () => void feed.off(runId, hear);
}
