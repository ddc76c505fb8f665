'use client';

import { useEffect, useState } from 'react';
import { EDF_MAX_BYTES, edfHeaderBytes, edfTooLarge } from '@/core/formats/edf';
import { kindOf, MOST_BYTES } from '@/core/formats/recording';
import type { BandNote } from '@/core/look/look';
import { RING_POSITION, type RingPosition } from '@/core/look/places';
import { PLACE_LABEL, type BandPlace } from '@/core/signal/places';
import { BandSetup, WAY, WAYS, type Way } from '@/core/simulate/bands';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { FileButton } from '@/ui/file-button';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import type { OpenBands } from '@/workers/bands.worker';
import { serialBands, serverBands, simulatedPort, type BandSource, type PortLike } from './band-source';
import { BandView } from './band-view';
import { LiveTrace } from './live-trace';
import type { TestProps } from './look-station';
import { TestHead } from './test-head';
import { useRecording } from './use-recording';
import { keepRecord, useBandsWorker } from './use-worker';

const FROM = [{ value: 'stand-in', label: 'stand-in' }, { value: 'port', label: 'stand-in on a serial line' }, { value: 'serial', label: 'serial device' }, { value: 'file', label: 'file' }] as const;
type From = (typeof FROM)[number]['value'];
const WHERE = (['hookLying', 'sitting', 'standing'] as const).map((p) => ({ value: p, label: RING_POSITION[p].label }));
const SETS = [
  { value: '2', label: 'ribs, belly', places: ['lowerRibs', 'belly'] },
  { value: '3', label: 'three levels', places: ['upperRibs', 'lowerRibs', 'belly'] },
  { value: '4', label: 'with right and left', places: ['upperRibs', 'lowerRibsRight', 'lowerRibsLeft', 'belly'] },
] as const satisfies readonly { value: string; label: string; places: readonly BandPlace[] }[];
const BAUD = 115200;

type Shown = { name: string; bytes: Uint8Array; open: OpenBands; note: Pick<BandNote, 'places' | 'calibration'>; position: RingPosition; /** The record of the look that it is; null while it is not kept. */ recordId: string | null };

