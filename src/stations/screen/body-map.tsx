'use client';

import { useState } from 'react';
import {
  COMPLAINT_KINDS,
  KIND_LABEL,
  PLACE_LABEL,
  type Complaint,
  type ComplaintPlace,
} from '@/core/screen/complaints';
import { Figure } from '@/pictures/figure';
import { Choice } from '@/ui/choice';
import { TextField } from '@/ui/field';
import { Press } from '@/ui/press';
import { labelled } from '@/ui/select';
import { Slider } from '@/ui/slider';

type Spot = { place: ComplaintPlace; side: Complaint['side']; x: number; y: number };

const both = (place: ComplaintPlace, out: number, y: number): Spot[] => [
  { place, side: 'right', x: 50 - out, y },
  { place, side: 'left', x: 50 + out, y },
];
const middle = (place: ComplaintPlace, y: number): Spot => ({ place, side: 'middle', x: 50, y });
/** Seen from behind right is right. */
const mirrored = (spots: readonly Spot[]): Spot[] => spots.map((s) => ({ ...s, x: 100 - s.x }));

/** Where on the drawn body a place is, % of its box. */
const FRONT: readonly Spot[] = [
  middle('jaw', 12),
  middle('neck', 18),
  ...both('shoulder', 19, 22),
  middle('chest', 27),
  ...both('ribs', 14, 33),
  middle('belly', 40),
  ...both('groin', 14, 47),
  middle('pubic', 50),
  middle('floor', 57),
  ...both('knee', 11, 74),
];
const BACK: readonly Spot[] = mirrored([
  middle('neck', 17),
  middle('upperBack', 27),
  middle('lowBack', 40),
  ...both('hip', 15, 46),
  middle('tail', 51),
]);

/** From the side one sees the body's own right or left; the figure looks to the right of the page. */
const beside = (side: 'right' | 'left'): Spot[] =>
  (
    [
      ['jaw', 50, 10, 'middle'],
      ['neck', 38, 17, 'middle'],
      ['shoulder', 41, 24, side],
      ['ribs', 45, 33, side],
      ['lowBack', 33, 39, 'middle'],
      ['hip', 41, 48, side],
      ['knee', 48, 73, side],
    ] as const
  ).map(([place, x, y, of]) => ({ place, side: of, x: side === 'right' ? x : 100 - x, y }));

const VIEWS = ['front', 'back', 'right', 'left'] as const;
type View = (typeof VIEWS)[number];
const VIEW_LABEL: Record<View, string> = { front: 'Front', back: 'Back', right: 'Right', left: 'Left' };
const SPOTS: Record<View, readonly Spot[]> = {
  front: FRONT,
  back: BACK,
  right: beside('right'),
  left: beside('left'),
};

const MOST_SCORE = 10;
const USUAL_SCORE = 4;

type Props = { complaints: readonly Complaint[]; onChange: (complaints: Complaint[]) => void };

const same = (a: Pick<Complaint, 'place' | 'side'>, b: Pick<Complaint, 'place' | 'side'>): boolean =>
  a.place === b.place && a.side === b.side;
const nameOf = ({ place, side }: Pick<Complaint, 'place' | 'side'>): string =>
  side === 'right' || side === 'left' ? `${PLACE_LABEL[place]}, ${side}` : PLACE_LABEL[place];

/** A body to tap on: where it hurts, pulls, leaks or is heavy, how much, when, and what brings it. */
export function BodyMap({ complaints, onChange }: Props) {
  const [open, setOpen] = useState<Pick<Complaint, 'place' | 'side'> | null>(null);
  const [view, setView] = useState<View>('front');
  const tap = (spot: Pick<Complaint, 'place' | 'side'>) => {
    if (!complaints.some((c) => same(c, spot)))
      onChange([...complaints, { place: spot.place, side: spot.side, kind: 'hurts', score: USUAL_SCORE }]);
    setOpen(spot);
  };
  const edit = (of: Complaint, change: Partial<Complaint>) =>
    onChange(complaints.map((c) => (c === of ? { ...c, ...change } : c)));
  return (
    <section aria-label="Complaints">
      <div className="grid grid-cols-1 gap-6 room:grid-cols-[230px_1fr]">
        <div className="space-y-2">
          <Choice
            label="Seen from"
            hideLabel
            value={view}
            onValue={(v) => v && setView(v)}
            options={labelled(VIEWS, VIEW_LABEL)}
          />
          <Body view={view} complaints={complaints} onTap={tap} />
        </div>
        <ul className="space-y-2">
          {complaints.length === 0 && (
            <li className="text-soft">Tap the body where something hurts, pulls, leaks or is heavy.</li>
          )}
          {complaints.map((c) => (
            <li key={nameOf(c)} className="border-b border-rule pb-2">
              <div className="flex items-baseline justify-between gap-3">
                <Press look="text" aria-expanded={open !== null && same(c, open)} onClick={() => setOpen(c)}>
                  {nameOf(c)}
                </Press>
                <span className="tabular-nums">
                  {KIND_LABEL[c.kind]} {c.score} of {MOST_SCORE}
                </span>
                <Press
                  look="quiet"
                  aria-label={`Remove ${nameOf(c)}`}
                  onClick={() => onChange(complaints.filter((x) => x !== c))}
                >
                  remove
                </Press>
              </div>
              {open !== null && same(c, open) && (
                <div className="space-y-1.5 pt-1.5">
                  <Choice
                    label="It"
                    hideLabel
                    value={c.kind}
                    onValue={(kind) => kind && edit(c, { kind })}
                    options={labelled(COMPLAINT_KINDS, KIND_LABEL)}
                  />
                  <Slider
                    label={`${nameOf(c)}, how much`}
                    tight
                    min={0}
                    max={MOST_SCORE}
                    step={1}
                    value={c.score}
                    onValue={(score) => edit(c, { score })}
                    say={(v) => `${v} of ${MOST_SCORE}`}
                  />
                  <div className="grid grid-cols-2 gap-4">
                    <TextField label="When" value={c.when ?? ''} onValue={(when) => edit(c, { when })} />
                    <TextField
                      label="What brings it"
                      value={c.brings ?? ''}
                      onValue={(brings) => edit(c, { brings })}
                    />
                  </div>
                </div>
              )}
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}

type BodyProps = {
  view: View;
  complaints: readonly Complaint[];
  onTap: (spot: Spot) => void;
};

function Body({ view, complaints, onTap }: BodyProps) {
  const isSide = view === 'right' || view === 'left';
  return (
    <div className="relative mx-auto h-[400px] w-[164px]">
      <Figure
        position="standing"
        view={isSide ? 'side' : 'front'}
        className={`h-full w-full ${view === 'left' ? '-scale-x-100' : ''}`}
      />
      {SPOTS[view].map((spot) => {
        const of = complaints.find((c) => same(c, spot));
        return (
          <Press
            look="bare"
            key={nameOf(spot)}
            aria-label={`${nameOf(spot)}${of ? `, ${of.score} of ${MOST_SCORE}` : ''}`}
            aria-pressed={of !== undefined}
            title={nameOf(spot)}
            className="absolute size-6 -translate-x-1/2 -translate-y-1/2 rounded-full border-[1.5px] border-paper bg-paper/20 text-fine outline outline-1 outline-soft/60 hover:bg-paper/60 aria-pressed:border-paper aria-pressed:bg-stop aria-pressed:font-semibold aria-pressed:text-paper"
            style={{ left: `${spot.x}%`, top: `${spot.y}%` }}
            onClick={() => onTap(spot)}
          >
            {of ? of.score : ''}
          </Press>
        );
      })}
    </div>
  );
}
