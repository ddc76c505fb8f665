'use client';

import { shortDay } from '@/core/base/dates';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { Result } from '@/core/base/result';
import { catalogueOf, type OwnLibrary } from '@/core/drills/catalogue';
import type { ClientPlan } from '@/core/propose/choices';
import type { Prescription } from '@/core/propose/prescribe';
import type { ProposalInput } from '@/core/propose/propose';
import type { Sequence } from '@/core/sequence/sequence';
import { Button } from '@/ui/button';
import { NumberField } from '@/ui/field';
import { FileButton } from '@/ui/file-button';
import { Notice } from '@/ui/notice';
import { useJob } from '@/ui/use-job';
import type { PlanProgress, PlanWorker } from '@/workers/plan.worker';
import { planThread, shipTo } from '@/workers/threads';
import { Mendings, TemplateList, type Template } from './template-list';
import { WishList, wished, type Wishes } from './wish-list';

export type NewSequenceProps = {
  clientId: string;
  looked: boolean;
  prescription: Prescription | null;
  plan: ClientPlan;
  library: OwnLibrary;
  templates: Template[];
  actions: {
    keepSequence: (clientId: string, name: string, data: Sequence) => Promise<Result<{ id: string }>>;
    dropTemplate: (id: string) => Promise<Result<null>>;
  };
};

/** How long the planner looks for a proof. */
const SEARCH_MS = 900;

/** The proposal of a new sequence, and beginnings from a template or a file. */
export function NewSequence({
  clientId,
  looked,
  prescription,
  plan,
  library,
  templates,
  actions,
}: NewSequenceProps) {
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
    if (proposal.ok) return keep(`${minutes} min, ${shortDay(new Date())}`, proposal.value);
    setError(proposal.why);
  };
  /** What was written for somebody else is mended for this client first; the instructor sees what was done and decides. */
  const start = async (name: string, template: Sequence) => {
    const { fromTemplate } = await import('@/core/sequence/mend');
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
    if (parsed.ok) await start(parsed.value.name, parsed.value.sequence);
    else setError(parsed.why);
  };
  return (
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
        <TemplateList
          templates={templates}
          busy={busy}
          onStart={(name, data) => void start(name, data)}
          onDrop={(id) => void actions.dropTemplate(id)}
        />
      )}
      {mendings && (
        <Mendings
          did={mendings.did}
          onBegin={() => {
            void keep(mendings.name, mendings.sequence);
            setMendings(null);
          }}
          onClose={() => setMendings(null)}
        />
      )}
      <div className="space-y-2 pt-2">
        <p className="text-fine text-soft">Or bring in a sequence saved as JSON.</p>
        <FileButton
          label="Choose a sequence file"
          accept=".json,application/json"
          onFile={(file) => void bringIn(file)}
        />
      </div>
    </aside>
  );
}
