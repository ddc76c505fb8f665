'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { clock, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { Figure } from '@/pictures/figure';
import { NewSequence, type NewSequenceProps } from './new-sequence';

const LoadPlanner = dynamic(() => import('./load-planner').then((m) => m.LoadPlanner), {
  ssr: false,
});

type Props = NewSequenceProps & {
  sequences: { id: string; name: string; updatedAt: string; data: Sequence }[];
};

/** The client's sequences and the proposal of a new one. */
export function SequenceList({ sequences, ...rest }: Props) {
  const { clientId, plan } = rest;
  return (
    <div className="grid grid-cols-[1fr_360px] gap-12">
      <section aria-labelledby="sequences">
        <h2 id="sequences" className="border-b border-rule pb-2 text-title">
          Sequences
        </h2>
        {sequences.length === 0 && (
          <p className="py-6 text-soft">
            Nothing written yet. Give the minutes you have, and Kokyu proposes a sequence that you can change
            in every detail.
          </p>
        )}
        <ul>
          {sequences.map((s) => (
            <li key={s.id} className="border-b border-rule">
              <Link
                href={`/clients/${clientId}/write/${s.id}`}
                className="grid grid-cols-[220px_1fr_auto] items-center gap-5 py-2 hover:bg-sheet"
              >
                <span className="font-semibold">{s.name}</span>
                <span className="flex gap-3">
                  {[...new Set(s.data.blocks.map((b) => b.position))].slice(0, 6).map((p) => (
                    <Figure key={p} position={p} className="h-9 w-14" />
                  ))}
                </span>
                <span className="text-soft tabular-nums">
                  {s.data.blocks.length} blocks, {clock(layoutOf(s.data).totalS)}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        <details className="pt-5">
          <summary className="text-lead">
            <span className="font-serif">A lift: when to breathe</span>
          </summary>
          <div className="pt-3">
            <LoadPlanner flags={plan.flags} />
          </div>
        </details>
      </section>
      <NewSequence {...rest} />
    </div>
  );
}
