'use client';

import { useRouter } from 'next/navigation';
import { useSyncExternalStore } from 'react';
import { WALK } from '@/core/base/walk';
import { Button } from '@/ui/button';
import { Press } from '@/ui/press';

/** Where this browser is on the walk: the number of the step, or that it is over. */
const KEY = 'kokyu-walk';
const heard = new Set<() => void>();
const listen = (told: () => void) => {
  heard.add(told);
  return () => void heard.delete(told);
};

function stepHere(): number | null {
  try {
    const kept = localStorage.getItem(KEY);
    if (kept === 'over') return null;
    const n = Number(kept ?? 0);
    return Number.isInteger(n) && n >= 0 && n < WALK.length ? n : 0;
  } catch {
    return null;
  }
}

function keep(step: number | 'over'): void {
  try {
    localStorage.setItem(KEY, String(step));
  } catch {
    // A browser that keeps nothing shows no walk.
  }
  for (const told of heard) told();
}

/** The first walk through the made-up house: one step at a time, ended at any of them. It covers nothing. */
export function Walk({ clientId }: { clientId: string }) {
  const step = useSyncExternalStore(listen, stepHere, () => null);
  const router = useRouter();
  if (step === null) return null;
  const { at, see } = WALK[step]!;
  const go = (to: number) => {
    keep(to);
    router.push(WALK[to]!.href.replace('CLIENT', clientId));
  };
  const isLast = step === WALK.length - 1;
  return (
    <aside
      aria-label="A first walk"
      className="no-print sticky bottom-0 z-20 border-t-[1.5px] border-ink bg-sheet px-4 py-3 room:px-8"
    >
      <div className="mx-auto flex max-w-[1280px] flex-wrap items-center gap-x-6 gap-y-2">
        <p className="min-w-0 grow basis-96" aria-live="polite">
          <span className="mr-2 text-fine text-soft tabular-nums">
            {step + 1} of {WALK.length}
          </span>
          <strong className="mr-2">{at}.</strong>
          {see}
        </p>
        <span className="flex flex-wrap items-center gap-4">
          <Press look="quiet" onClick={() => keep('over')}>
            end the walk
          </Press>
          <Button disabled={step === 0} onClick={() => go(step - 1)}>
            Back
          </Button>
          {isLast ? (
            <Button kind="main" onClick={() => keep('over')}>
              Done
            </Button>
          ) : (
            <Button kind="main" onClick={() => go(step + 1)}>
              On to {WALK[step + 1]!.at}
            </Button>
          )}
        </span>
      </div>
    </aside>
  );
}

/** Begins the walk again, for whoever ended it. */
export function WalkAgain() {
  const router = useRouter();
  return (
    <Press
      look="text"
      onClick={() => {
        keep(0);
        router.push('/');
      }}
    >
      The first walk through the demo, again
    </Press>
  );
}
