'use client';

import { wrap, type Remote } from 'comlink';
import { useRef, useState } from 'react';
import { CURVE_MAX_BYTES, tooLarge } from '@/core/formats/curve-csv';
import type { CurvePreview } from '@/core/signal/preview';
import type { Result } from '@/core/result';
import { CurvePicture } from '@/pictures/curve';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Notice } from '@/ui/notice';
import type { CurveWorker } from '@/workers/curve.worker';
import type { TestProps } from './look-station';
import { Figures, TestHead, timingFigures } from './test-head';

type Open = { name: string; text: string; columns: CurvePreview[] };

/** A recorded breath curve from a file: breaths are found and timed in a worker, then kept with the look. */
export function CurveTest({ look, set, keep }: TestProps & { keep: (name: string, csv: string) => Promise<Result<{ id: string }>> }) {
  const [open, setOpen] = useState<Open | null>(null);
  const [column, setColumn] = useState('');
  const [busy, setBusy] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const worker = useRef<Worker | null>(null);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    setBusy(null);
  };
  const read = async (file: File) => {
    setError(null);
    setOpen(null);
    if (file.size > CURVE_MAX_BYTES) return setError(`${file.name}: ${tooLarge(file.size)}. Nothing was changed.`);
    setBusy(`Reading ${file.name} …`);
    const text = await file.text();
    worker.current = new Worker(new URL('../../workers/curve.worker.ts', import.meta.url), { type: 'module' });
    const api: Remote<CurveWorker> = wrap<CurveWorker>(worker.current);
    const result = await api.read(text);
    stop();
    if (!result.ok) return setError(`${file.name}: ${result.why}. Nothing was changed.`);
    setOpen({ name: file.name, text, columns: result.value });
    setColumn(result.value[0]!.name);
  };
  const shown = open?.columns.find((c) => c.name === column);
  const found = shown?.found;
  const store = async () => {
    if (!open || !shown) return;
    setBusy('Keeping the curve …');
    const kept = await keep(open.name, open.text);
    setBusy(null);
    if (!kept.ok) return setError(kept.why);
    set((l) => ({ ...l, curve: { curveId: kept.value.id, name: open.name, column: shown.name } }));
  };
  return (
    <section aria-label="Recorded curve" className="space-y-4">
      <TestHead title="Recorded curve" how="A CSV with a header: time in seconds (time_s) or milliseconds (t_ms), then one or more columns that rise on the inhale. It is read on this machine and kept beside the look." />
      <label
        className="flex h-24 w-full items-center justify-center border-[1.5px] border-dashed border-ink bg-sheet"
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          e.preventDefault();
          const file = e.dataTransfer.files[0];
          if (file) void read(file);
        }}
      >
        <input type="file" accept=".csv,.tsv,.txt,text/csv" className="sr-only" onChange={(e) => e.target.files?.[0] && void read(e.target.files[0])} />
        Drop a CSV here, or press to choose one
      </label>
      {busy && (
        <p role="status" className="flex items-center gap-4">
          <span className="h-1.5 w-40 animate-pulse bg-rise" aria-hidden /> {busy}
          <Button onClick={stop}>Cancel</Button>
        </p>
      )}
      {error && <Notice level="care">{error}</Notice>}
      {look.curve && !open && (
        <p>
          Kept with this look: <strong>{look.curve.name}</strong>, column {look.curve.column}. Read uses it before the taps.{' '}
          <Button kind="quiet" onClick={() => set((l) => ({ ...l, curve: undefined }))}>Do not use it</Button>
        </p>
      )}
      {open && shown && (
        <div className="space-y-3">
          {open.columns.length > 1 && <Choice label="Column" options={open.columns.map((c) => ({ value: c.name, label: c.name }))} value={column} onValue={(c) => c && setColumn(c)} />}
          <CurvePicture preview={shown} className="w-full" />
          {found?.ok ? (
            <Figures items={[...timingFigures(found.value), { label: 'sampled at', value: found.value.sampleHz.toFixed(0), unit: 'Hz' }]} />
          ) : (
            <Notice level="care">{shown.name}: {found?.why}.</Notice>
          )}
          {found?.ok && found.value.gaps.length > 0 && <p className="text-soft">{found.value.gaps.length} gap{found.value.gaps.length > 1 ? 's' : ''} without samples, drawn grey and left out.</p>}
          {look.curve && look.curve.name === open.name && look.curve.column === shown.name ? (
            <p role="status">Kept with this look. Read uses it before the taps.</p>
          ) : (
            <Button kind="main" disabled={!found?.ok} onClick={() => void store()}>Keep with this look</Button>
          )}
        </div>
      )}
    </section>
  );
}
