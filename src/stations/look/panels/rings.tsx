'use client';

import { useState } from 'react';
import { RING_ZONES } from '@/core/body/zones';
import { filledBy, ringsByHand } from '@/core/look/clip-excursions';
import {
  beginsIn,
  MAIN_POSITIONS,
  RING_POSITION,
  RING_POSITIONS,
  type RingPosition,
} from '@/core/look/places';
import { SCHOOL_LABEL, SCHOOL_WISH } from '@/core/aims/school';
import { TARGET } from '@/core/read/target';
import { Figure } from '@/pictures/figure';
import { Rings } from '@/pictures/rings';
import { Button } from '@/ui/button';
import { Select } from '@/ui/select';
import { Slider } from '@/ui/slider';
import type { PanelProps } from './panel';
import { TestHead, WithMore } from './test-head';

/** What each zone did, recorded by pulling the rings outward, in three positions. */
export function RingsTest({
  look,
  set,
  school,
  barred,
  before: lookBefore,
}: Pick<PanelProps, 'look' | 'set' | 'school' | 'barred' | 'before'>) {
  const [position, setPosition] = useState<RingPosition>(() =>
    beginsIn<RingPosition>(
      MAIN_POSITIONS,
      (p) => barred.includes(RING_POSITION[p].position),
      RING_POSITIONS.find((p) => lookBefore?.rings[p]),
    ),
  );
  const seen = look.rings[position] ?? {};
  const before = position === 'hookLying' ? undefined : look.rings.hookLying;
  const change = (zone: string, value: number) =>
    set((l) => ringsByHand(l, position, { ...l.rings[position], [zone]: value }));
  const clear = () => set((l) => ringsByHand(l, position, undefined));
  const allSilent = () =>
    set((l) => {
      const silent = { neck: 0, ...Object.fromEntries(RING_ZONES.map((z) => [z, 0])) };
      return ringsByHand(l, position, { ...silent, ...l.rings[position] });
    });
  const clip = filledBy(look, position);
  return (
    <section aria-label="Rib rings" className="space-y-3">
      <TestHead test="rings">
        <Figure
          position={RING_POSITION[position].position}
          alignment={RING_POSITION[position].alignment}
          breath={look.rings[position]}
          className="h-20 w-36 shrink-0"
        />
      </TestHead>
      <div className="flex flex-wrap items-end gap-6">
        <Select
          label="Position"
          options={RING_POSITIONS.filter(
            (p) => (MAIN_POSITIONS as readonly string[]).includes(p) || look.rings[p],
          ).map((p) => ({ value: p, label: RING_POSITION[p].label + (look.rings[p] ? ' ·' : '') }))}
          value={position}
          onValue={setPosition}
        />
        {look.rings[position] && (
          <>
            <Button onClick={allSilent}>Mark the others as not moving</Button>
            <Button kind="quiet" onClick={clear}>
              Clear this position
            </Button>
          </>
        )}
      </div>
      <Rings seen={seen} target={TARGET[school]} before={before} onChange={change} className="w-full" />
      <div className="grid grid-cols-1 room:grid-cols-[1fr_auto] items-center gap-8">
        <Slider
          label="neck and shoulders lift"
          value={seen.neck ?? 0}
          onValue={(v) => change('neck', v)}
          say={(v) => (seen.neck === undefined ? 'not yet' : `${Math.round(v * 100)} %`)}
        />
        <WithMore>
          <p className="max-w-[46ch] text-fine text-soft">
            Filled: seen. Dashed: wanted by the school “{SCHOOL_LABEL[school]}” ({SCHOOL_WISH[school]}).
            Hatched: seen. Dotted: silent.{before ? ' Thin line: lying.' : ''}
            {clip && ` Filled from the clip ${clip}, as measured.`}
          </p>
        </WithMore>
      </div>
    </section>
  );
}
