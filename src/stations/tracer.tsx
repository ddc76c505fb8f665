'use client';

import type { ReactNode } from 'react';
import { markOf } from '@/core/body/figure/body-file';
import { bodyName, type Asked } from '@/core/body/figure/draw';
import { FigureTracer } from '@/pictures/figure-traced';
import { figureThread } from '@/workers/threads';
import type { FigureWorker } from '@/workers/figure.worker';

/** Figures that are no files are traced in a thread of their own and kept in the browser: none holds anything of a client. */
export const Traced = ({ children }: { children: ReactNode }) => (
  <FigureTracer tracer={traced}>{children}</FigureTracer>
);

const underWay = new Map<string, Promise<string>>();

function traced(asked: Asked): Promise<string> {
  const name = bodyName(asked);
  const known = underWay.get(name);
  if (known) return known;
  const made = keptOrTraced(asked);
  underWay.set(name, made);
  made.catch(() => underWay.delete(name));
  return made;
}

async function keptOrTraced(asked: Asked): Promise<string> {
  const { createStore, get, set } = await import('idb-keyval');
  store ??= createStore('kokyu-figures', 'bodies');
  const mark = markOf(asked);
  const kept = await get<string>(mark, store).catch(() => undefined);
  if (kept) return kept;
  const { wrap } = await import('comlink');
  thread ??= wrap<FigureWorker>(figureThread());
  const text = await thread.trace(asked);
  await set(mark, text, store).catch(() => undefined);
  return text;
}

let store: import('idb-keyval').UseStore | undefined;
let thread: import('comlink').Remote<FigureWorker> | undefined;
