'use client';

import { type KeyboardEvent, type PointerEvent } from 'react';
import { SILENT_BELOW, ZONE_LABEL, type Excursions, type Zone } from '@/core/body/zones';
import { RING_POSITION, type RingPosition } from '@/core/look/places';
import type { LadderRow } from '@/core/look/sweep';
import { Figure } from './figure';
import { ZONE_FILL } from './zone-hatch';

/** Zones of the ladder from the top of the trunk downward. */
const COLUMNS = [
  ['neck', 'neck'],
  ['sternum', 'sternum'],
  ['betweenBlades', 'blades'],
  ['lowerRibsRight', 'ribs right'],
  ['lowerRibsLeft', 'ribs left'],
  ['lowerRibsBack', 'ribs back'],
  ['belly', 'belly'],
  ['lowBack', 'low back'],
] as const satisfies readonly (readonly [Zone, string])[];

const CELL = 78;
const GAP = 8;
const HEIGHT = 34;
const STEP = 0.1;

type Props = {
  rows: readonly LadderRow[];
  /** Places that have no row yet, offered as empty rows when the ladder is an input. */
  empty?: readonly RingPosition[];
  best?: readonly RingPosition[];
  onChange?: (place: RingPosition, zone: Zone, value: number) => void;
};

/** One row a position, most supported at the bottom: how far each zone moved there, and how much of the low breath was kept. */
export function Ladder({ rows, empty = [], best = [], onChange }: Props) {
  const all: LadderRow[] = [
    ...rows,
    ...empty.map((place) => ({ place, excursions: {}, low: null, kept: null })),
  ].sort((a, b) => order(b.place) - order(a.place));
  return (
    <div
      role={onChange ? 'group' : 'img'}
      aria-label={onChange ? 'Position ladder' : describe(rows)}
      className="w-full overflow-x-auto *:min-w-[580px]"
    >
      <div className="grid grid-cols-[62px_136px_minmax(0,1fr)_104px] items-end gap-3 border-b border-rule pb-1 text-fine text-soft">
        <span className="col-start-3 grid" style={{ gridTemplateColumns: `repeat(${COLUMNS.length}, 1fr)` }}>
          {COLUMNS.map(([zone, label]) => (
            <span key={zone}>{label}</span>
          ))}
        </span>
        <span>low breath kept</span>
      </div>
      {all.map((row) => (
        <div
          key={row.place}
          className={`grid grid-cols-[62px_136px_minmax(0,1fr)_104px] items-center gap-3 border-b border-rule py-0.5 ${best.includes(row.place) ? 'bg-sheet' : ''}`}
        >
          <Figure
            position={RING_POSITION[row.place].position}
            alignment={RING_POSITION[row.place].alignment}
            className="h-[46px] w-full"
          />
          <span className="text-small leading-tight">
            {RING_POSITION[row.place].label}
            {best.includes(row.place) && <strong className="block text-fine">best alignment</strong>}
          </span>
          <Cells
            excursions={row.excursions}
            place={row.place}
            alone={onChange !== undefined && all.length === 1}
            onChange={onChange}
          />
          <span className="text-small tabular-nums">
            {row.low === null ? <span className="text-soft">–</span> : `${Math.round(row.low * 100)} %`}
            {row.kept !== null && row.place !== 'hookLying' && (
              <span className="block text-fine text-soft">{Math.round(row.kept * 100)} % of lying</span>
            )}
          </span>
        </div>
      ))}
    </div>
  );
}

const order = (place: RingPosition): number =>
  [
    'hookLying',
    'sittingSlouched',
    'sitting',
    'sittingArched',
    'standingSlouched',
    'standing',
    'standingArched',
  ].indexOf(place);

function Cells({
  excursions,
  place,
  alone,
  onChange,
}: {
  excursions: Excursions;
  place: RingPosition;
  /** The only row there is: it has the room. */
  alone: boolean;
  onChange?: Props['onChange'];
}) {
  const width = COLUMNS.length * CELL;
  const set = (zone: Zone, value: number) =>
    onChange?.(place, zone, Math.round(Math.min(1, Math.max(0, value)) / STEP) / (1 / STEP));
  const drag = (event: PointerEvent<SVGGElement>, zone: Zone, column: number) => {
    if (!onChange || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(
      event.currentTarget.ownerSVGElement!.getScreenCTM()!.inverse(),
    );
    set(zone, (p.x - column * CELL) / (CELL - GAP));
  };
  const key = (event: KeyboardEvent, zone: Zone) => {
    const now = excursions[zone] ?? 0;
    const next = {
      ArrowUp: now + STEP,
      ArrowRight: now + STEP,
      ArrowDown: now - STEP,
      ArrowLeft: now - STEP,
      Home: 0,
      End: 1,
    }[event.key];
    if (next === undefined || !onChange) return;
    event.preventDefault();
    set(zone, next);
  };
  return (
    <svg
      viewBox={`0 0 ${width} ${HEIGHT}`}
      className={`w-full ${alone ? 'h-[92px]' : onChange ? 'h-[54px]' : 'h-[34px]'}`}
      preserveAspectRatio="none"
      role={onChange ? 'group' : undefined}
      aria-label={onChange ? RING_POSITION[place].label : undefined}
      aria-hidden={onChange ? undefined : true}
    >
      {COLUMNS.map(([zone], i) => {
        const value = excursions[zone];
        const unwanted = zone === 'neck';
        const silent = value !== undefined && value < SILENT_BELOW && !unwanted;
        return (
          <g
            key={zone}
            role={onChange ? 'slider' : undefined}
            tabIndex={onChange ? 0 : undefined}
            aria-label={onChange ? `${ZONE_LABEL[zone]}, ${RING_POSITION[place].label}` : undefined}
            aria-valuemin={onChange ? 0 : undefined}
            aria-valuemax={onChange ? 100 : undefined}
            aria-valuenow={onChange ? Math.round((value ?? 0) * 100) : undefined}
            aria-valuetext={
              onChange ? (value === undefined ? 'not looked at' : `${Math.round(value * 100)} %`) : undefined
            }
            className={onChange ? 'ladder-cell' : undefined}
            onKeyDown={(e) => key(e, zone)}
            onPointerDown={(e) => {
              if (!onChange) return;
              e.currentTarget.setPointerCapture(e.pointerId);
              e.currentTarget.focus();
              drag(e, zone, i);
            }}
            onPointerMove={(e) => drag(e, zone, i)}
          >
            <rect
              x={i * CELL}
              y="3"
              width={CELL - GAP}
              height={HEIGHT - 6}
              fill={silent ? ZONE_FILL.silent : 'transparent'}
              stroke="var(--rule)"
              strokeWidth="1"
              vectorEffect="non-scaling-stroke"
              strokeDasharray={value === undefined ? '3 3' : undefined}
            />
            {value !== undefined && (
              <rect
                x={i * CELL}
                y="3"
                width={Math.max(1.5, value * (CELL - GAP))}
                height={HEIGHT - 6}
                fill={unwanted ? 'var(--fall)' : ZONE_FILL.inPicture}
                opacity="0.75"
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}

const describe = (rows: readonly LadderRow[]): string =>
  `Position ladder. ${rows.map((r) => `${RING_POSITION[r.place].label}: ${r.low === null ? 'low breath not known' : `low breath ${Math.round(r.low * 100)} %`}`).join('; ')}`;
