'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo } from 'react';
import type { Result } from '@/core/base/result';
import { catalogueOf, type OwnLibrary } from '@/core/drills/catalogue';
import type { LessonPlan } from '@/core/client/case';
import type { ClientPlan } from '@/core/propose/input';
import type { Prescription } from '@/core/propose/prescribe';
import { clock, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { Figure } from '@/pictures/figure';
import { answered } from '@/ui/answered';
import { Notice } from '@/ui/notice';
import { NewSequence } from './new-sequence';
import type { Template } from './template-list';

const OtherBeginnings = dynamic(() => import('./other-beginnings').then((m) => m.OtherBeginnings), {
  ssr: false,
});
const LoadPlanner = dynamic(() => import('./load-planner').then((m) => m.LoadPlanner), {
  ssr: false,
});

type Props = {
  clientId: string;
  looked: boolean;
  prescription: Prescription | null;
  plan: ClientPlan;
  lessonPlan: LessonPlan;
  library: OwnLibrary;
  templates: Template[];
  sequences: { id: string; name: string; updatedAt: string; data: Sequence }[];
  actions: {
    keepSequence: (clientId: string, name: string, data: Sequence) => Promise<Result<{ id: string }>>;
    dropTemplate: (id: string) => Promise<Result<null>>;
    startRun: (sequenceId: string) => Promise<Result<{ id: string }>>;
  };
  /** Why nothing may be coached; null where it may. */
  bar: string | null;
};

/** What would be proposed, drawn at once; below it the client's sequences and other beginnings. */
export function SequenceList({
  clientId,
  looked,
  prescription,
  plan,
  lessonPlan,
  library,
  templates,
  sequences,
  actions,
  bar,
}: Props) {
  const router = useRouter();
  const catalogue = useMemo(() => catalogueOf(library), [library]);
  const keep = async (name: string, data: Sequence) => {
    const kept = await answered(actions.keepSequence(clientId, name, data));
    if (kept.ok) router.push(`/clients/${clientId}/write/${kept.value.id}`);
    return kept;
  };
  const coach = async (name: string, data: Sequence): Promise<Result<unknown>> => {
    const kept = await answered(actions.keepSequence(clientId, name, data));
    if (!kept.ok) return kept;
    const run = await answered(actions.startRun(kept.value.id));
    // One that may not be coached is kept all the same, and its page says what bars it.
    router.push(`/clients/${clientId}/${run.ok ? `coach/${run.value.id}` : `write/${kept.value.id}`}`);
    return kept;
  };
  return (
    <div className="space-y-4">
      <NewSequence
        looked={looked}
        plan={plan}
        lessonPlan={lessonPlan}
        catalogue={catalogue}
        keep={keep}
        coach={bar === null ? coach : null}
      />
      {bar !== null && <Notice level="stop">{bar}</Notice>}
      <div className="grid grid-cols-1 desk:grid-cols-[1fr_360px] gap-12">
        <section aria-labelledby="sequences">
          <h2
            id="sequences"
            className={sequences.length > 0 ? 'border-b border-rule pb-2 text-title' : 'sr-only'}
          >
            Sequences
          </h2>
          <ul>
            {sequences.map((s) => (
              <li key={s.id} className="border-b border-rule">
                <Link
                  href={`/clients/${clientId}/write/${s.id}`}
                  className="grid grid-cols-1 room:grid-cols-[220px_1fr_auto] items-center gap-5 py-2 hover:bg-sheet"
                >
                  <span className="min-w-0 font-semibold wrap-anywhere" dir="auto">
                    {s.name}
                  </span>
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
        <OtherBeginnings
          prescription={prescription}
          plan={plan}
          catalogue={catalogue}
          templates={templates}
          keep={keep}
          dropTemplate={actions.dropTemplate}
        />
      </div>
    </div>
  );
}
