'use client';

import type { BandNote } from '@/core/look/look';
import { RING_POSITION } from '@/core/look/places';
import { Button } from '@/ui/button';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { BandControls } from './band-controls';
import { BandView } from './band-view';
import { clock, LivePanel } from './live-panel';
import type { PanelProps } from './panel';
import { TestHead } from './test-head';
import { useBandRecords } from './use-band-records';

/** Bands: from the stand-in, a serial device or a file; live, analysed, kept with the look. */
export function BandsTest(props: Pick<PanelProps, 'look' | 'set' | 'lookId'>) {
  const { set } = props;
  const records = useBandRecords(props);
  const { wish, setWish, shown, busy, error, worker, recording, running, kept, another, setAnother } =
    records;
  const { readFile, startStop, analyseRecorded, keep, show, change, discard } = records;
  useHotkeys([{ key: ' ', does: 'start and stop the record', run: startStop }]);
  return (
    <section aria-label="Bands" className="space-y-3">
      <TestHead test="bands" />
      {kept.length > 0 && (
        <RecordList
          kept={kept}
          openId={shown?.recordId ?? null}
          onShow={(b) => void show(b)}
          onDrop={(id) => set((l) => ({ ...l, bands: l.bands?.filter((b) => b.recordId !== id) }))}
          onAnother={another || running ? null : () => setAnother(true)}
        />
      )}
      {(another || running || kept.length === 0) && (
        <BandControls
          wish={wish}
          onWish={(patch) => setWish((w) => ({ ...w, ...patch }))}
          running={running}
          onStartStop={startStop}
          onFile={(f) => void readFile(f)}
        />
      )}
      {recording.found && !running && (
        <Notice
          level="care"
          action={
            <span className="flex gap-2">
              <Button
                onClick={() => {
                  recording.takeFound();
                  void analyseRecorded();
                }}
              >
                Bring it back
              </Button>
              <Button kind="quiet" onClick={recording.forget}>
                Throw it away
              </Button>
            </span>
          }
        >
          A record of {clock(recording.found.times.at(-1)! - recording.found.times[0]!)} was running when this
          page went.
        </Notice>
      )}
      {error && <Notice level="care">{error}</Notice>}
      {busy && (
        <p role="status" className="flex items-center gap-4">
          <span className="h-1.5 w-40 animate-pulse bg-rise" aria-hidden /> {busy}
          {worker.busy && <Button onClick={worker.cancel}>Cancel</Button>}
        </p>
      )}
      {running && <LivePanel recording={recording} />}
      {!running && recording.why && (
        <Notice
          level="care"
          action={<Button onClick={() => void analyseRecorded()}>Analyse what there is</Button>}
        >
          {recording.why}
        </Notice>
      )}
      {shown && !running && (
        <>
          {!shown.recordId && (
            <div className="flex items-center gap-4">
              <Button
                kind="main"
                disabled={!shown.open.analysis.ok || busy !== null}
                onClick={() => void keep()}
              >
                Keep with this look
              </Button>
              <Button kind="quiet" onClick={discard}>
                Throw it away
              </Button>
              <span className="text-small text-soft">
                {shown.name}, {clock(shown.open.preview.lengthS)}, {RING_POSITION[shown.position].label}. Read
                uses it before the taps.
              </span>
            </div>
          )}
          <BandView
            key={shown.name + (shown.recordId ?? '')}
            open={shown.open}
            note={shown.note}
            onNote={(patch) => void change(patch)}
          />
        </>
      )}
    </section>
  );
}

type ListProps = {
  kept: readonly BandNote[];
  openId: string | null;
  onShow: (note: BandNote) => void;
  onDrop: (id: string) => void;
  onAnother: (() => void) | null;
};

function RecordList({ kept, openId, onShow, onDrop, onAnother }: ListProps) {
  return (
    <ul aria-label="Records of this look" className="border-t border-rule text-small">
      {kept.map((b) => (
        <li
          key={b.recordId}
          className={`flex items-baseline gap-5 border-b border-rule py-1 pl-2 ${openId === b.recordId ? 'bg-sheet font-semibold' : ''}`}
        >
          <Press look="text" onClick={() => onShow(b)}>
            {b.name}
          </Press>
          <span className="grow font-normal text-soft">{RING_POSITION[b.position].label}</span>
          <a
            className="font-normal underline underline-offset-4"
            href={`/recordings/${b.recordId}?as=edf`}
            download
          >
            EDF+
          </a>
          <a
            className="font-normal underline underline-offset-4"
            href={`/recordings/${b.recordId}?as=csv`}
            download
          >
            CSV
          </a>
          <Press look="quiet" className="font-normal" onClick={() => onDrop(b.recordId)}>
            do not use it
          </Press>
        </li>
      ))}
      {onAnother && (
        <li className="py-1">
          <Button kind="quiet" onClick={onAnother}>
            Record or open another
          </Button>
        </li>
      )}
    </ul>
  );
}
