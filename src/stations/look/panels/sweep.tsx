'use client';

import { useState } from 'react';
import type { Zone } from '@/core/body/zones';
import { filledBy, ringsByHand } from '@/core/look/clip-excursions';
import { RING_POSITION, RING_POSITIONS, type RingPosition } from '@/core/look/places';
import { bestAlignment, ladderOf } from '@/core/look/sweep';
import { measureStance, standsAs } from '@/core/video/stance';
import { Ladder } from '@/pictures/ladder';
import { Button } from '@/ui/button';
import { useKeptOpen } from '@/ui/kept-open';
import { Press } from '@/ui/press';
import type { PanelProps } from './panel';
import { SweepByClip } from './sweep-by-clip';
import { TestHead, WithMore } from './test-head';

/** The same breath lying, sitting and standing in three alignments each: the position ladder, which is also the input. */
export function SweepTest({ look, set }: Pick<PanelProps, 'look' | 'set'>) {
  const rows = ladderOf(look.rings);
  const empty = RING_POSITIONS.filter((p) => !look.rings[p]);
  const best = (['sitting', 'standing'] as const).flatMap((p) => bestAlignment(look.rings, p) ?? []);
  const [all, setAll] = useKeptOpen('questions');
  const [place, setPlace] = useState<RingPosition>(
    () => RING_POSITIONS.find((p) => !look.rings[p]) ?? RING_POSITIONS[0],
  );
  const next = RING_POSITIONS[(RING_POSITIONS.indexOf(place) + 1) % RING_POSITIONS.length]!;
  const change = (at: RingPosition, zone: Zone, value: number) =>
    set((l) => ringsByHand(l, at, { ...l.rings[at], [zone]: value }));
  const filled = RING_POSITIONS.flatMap((p) => (filledBy(look, p) ? [RING_POSITION[p].label] : []));
  const stands = (look.stances ?? []).flatMap(({ taps }) => standsAs(measureStance(taps)) ?? [])[0];
  return (
    <section aria-label="Position sweep" className="space-y-3">
      <TestHead test="sweep">{null}</TestHead>
      {all ? (
        <Ladder rows={rows} empty={empty} best={best.map((b) => b.place)} onChange={change} />
      ) : (
        <>
          <div className="border-y-[1.5px] border-ink">
            <Ladder
              rows={rows.filter((r) => r.place === place)}
              empty={empty.filter((p) => p === place)}
              best={[]}
              onChange={change}
            />
          </div>
          <Button onClick={() => setPlace(next)}>Next: {RING_POSITION[next].label}</Button>
          {rows.length > 0 && <Ladder rows={rows} best={best.map((b) => b.place)} />}
        </>
      )}
      {(all || rows.length > 0) && (
        <Press look="quiet" className="block text-small" onClick={() => setAll(!all)}>
          {all ? 'One at a time' : 'All positions'}
        </Press>
      )}
      <p className="max-w-[90ch] text-small">
        {best.length === 0 ? (
          <span className="text-soft">
            Pull a bar to the right, or focus it and use the arrow keys. Belly and both lower ribs in two
            alignments name the best one.
          </span>
        ) : (
          best.map((b) => (
            <span key={b.place} className="mr-6">
              {RING_POSITION[b.place].position}: most air reaches belly and ribs{' '}
              <strong>{ALIGNED[RING_POSITION[b.place].alignment]}</strong>
              {b.lead !== null && b.lead > 0
                ? `, ${Math.round(b.lead * 100)} points before the next.`
                : ', level with the next.'}
            </span>
          ))
        )}
      </p>
      <SweepByClip look={look} set={set} />
      {stands && (
        <p className="text-small">
          As they stand, measured on a picture ({stands.because}): the row{' '}
          <strong>standing{stands.as === 'between' ? '' : `, ${stands.as}`}</strong> is their usual one.
        </p>
      )}
      <WithMore>
        <p className="text-fine text-soft">
          {filled.length > 0 && `From a clip: ${filled.join('; ')}. `}
          Dotted: silent. Neck and shoulders are not wanted. Lying and the middle alignments are the same
          record as the rib rings.
        </p>
      </WithMore>
    </section>
  );
}

const ALIGNED = { slouched: 'slouched', between: 'in between', arched: 'arched' } as const;
