import { expose } from 'comlink';
import { svgOf } from '@/core/body/figure/body-file';
import type { Asked } from '@/core/body/figure/draw';

/** Tracing a body off the main thread: a third of a second each. */
const api = { trace: (asked: Asked): string => svgOf(asked) };

export type FigureWorker = typeof api;
expose(api);
