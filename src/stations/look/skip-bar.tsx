'use client';

import { useState } from 'react';
import type { TestState } from '@/core/look/progress';
import { Button } from '@/ui/button';

const REASONS = ['no time today', 'not wanted', 'pain or flag', 'no equipment'] as const;

type Props = {
  state: TestState;
  why: string | null;
  onSkip: (why: string | null) => void;
  onAnew: () => void;
  onBringBack: (() => void) | null;
};

/** Leaves a test out with a reason, or clears it to make it again; both can be taken back. */
export function SkipBar({ state, why, onSkip, onAnew, onBringBack }: Props) {
  const [asking, setAsking] = useState(false);
  const [own, setOwn] = useState('');
  const skip = (reason: string) => {
    onSkip(reason);
    setAsking(false);
  };
  return (
    <div className="flex min-h-9 flex-wrap items-center gap-3 border-t border-rule pt-2 text-small text-soft">
      {onBringBack && (
        <Button kind="quiet" onClick={onBringBack}>
          Bring back what was recorded
        </Button>
      )}
      {state === 'seen' && (
        <Button kind="quiet" onClick={onAnew}>
          Clear and redo
        </Button>
      )}
      {state === 'skipped' && (
        <>
          <span>Left out: {why}.</span>
          <Button kind="quiet" onClick={() => onSkip(null)}>
            Make it after all
          </Button>
        </>
      )}
      {state === 'open' && !asking && (
        <Button kind="quiet" onClick={() => setAsking(true)}>
          Leave this test out
        </Button>
      )}
      {state === 'open' && asking && (
        <form
          className="flex flex-wrap items-center gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (own.trim() !== '') skip(own.trim());
          }}
        >
          <span>Why?</span>
          {REASONS.map((r) => (
            <Button key={r} onClick={() => skip(r)}>
              {r}
            </Button>
          ))}
          <input
            aria-label="Another reason"
            placeholder="another reason, Enter"
            className="border-b-[1.5px] border-ink bg-transparent"
            maxLength={200}
            value={own}
            onChange={(e) => setOwn(e.target.value)}
          />
          <Button kind="quiet" onClick={() => setAsking(false)}>
            Do not leave it out
          </Button>
        </form>
      )}
    </div>
  );
}
