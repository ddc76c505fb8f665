import simplify from 'simplify-js';
import { PATH_UNIT } from './path-unit';
import type { Vec2 } from './vector';

/** How far a path may lie beside what was found. */
const TOLERANCE = 0.18;

/** In units of a path. */
export const whole = (v: number): number => Math.round(v / PATH_UNIT);
/** Numbers as short as a path takes them. */
export const join = (numbers: readonly number[]): string =>
  numbers.map((v, i) => (i === 0 || v < 0 ? String(v) : ` ${v}`)).join('');

const thinned = (points: readonly Vec2[]): Vec2[] =>
  simplify(
    points.map(([x, y]) => ({ x, y })),
    TOLERANCE,
    true,
  ).map(({ x, y }): Vec2 => [x, y]);

/** A smooth closed path: each corner is what a curve between two middles is drawn to. */
export function closed(points: readonly Vec2[]): string {
  const ring = thinned([...points, points[0]!]).slice(0, -1);
  const at = (i: number) => ring[(i + ring.length) % ring.length]!;
  const middle = (i: number): Vec2 => [(at(i)[0] + at(i + 1)[0]) / 2, (at(i)[1] + at(i + 1)[1]) / 2];
  return `${curve(
    middle(-1),
    ring.map((p, i) => [p, middle(i)]),
  )}Z`;
}

/** A smooth open path through its ends. */
export function open(points: readonly Vec2[]): string {
  const line = thinned(points);
  if (line.length < 3) return line.length === 2 ? curve(line[0]!, [[line[1]!, line[1]!]]) : '';
  return curve(
    line[0]!,
    line.slice(1, -1).map((p, i) => {
      const next = line[i + 2]!;
      return [p, i === line.length - 3 ? next : [(p[0] + next[0]) / 2, (p[1] + next[1]) / 2]];
    }),
  );
}

function curve(from: Vec2, bends: readonly (readonly [Vec2, Vec2])[]): string {
  let [x, y] = [whole(from[0]), whole(from[1])];
  let d = `M${join([x, y])}`;
  for (const [control, end] of bends) {
    const [ex, ey] = [whole(end[0]), whole(end[1])];
    d += `q${join([whole(control[0]) - x, whole(control[1]) - y, ex - x, ey - y])}`;
    [x, y] = [ex, ey];
  }
  return d;
}
