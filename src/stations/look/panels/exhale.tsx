'use client';

import { useState } from 'react';
import { comfortableExhale } from '@/core/look/exhales';
import type { ExhaleTry } from '@/core/look/look';
import { EXHALE_SHAPES, type ExhaleShape } from '@/core/simulate/exhale-sound';
import { heardExhales, type HeardExhale } from '@/core/sound/exhale';
import { loudnessOf } from '@/core/sound/loudness';
import { LevelStrip } from '@/pictures/level-strip';
import { CheckField, Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { FileButton } from '@/ui/file-button';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import { useJob } from '@/ui/use-job';
import type { BandsWorker, HeardFile } from '@/workers/bands.worker';
import { bandsThread } from '@/workers/threads';
import { ExhaleList, HeardRow } from './exhale-rows';
import { HandTimed, Heard } from './exhale-tap';
import type { PanelProps } from './panel';
import { openMicrophone, openSimulatedMicrophone } from '@/devices/sound-source';
import { Figures, TestHead } from './test-head';
import { useListening } from '../use-listening';
import { useStopwatch } from '../use-stopwatch';
import { keepRecord } from '../keep-record';

const THROUGH = [
  { value: 'straw', label: 'straw' },
  { value: 'hiss', label: 'hiss' },
  { value: 'sigh', label: 'sigh' },
  { value: 'nose', label: 'nose' },
] as const;
const BY = [
  { value: 'hand', label: 'by hand' },
  { value: 'microphone', label: 'microphone' },
  { value: 'stand-in', label: 'stand-in' },
] as const;
type By = (typeof BY)[number]['value'];

/** How long an exhale stays quiet, timed by hand or heard, with how even it sounds. */
export function ExhaleTest({ look, set, lookId }: Pick<PanelProps, 'look' | 'set' | 'lookId'>) {
  const [by, setBy] = useState<By>('hand');
  const [through, setThrough] = useState<ExhaleTry['through']>('straw');
  const [measured, setMeasured] = useState<number | null>(null);
  const [shape, setShape] = useState<ExhaleShape>('even');
  const [keepSound, setKeepSound] = useState(false);
  const [heard, setHeard] = useState<{
    exhales: HeardExhale[];
    levels: readonly number[];
    wav: Uint8Array | null;
    warnings: string[];
  } | null>(null);
  const [error, setError] = useState<string | null>(null);
  const watch = useStopwatch();
  const listening = useListening();
  const worker = useJob<BandsWorker>(bandsThread);
  const add = (t: ExhaleTry) => set((l) => ({ ...l, exhales: [...(l.exhales ?? []), t] }));
  const toggle = (at: number) => {
    if (by !== 'hand') return void listen();
    if (watch.running) setMeasured(watch.stop(at));
    else {
      setMeasured(null);
      watch.start(at);
    }
  };
  const keepTimed = (end: ExhaleTry['end']) => {
    if (measured === null || measured < 0.2) return;
    add({ lengthS: Math.round(measured * 10) / 10, end, through });
    setMeasured(null);
    watch.reset();
  };
  const listen = async () => {
    setError(null);
    if (listening.state === 'idle') {
      setHeard(null);
      await listening.start(
        by === 'microphone'
          ? openMicrophone
          : (take) => openSimulatedMicrophone(shape, 5 + Math.random() * 2, take),
        keepSound,
      );
      return;
    }
    const { levels, wav } = listening.stop();
    const found = heardExhales(levels);
    if (!found.ok) return setError(`Nothing was kept: ${found.why}.`);
    setHeard({ exhales: found.value, levels, wav, warnings: [] });
  };
  const readWav = async (file: File) => {
    setError(null);
    setHeard(null);
    const bytes = new Uint8Array(await file.arrayBuffer());
    const found = await worker.run<HeardFile>((api) => api.hear(bytes));
    if (!found.ok)
      return setError(
        `${file.name}: ${found.why.endsWith('.') ? found.why : `${found.why}. Nothing was changed.`}`,
      );
    setHeard({
      exhales: found.value.exhales,
      levels: found.value.levels,
      wav: keepSound ? bytes : null,
      warnings: found.value.warnings,
    });
  };
  const keepHeard = async (e: HeardExhale, end: ExhaleTry['end']) => {
    let recordId: string | undefined;
    if (heard?.wav && lookId) {
      const kept = await keepRecord(lookId, 'exhale.wav', heard.wav);
      if (!kept.ok) return setError(kept.why);
      recordId = kept.value.id;
    }
    const { loudnessDb, spreadDb, slopeDbPerS, evenness } = e;
    add({
      lengthS: Math.round(e.lengthS * 100) / 100,
      end,
      through,
      heard: { loudnessDb, spreadDb, slopeDbPerS, evenness, ...(recordId ? { recordId } : {}) },
    });
    setHeard(null);
  };
  useHotkeys([
    { key: ' ', does: 'start; stop at the end of the exhale', run: (e) => toggle(e.timeStamp) },
    { key: '1', does: 'the exhale stayed quiet', run: () => keepTimed('quiet') },
    { key: '2', does: 'it was strained or the next inhale hurried', run: () => keepTimed('strained') },
  ]);
  const summary = comfortableExhale(look);
  const live = listening.state === 'listening';
  return (
    <section aria-label="Comfortable exhale" className="space-y-3">
      <TestHead test="exhale" />
      <div className="flex flex-wrap items-end gap-x-7 gap-y-2">
        <Choice label="Timed" options={BY} value={by} onValue={(v) => v && setBy(v)} />
        <Choice label="Out through" options={THROUGH} value={through} onValue={(v) => v && setThrough(v)} />
        {by === 'stand-in' && (
          <Choice
            label="The stand-in sounds"
            options={EXHALE_SHAPES.map((s) => ({
              value: s,
              label: { even: 'even', fades: 'fading', bursts: 'in bursts' }[s],
            }))}
            value={shape}
            onValue={(s) => s && setShape(s)}
          />
        )}
        {by !== 'hand' && (
          <CheckField label="keep the sound with the look" checked={keepSound} onChecked={setKeepSound} />
        )}
        {by !== 'hand' && (
          <FileButton label="Open a WAV file" accept=".wav,audio/wav" onFile={(f) => void readWav(f)} />
        )}
      </div>
      <div className="grid grid-cols-[400px_1fr] gap-8">
        <div className="space-y-3">
          {by === 'hand' ? (
            <HandTimed
              shownS={measured ?? watch.elapsedS}
              running={watch.running}
              measured={measured !== null}
              onTap={toggle}
              onKeep={keepTimed}
            />
          ) : (
            <Heard
              levelDb={live ? loudnessOf(listening.levels.at(-1) ?? 0) : null}
              disabled={listening.state === 'starting'}
              onTap={() => void listen()}
            />
          )}
          <NumberField
            label="Or as asked for"
            unit="s"
            value={look.comfortableExhaleS}
            min={0.5}
            max={60}
            step={0.5}
            onValue={(v) => set((l) => ({ ...l, comfortableExhaleS: v }))}
          />
        </div>
        <div className="space-y-3">
          {summary ? (
            <Figures
              items={[
                { label: 'comfortable exhale', value: summary.comfortableS.toFixed(1), unit: 's' },
                { label: 'quiet tries', value: `${summary.quiet} of ${summary.tries}` },
                {
                  label: 'spread',
                  value: summary.spreadS === null ? '–' : summary.spreadS.toFixed(1),
                  unit: summary.spreadS === null ? '' : 's',
                },
              ]}
            />
          ) : (
            <p className="text-soft">No exhale yet. Three tries show how much of a change is only noise.</p>
          )}
          <ExhaleList
            tries={look.exhales ?? []}
            onDrop={(i) => set((l) => ({ ...l, exhales: l.exhales?.filter((_, k) => k !== i) }))}
          />
        </div>
      </div>
      {(listening.error ?? error) && <Notice level="care">{listening.error ?? error}</Notice>}
      {heard?.warnings.map((w) => (
        <Notice key={w} level="care">
          {w}
        </Notice>
      ))}
      {by !== 'hand' && (live || heard) && (
        <LevelStrip
          levels={heard?.levels ?? listening.levels}
          exhales={heard?.exhales ?? []}
          className="w-full"
        />
      )}
      {heard?.exhales.map((e) => (
        <HeardRow key={e.startS} heard={e} onKeep={(end) => void keepHeard(e, end)} />
      ))}
      {by !== 'hand' && (
        <p className="text-fine text-soft">
          Loudness after BS.1770 in dB under full scale: compare tries at one distance. The sound is measured
          as it comes; it is stored only when you ask for it, and it stays on this machine.
        </p>
      )}
    </section>
  );
}
