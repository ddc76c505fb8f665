'use client';

import { useState } from 'react';
import { RING_POSITION, RING_POSITIONS } from '@/core/look/places';
import { isHeldBack } from '@/core/video/gate';
import { CLIP_VIEWS, LINE_PLACE, LINE_PLACES, VIEW_LABEL } from '@/core/video/line';
import { Filming } from '@/pictures/filming';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { NumberField } from '@/ui/field';
import { FileButton } from '@/ui/file-button';
import { useHotkeys } from '@/ui/hotkeys';
import { Notice } from '@/ui/notice';
import { Press } from '@/ui/press';
import { Select } from '@/ui/select';
import { AlsoKept } from './also-kept';
import { ClipResults } from './clip-results';
import { ClipStage, type Pen } from './clip-stage';
import type { PanelProps } from './panel';
import { StancePanel, type Picture } from './stance';
import { TestHead } from './test-head';
import { useClip, type ClipState } from './use-clip';

const VIEWS = CLIP_VIEWS.map((value) => ({ value, label: VIEW_LABEL[value] }));
const WHERE = RING_POSITIONS.map((value) => ({ value, label: RING_POSITION[value].label }));

/** A recording of a phone, measured: lines across contours, followed through the clip; curves, breaths and travel. */
export function ClipTest(props: Pick<PanelProps, 'look' | 'set' | 'lookId'>) {
  const clip = useClip(props);
  const { open, shown, busy, error, worker } = clip;
  const note = clip.kept.find((c) => c.recordId === shown?.recordId);
  const bent = note ? note.bend !== undefined : clip.view === 'front' && clip.bend !== 'none';
  return (
    <section aria-label="Clip" className="space-y-3">
      <TestHead test="clip">{null}</TestHead>
      {clip.kept.length > 0 && <KeptClips clip={clip} />}
      {!open && <Opening clip={clip} />}
      {error && <Notice level="care">{error}</Notice>}
      {busy && (
        <p role="status" className="flex items-center gap-4">
          <progress className="h-2 w-40" max={1} value={worker.progress ?? undefined} aria-label={busy} />{' '}
          {busy}
          {worker.busy && <Button onClick={worker.cancel}>Cancel</Button>}
        </p>
      )}
      {open && <Drawing clip={clip} />}
      {open && <StanceInClip key={open.name} clip={clip} look={props.look} set={props.set} />}
      {shown && (
        <ClipResults
          shown={shown}
          position={note?.position ?? clip.position}
          atS={open ? clip.atS : null}
          onSeek={clip.setAtS}
          onDeepFrom={(t) => void clip.change(t)}
          onKeep={() => void clip.keep()}
          onRings={bent ? null : props.set}
          busy={busy !== null}
        />
      )}
      {note && <AlsoKept key={note.recordId} clip={clip} note={note} lookId={props.lookId} />}
    </section>
  );
}

const BENDS = [
  { value: 'none', label: 'upright' },
  { value: 'right', label: 'to the right' },
  { value: 'left', label: 'to the left' },
] as const;

