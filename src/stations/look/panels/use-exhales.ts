'use client';

import { useState } from 'react';
import type { ExhaleTry } from '@/core/look/look';
import type { ExhaleShape } from '@/core/simulate/exhale-sound';
import { heardExhales, type HeardExhale } from '@/core/sound/exhale';
import { openMicrophone, openSimulatedMicrophone } from '@/devices/sound-source';
import { useJob } from '@/ui/use-job';
import type { BandsWorker, HeardFile } from '@/workers/bands.worker';
import { bandsThread } from '@/workers/threads';
import { keepRecord } from '../keep-record';
import { useListening } from '../use-listening';
import { useStopwatch } from '../use-stopwatch';
import type { PanelProps } from './panel';

export type By = 'hand' | 'microphone' | 'stand-in';

/** Exhales of a look, one at a time: timed by hand, listened to, or out of a file; then kept. */
export function useExhales({ set, lookId }: Pick<PanelProps, 'set' | 'lookId'>) {
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
  return {
    by,
    setBy,
    through,
    setThrough,
    /** What was timed and waits to be judged, s. */
    measured,
    shape,
    setShape,
    keepSound,
    setKeepSound,
    heard,
    error: listening.error ?? error,
    watch,
    listening,
    toggle,
    keepTimed,
    listen,
    readWav,
    keepHeard,
  };
}
