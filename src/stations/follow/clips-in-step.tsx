'use client';

import { useEffect, useRef, useState } from 'react';
import type { LookData } from '@/core/look/look';
import { RING_POSITION, type RingPosition } from '@/core/look/places';
import { momentAt, paceAt, placeAt, type Beat } from '@/core/video/in-step';
import { VIEW_LABEL, type ClipView } from '@/core/video/line';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { useDates } from '@/ui/dates';
import { Notice } from '@/ui/notice';
import { Select } from '@/ui/select';

/** A clip of a look whose film or a picture of it is kept. */
export type SideClip = {
  view: ClipView;
  position: RingPosition;
  bend: NonNullable<LookData['clips']>[number]['bend'] | null;
  /** Address of the film; null: it is not kept. */
  film: string | null;
  /** Address of a picture without the face; null: none. */
  still: string | null;
  ordinary: Beat[];
  deep: Beat[];
};

type Side = { at: string; clips: readonly SideClip[] };
type Pair = { name: string; clips: readonly [SideClip, SideClip] };

/** Clips of two looks that were filmed alike, beside one another. */
export function ClipsInStep({ sides: [a, b] }: { sides: readonly [Side, Side] }) {
  const pairs = a.clips.flatMap((left): Pair[] => {
    const right = b.clips.find(
      (c) => c.view === left.view && c.position === left.position && c.bend === left.bend,
    );
    const bent = left.bend ? `, bent to the ${left.bend}` : '';
    const name = `${VIEW_LABEL[left.view]}, ${RING_POSITION[left.position].label}${bent}`;
    return right ? [{ name, clips: [left, right] }] : [];
  });
  const [chosen, setChosen] = useState(0);
  const pair = pairs[chosen] ?? pairs[0];
  if (!pair)
    return (
      <p className="text-soft">
        {a.clips.length + b.clips.length === 0
          ? 'No film and no picture of a clip is kept with these looks.'
          : 'The two looks were not filmed alike, or only one film is kept.'}
      </p>
    );
  const [left, right] = pair.clips;
  return (
    <div className="space-y-3">
      {pairs.length > 1 && (
        <Select
          label="clips"
          options={pairs.map((p, i) => ({ value: String(i), label: p.name }))}
          value={String(chosen)}
          onValue={(v) => setChosen(Number(v))}
        />
      )}
      {left.film && right.film && (
        <Films key={left.film} name={pair.name} ats={[a.at, b.at]} films={[left, right]} />
      )}
      {!(left.film && right.film) && <Stills ats={[a.at, b.at]} name={pair.name} clips={pair.clips} />}
    </div>
  );
}

function Stills({
  ats,
  name,
  clips,
}: {
  ats: readonly [string, string];
  name: string;
  clips: readonly [SideClip, SideClip];
}) {
  const dates = useDates();
  return (
    <div className="grid grid-cols-2 gap-x-10">
      {clips.map((c, i) =>
        c.still ? (
          // eslint-disable-next-line @next/next/no-img-element -- bytes of this studio, of no known size
          <img
            key={i}
            className="max-h-80 max-w-full"
            src={c.still}
            alt={`${dates.day(ats[i]!)}: ${name}, without the face`}
          />
        ) : (
          <p key={i} className="text-soft">
            No picture is kept.
          </p>
        ),
      )}
    </div>
  );
}

/** The second film is put right when it is further off than this, s. */
const OFF_S = 0.12;
/** Slowest and fastest that the second film runs; players take no more. */
const PACE = [0.25, 4] as const;

type FilmsProps = {
  name: string;
  ats: readonly [string, string];
  films: readonly [SideClip, SideClip];
};

