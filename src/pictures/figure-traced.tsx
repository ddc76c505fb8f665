'use client';

import { createContext, useContext, useEffect, useState, type ReactNode } from 'react';
import { bodyName, isShipped, type Asked } from '@/core/body/figure/draw';

/** Traces a body that is no file; the same one is traced once. */
export type Tracer = (asked: Asked) => Promise<string>;

const Traces = createContext<Tracer | null>(null);

/** Gives the figures of a page somebody who traces what is not traced ahead of time. */
export const FigureTracer = ({ tracer, children }: { tracer: Tracer; children: ReactNode }) => (
  <Traces value={tracer}>{children}</Traces>
);

const NONE: ReadonlyMap<string, string> = new Map();

/**
 * The traced bodies, by name, of those asked for that are no files. Empty until all are there, or where nobody traces; what
 * fails stays away.
 */
export function useTraced(asked: readonly Asked[]): ReadonlyMap<string, string> {
  const tracer = useContext(Traces);
  const wanted = asked.filter((a) => !isShipped(a));
  const key = wanted.map(bodyName).join(' ');
  const [found, setFound] = useState<{ key: string; bodies: ReadonlyMap<string, string> }>({
    key: '',
    bodies: NONE,
  });
  useEffect(() => {
    if (!tracer || key === '') return;
    let here = true;
    void Promise.all(wanted.map(async (a) => [bodyName(a), await tracer(a)] as const)).then(
      (bodies) => here && setFound({ key, bodies: new Map(bodies) }),
      () => undefined,
    );
    return () => {
      here = false;
    };
    // What is wanted is told by its names.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [tracer, key]);
  return found.key === key ? found.bodies : NONE;
}
