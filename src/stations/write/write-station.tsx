'use client';

import { Redo2, Undo2, ZoomIn, ZoomOut } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { Prop } from '@/core/body/props';
import { printSequenceFile } from '@/core/formats/sequence-file';
import type { Result } from '@/core/result';
import type { Flags } from '@/core/screen/flags';
import type { AirInput } from '@/core/sequence/air';
import { problemsOf } from '@/core/sequence/check';
import { applyEdit, redo, startHistory, step, undo, type Edit } from '@/core/sequence/edit';
import { clock, layoutOf, type Sequence } from '@/core/sequence/sequence';
import { Staves } from '@/pictures/staves';
import { Button } from '@/ui/button';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import { SaveStatus } from '@/ui/save-status';
import { useAutosave, type SaveResult } from '@/ui/use-autosave';
import { AirPanel } from './air-panel';
import { BlockEditor } from './block-editor';
import { BlockOrder } from './block-order';
import { EarlierValues } from './earlier-values';
import { LeftOutList } from './left-out-list';

type Props = {
  clientId: string;
  sequenceId: string;
  name: string;
  initial: Sequence;
  rev: number;
  flags: Flags;
  props: readonly Prop[];
  redFlagOpen: boolean;
  air: Omit<AirInput, 'taken'>;
  earlier: { rev: number; at: string; data: Sequence }[];
  actions: {
    save: (id: string, rev: number, data: Sequence, keepEarlier: boolean) => Promise<SaveResult<Sequence>>;
    aside: (rev: number, data: Sequence) => Promise<unknown>;
    keepSequence: (clientId: string, name: string, data: Sequence) => Promise<Result<{ id: string }>>;
    startRun: (sequenceId: string) => Promise<Result<{ id: string }>>;
  };
};

/** How many times nearer than the view in which the whole time fills the page. */
const ZOOMS = [1, 1.6, 2.6, 4.2, 7, 12, 20];

