'use client';

import type { Remote } from 'comlink';
import { useRef, useState } from 'react';
import type { ClipNote } from '@/core/look/look';
import type { RingPosition } from '@/core/look/places';
import { CLIP_SETUP } from '@/core/simulate/clip';
import type { ClipAnalysis, ClipOptions } from '@/core/video/clip';
import type { DrawnLine } from '@/core/video/follow-lines';
import { lengthOfLine, type ClipView, type LinePlace, type Segment } from '@/core/video/line';
import type { FollowedLine } from '@/core/video/line.schema';
import type { Result } from '@/core/base/result';
import type { Snapped } from '@/core/video/snap';
import { useJob } from '@/ui/use-job';
import type { ClipWorker, Followed, OpenClip } from '@/workers/clip.worker';
import { clipThread } from '@/workers/threads';
import { keepRecord } from '../keep-record';
import { curvesKept } from './curves-kept';
import { useDrawn, type ClipLine } from './use-drawn';
import type { PanelProps } from './panel';

/** Curves of a clip with what they show; `recordId` is null while they are not kept. */
export type Shown = {
  name: string;
  lines: FollowedLine[];
  seconds: number;
  fromS: number;
  cutsS: number[];
  analysis: Result<ClipAnalysis>;
  options: ClipOptions;
  recordId: string | null;
  edf: Uint8Array | null;
};

/** To which side the client bends; that opens the other. */
type Bend = 'none' | 'right' | 'left';

/** `file` is null for the simulated clip. */
type Open = OpenClip & { name: string; file: File | null };

/** A clip that stands open with its lines, and what following them gave. */
export function useClip({ look, set, lookId }: Pick<PanelProps, 'look' | 'set' | 'lookId'>) {
  const worker = useJob<ClipWorker, number>(clipThread);
  const [open, setOpen] = useState<Open | null>(null);
  const how = useHowFilmed();
  const { view, position, bend } = how;
  const [atS, setAtS] = useState(0);
  const { drawn, setPart, setLines, setRuler, begin } = useDrawn(lookId, open?.file ? open : null);
  const { part, lines, ruler } = drawn;
  const [shown, setShown] = useState<Shown | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const again = useRef<Opening | null>(null);

  const take = async (name: string, opening: Opening, file: File | null) => {
    setError(null);
    setBusy(`Opening ${name} …`);
    const result = await worker.run<OpenClip>(opening);
    setBusy(null);
    if (!result.ok) return setError(`${name}: ${sentence(result.why)}`);
    again.current = opening;
    setOpen({ ...result.value, name, file });
    begin(file ? name : '', result.value.seconds);
    setAtS(0);
    setShown(null);
  };
  const openFile = (file: File) => take(file.name, (api) => api.open(file), file);
  const openMadeUp = (seed: number) => take('simulated clip', (api) => api.madeUp(madeUp(view, seed)), null);
  /** What is told when work did not end; the clip is opened again, since cancelling ends its worker. */
  const failed = (why: string) => {
    setError(sentence(why));
    if (again.current) void worker.run(again.current);
  };
  const close = () => {
    setOpen(null);
    setShown(null);
    setError(null);
  };

  /** Puts a line on the edge that it crosses, in the picture that is shown. */
  const draw = async (place: LinePlace, segment: Segment, id: number | null = null) => {
    setError(null);
    setShown((s) => (s?.recordId ? s : null));
    const snapped = await worker.run<Snapped>((api) => api.snap(atS, segment));
    if (!snapped.ok) return setError(sentence(snapped.why));
    const { line, ...edge } = snapped.value;
    setLines((all) => withLine(all, { place, ...line, ...edge, drawnAtS: atS }, id));
  };
  const remove = (id: number) => setLines((all) => all.filter((l) => l.id !== id));
  const propose = async () => {
    setBusy('Looking for contours that move …');
    const found = await worker.run<(DrawnLine & { drawnAtS: number })[]>((api, tell) =>
      api.propose(view, part.fromS, part.toS, tell),
    );
    setBusy(null);
    if (!found.ok) return failed(found.why);
    setLines(() => found.value.map((l, i) => ({ ...l, id: i + 1 })));
    if (found.value[0]) setAtS(found.value[0].drawnAtS);
  };

  const options = (deepFromS?: number | null): ClipOptions => ({
    pxPerMm: ruler && ruler.mm > 0 ? lengthOfLine(ruler) / ruler.mm : null,
    ...(deepFromS === undefined ? {} : { deepFromS }),
  });
  const follow = async () => {
    if (!open) return;
    setError(null);
    setBusy('Following the lines …');
    const done = await worker.run<Followed>((api, tell) =>
      api.follow({ ...part, lines, drawnAtS: lines.map((l) => l.drawnAtS) }, tell),
    );
    setBusy(null);
    if (!done.ok) return failed(done.why);
    const { edf, lines: followed, seconds, fromS, cutsS } = done.value;
    const analysis = await worker.run<ClipAnalysis>((api) => api.analyse(followed, options()));
    const name = open.name;
    setShown({
      name,
      lines: followed,
      seconds,
      fromS,
      cutsS,
      analysis,
      options: options(),
      recordId: null,
      edf,
    });
  };
  /** Parts ordinary from deep breaths anew. */
  const change = async (deepFromS: number | null | undefined) => {
    if (!shown) return;
    const own = { pxPerMm: shown.options.pxPerMm ?? null, ...(deepFromS === undefined ? {} : { deepFromS }) };
    const analysis = await worker.run<ClipAnalysis>((api) => api.analyse(shown.lines, own));
    setShown({ ...shown, analysis, options: own });
    if (shown.recordId)
      set((l) => ({
        ...l,
        clips: l.clips?.map((c) => (c.recordId === shown.recordId ? { ...c, deepFromS } : c)),
      }));
  };
  const keep = async () => {
    if (!shown?.edf || !open) return;
    setBusy('Keeping the curves …');
    const kept = await keepRecord(lookId, `${shown.name}, curves.edf`, shown.edf);
    setBusy(null);
    if (!kept.ok) return setError(sentence(kept.why));
    const note = noteOf(kept.value.id, shown, open, {
      view,
      position,
      bend: view === 'front' ? bend : 'none',
    });
    set((l) => ({ ...l, clips: [...(l.clips ?? []), note] }));
    setShown({ ...shown, recordId: kept.value.id });
  };
  /** Curves of a clip that was kept. */
  const show = async (note: ClipNote) => {
    setError(null);
    setBusy(`Reading ${note.name} …`);
    const bytes = await curvesKept(note.recordId);
    const read = bytes && (await worker.run<{ seconds: number }>((api) => api.openKept(bytes)));
    const own = { pxPerMm: note.pxPerMm ?? null, deepFromS: note.deepFromS };
    const analysis = read?.ok ? await worker.run<ClipAnalysis>((api) => api.analyse(note.lines, own)) : null;
    setBusy(null);
    if (!read?.ok || !analysis)
      return setError(`${note.name}: its curves cannot be read. Nothing was changed.`);
    close();
    setShown(shownAgain(note, read.value.seconds, analysis, own));
  };
  return {
    worker,
    open,
    ...how,
    atS,
    setAtS,
    ...drawn,
    setPart,
    setRuler,
    shown,
    busy,
    error,
    kept: look.clips ?? [],
    openFile,
    openMadeUp,
    close,
    draw,
    remove,
    propose,
    follow,
    change,
    keep,
    show,
    /** The picture at the playhead as a file of this page; null where there is none. */
    picture: async () => {
      const frame = await worker.run<{ bitmap: ImageBitmap }>((api) => api.frame(atS));
      return frame.ok ? pictureOf(frame.value.bitmap) : null;
    },
    /** What else is kept of a clip whose curves are. */
    note: (recordId: string, also: Pick<ClipNote, 'film' | 'still'>) =>
      set((l) => ({
        ...l,
        clips: l.clips?.map((c) => (c.recordId === recordId ? { ...c, ...also } : c)),
      })),
    drop: (id: string) => {
      set((l) => ({ ...l, clips: l.clips?.filter((c) => c.recordId !== id) }));
      setShown((s) => (s?.recordId === id ? null : s));
    },
  };
}

