'use client';

import type { ReactNode } from 'react';
import { FigureTracer, type Tracer } from '@/pictures/figure-tracer';

/** Figures that are no files are traced when a page shows one; what that takes is fetched then. */
export const Traced = ({ children }: { children: ReactNode }) => (
  <FigureTracer tracer={tracer}>{children}</FigureTracer>
);

const tracer: Tracer = async (asked) => (await import('./traced')).traced(asked);
