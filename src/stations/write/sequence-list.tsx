'use client';

import dynamic from 'next/dynamic';
import { format } from 'date-fns';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { parseSequenceFile } from '@/core/formats/sequence-file';
import type { Result } from '@/core/result';
import type { Flags } from '@/core/screen/flags';
import type { Prescription } from '@/core/sequence/prescribe';
import { clock, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { Figure } from '@/pictures/figure';
import { Button } from '@/ui/button';
import { NumberField } from '@/ui/field';
import { FileButton } from '@/ui/file-button';
import { Notice } from '@/ui/notice';

const LoadPlanner = dynamic(() => import('./load-planner').then((m) => m.LoadPlanner));

type Props = {
  clientId: string;
  looked: boolean;
  prescription: Prescription | null;
  flags: Flags;
  sequences: { id: string; name: string; updatedAt: string; data: Sequence }[];
  actions: {
    proposeSequence: (clientId: string, minutes: number) => Promise<Result<Sequence>>;
    keepSequence: (clientId: string, name: string, data: Sequence) => Promise<Result<{ id: string }>>;
  };
};

/** The client's sequences and the proposal of a new one. */
export function SequenceList({ clientId, looked, prescription, flags, sequences, actions }: Props) {
  const router = useRouter();
  const [minutes, setMinutes] = useState<number | undefined>(20);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const keep = async (name: string, data: Sequence) => {
    const kept = await actions.keepSequence(clientId, name, data);
    if (kept.ok) return router.push(`/clients/${clientId}/write/${kept.value.id}`);
    setError(kept.why);
    setBusy(false);
  };
  const propose = async () => {
    setBusy(true);
    setError(null);
    const proposal = await actions.proposeSequence(clientId, minutes ?? 20);
    if (proposal.ok) return keep(`${minutes} min, ${format(new Date(), 'd MMM')}`, proposal.value);
    setError(proposal.why);
    setBusy(false);
  };
  const bringIn = async (file: File) => {
    const parsed = parseSequenceFile(await file.text());
    if (parsed.ok) await keep(parsed.value.name, parsed.value.sequence);
    else setError(parsed.why);
  };
  return (
    <div className="grid grid-cols-[1fr_360px] gap-12">
      <section aria-labelledby="sequences">
        <h2 id="sequences" className="border-b border-rule pb-2 text-[21px]">Sequences</h2>
        {sequences.length === 0 && <p className="py-6 text-soft">Nothing written yet. Give the minutes you have, and Kokyu proposes a sequence that you can change in every detail.</p>}
        <ul>
          {sequences.map((s) => (
            <li key={s.id} className="border-b border-rule">
              <Link href={`/clients/${clientId}/write/${s.id}`} className="grid grid-cols-[220px_1fr_auto] items-center gap-5 py-2 hover:bg-sheet">
                <span className="font-semibold">{s.name}</span>
                <span className="flex gap-3">
                  {[...new Set(s.data.blocks.map((b) => b.position))].slice(0, 6).map((p) => (
                    <Figure key={p} position={p} className="h-9 w-14" />
                  ))}
                </span>
                <span className="text-soft tabular-nums">{s.data.blocks.length} blocks, {clock(layoutOf(s.data).totalS)}</span>
              </Link>
            </li>
          ))}
        </ul>
        <details className="pt-5">
          <summary className="text-[18px]">
            <span className="font-serif">A lift: when to breathe</span>
          </summary>
          <div className="pt-3"><LoadPlanner flags={flags} /></div>
        </details>
      </section>
      <aside className="space-y-4 pt-1">
        <h2 className="text-[18px]">A new sequence</h2>
        {!looked && <Notice level="care">Nobody has looked yet, so the proposal rests on flags and the school alone.</Notice>}
        {prescription && (
          <p className="text-[14.5px]">
            Exhale to start from: <strong className="tabular-nums">{prescription.exhaleS} s</strong>
            <span className="block text-[13.5px] text-soft">{prescription.why}.</span>
          </p>
        )}
        <NumberField label="Minutes, look again included" unit="min" min={3} max={120} value={minutes} onValue={setMinutes} />
        <Button kind="main" disabled={busy || minutes === undefined} onClick={() => void propose()}>{busy ? 'Writing …' : 'Propose a sequence'}</Button>
        {error && <Notice level="care">{error}</Notice>}
        <div className="space-y-2 pt-4">
          <p className="text-[13.5px] text-soft">Or bring in a sequence saved as JSON.</p>
          <FileButton label="Choose a sequence file" accept=".json,application/json" onFile={(file) => void bringIn(file)} />
        </div>
      </aside>
    </div>
  );
}
