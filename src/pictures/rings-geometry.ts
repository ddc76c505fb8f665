import { RING, SILENT_BELOW, type Excursions, type Level, type RingZone, type Side } from '@/core/body/zones';

/** Half axes of a ring at the end of the exhale, and where it stands, in picture units. */
export const RINGS: Record<Level, { cx: number; rx: number; ry: number }> = {
  upperRibs: { cx: 118, rx: 66, ry: 40 },
  lowerRibs: { cx: 360, rx: 72, ry: 46 },
  belly: { cx: 602, rx: 68, ry: 48 },
};
export const CENTRE_Y = 108;
/** Picture units of a full excursion. */
export const REACH = 36;

/** Clockwise from the front, seen from above with the front at the bottom: so the client's right is on the left. */
const COMPASS: readonly (Side | null)[] = ['front', null, 'left', null, 'back', null, 'right', null];
export const ANGLE: Record<Side, number> = {
  front: 0,
  left: Math.PI / 2,
  back: Math.PI,
  right: (3 * Math.PI) / 2,
};

export type Point = readonly [number, number];

export const pointOn = (level: Level, angle: number, beyond: number): Point => {
  const { cx, rx, ry } = RINGS[level];
  return [cx + (rx + beyond) * Math.sin(angle), CENTRE_Y + (ry + beyond) * Math.cos(angle)];
};

/** Excursion at eight points round a ring: a zone where there is one, between its neighbours otherwise. */
export function around(level: Level, e: Excursions): number[] {
  const zones = COMPASS.map((side) => (side ? RING[level][side] : undefined));
  const known = zones.map((zone) => (zone ? (e[zone] ?? 0) : null));
  return known.map((value, i) => {
    if (value !== null) return value;
    const before = nearest(known, i, -1);
    const after = nearest(known, i, 1);
    return (before + after) / 2;
  });
}

function nearest(values: readonly (number | null)[], from: number, step: 1 | -1): number {
  for (let k = 1; k < values.length; k++) {
    const v = values[(from + step * k + values.length) % values.length];
    if (v !== null && v !== undefined) return v;
  }
  return 0;
}

/** Points between two of the eight. */
const BETWEEN = 4;

/**
 * A closed smooth outline of a ring bulging by the excursions. Between two of the eight points it goes from one to the other
 * without turning back, so that a zone at its end makes a bulge and no dent beside it.
 */
export function outline(level: Level, values: readonly number[]): string {
  const points = values.flatMap((v, i) =>
    Array.from({ length: BETWEEN }, (_, k) => {
      const f = k / BETWEEN;
      const next = values[(i + 1) % values.length]!;
      const eased = v + (next - v) * (3 * f * f - 2 * f ** 3);
      return pointOn(level, ((i + f) * 2 * Math.PI) / values.length, eased * REACH);
    }),
  );
  const at = (i: number) => points[(i + points.length) % points.length]!;
  let d = `M${fmt(at(0))}`;
  for (let i = 0; i < points.length; i++) {
    const [a, b, c, e] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    d += `C${fmt([b[0] + (c[0] - a[0]) / 6, b[1] + (c[1] - a[1]) / 6])} ${fmt([c[0] - (e[0] - b[0]) / 6, c[1] - (e[1] - b[1]) / 6])} ${fmt(c)}`;
  }
  return `${d}Z`;
}

/** The sector of a zone between the resting ring and its full reach. */
export function sector(level: Level, side: Side, from: number, to: number): string {
  const half = side === 'front' || side === 'back' ? 0.62 : 0.5;
  const steps = Array.from({ length: 9 }, (_, k) => ANGLE[side] - half + (k * half) / 4);
  const outer = steps.map((a) => fmt(pointOn(level, a, to)));
  const inner = steps.map((a) => fmt(pointOn(level, a, from))).reverse();
  return `M${[...outer, ...inner].join('L')}Z`;
}

export const isSilent = (e: Excursions, zone: RingZone): boolean =>
  e[zone] !== undefined && e[zone] < SILENT_BELOW;

const fmt = ([x, y]: Point): string => `${x.toFixed(1)},${y.toFixed(1)}`;