/** The sequence on its staves, with everything about the chosen block below. */
export function WriteStation({ clientId, sequenceId, name, initial, rev, flags, props, redFlagOpen, air, earlier, actions }: Props) {
  const router = useRouter();
  const autosave = useAutosave<Sequence>({ key: `sequence-${sequenceId}`, initial, rev, save: (r, v, keep) => actions.save(sequenceId, r, v, keep), aside: actions.aside });
  const sequence = autosave.value;
  const [history, setHistory] = useState(() => startHistory(initial));
  const [selected, setSelected] = useState<string | null>(initial.blocks[0]?.id ?? null);
  const [zoom, setZoom] = useState(0);
  const [error, setError] = useState<string | null>(null);
  const layout = useMemo(() => layoutOf(sequence), [sequence]);
  const problems = useMemo(() => problemsOf(sequence, flags, props), [sequence, flags, props]);
  const marked = useMemo(() => new Set(problems.flatMap((p) => (p.blockId && p.level === 'stop' ? [p.blockId] : []))), [problems]);
  const stop = problems.some((p) => p.level === 'stop');
  // A value that came from elsewhere (recovered, or taken over from another window) becomes the present of the history.
  const current = history.now === sequence ? history : { ...history, now: sequence };
  const show = (next: typeof history) => {
    setHistory(next);
    autosave.set(next.now);
  };
  const edit = (change: Edit) => show(step(current, applyEdit(sequence, change)));
  const editAll = (edits: readonly Edit[]) => show(step(current, edits.reduce(applyEdit, sequence)));
  const index = sequence.blocks.findIndex((b) => b.id === selected);
  const block = sequence.blocks[index];
  const go = (by: number) => setSelected(sequence.blocks[Math.min(sequence.blocks.length - 1, Math.max(0, index + by))]?.id ?? null);
  const exhale = (by: number) =>
    block?.breathing.kind === 'paced' && edit({ kind: 'phase', blockId: block.id, phase: 'exhale', seconds: block.breathing.pattern.exhaleS + by });
  const remove = () => {
    if (!block) return;
    setSelected((sequence.blocks[index + 1] ?? sequence.blocks[index - 1])?.id ?? null);
    edit({ kind: 'remove', blockId: block.id });
  };
  const coach = async () => {
    if (!(await autosave.flush())) return;
    const run = await actions.startRun(sequenceId);
    if (run.ok) router.push(`/clients/${clientId}/coach/${run.value.id}`);
    else setError(run.why);
  };
  const copyMine = async () => {
    const kept = await actions.keepSequence(clientId, `${name}, copy`, sequence);
    if (!kept.ok) return setError(kept.why);
    autosave.takeTheirs();
    router.push(`/clients/${clientId}/write/${kept.value.id}`);
  };
  useHotkeys([
    { key: 'ArrowLeft', does: 'block before', run: () => go(-1) },
    { key: 'ArrowRight', does: 'next block', run: () => go(1) },
    { key: 'ArrowUp', does: 'exhale half a second longer', run: () => exhale(0.5) },
    { key: 'ArrowDown', does: 'exhale half a second shorter', run: () => exhale(-0.5) },
    { key: 'u', does: 'undo', run: () => show(undo(current)) },
    { key: 'r', does: 'redo', run: () => show(redo(current)) },
    { key: 'Delete', does: 'take the block out', run: remove },
    { key: '+', does: 'nearer', run: () => setZoom((z) => Math.min(ZOOMS.length - 1, z + 1)) },
    { key: '-', does: 'further', run: () => setZoom((z) => Math.max(0, z - 1)) },
  ]);
  const over = layout.totalS - sequence.minutes * 60;
  return (
    <div className="space-y-2.5">
      <div className="flex items-end gap-5">
        <div>
          <h2 className="text-[21px]">{name}</h2>
          <p className="text-[14.5px] tabular-nums" aria-live="polite">
            <span data-testid="total" className={over > 0.5 ? 'font-bold text-stop' : 'font-semibold'}>{clock(layout.totalS)}</span> of {sequence.minutes}:00
            {over > 0.5 ? `, ${clock(over)} too long` : over < -0.5 ? `, ${clock(-over)} free` : ', to the second'}
            {sequence.proof && <span className="text-soft"> · {sequence.proof.proven ? 'no choice of drills serves the needs better' : `within ${((sequence.proof.bound / sequence.proof.value - 1) * 100).toFixed(1)} % of the best there can be`}</span>}
          </p>
        </div>
        <div className="flex items-center gap-1.5">
          <Button aria-label="Undo" disabled={current.past.length === 0} onClick={() => show(undo(current))}><Undo2 size={17} aria-hidden /></Button>
          <Button aria-label="Redo" disabled={current.future.length === 0} onClick={() => show(redo(current))}><Redo2 size={17} aria-hidden /></Button>
          <Button aria-label="Further" disabled={zoom === 0} onClick={() => setZoom(zoom - 1)}><ZoomOut size={17} aria-hidden /></Button>
          <Button aria-label="Nearer" disabled={zoom === ZOOMS.length - 1} onClick={() => setZoom(zoom + 1)}><ZoomIn size={17} aria-hidden /></Button>
        </div>
        <SaveStatus autosave={autosave} onCopyMine={() => void copyMine()} />
        <div className="ml-auto flex items-center gap-3">
          <EarlierValues earlier={earlier} onBringBack={(data) => show(step(current, data))} />
          <a className="text-[14px] underline underline-offset-4" download="sequence.kokyu.json" href={`data:application/json;charset=utf-8,${encodeURIComponent(printSequenceFile(name, sequence))}`}>Save as JSON</a>
          <Button kind="main" disabled={stop || redFlagOpen || sequence.blocks.length === 0} onClick={() => void coach()}>Coach it</Button>
        </div>
      </div>
      {redFlagOpen && <Notice level="stop">A red flag is open. Record in Screen what was done about it before anything is coached.</Notice>}
      {error && <Notice level="care">{error}</Notice>}
      {sequence.blocks.length === 0 ? (
        <p className="py-8 text-soft">No blocks. Undo, or put a drill in from the list below.</p>
      ) : (
        <div className="overflow-x-auto border-y border-rule" tabIndex={0} role="region" aria-label="Staves">
          <Staves sequence={sequence} scale={ZOOMS[zoom]! * wholeScale(sequence.minutes * 60, layout.totalS)} selected={selected} onSelect={setSelected} marked={marked} />
        </div>
      )}
      <BlockOrder sequence={sequence} selected={selected} onSelect={setSelected} onMove={(blockId, to) => edit({ kind: 'move', blockId, to })} />
      {block && <BlockEditor key={block.id} block={block} flags={flags} props={props} problems={problems.filter((p) => p.blockId === block.id)} onEdit={edit} onRemove={remove} />}
      {sequence.blocks.length > 0 && <AirPanel sequence={sequence} input={air} onEase={editAll} />}
      <LeftOutList sequence={sequence} flags={flags} props={props} onPut={(b) => edit({ kind: 'insert', block: b, at: index + 1 })} />
    </div>
  );
}

/** Picture units a second at which everything fits a page of 1280. */
const wholeScale = (wantedS: number, totalS: number): number => 1112 / Math.max(wantedS, totalS);
