'use client';

import { type KeyboardEvent, type PointerEvent } from 'react';
import {
  LEVEL_LABEL,
  levelShare,
  LEVELS,
  RING,
  ZONE_LABEL,
  type Excursions,
  type Level,
  type RingZone,
  type Side,
} from '@/core/body/zones';
import { ANGLE, around, CENTRE_Y, isSilent, outline, pointOn, REACH, RINGS, sector } from './rings-geometry';
import { ZONE_FILL } from './zone-hatch';

type Props = {
  seen: Excursions;
  target?: Excursions;
  /** What was seen before, drawn as a thin line. */
  before?: Excursions;
  /** Makes the rings an input: drag a zone outward, or focus it and use the arrow keys. */
  onChange?: (zone: RingZone, value: number) => void;
  className?: string;
};

const STEP = 0.1;
const snap = (v: number) => Math.round(Math.min(1, Math.max(0, v)) / STEP) / (1 / STEP);

/** The trunk from above at three levels: where the breath goes, where it is wanted, where it is silent. */
export function Rings({ seen, target, before, onChange, className }: Props) {
  const known = (level: Level) => Object.values(RING[level]).some((zone) => seen[zone] !== undefined);

  const toPicture = (event: PointerEvent): readonly [number, number] => {
    const box = (event.currentTarget as SVGGElement).ownerSVGElement!.getScreenCTM()!.inverse();
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(box);
    return [p.x, p.y];
  };
  const drag = (event: PointerEvent, level: Level, side: Side, zone: RingZone) => {
    if (!onChange || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const [x, y] = toPicture(event);
    const { cx, rx, ry } = RINGS[level];
    const along = side === 'front' || side === 'back' ? Math.abs(y - CENTRE_Y) - ry : Math.abs(x - cx) - rx;
    onChange(zone, snap(along / REACH));
  };
  const key = (event: KeyboardEvent, zone: RingZone) => {
    const now = seen[zone] ?? 0;
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
    onChange(zone, snap(next));
  };

  return (
    <svg
      viewBox="0 14 720 208"
      className={className}
      role={onChange ? 'group' : 'img'}
      aria-label={onChange ? 'Rib rings: where the breath was seen' : describe(seen)}
    >
      {LEVELS.map((level) => {
        const { cx, ry } = RINGS[level];
        const sides = Object.entries(RING[level]) as [Side, RingZone][];
        return (
          <g key={level}>
            {target && (
              <path
                d={outline(level, around(level, target))}
                fill="none"
                stroke="var(--ink)"
                strokeWidth="1.5"
                strokeDasharray="1.5 5"
                strokeLinecap="round"
              />
            )}
            {known(level) && (
              <path
                d={outline(level, around(level, seen)) + outline(level, around(level, {}))}
                fill={ZONE_FILL.inPicture}
                fillOpacity="0.75"
                fillRule="evenodd"
                stroke="var(--zone)"
                strokeWidth="2"
              />
            )}
            {before && (
              <path
                d={outline(level, around(level, before))}
                fill="none"
                stroke="var(--held)"
                strokeWidth="1.6"
              />
            )}
            <path
              d={outline(level, around(level, {}))}
              fill="var(--sheet)"
              stroke="var(--held)"
              strokeWidth="1.3"
            />
            {sides.map(
              ([side, zone]) =>
                isSilent(seen, zone) && (
                  <path key={zone} d={sector(level, side, 3, 15)} fill={ZONE_FILL.silent} />
                ),
            )}
            <text x={cx} y={CENTRE_Y - 2} textAnchor="middle" fontSize="15" fill="var(--ink)">
              {LEVEL_LABEL[level]}
            </text>
            <text
              x={cx}
              y={CENTRE_Y + 17}
              textAnchor="middle"
              fontSize="12.5"
              fill="var(--soft)"
              className="tabular-nums"
            >
              {known(level)
                ? `${Math.round(levelShare(seen, level) * 100)} % of the breath`
                : 'not looked at'}
            </text>
            <text x={cx} y={CENTRE_Y + ry + REACH + 18} textAnchor="middle" fontSize="12" fill="var(--soft)">
              front
            </text>
            {level === 'lowerRibs' && (
              <>
                <text x={cx - 126} y={CENTRE_Y + 4} textAnchor="middle" fontSize="12" fill="var(--soft)">
                  right
                </text>
                <text x={cx + 126} y={CENTRE_Y + 4} textAnchor="middle" fontSize="12" fill="var(--soft)">
                  left
                </text>
              </>
            )}
            {onChange &&
              sides.map(([side, zone]) => {
                const [hx, hy] = pointOn(level, ANGLE[side], (seen[zone] ?? 0) * REACH);
                return (
                  <g
                    key={zone}
                    role="slider"
                    tabIndex={0}
                    aria-label={ZONE_LABEL[zone]}
                    aria-valuemin={0}
                    aria-valuemax={100}
                    aria-valuenow={Math.round((seen[zone] ?? 0) * 100)}
                    aria-valuetext={
                      seen[zone] === undefined ? 'not looked at' : `${Math.round(seen[zone] * 100)} %`
                    }
                    className="ring-handle"
                    onKeyDown={(e) => key(e, zone)}
                    onPointerDown={(e) => {
                      e.currentTarget.setPointerCapture(e.pointerId);
                      (e.currentTarget as SVGGElement).focus();
                      drag(e, level, side, zone);
                    }}
                    onPointerMove={(e) => drag(e, level, side, zone)}
                  >
                    <path d={sector(level, side, -12, REACH + 12)} fill="transparent" />
                    <circle
                      cx={hx}
                      cy={hy}
                      r="8"
                      fill={seen[zone] === undefined ? 'var(--sheet)' : 'var(--zone)'}
                      stroke="var(--ink)"
                      strokeWidth="1.5"
                    />
                  </g>
                );
              })}
          </g>
        );
      })}
    </svg>
  );
}

const describe = (e: Excursions): string =>
  `Rib rings. ${
    Object.entries(e)
      .map(([zone, v]) => `${ZONE_LABEL[zone as RingZone]} ${Math.round(v! * 100)} %`)
      .join(', ') || 'nothing looked at'
  }`;
