'use client';

import { useState } from 'react';
import { POSITION, POSITIONS, type Position } from '@/core/body/positions';
import type { Prop } from '@/core/body/props';
import { propFor } from '@/core/body/props';
import { MODEL_ZONES, predict, whatOpens, type Circumstances, type ModelZone } from '@/core/body/resistance';
import { ZONE_LABEL, type Excursions } from '@/core/body/zones';
import type { LookData } from '@/core/look/look';
import { RING_POSITION, RING_POSITIONS } from '@/core/look/places';
import type { School } from '@/core/aims/school';
import { TARGET } from '@/core/read/target';
import { positionBars } from '@/core/safety/position-rules';
import type { Flags } from '@/core/screen/flags';
import { POSITION_PROPS } from '@/core/safety/verdict';
import { Rings } from '@/pictures/rings';
import { Choice } from '@/ui/choice';
import { Select } from '@/ui/select';

type Props = { rings: LookData['rings']; flags: Flags; props: readonly Prop[]; school: School };

const BEND = [
  { value: 'none', label: 'upright' },
  { value: 'right', label: 'bent right' },
  { value: 'left', label: 'bent left' },
] as const;
const SHOWN = 5;

/** Where the springs of this client would send the breath elsewhere, beside what was seen there, and what would open a zone. */
export function LeastResistance({ rings, flags, props, school }: Props) {
  const base = RING_POSITIONS.find((p) => rings[p]);
  const [position, setPosition] = useState<Position>('standing');
  const [bend, setBend] = useState<'none' | 'right' | 'left'>('none');
  const [zone, setZone] = useState<ModelZone | null>(null);
  if (!base)
    return (
      <p className="py-4 text-soft">
        The model takes the client’s springs from the rib rings. Record them in one position first.
      </p>
    );
  const from = {
    there: { position: RING_POSITION[base].position, alignment: RING_POSITION[base].alignment },
    seen: rings[base]!,
  };
  const here: Circumstances = { position, ...(bend === 'none' ? {} : { bend }) };
  const predicted = predict(here, from);
  const place =
    bend === 'none'
      ? RING_POSITIONS.find(
          (p) => RING_POSITION[p].position === position && RING_POSITION[p].alignment === 'between',
        )
      : undefined;
  const seen = place ? rings[place] : undefined;
  const asked = zone ?? mostMissing(rings[base]!, school);
  const allowed = POSITIONS.filter(
    (p) =>
      p !== 'walking' &&
      positionBars(p, flags).length === 0 &&
      (POSITION_PROPS[p] === undefined || propFor(POSITION_PROPS[p], props) !== null),
  );
  const openings = asked ? whatOpens(asked, from, allowed).slice(0, SHOWN) : [];
  return (
    <div className="space-y-2">
      <div className="flex flex-wrap items-end gap-5">
        <Select
          label="Predict for"
          options={POSITIONS.map((p) => ({ value: p, label: POSITION[p].label }))}
          value={position}
          onValue={setPosition}
          className="w-64"
        />
        <Choice label="Bend" hideLabel options={BEND} value={bend} onValue={(v) => v && setBend(v)} />
        <p className="text-fine text-soft">
          {seen ? 'Filled: seen there. Line: predicted.' : 'Filled: predicted; not looked at there yet.'}
        </p>
      </div>
      <Rings seen={seen ?? predicted} before={seen ? predicted : undefined} className="h-44 w-full" />
      <div className="grid grid-cols-1 room:grid-cols-[190px_1fr] gap-6 text-small">
        {asked && (
          <Select
            label="What would open"
            options={MODEL_ZONES.filter((z) => rings[base]![z] !== undefined && z !== 'neck').map((z) => ({
              value: z,
              label: ZONE_LABEL[z],
            }))}
            value={asked}
            onValue={setZone}
          />
        )}
        <ol aria-label="What would open it">
          {openings.length === 0 && (
            <li className="text-soft">Nothing that this client may do opens it further than it was seen.</li>
          )}
          {openings.map((o) => (
            <li
              key={sayOf(o.circumstances)}
              className="grid grid-cols-[1fr_90px_60px] items-center gap-3 border-b border-rule"
            >
              <span>{sayOf(o.circumstances)}</span>
              <span className="h-2 bg-rise" style={{ width: `${Math.min(100, o.gain * 200)}%` }} />
              <span className="text-right tabular-nums">+{Math.round(o.gain * 100)} %</span>
            </li>
          ))}
        </ol>
      </div>
      <p className="border-l-4 border-rule pl-3 text-fine text-soft">
        A teaching aid, not a measurement: the zones are springs side by side under one pressure, softened and
        stiffened by position. It knows nothing of attention, habit or pain. Try it and look.
      </p>
    </div>
  );
}

function mostMissing(seen: Excursions, school: School): ModelZone | null {
  const short = MODEL_ZONES.flatMap((z) =>
    seen[z] === undefined || z === 'neck' ? [] : [{ z, by: (TARGET[school][z] ?? 0) - seen[z] }],
  );
  return short.sort((a, b) => b.by - a.by)[0]?.z ?? null;
}

function sayOf({ position, bend, wrap, frontTonePct, backSupport }: Circumstances): string {
  const words = [
    position === 'sideLying' && bend ? `lying on the ${bend} side` : POSITION[position].label,
    bend && position !== 'sideLying' ? `bent to the ${bend}` : '',
    wrap === 'belly'
      ? 'a firm wrap round the belly'
      : wrap === 'lowerRibs'
        ? 'a firm wrap round the lower ribs'
        : '',
    frontTonePct ? 'light tension in front' : '',
    backSupport ? 'two balls behind the back ribs' : '',
  ];
  return words.filter(Boolean).join(', ');
}
