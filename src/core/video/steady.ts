import { directionOf, type Segment } from './line';
import type { Point } from './gray';

/** How the camera's own movement was taken away from a line. */
export type Steadied = 'whole' | 'along' | 'not';

/** Still lines pointing less apart than this (sine) tell of one direction only. Our choice. */
const LEAST_SINE = 0.35;
/** One still line speaks for a line that points its way within this cosine. */
const LEAST_COSINE = 0.9;

export type StillLine = { line: Segment; shiftPx: ArrayLike<number> };

/**
 * What the camera moved along a direction, px a sample, from lines on still background: two that point different ways tell
 * it for every direction, one or parallel ones for their own. Turning of the camera is not told.
 *
 * @returns null where the still lines do not tell of this direction
 */
export function shakeAlong(
  stills: readonly StillLine[],
  way: Point,
): { px: Float64Array; by: Steadied } | null {
  if (stills.length === 0) return null;
  const n = stills[0]!.shiftPx.length;
  const ways = stills.map((s) => directionOf(s.line));
  let [xx, xy, yy] = [0, 0, 0];
  for (const { x, y } of ways) {
    xx += x * x;
    xy += x * y;
    yy += y * y;
  }
  const det = xx * yy - xy * xy;
  const px = new Float64Array(n);
  if (det > LEAST_SINE * LEAST_SINE) {
    for (let i = 0; i < n; i++) {
      let [bx, by] = [0, 0];
      stills.forEach((s, k) => {
        bx += ways[k]!.x * s.shiftPx[i]!;
        by += ways[k]!.y * s.shiftPx[i]!;
      });
      px[i] = (way.x * (yy * bx - xy * by) + way.y * (xx * by - xy * bx)) / det;
    }
    return { px, by: 'whole' };
  }
  const k = ways.findIndex((v) => Math.abs(v.x * way.x + v.y * way.y) >= LEAST_COSINE);
  if (k < 0) return null;
  const sign = Math.sign(ways[k]!.x * way.x + ways[k]!.y * way.y);
  for (let i = 0; i < n; i++) px[i] = sign * stills[k]!.shiftPx[i]!;
  return { px, by: 'along' };
}
