'use client';

import { useEffect, useRef, useState } from 'react';
import { printWav } from '@/core/formats/wav';
import { LEVEL_S, levelMeter } from '@/core/sound/loudness';
import type { SoundSource } from '../../devices/sound-source';

/** A second or so is listened to before the longest exhale; nobody breathes out longer than this. */
const LONGEST_S = 120;

type Listening = {
  state: 'idle' | 'starting' | 'listening';
  levels: readonly number[];
  error: string | null;
  start: (
    open: (onSamples: (samples: Float32Array) => void) => Promise<SoundSource> | SoundSource,
    keepSound: boolean,
  ) => Promise<void>;
  /** Ends listening and gives back the levels, and the sound as WAV when it was to be kept. */
  stop: () => { levels: number[]; wav: Uint8Array | null };
};

/** Listens to a source and measures its loudness as it comes; no sound is held unless it is to be kept. */
export function useListening(): Listening {
  const [state, setState] = useState<Listening['state']>('idle');
  const [levels, setLevels] = useState<readonly number[]>([]);
  const [error, setError] = useState<string | null>(null);
  const source = useRef<SoundSource | null>(null);
  const heard = useRef<{ levels: number[]; blocks: Float32Array[]; keep: boolean }>({
    levels: [],
    blocks: [],
    keep: false,
  });
  useEffect(() => () => source.current?.stop(), []);
  const stop: Listening['stop'] = () => {
    source.current?.stop();
    const hz = source.current?.hz ?? 0;
    source.current = null;
    setState('idle');
    const { levels: all, blocks, keep } = heard.current;
    const samples = new Float32Array(blocks.reduce((n, b) => n + b.length, 0));
    let at = 0;
    for (const b of blocks) {
      samples.set(b, at);
      at += b.length;
    }
    return { levels: all, wav: keep && samples.length > 0 ? printWav({ hz, samples }) : null };
  };
  const start: Listening['start'] = async (open, keepSound) => {
    setError(null);
    setLevels([]);
    setState('starting');
    heard.current = { levels: [], blocks: [], keep: keepSound };
    let meter: ReturnType<typeof levelMeter> | null = null;
    const waiting: Float32Array[] = [];
    const take = (samples: Float32Array) => {
      if (!meter) return void waiting.push(samples);
      if (heard.current.levels.length * LEVEL_S > LONGEST_S) return;
      if (heard.current.keep) heard.current.blocks.push(samples);
      heard.current.levels.push(...meter(samples));
      setLevels([...heard.current.levels]);
    };
    try {
      source.current = await open(take);
      meter = levelMeter(source.current.hz);
      waiting.forEach(take);
      setState('listening');
    } catch (e) {
      setError(e instanceof Error ? e.message : 'The microphone could not be started.');
      setState('idle');
    }
  };
  return { state, levels, error, start, stop };
}
