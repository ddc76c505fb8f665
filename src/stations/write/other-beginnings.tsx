'use client';

import { useState } from 'react';
import type { Result } from '@/core/base/result';
import type { Drill } from '@/core/drills/drill';
import type { ClientPlan } from '@/core/propose/input';
import { blockClientOf } from '@/core/propose/input';
import type { Prescription } from '@/core/propose/prescribe';
import type { Sequence } from '@/core/sequence/sequence';
import { answered } from '@/ui/answered';
import { FileButton } from '@/ui/file-button';
import { Notice } from '@/ui/notice';
import { Mendings, TemplateList, type Template } from './template-list';
import { Term } from '@/ui/term';

/** How long set-ups are reckoned with. */
const setUpSaid = ({ setUps }: ClientPlan): string =>
  `${setUps?.fresh === undefined ? '60–90 s' : `${Math.round(setUps.fresh)} s`} new, ${setUps?.known === undefined ? '15 s' : `${Math.round(setUps.known)} s`} known`;

type Props = {
  prescription: Prescription | null;
  plan: ClientPlan;
  catalogue: readonly Drill[];
  templates: Template[];
  keep: (name: string, data: Sequence) => Promise<Result<unknown>>;
  dropTemplate: (id: string) => Promise<Result<null>>;
};

/** What the proposal starts from, and beginnings from a template or a file. */
export function OtherBeginnings({ prescription, plan, catalogue, templates, keep, dropTemplate }: Props) {
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [mendings, setMendings] = useState<{ name: string; sequence: Sequence; did: string[] } | null>(null);
  const take = async (name: string, data: Sequence) => {
    setBusy(true);
    const kept = await keep(name, data);
    if (!kept.ok) setError(kept.why);
    setBusy(false);
  };
  /** What was written for somebody else is mended for this client first; the instructor sees what was done and decides. */
  const start = async (name: string, template: Sequence) => {
    const { fromTemplate } = await import('@/core/sequence/mend');
    const { sequence, did } = fromTemplate(template, {
      flags: plan.flags,
      props: plan.props,
      library: catalogue,
      client: blockClientOf(plan),
    });
    if (did.length === 0) void take(name, sequence);
    else setMendings({ name, sequence, did });
  };
  const bringIn = async (file: File) => {
    const { parseSequenceFile } = await import('@/core/formats/sequence-file');
    const parsed = parseSequenceFile(await file.text());
    if (parsed.ok) await start(parsed.value.name, parsed.value.sequence);
    else setError(parsed.why);
  };
  return (
    <aside className="space-y-4">
      {prescription && (
        <p className="text-small" title={prescription.why}>
          Exhale to start from: <strong className="tabular-nums">{prescription.exhaleS} s</strong>
        </p>
      )}
      {plan.hold && (
        <p className="text-small">
          <Term of="pause">Pause</Term> to start from:{' '}
          <strong className="tabular-nums">{plan.hold.holdS} s</strong>
          <span className="block text-fine text-soft">{plan.hold.why}.</span>
        </p>
      )}
      <p className="text-small">
        <Term of="setUp">Set-up</Term>: <strong className="tabular-nums">{setUpSaid(plan)}</strong>
        <span className="block text-fine text-soft">
          {plan.setUps?.fresh === undefined && plan.setUps?.known === undefined
            ? 'as practice has it; Kokyu learns it from eight set-ups of a kind on.'
            : 'the median of this studio’s runs, from eight set-ups of a kind on.'}
        </span>
      </p>
      {error && <Notice level="care">{error}</Notice>}
      {templates.length > 0 && (
        <TemplateList
          templates={templates}
          busy={busy}
          onStart={(name, data) => void start(name, data)}
          onDrop={(id) => void answered(dropTemplate(id)).then((r) => setError(r.ok ? null : r.why))}
        />
      )}
      {mendings && (
        <Mendings
          did={mendings.did}
          onBegin={() => {
            void take(mendings.name, mendings.sequence);
            setMendings(null);
          }}
          onClose={() => setMendings(null)}
        />
      )}
      <div className="space-y-2">
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
