'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Result } from '@/core/base/result';
import type { RunSummary } from '@/core/run/summary';
import { clock, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { Staves } from '@/pictures/staves';
import { answered } from '@/ui/answered';
import { Button, buttonClass } from '@/ui/button';
import { When } from '@/ui/dates';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { RunList } from './run-list';

type Props = {
  clientId: string;
  runs: readonly RunSummary[];
  latest: { id: string; name: string; data: Sequence } | null;
  /** The other sequences that could be started. */
  others: readonly { id: string; name: string }[];
  /** Why nothing may be coached; null where it may. */
  bar: string | null;
  startRun: (sequenceId: string) => Promise<Result<{ id: string }>>;
};

/** The way into a run: go on with an open one, or start a sequence. Closed while a red flag is open. */
export function CoachDoor({ clientId, runs, latest, others, bar, startRun }: Props) {
  const router = useRouter();
  const [error, setError] = useState<string | null>(null);
  const open = runs.find((r) => !r.endedAt);
  const start = async (id: string) => {
    const run = await answered(startRun(id));
    if (run.ok) router.push(`/clients/${clientId}/coach/${run.value.id}`);
    else setError(run.why);
  };
  if (bar !== null) {
    return (
      <div className="max-w-[72ch] space-y-4">
        <Notice level="stop">{bar}</Notice>
        <Link className={buttonClass('main')} href={`/clients/${clientId}/screen`}>
          Go to Screen
        </Link>
      </div>
    );
  }
  return (
    <div className="space-y-5">
      {error && <Notice level="care">{error}</Notice>}
      {open && (
        <div className="flex flex-wrap items-center gap-6 border-b border-rule pb-4">
          <p className="grow text-lead">
            A run of <When at={open.startedAt} as="moment" /> is not finished: block {open.index + 1} of{' '}
            {open.blocks}, {clock(open.blockS)} into it.
          </p>
          <Link className={buttonClass('main', true)} href={`/clients/${clientId}/coach/${open.id}`}>
            Go on with it
          </Link>
        </div>
      )}
      {latest ? (
        <section aria-labelledby="latest" className="space-y-2">
          <div className="flex flex-wrap items-end justify-between gap-3">
            <div className="min-w-0">
              <h2 id="latest" className="text-title wrap-anywhere" dir="auto">
                {latest.name}
              </h2>
              <p className="text-soft tabular-nums">
                {latest.data.blocks.length} blocks, {clock(layoutOf(latest.data).totalS)}, then the look again
              </p>
            </div>
            <Button kind={open ? 'plain' : 'main'} big onClick={() => void start(latest.id)}>
              Start this sequence
            </Button>
          </div>
          <div
            className="overflow-x-auto border-y border-rule"
            tabIndex={0}
            role="region"
            aria-label="Staves"
          >
            <Staves
              sequence={latest.data}
              scale={1112 / Math.max(latest.data.minutes * 60, layoutOf(latest.data).totalS)}
            />
          </div>
          {others.length > 0 && (
            <p className="flex flex-wrap gap-3 text-small">
              Or start:
              {others.map((s) => (
                <Press
                  look="text"
                  className="text-left wrap-anywhere"
                  key={s.id}
                  onClick={() => void start(s.id)}
                >
                  {s.name}
                </Press>
              ))}
            </p>
          )}
        </section>
      ) : (
        <div className="space-y-3 py-4">
          <p className="text-soft">There is nothing to coach yet. Write a sequence first.</p>
          <Link className={buttonClass('main')} href={`/clients/${clientId}/write`}>
            Go to Write
          </Link>
        </div>
      )}
      {runs.length > 0 && <RunList clientId={clientId} runs={runs} />}
    </div>
  );
}
