'use client';

import { del, get, set as put } from 'idb-keyval';
import { useEffect, useRef, useState, type RefObject } from 'react';
import type { Took } from '@/core/signal/recorder';
import { bandRecorder, type BandRecorder, type RecorderDraft } from '@/core/signal/recorder';
import type { BandSource, BandState } from '../../devices/band-source';

/** How often what was recorded is put by in the browser, so that a crash or a closed lid loses little. */
const PUT_BY_MS = 5000;

export type Recording = {
  recorder: RefObject<BandRecorder | null>;
  state: BandState | 'idle';
  why: string | null;
  lengthS: number;
  samples: number;
  gaps: number;
  garbage: { count: number; last: string } | null;
  names: readonly string[];
  start: (source: BandSource) => void;
  stop: () => void;
  note: (text: string) => void;
  /** A record that was running when the page went; null without one. */
  found: RecorderDraft | null;
  takeFound: () => void;
  forget: () => void;
};

/** Records from a band source. A lost connection leaves a gap; what was recorded outlives the page. */
export function useRecording(key: string): Recording {
  const store = `bands:${key}`;
  const recorder = useRef<BandRecorder | null>(null);
  const source = useRef<BandSource | null>(null);
  const [shown, setShown] = useState<
    Pick<Recording, 'state' | 'why' | 'lengthS' | 'samples' | 'gaps' | 'garbage' | 'names'>
  >({ state: 'idle', why: null, lengthS: 0, samples: 0, gaps: 0, garbage: null, names: [] });
  const [found, setFound] = useState<RecorderDraft | null>(null);
  useEffect(() => {
    void get<RecorderDraft>(store)
      .then((draft) => draft && draft.times.length > 20 && setFound(draft))
      .catch(() => undefined);
    return () => source.current?.stop();
  }, [store]);
  const look = () => {
    const r = recorder.current;
    if (r) setShown((s) => ({ ...s, lengthS: r.lengthS(), samples: r.samples(), gaps: r.gaps().length }));
  };
  const start = (from: BandSource) => {
    recorder.current = bandRecorder();
    source.current = from;
    setFound(null);
    setShown({ state: 'connecting', why: null, lengthS: 0, samples: 0, gaps: 0, garbage: null, names: [] });
    const ticking = setInterval(look, 250);
    const keeping = setInterval(
      () => recorder.current && void put(store, recorder.current.draft()).catch(() => undefined),
      PUT_BY_MS,
    );
    const ended = () => {
      clearInterval(ticking);
      clearInterval(keeping);
      look();
    };
    let now: BandState = 'connecting';
    void from.start({
      sample: (s) => {
        const took: Took = recorder.current!.push(s);
        if (took === 'channels')
          setShown((v) => ({
            ...v,
            garbage: { count: (v.garbage?.count ?? 0) + 1, last: `a line with ${s.values.length} channels` },
          }));
      },
      names: (names) => {
        recorder.current!.name(names);
        setShown((v) => ({ ...v, names }));
      },
      garbage: (text, why) =>
        setShown((v) => ({
          ...v,
          garbage: { count: (v.garbage?.count ?? 0) + 1, last: `“${text}”: ${why}` },
        })),
      state: (state, why) => {
        if (state === now && !why) return;
        now = state;
        setShown((v) => ({ ...v, state, why: why ?? null }));
        if (state === 'ended') ended();
      },
    });
  };
  const stop = () => {
    source.current?.stop();
    source.current = null;
    setShown((v) => ({ ...v, state: 'ended', why: null }));
    look();
  };
  return {
    ...shown,
    recorder,
    start,
    stop,
    note: (text) => recorder.current?.note(text),
    found,
    takeFound: () => {
      if (!found) return;
      recorder.current = bandRecorder(found);
      setFound(null);
      setShown((v) => ({ ...v, state: 'ended', names: found.names }));
      look();
    },
    forget: () => {
      recorder.current = null;
      setFound(null);
      setShown({ state: 'idle', why: null, lengthS: 0, samples: 0, gaps: 0, garbage: null, names: [] });
      void del(store).catch(() => undefined);
    },
  };
}