/** Two films of the same breaths: the second runs faster or slower, so that each breath turns in both at once. */
function Films({ name, ats, films }: FilmsProps) {
  const dates = useDates();
  const [which, setWhich] = useState<'ordinary' | 'deep'>('ordinary');
  const [playing, setPlaying] = useState(false);
  const [share, setShare] = useState(0);
  const [broken, setBroken] = useState(false);
  const leader = useRef<HTMLVideoElement>(null);
  const other = useRef<HTMLVideoElement>(null);
  const count = Math.min(films[0][which].length, films[1][which].length);
  const [lead, follow] = [films[0][which].slice(0, count), films[1][which].slice(0, count)];
  const from = lead[0]?.startS ?? 0;
  const length = (lead.at(-1)?.endS ?? 0) - from;
  const setTo = (to: number) => {
    if (!leader.current || !other.current || count === 0) return;
    leader.current.currentTime = from + to * length;
    other.current.currentTime = momentAt(follow, placeAt(lead, from + to * length));
    setShare(to);
  };
  useEffect(() => {
    const [first, second] = [leader.current, other.current];
    if (!playing || !first || !second || count === 0) return;
    void Promise.all([first.play(), second.play()]).catch(() => setPlaying(false));
    let frame = 0;
    const step = () => {
      const at = first.currentTime;
      const done = at >= from + length;
      if (done) {
        // Over again, from the first breath on.
        first.currentTime = from;
        second.currentTime = follow[0]!.startS;
      } else {
        const place = placeAt(lead, at);
        const should = momentAt(follow, place);
        second.playbackRate = Math.max(PACE[0], Math.min(PACE[1], paceAt(lead, follow, place)));
        if (Math.abs(second.currentTime - should) > OFF_S) second.currentTime = should;
      }
      setShare(done ? 0 : Math.max(0, (at - from) / length));
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => {
      cancelAnimationFrame(frame);
      first.pause();
      second.pause();
    };
    // The breaths are those of the props and of `which`.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [playing, which]);
  if (count === 0 && which === 'ordinary' && films.every((f) => f.deep.length === 0))
    return <p className="text-soft">No breath was found in one of the two, so they do not go in step.</p>;
  const breath = count === 0 ? 0 : placeAt(lead, from + share * length).breath + 1;
  return (
    <div className="space-y-2">
      <div className="grid grid-cols-2 gap-x-10">
        {films.map((f, i) => (
          <video
            key={i}
            ref={i === 0 ? leader : other}
            src={f.film ?? undefined}
            muted
            playsInline
            preload="auto"
            className="max-h-80 w-full bg-rule"
            aria-label={`${dates.day(ats[i]!)}: ${name}`}
            onLoadedMetadata={() => setTo(0)}
            onError={() => setBroken(true)}
          />
        ))}
      </div>
      {broken && <Notice level="care">One of the films cannot be played here, or its file is gone.</Notice>}
      <div className="flex flex-wrap items-end gap-4">
        <Button kind="main" disabled={count === 0 || broken} onClick={() => setPlaying(!playing)}>
          {playing ? 'Pause' : 'Play both in step'}
        </Button>
        <Choice
          label="Breaths"
          options={[
            { value: 'ordinary', label: 'ordinary' },
            { value: 'deep', label: 'deep' },
          ]}
          value={which}
          onValue={(v) => {
            if (!v) return;
            setPlaying(false);
            setShare(0);
            setWhich(v);
          }}
        />
        <label className="flex min-w-56 grow items-center gap-3 text-small">
          <span className="tabular-nums">{count === 0 ? 'not in both' : `breath ${breath} of ${count}`}</span>
          <input
            type="range"
            aria-label="Moment of both films"
            className="grow accent-[var(--rise)]"
            min={0}
            max={1}
            step={0.005}
            value={share}
            disabled={count === 0}
            onChange={(e) => {
              setPlaying(false);
              setTo(Number(e.target.value));
            }}
          />
        </label>
      </div>
      <p className="text-fine text-soft">
        The right film runs faster or slower so that each breath begins, turns and ends in both together.
      </p>
    </div>
  );
}