/** How to film, and what to open. */
function Opening({ clip }: { clip: ClipState }) {
  return (
    <div className="flex flex-wrap items-start gap-8">
      <Filming className="w-64 shrink-0" />
      <div className="min-w-64 flex-1 space-y-3">
        <details>
          <summary className="text-small">How to film</summary>
          <ul className="list-disc space-y-0.5 pl-5 text-small">
            <li>Phone on a tripod or a shelf, level with the ribs; nobody holds it.</li>
            <li>
              From the side: trunk over half the height of the picture, arms crossed high or held forward.
            </li>
            <li>
              Fitted clothing before a plain ground that is lighter or darker, with a door frame or shelf in
              the picture.
            </li>
            <li>
              Nobody talks. Three seconds of rest, five ordinary breaths, five deep ones, three seconds more.
            </li>
            <li>
              The original file, not one that was sent through a messenger: made small, one breath in
              twenty-five is lost and a size can be 40 % off.
            </li>
          </ul>
        </details>
        <div className="flex flex-wrap items-end gap-4">
          <Choice label="Seen" options={VIEWS} value={clip.view} onValue={(v) => v && clip.setView(v)} />
          <Select
            label="Position"
            options={WHERE}
            value={clip.position}
            onValue={clip.setPosition}
            className="w-44"
          />
          {clip.view === 'front' && (
            <Choice label="Bent" options={BENDS} value={clip.bend} onValue={(v) => v && clip.setBend(v)} />
          )}
          <FileButton
            label="Open a clip"
            accept="video/mp4,video/quicktime,video/webm,.mp4,.mov,.m4v,.webm,.mkv"
            onFile={(f) => void clip.openFile(f)}
          />
          <Button kind="quiet" onClick={() => void clip.openMadeUp(1 + Math.floor(Math.random() * 999))}>
            Try a simulated clip
          </Button>
        </div>
      </div>
    </div>
  );
}

const PENS = (view: ClipState['view']): { value: Pen; label: string }[] => [
  ...LINE_PLACES.filter((p) => LINE_PLACE[p].views.includes(view)).map((value) => ({
    value,
    label: LINE_PLACE[value].label,
  })),
  { value: 'ruler', label: 'a known length' },
];

/** The picture with its lines, the moment that is seen, and the part that is followed. */
function Drawing({ clip }: { clip: ClipState }) {
  const { open, lines, part, atS, ruler } = clip;
  const [pen, setPen] = useState<Pen>(clip.view === 'side' ? 'belly' : 'lowerRibsRight');
  const stepS = 1 / (open?.hz ?? 30);
  const step = (by: number) => clip.setAtS(Math.max(0, Math.min((open?.seconds ?? 0) - stepS, atS + by)));
  useHotkeys([
    { key: ',', does: 'a picture back', run: () => step(-stepS) },
    { key: '.', does: 'a picture on', run: () => step(stepS) },
  ]);
  if (!open) return null;
  const body = lines.filter((l) => l.place !== 'still').length;
  const missing =
    body === 0
      ? 'Draw a line across the contour of a zone, from inside the body outwards.'
      : body === lines.length
        ? 'Draw one on the background, across an edge that does not move.'
        : '';
  return (
    <div className="space-y-2">
      <div className="grid gap-5 room:grid-cols-[minmax(0,1fr)_230px]">
        <div>
          <ClipStage clip={clip} pen={pen} />
          <label className="mt-1 flex items-center gap-3 text-fine text-soft">
            <span className="w-20 tabular-nums">{atS.toFixed(2)} s</span>
            <input
              type="range"
              aria-label="Moment of the clip"
              className="grow accent-[var(--rise)]"
              min={0}
              max={open.seconds - stepS}
              step={stepS}
              value={atS}
              onChange={(e) => clip.setAtS(Number(e.target.value))}
            />
            <span className="tabular-nums">{open.seconds.toFixed(1)} s</span>
          </label>
          <p className="flex flex-wrap items-center gap-x-4 text-small">
            <Press look="text" onClick={() => step(-stepS)}>
              a picture back
            </Press>
            <Press look="text" onClick={() => step(stepS)}>
              a picture on
            </Press>
            <Press
              look="text"
              onClick={() => clip.setPart({ fromS: Math.min(atS, part.toS - 2), toS: part.toS })}
            >
              begin here
            </Press>
            <Press
              look="text"
              onClick={() => clip.setPart({ fromS: part.fromS, toS: Math.max(atS, part.fromS + 2) })}
            >
              end here
            </Press>
            <span className="text-soft tabular-nums">
              followed: {part.fromS.toFixed(1)} to {part.toS.toFixed(1)} s
            </span>
          </p>
          <ul aria-label="Lines" className="flex flex-wrap gap-x-6 border-t border-rule pt-1 text-small">
            {lines.map((l) => (
              <li key={l.id} className="flex items-baseline gap-2">
                <span>
                  {LINE_PLACE[l.place].label}
                  {l.stepGrey < 30 && <span className="text-care"> · edge too faint</span>}
                  {isHeldBack(l.seenShare) ? (
                    <span className="text-care"> · another edge right beside it</span>
                  ) : (
                    l.rivalPx !== null && <span className="text-care"> · another edge near</span>
                  )}
                </span>
                <Press
                  look="quiet"
                  className="min-h-6"
                  onClick={() => clip.remove(l.id)}
                  aria-label={`Remove ${LINE_PLACE[l.place].label}`}
                >
                  remove
                </Press>
              </li>
            ))}
          </ul>
        </div>
        <div className="space-y-2">
          <p className="text-fine text-soft">
            {open.name}, {VIEW_LABEL[clip.view]}, {open.width} × {open.height}, {open.hz.toFixed(0)} a second
          </p>
          <Select
            label="A drag on the picture draws"
            options={PENS(clip.view)}
            value={pen}
            onValue={setPen}
            className="w-full"
          />
          {pen === 'ruler' && (
            <NumberField
              label="Its length"
              unit="mm"
              min={1}
              max={3000}
              value={ruler && ruler.mm > 0 ? ruler.mm : undefined}
              onValue={(mm) =>
                clip.setRuler({ ...(ruler ?? { from: { x: 0, y: 0 }, to: { x: 0, y: 0 } }), mm: mm ?? 0 })
              }
            />
          )}
          <div className="flex flex-wrap gap-2">
            <Button disabled={clip.busy !== null} onClick={() => void clip.propose()}>
              Propose lines
            </Button>
            <Button
              kind="main"
              disabled={missing !== '' || clip.busy !== null}
              onClick={() => void clip.follow()}
            >
              Follow them
            </Button>
            <Button kind="quiet" onClick={clip.close}>
              Close the clip
            </Button>
          </div>
          {missing && <p className="text-small text-soft">{missing}</p>}
        </div>
      </div>
    </div>
  );
}

