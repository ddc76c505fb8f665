'use client';

import { useEffect, useState } from 'react';
import { bodyName, isShipped, type Asked } from '@/core/body/figure/draw';
import { useTracer } from './figure-tracer';

const NONE: ReadonlyMap<string, string> = new Map();

/**
 * The traced bodies, by name, of those asked for that are no files. Empty until all are there, or where nobody traces; what
 * fails stays away.
 */
export function useTraced(asked: readonly Asked[]): ReadonlyMap<string, string> {
  const tracer = useTracer();
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
