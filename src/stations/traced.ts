'use client';

import { markOf } from '@/core/body/figure/body-file';
import { bodyName, type Asked } from '@/core/body/figure/draw';
import { figureThread } from '@/workers/threads';
import type { FigureWorker } from '@/workers/figure.worker';

const underWay = new Map<string, Promise<string>>();

/** A body traced in a thread of its own, or as the browser kept it: none holds anything of a client. */
export function traced(asked: Asked): Promise<string> {
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