/** From where, in which position and how bent the client is filmed. */
function useHowFilmed() {
  const [view, setView] = useState<ClipView>('side');
  const [position, setPosition] = useState<RingPosition>('standing');
  const [bend, setBend] = useState<Bend>('none');
  return { view, setView, position, setPosition, bend, setBend };
}

/** How the clip came into the worker. */
type Opening = (api: Remote<ClipWorker>) => Promise<unknown>;

/** The lines with one more, or with one put elsewhere. */
const withLine = (all: readonly ClipLine[], drawn: Omit<ClipLine, 'id'>, id: number | null): ClipLine[] =>
  id === null
    ? [...all, { ...drawn, id: 1 + Math.max(0, ...all.map((l) => l.id)) }]
    : all.map((l) => (l.id === id ? { ...drawn, id } : l));

function noteOf(
  recordId: string,
  shown: Shown,
  open: Open,
  { view, position, bend }: { view: ClipView; position: RingPosition; bend: Bend },
): ClipNote {
  const { pxPerMm, deepFromS } = shown.options;
  return {
    recordId,
    name: shown.name.slice(0, 200),
    view,
    position,
    ...(bend === 'none' ? {} : { bend }),
    width: open.width,
    height: open.height,
    lines: shown.lines,
    ...(pxPerMm ? { pxPerMm } : {}),
    ...(deepFromS === undefined ? {} : { deepFromS }),
    ...(shown.fromS > 0 ? { fromS: shown.fromS } : {}),
  };
}

const shownAgain = (
  note: ClipNote,
  seconds: number,
  analysis: Result<ClipAnalysis>,
  options: ClipOptions,
): Shown => ({
  name: note.name,
  lines: note.lines,
  seconds,
  fromS: note.fromS ?? 0,
  cutsS: [],
  analysis,
  options,
  recordId: note.recordId,
  edf: null,
});

export type ClipState = ReturnType<typeof useClip>;

/** A picture as a file of this page, which whoever shows it lets go. */
async function pictureOf(
  bitmap: ImageBitmap,
): Promise<{ url: string; width: number; height: number } | null> {
  const { width, height } = bitmap;
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0);
  bitmap.close();
  const blob = await new Promise<Blob | null>((give) => canvas.toBlob(give, 'image/jpeg', 0.92));
  return blob && { url: URL.createObjectURL(blob), width, height };
}

/** What the simulated clip that ships is asked to show. */
const madeUp = (view: ClipView, seed: number) => ({
  ...CLIP_SETUP,
  view,
  seed,
  movesPx: view === 'side' ? CLIP_SETUP.movesPx : { shoulder: 1.2, lowerRibsRight: 2.6, lowerRibsLeft: 1.6 },
});

const sentence = (why: string) => (/[.!?]$/.test(why) ? why : `${why}. Nothing was changed.`);
