import { clamp } from '../base/statistics';
import type { Gray } from './gray';
import type { Segment } from './line';
import { ACROSS, planStrip, stripOf, type Strip } from './strip';
import { lineTracker } from './track';

/**
 * Movements that are tried, px outwards: about what an ordinary breath moves in a clip, where the ground beside the
 * contour holds most.
 */
const TRIED_PX = [-1, -0.5, 0.5, 1] as const;
/**
 * The contour reaches beyond the middle of its line to where grey changes by less than this share of its most, and this
 * far at least,
 * places; from there on the ground shows. Our choice. */
const FLAT_SHARE = 0.25;
const LEAST_CONTOUR = 2;

/**
 * How much of a small movement following would see here: the body inside the contour is moved on the picture itself while the
 * ground outside stays, and followed. An edge of the ground that is matched together with the contour holds the result back,
 * and nothing in the curve would tell.
 *
 * @param line snapped: the contour in its middle, from inside to outside
 * @returns the smallest share that was seen of the movements tried, 0–1
 */
export function seenShareOf(picture: Gray, line: Segment): number {
  const plan = planStrip(line, 0, picture);
  const strip = stripOf(picture, plan);
  const end = contourEnd(strip, plan.places);
  const shares = TRIED_PX.map((px) => {
    const { shiftPx } = lineTracker(strip, plan).push(moved(strip, plan.places, px / plan.stepPx, end), 1);
    return shiftPx === null ? 0 : shiftPx / px;
  });
  return clamp(Math.min(...shares), 0, 1);
}

/** The place at which the contour in the middle of a strip ends outwards. */
function contourEnd(strip: Strip, places: number): number {
  const change = (u: number) => {
    let sum = 0;
    for (let row = 0; row < ACROSS * places; row += places) sum += strip[row + u + 1]! - strip[row + u - 1]!;
    return Math.abs(sum);
  };
  const middle = (places - 1) / 2;
  const most = Math.max(...[-1, 0, 1].map((u) => change(middle + u)));
  let end = middle + LEAST_CONTOUR;
  // A change that grows again is another edge.
  while (end < places - 2 && change(end) > FLAT_SHARE * most && change(end + 1) <= change(end)) end++;
  return end;
}

/** A strip whose part up to a place is moved by so many places, the outer one left. */
function moved(strip: Strip, places: number, by: number, to: number): Strip {
  const out = new Uint8Array(strip.length);
  const end = to + Math.max(by, 0);
  for (let row = 0; row < ACROSS * places; row += places)
    for (let u = 0; u < places; u++) {
      const x = clamp(u - by, 0, places - 1);
      const i = Math.min(places - 2, Math.floor(x));
      const body = strip[row + i]! + (strip[row + i + 1]! - strip[row + i]!) * (x - i);
      const share = clamp((end + 1 - u) / 2, 0, 1);
      out[row + u] = share * body + (1 - share) * strip[row + u]! + 0.5;
    }
  return out;
}
