import type { Remote } from 'comlink';
import { shippedDrills } from '@/core/drills/shelf';
import type { PlanWorker } from './plan.worker';

/** The threads of this folder, each named where the bundler can see its file. */
export const bandsThread = (): Worker =>
  new Worker(new URL('./bands.worker.ts', import.meta.url), { type: 'module' });

/** What a planner is told first: the shipped drills. */
export const shipTo = (api: Remote<PlanWorker>): void => void api.ship(shippedDrills());

export const planThread = (): Worker =>
  new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });

export const figureThread = (): Worker =>
  new Worker(new URL('./figure.worker.ts', import.meta.url), { type: 'module' });

export const clipThread = (): Worker =>
  new Worker(new URL('./clip.worker.ts', import.meta.url), { type: 'module' });
