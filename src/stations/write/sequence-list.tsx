'use client';

import dynamic from 'next/dynamic';
import { format } from 'date-fns';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { Result } from '@/core/base/result';
import { catalogueOf, type OwnLibrary } from '@/core/drills/catalogue';
import { fromTemplate } from '@/core/sequence/mend';
import type { ClientPlan } from '@/core/propose/choices';
import type { Prescription } from '@/core/propose/prescribe';
import type { ProposalInput } from '@/core/propose/propose';
import { clock, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { Figure } from '@/pictures/figure';
import { Button } from '@/ui/button';
import { NumberField } from '@/ui/field';
import { Dialog } from '@/ui/dialog';
import { FileButton } from '@/ui/file-button';
import { Notice } from '@/ui/notice';
import { useJob } from '@/ui/use-job';
import { Press } from '@/ui/press';
import type { PlanProgress, PlanWorker } from '@/workers/plan.worker';
import { planThread, shipTo } from '@/workers/threads';
import { WishList, wished, type Wishes } from './wish-list';

const LoadPlanner = dynamic(() => import('./load-planner').then((m) => m.LoadPlanner));

type Props = {
  clientId: string;
  looked: boolean;
  prescription: Prescription | null;
  plan: ClientPlan;
  library: OwnLibrary;
  sequences: { id: string; name: string; updatedAt: string; data: Sequence }[];
  templates: { id: string; name: string; data: Sequence }[];
  actions: {
    keepSequence: (clientId: string, name: string, data: Sequence) => Promise<Result<{ id: string }>>;
    dropTemplate: (id: string) => Promise<Result<null>>;
  };
};

/** How long the planner looks for a proof. */
const SEARCH_MS = 900;

/** The client's sequences and the proposal of a new one. */
export function SequenceList({
  clientId,
  looked,
  prescription,
  plan,
  library,
  sequences,
  templates,
  actions,
}: Props) {
  const router = useRouter();
  const catalogue = useMemo(() => catalogueOf(library), [library]);
  const planner = useJob<PlanWorker, PlanProgress>(planThread, shipTo);
  const [minutes, setMinutes] = useState<number | undefined>(20);
  const [wishes, setWishes] = useState<Wishes>({});
  const [keeping, setKeeping] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [mendings, setMendings] = useState<{ name: string; sequence: Sequence; did: string[] } | null>(null);
  const busy = planner.busy || keeping;
  const keep = async (name: string, data: Sequence) => {
    setKeeping(true);
    const kept = await actions.keepSequence(clientId, name, data);
    if (kept.ok) return router.push(`/clients/${clientId}/write/${kept.value.id}`);
    setError(kept.why);
    setKeeping(false);
  };
  const propose = async () => {
    setError(null);
    const input: ProposalInput = {
      ...plan,
      minutes: minutes ?? 20,
      library: catalogue,
      locked: wished(wishes, 'locked'),
      wanted: wished(wishes, 'wanted'),
      unwanted: wished(wishes, 'unwanted'),
    };
    const proposal = await planner.run<Sequence>((api, tell) => api.propose(input, SEARCH_MS, tell));
    if (proposal.ok) return keep(`${minutes} min, ${format(new Date(), 'd MMM')}`, proposal.value);
    setError(proposal.why);
  };
  /** What was written for somebody else is mended for this client first; the instructor sees what was done and decides. */
  const start = (name: string, template: Sequence) => {
    const { sequence, did } = fromTemplate(template, {
      flags: plan.flags,
      props: plan.props,
      library: catalogue,
    });
    if (did.length === 0) void keep(name, sequence);
    else setMendings({ name, sequence, did });
  };
  const bringIn = async (file: File) => {
    const { parseSequenceFile } = await import('@/core/formats/sequence-file');
    const parsed = parseSequenceFile(await file.text());
    if (parsed.ok) start(parsed.value.name, parsed.value.sequence);
    else setError(parsed.why);
  };
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
      <aside className="space-y-4 pt-1">
        <h2 className="text-lead">A new sequence</h2>
        {!looked && (
          <Notice level="care">
            Nobody has looked yet, so the proposal rests on flags and the school alone.
          </Notice>
        )}
        {prescription && (
          <p className="text-small">
            Exhale to start from: <strong className="tabular-nums">{prescription.exhaleS} s</strong>
            <span className="block text-fine text-soft">{prescription.why}.</span>
          </p>
        )}
        {plan.hold && (
          <p className="text-small">
            Calm pause now: <strong className="tabular-nums">{plan.hold.holdS} s</strong>
            <span className="block text-fine text-soft">{plan.hold.why}.</span>
          </p>
        )}
        <NumberField
          label="Minutes, look again included"
          unit="min"
          min={3}
          max={120}
          value={minutes}
          onValue={setMinutes}
        />
        <WishList catalogue={catalogue} wishes={wishes} onWishes={setWishes} />
        <div className="flex items-center gap-3">
          <Button kind="main" disabled={busy || minutes === undefined} onClick={() => void propose()}>
            {busy ? 'Writing …' : 'Propose a sequence'}
          </Button>
          {planner.busy && <Button onClick={planner.cancel}>Cancel</Button>}
        </div>
        {planner.busy && (
          <p role="status" className="text-small text-soft tabular-nums">
            {planner.progress
              ? `${planner.progress.nodes.toLocaleString()} choices looked at; at most ${Math.max(0, (planner.progress.bound / planner.progress.best - 1) * 100).toFixed(1)} % better could still be found`
              : 'weighing the drills …'}
          </p>
        )}
        {error && <Notice level="care">{error}</Notice>}
        {templates.length > 0 && (
          <div className="pt-2">
            <h3 className="text-lead">From a template</h3>
            <ul>
              {templates.map((t) => (
                <li
                  key={t.id}
                  className="flex items-baseline justify-between gap-3 border-b border-rule py-1 text-small"
                >
                  <Press
                    look="text"
                    className="text-left"
                    disabled={busy}
                    onClick={() => start(t.name, t.data)}
                    aria-label={`Start from: ${t.name}`}
                  >
                    {t.name}
                  </Press>
                  <span className="flex shrink-0 gap-3 text-soft tabular-nums">
                    {clock(layoutOf(t.data).totalS)}
                    <Press
                      look="text"
                      onClick={() => void actions.dropTemplate(t.id)}
                      aria-label={`Drop the template: ${t.name}`}
                    >
                      drop
                    </Press>
                  </span>
                </li>
              ))}
            </ul>
          </div>
        )}
        <Dialog
          open={mendings !== null}
          onOpenChange={(open) => !open && setMendings(null)}
          title="Changed for this client"
          description="It was written without this client’s flags and props in mind."
        >
          <ul className="list-disc space-y-1 pl-5">
            {mendings?.did.map((d) => (
              <li key={d}>{d}</li>
            ))}
          </ul>
          <div className="flex gap-3 pt-4">
            <Button
              kind="main"
              onClick={() => {
                if (mendings) void keep(mendings.name, mendings.sequence);
                setMendings(null);
              }}
            >
              Begin with this
            </Button>
            <Button onClick={() => setMendings(null)}>Leave it</Button>
          </div>
        </Dialog>
        <div className="space-y-2 pt-2">
          <p className="text-fine text-soft">Or bring in a sequence saved as JSON.</p>
          <FileButton
            label="Choose a sequence file"
            accept=".json,application/json"
            onFile={(file) => void bringIn(file)}
          />
        </div>
      </aside>
    </div>
  );
}
