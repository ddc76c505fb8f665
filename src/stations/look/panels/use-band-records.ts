'use client';

import { useEffect, useState } from 'react';
import { ok } from '@/core/base/result';
import { edfHeaderBytes } from '@/core/formats/edf';
import { kindOf, MOST_BYTES, tooLargeFor } from '@/core/formats/recording';
import type { BandNote } from '@/core/look/look';
import { positionIn, positionNote, type RingPosition } from '@/core/look/places';
import { useJob } from '@/ui/use-job';
import type { BandsWorker, OpenBands } from '@/workers/bands.worker';
import { bandsThread } from '@/workers/threads';
import { keepRecord } from '../keep-record';
import { useRecording } from '../use-recording';
import { FIRST_WISH, sourceOf, type BandWish } from './band-controls';
import type { PanelProps } from './panel';

type Placed = Pick<BandNote, 'places' | 'calibration'>;
const AS_NAMED: Placed = { places: [], calibration: [] };

/** A record that stands open; `recordId` is null while it is not kept. */
type Shown = {
  name: string;
  bytes: Uint8Array;
  open: OpenBands;
  note: Placed;
  position: RingPosition;
  recordId: string | null;
};

/** The records of a look's bands: one that is taken, one that stands open, those that are kept. */
export function useBandRecords({ look, set, lookId }: Pick<PanelProps, 'look' | 'set' | 'lookId'>) {
  const [wish, setWish] = useState<BandWish>(FIRST_WISH);
  const [another, setAnother] = useState(false);
  const [shown, setShown] = useState<Shown | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const worker = useJob<BandsWorker>(bandsThread);
  const recording = useRecording(lookId);
  const running =
    recording.state === 'connecting' || recording.state === 'live' || recording.state === 'lost';
  const kept = look.bands ?? [];

  const open = async (
    name: string,
    bytes: Uint8Array,
    note: Placed,
    position: RingPosition,
    recordId: string | null,
  ) => {
    setError(null);
    setBusy(`Reading ${name} …`);
    const result = await worker.run<OpenBands>((api) =>
      api.open(kindOf(bytes), bytes, note.places, note.calibration),
    );
    if (!result.ok) setError(`${name}: ${asSentence(result.why)}`);
    else {
      // A record that says where it was taken is believed, unless the look already says so.
      const told = recordId === null ? positionIn(result.value.preview.notes) : null;
      setShown({
        name,
        bytes,
        open: result.value,
        note: { ...note, places: result.value.places },
        position: told ?? position,
        recordId,
      });
    }
    setBusy(null);
  };
  const readFile = async (file: File) => {
    setError(null);
    setShown(null);
    const start = new Uint8Array(await file.slice(0, 1024).arrayBuffer());
    const why = refusal(file, start);
    if (why !== null) return setError(`${file.name}: ${why}. Nothing was changed.`);
    await open(file.name, new Uint8Array(await file.arrayBuffer()), AS_NAMED, wish.position, null);
  };
  const startStop = () => {
    if (running) {
      recording.stop();
      return void analyseRecorded();
    }
    if (wish.from === 'file') return;
    setError(null);
    setShown(null);
    const source = sourceOf(wish);
    if (typeof source === 'string') setError(source);
    else recording.start(source);
  };
  const analyseRecorded = async () => {
    const made = recording.recorder.current?.record(new Date().toISOString());
    if (!made?.ok) return setError(`${made?.why ?? 'Nothing was recorded'}.`);
    setBusy('Analysing …');
    const notes = [{ atS: 0, lengthS: 0, text: positionNote(wish.position) }, ...made.value.notes];
    const written = await worker.run<Uint8Array>(async (api) =>
      ok(await api.write({ ...made.value, notes })),
    );
    if (written.ok) return open(`bands-${wish.position}.edf`, written.value, AS_NAMED, wish.position, null);
    setBusy(null);
    setError(written.why);
  };
  const keep = async () => {
    if (!shown) return;
    setBusy('Keeping the record …');
    const result = await keepRecord(lookId, shown.name, shown.bytes);
    setBusy(null);
    if (!result.ok) return setError(`Not kept: ${result.why}.`);
    const note: BandNote = {
      recordId: result.value.id,
      name: shown.name,
      position: shown.position,
      ...shown.note,
    };
    set((l) => ({ ...l, bands: [...(l.bands ?? []), note] }));
    setShown({ ...shown, recordId: result.value.id });
    setAnother(false);
    recording.forget();
  };
  const show = async (note: BandNote) => {
    setBusy(`Opening ${note.name} …`);
    const answer = await fetch(`/recordings/${note.recordId}`).catch(() => null);
    setBusy(null);
    if (!answer?.ok)
      return setError(`${note.name} could not be opened: Kokyu does not answer, or the record is gone.`);
    await open(note.name, new Uint8Array(await answer.arrayBuffer()), note, note.position, note.recordId);
  };
  // The newest record of the look stands open when nothing else does.
  const newest = kept.at(-1);
  useEffect(() => {
    if (newest && !shown && recording.state === 'idle') queueMicrotask(() => void show(newest));
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const change = async (patch: Partial<Placed>) => {
    if (!shown) return;
    const note = { places: shown.note.places, calibration: shown.note.calibration, ...patch };
    if (shown.recordId)
      set((l) => ({
        ...l,
        bands: l.bands?.map((b) => (b.recordId === shown.recordId ? { ...b, ...note } : b)),
      }));
    await open(shown.name, shown.bytes, note, shown.position, shown.recordId);
  };
  const discard = () => {
    setShown(null);
    recording.forget();
  };
  return {
    wish,
    setWish,
    shown,
    busy,
    error,
    worker,
    recording,
    running,
    kept,
    /** The controls stand open although there is a record already. */
    another,
    setAnother,
    readFile,
    startStop,
    analyseRecorded,
    keep,
    show,
    change,
    discard,
  };
}

const asSentence = (why: string) => (why.endsWith('.') ? why : `${why}. Nothing was changed.`);

/** Why a file is not opened, judged by its first bytes and its size. */
function refusal(file: File, start: Uint8Array): string | null {
  const kind = kindOf(start);
  const header = kind === 'edf' ? edfHeaderBytes(start) : null;
  if (header && !header.ok) return header.why;
  return file.size <= MOST_BYTES[kind] ? null : tooLargeFor(kind, file.size);
}