/** Bands: from the stand-in, a serial device or a file; live, analysed, kept with the look. */
export function BandsTest({ look, set, lookId }: TestProps & { lookId: string }) {
  const [from, setFrom] = useState<From>('stand-in');
  const [position, setPosition] = useState<RingPosition>('hookLying');
  const [way, setWay] = useState<Way>('lowQuiet');
  const [rate, setRate] = useState<number | undefined>(14);
  const [count, setCount] = useState<(typeof SETS)[number]['value']>('2');
  const [noisy, setNoisy] = useState(false);
  const [extra, setExtra] = useState('');
  const [remark, setRemark] = useState('');
  const [recordAnew, setRecordAnew] = useState(false);
  const [shown, setShown] = useState<Shown | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const worker = useBandsWorker();
  const recording = useRecording(lookId);
  const running = recording.state === 'connecting' || recording.state === 'live' || recording.state === 'lost';
  const kept = look.bands ?? [];

  const setup = (): BandSetup =>
    BandSetup.parse({
      way,
      ratePerMin: rate ?? 14,
      posture: position === 'hookLying' ? 'lying' : RING_POSITION[position].position,
      places: [...SETS.find((s) => s.value === count)!.places],
      signalToNoiseDb: noisy ? 12 : 28,
      seed: Math.floor(Math.random() * 1e6),
      events: extra === '' ? [] : [{ kind: extra, atS: extra === 'loss' ? 6 : 12, lengthS: 4, channel: 0 }],
    });
  const source = (): BandSource | null => {
    if (from === 'stand-in') return serverBands(setup());
    if (from === 'port') return serialBands(async () => simulatedPort(setup()), BAUD);
    const serial = (navigator as Navigator & { serial?: { requestPort: () => Promise<PortLike> } }).serial;
    if (serial) return serialBands(() => serial.requestPort(), BAUD);
    setError('This browser opens no serial devices. Use one that does, such as a current Chromium on the desk, or record to a file.');
    return null;
  };
  const open = async (name: string, bytes: Uint8Array, note: Shown['note'], at: RingPosition, recordId: string | null) => {
    setError(null);
    setBusy(`Reading ${name} …`);
    try {
      const result = await worker.api().open(kindOf(bytes), bytes, note.places, note.calibration);
      setBusy(null);
      if (!result.ok) return setError(`${name}: ${result.why}. Nothing was changed.`);
      setShown({ name, bytes, open: result.value, note: { ...note, places: result.value.places }, position: at, recordId });
    } catch {
      setBusy(null);
      setError(`${name} could not be read. Nothing was changed.`);
    }
  };
  const readFile = async (file: File) => {
    setError(null);
    setShown(null);
    const start = new Uint8Array(await file.slice(0, 1024).arrayBuffer());
    const kind = kindOf(start);
    const header = kind === 'edf' ? edfHeaderBytes(start) : null;
    if (header && !header.ok) return setError(`${file.name}: ${header.why}. Nothing was changed.`);
    if (file.size > MOST_BYTES[kind]) return setError(`${file.name}: ${kind === 'edf' ? edfTooLarge(file.size) : `the file has ${Math.round(file.size / 1048576)} MB; at most ${MOST_BYTES[kind] / 1048576} MB are read. Cut it into shorter records or save fewer columns`}. Nothing was changed.`);
    if (kind === 'edf' && file.size > EDF_MAX_BYTES) return;
    await open(file.name, new Uint8Array(await file.arrayBuffer()), { places: [], calibration: [] }, position, null);
  };
  const startStop = () => {
    if (running) return void finish();
    if (from === 'file') return;
    setError(null);
    setShown(null);
    const chosen = source();
    if (chosen) recording.start(chosen);
  };
  const finish = async () => {
    recording.stop();
    await analyseRecorded();
  };
  const analyseRecorded = async () => {
    const made = recording.recorder.current?.record(new Date().toISOString());
    if (!made?.ok) return setError(`${made?.why ?? 'nothing was recorded'}.`);
    setBusy('Analysing …');
    const bytes = await worker.api().write(made.value);
    await open(`bands-${position}.edf`, bytes, { places: [], calibration: [] }, position, null);
  };
  const keep = async () => {
    if (!shown) return;
    setBusy('Keeping the record …');
    const result = await keepRecord(lookId, shown.name, shown.bytes);
    setBusy(null);
    if (!result.ok) return setError(`Not kept: ${result.why}.`);
    const note: BandNote = { recordId: result.value.id, name: shown.name, position: shown.position, ...shown.note };
    set((l) => ({ ...l, bands: [...(l.bands ?? []), note] }));
    setShown({ ...shown, recordId: result.value.id });
    setRecordAnew(false);
    recording.forget();
  };
  const show = async (note: BandNote) => {
    setBusy(`Opening ${note.name} …`);
    const answer = await fetch(`/recordings/${note.recordId}`).catch(() => null);
    setBusy(null);
    if (!answer?.ok) return setError(`${note.name} could not be opened: Kokyu does not answer, or the record is gone.`);
    await open(note.name, new Uint8Array(await answer.arrayBuffer()), { places: note.places, calibration: note.calibration }, note.position, note.recordId);
  };
  // The newest record of the look stands open when nothing else does.
  const newest = kept.at(-1);
  useEffect(() => {
    if (newest && !shown && recording.state === 'idle') queueMicrotask(() => void show(newest));
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const change = async (patch: Partial<Shown['note']>) => {
    if (!shown) return;
    const note = { ...shown.note, ...patch };
    if (shown.recordId) set((l) => ({ ...l, bands: l.bands?.map((b) => (b.recordId === shown.recordId ? { ...b, ...note } : b)) }));
    await open(shown.name, shown.bytes, note, shown.position, shown.recordId);
  };
  useHotkeys([{ key: ' ', does: 'start and stop the record', run: startStop }]);

  return (
    <section aria-label="Bands" className="space-y-3">
      <TestHead test="bands" />
      {kept.length > 0 && (
        <ul aria-label="Records of this look" className="border-t border-rule text-[14.5px]">
          {kept.map((b) => (
            <li key={b.recordId} className={`flex items-baseline gap-5 border-b border-rule py-1 pl-2 ${shown?.recordId === b.recordId ? 'bg-sheet font-semibold' : ''}`}>
              <button type="button" className="underline underline-offset-4" onClick={() => void show(b)}>{b.name}</button>
              <span className="grow text-soft">{RING_POSITION[b.position].label}</span>
              <a className="font-normal underline underline-offset-4" href={`/recordings/${b.recordId}?as=edf`} download>EDF+</a>
              <a className="font-normal underline underline-offset-4" href={`/recordings/${b.recordId}?as=csv`} download>CSV</a>
              <button type="button" className="font-normal text-soft underline underline-offset-4" onClick={() => set((l) => ({ ...l, bands: l.bands?.filter((x) => x.recordId !== b.recordId) }))}>do not use it</button>
            </li>
          ))}
          {!recordAnew && !running && <li className="py-1"><Button kind="quiet" onClick={() => setRecordAnew(true)}>Record or open another</Button></li>}
        </ul>
      )}
      {(recordAnew || running || kept.length === 0) && (
        <>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <Choice label="From" options={FROM} value={from} onValue={(v) => v && !running && setFrom(v)} />
        <Choice label="Position" options={WHERE} value={position as (typeof WHERE)[number]['value']} onValue={(p) => p && !running && setPosition(p)} />
        {(from === 'stand-in' || from === 'port') && (
          <>
            <label className="block">
              <span className="block text-[13.5px] text-soft">It breathes</span>
              <select className="min-h-8 border-[1.5px] border-rule bg-transparent px-2" value={way} disabled={running} onChange={(e) => setWay(e.target.value as Way)}>
                {WAYS.map((w) => <option key={w} value={w}>{WAY[w].label}</option>)}
              </select>
            </label>
            <NumberField label="Rate" unit="a minute" value={rate} min={2} max={60} onValue={setRate} />
            <Choice label="Bands" options={SETS.map(({ value, label }) => ({ value, label }))} value={count} onValue={(v) => v && !running && setCount(v)} />
            <label className="block">
              <span className="block text-[13.5px] text-soft">It happens</span>
              <select className="min-h-8 border-[1.5px] border-rule bg-transparent px-2" value={extra} disabled={running} onChange={(e) => setExtra(e.target.value)}>
                <option value="">nothing</option>
                <option value="cough">a cough</option>
                <option value="sigh">a sigh</option>
                <option value="slip">a band slips</option>
                <option value="movement">the body moves</option>
                <option value="apnoea">a rest</option>
                <option value="loss">the line is lost</option>
              </select>
            </label>
            <Button kind={noisy ? 'main' : 'plain'} disabled={running} aria-pressed={noisy} onClick={() => setNoisy((v) => !v)}>noisy</Button>
          </>
        )}
        {from === 'file' ? (
          <FileButton label="Open EDF, EDF+ or CSV" accept=".edf,.csv,.tsv,.txt,.bdf,text/csv" onFile={(f) => void readFile(f)} />
        ) : (
          <Button kind="main" onClick={startStop}>{running ? 'Stop and analyse' : 'Start the record'}</Button>
        )}
      </div>
      {from === 'serial' && <p className="text-[13.5px] text-soft">Any device that sends lines t_ms,ch1,ch2… at {BAUD} baud. A line “# places lowerRibs,belly” names its channels.</p>}
        </>
      )}
      {recording.found && !running && (
        <Notice level="care" action={<span className="flex gap-2"><Button onClick={() => { recording.takeFound(); void Promise.resolve().then(analyseRecorded); }}>Bring it back</Button><Button kind="quiet" onClick={recording.forget}>Throw it away</Button></span>}>
          A record of {clock(recording.found.times.at(-1)! - recording.found.times[0]!)} was running when this page went.
        </Notice>
      )}
      {error && <Notice level="care">{error}</Notice>}
      {busy && (
        <p role="status" className="flex items-center gap-4">
          <span className="h-1.5 w-40 animate-pulse bg-rise" aria-hidden /> {busy}
          <Button onClick={() => { worker.stop(); setBusy(null); }}>Cancel</Button>
        </p>
      )}
      {running && (
        <div className="space-y-2">
          <LiveTrace recorder={recording.recorder} labels={recording.names.map((n) => PLACE_LABEL[n as BandPlace] ?? n)} />
          <div className="flex items-center gap-6 tabular-nums">
            <strong className="text-[27px]">{clock(recording.lengthS)}</strong>
            <span>{recording.samples.toLocaleString()} samples</span>
            <span role="status">{recording.state === 'live' ? 'live' : recording.state === 'connecting' ? 'connecting …' : ''}{recording.gaps > 0 && ` · ${recording.gaps} gap${recording.gaps > 1 ? 's' : ''}`}</span>
            <input aria-label="Remark" placeholder="a remark, then Enter" className="grow border-b-[1.5px] border-ink bg-transparent" value={remark} onChange={(e) => setRemark(e.target.value)} onKeyDown={(e) => { if (e.key === 'Enter' && remark.trim() !== '') { recording.note(remark.trim()); setRemark(''); } }} />
          </div>
          {recording.state === 'lost' && <Notice level="care">Connection lost: {recording.why}. The record goes on; what is missing becomes a marked gap.</Notice>}
          {recording.garbage && <Notice level="care">{recording.garbage.count} line{recording.garbage.count > 1 ? 's' : ''} from the device could not be read and {recording.garbage.count > 1 ? 'were' : 'was'} left out; the last: {recording.garbage.last}.</Notice>}
        </div>
      )}
      {!running && recording.why && <Notice level="care" action={<Button onClick={() => void analyseRecorded()}>Analyse what there is</Button>}>{recording.why}</Notice>}
      {shown && !running && (
        <>
          {!shown.recordId && (
            <div className="flex items-center gap-4">
              <Button kind="main" disabled={!shown.open.analysis.ok || busy !== null} onClick={() => void keep()}>Keep with this look</Button>
              <Button kind="quiet" onClick={() => { setShown(null); recording.forget(); }}>Throw it away</Button>
              <span className="text-[14px] text-soft">{shown.name}, {clock(shown.open.preview.lengthS)}, {RING_POSITION[shown.position].label}. Read uses it before the taps.</span>
            </div>
          )}
          <BandView key={shown.name + (shown.recordId ?? '')} open={shown.open} note={shown.note} onNote={(patch) => void change(patch)} />
        </>
      )}
    </section>
  );
}

const clock = (s: number): string => `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, '0')}`;
