'use client';

import { createContext, useContext, type ReactNode } from 'react';
import type { Asked } from '@/core/body/figure/draw';

/** Traces a body that is no file; the same one is traced once. */
export type Tracer = (asked: Asked) => Promise<string>;

const Traces = createContext<Tracer | null>(null);

/** Gives the figures of a page somebody who traces what is not traced ahead of time. */
export const FigureTracer = ({ tracer, children }: { tracer: Tracer; children: ReactNode }) => (
  <Traces value={tracer}>{children}</Traces>
);

export const useTracer = (): Tracer | null => useContext(Traces);