/** Measures how the client stands on the picture at the playhead. */
function StanceInClip({ clip, look, set }: { clip: ClipState } & Pick<PanelProps, 'look' | 'set'>) {
  const [taken, setTaken] = useState<{ picture: Picture; view: ClipState['view'] } | null>(null);
  const take = async () => {
    const picture = await clip.picture();
    if (picture) setTaken({ picture, view: clip.view });
  };
  return taken ? (
    <StancePanel key={taken.picture.url} look={look} set={set} taken={taken} />
  ) : (
    <Button onClick={() => void take()}>Measure how they stand, on this picture</Button>
  );
}

function KeptClips({ clip }: { clip: ClipState }) {
  return (
    <ul aria-label="Clips of this look" className="border-t border-rule text-small">
      {clip.kept.map((c) => (
        <li
          key={c.recordId}
          className={`flex items-baseline gap-5 border-b border-rule py-1 pl-2 ${clip.shown?.recordId === c.recordId ? 'bg-sheet font-semibold' : ''}`}
        >
          <Press look="text" onClick={() => void clip.show(c)}>
            {c.name}
          </Press>
          <span className="grow font-normal text-soft">
            {VIEW_LABEL[c.view]}, {RING_POSITION[c.position].label}
            {c.bend && `, bent to the ${c.bend}`}, {c.lines.length} lines
            {c.film && ', with its film'}
          </span>
          <a
            className="font-normal underline underline-offset-4"
            href={`/recordings/${c.recordId}?as=curves`}
            download
          >
            curves as CSV
          </a>
          {/* A film would be left over: it is deleted first. */}
          {!c.film && (
            <Press look="quiet" className="font-normal" onClick={() => clip.drop(c.recordId)}>
              do not use it
            </Press>
          )}
        </li>
      ))}
    </ul>
  );
}
