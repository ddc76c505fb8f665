'use client';

import { useEffect, useState } from 'react';
import { upper } from '@/core/base/sentence';
import { Button } from '@/ui/button';

const TRIAL_S = 10;

/** What an effort feels like, and ten seconds to try it in. */
export function Feel({ effort, onOver }: { effort: string; onOver: () => void }) {
  const [leftS, setLeftS] = useState<number | null>(null);
  useEffect(() => {
    if (leftS === null || leftS <= 0) return;
    const timer = setTimeout(() => setLeftS(leftS - 1), 1000);
    return () => clearTimeout(timer);
  }, [leftS]);
  return (
    <div className="space-y-4" data-feel>
      <p className="font-serif text-cue leading-snug">{upper(effort)}</p>
      <p className="text-count leading-none font-semibold tabular-nums" role="timer">
        {leftS ?? TRIAL_S}
      </p>
      <p className="text-lead text-soft">
        {leftS === null
          ? 'Ten seconds of it, breathing all the while.'
          : leftS > 0
            ? 'Hold this much and keep breathing.'
            : 'Let go. That much, no more.'}
      </p>
      <div className="flex gap-2">
        <Button big kind="main" onClick={() => setLeftS(TRIAL_S)}>
          {leftS === null ? 'Try it' : 'Try again'}
        </Button>
        <Button big onClick={onOver}>
          Done
        </Button>
      </div>
    </div>
  );
}
