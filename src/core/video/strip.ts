import { codedPoint, grayAt, type Gray, type Point, type Rect, type Size, type Turned } from './gray';
import { directionOf, lengthOfLine, middleOf, type Segment } from './line';

/** So many parallel samples are taken across a line. */
export const ACROSS = 13;
/** No strip has more places along than this; a longer line is sampled more coarsely. */
const MOST_ALONG = 97;
/** Samples lie this far apart across, as a share of the line. Our choice: 13 of them make a third of it. */
const APART_SHARE = 1 / 36;

/** How a line is sampled: `along` places (odd, the middle one on the line's middle) `stepPx` apart, in ACROSS rows. */
export type StripPlan = {
  /** Corner of the strip and the vectors from one place to the next, px of the picture as it was coded. */
  start: Point;
  along: Point;
  across: Point;
  places: number;
  stepPx: number;
};

/** The values of one line in one picture: ACROSS rows of `places`. */
export type Strip = Uint8Array;

/** Plans the sampling of a line once for all pictures. */
export function planStrip(line: Segment, turned: Turned, coded: Size): StripPlan {
  const length = lengthOfLine(line);
  const stepPx = Math.max(1, length / (MOST_ALONG - 1));
  const places = 2 * Math.floor(length / stepPx / 2) + 1;
  const way = directionOf(line);
  const apart = Math.max(1, length * APART_SHARE);
  const middle = middleOf(line);
  const at = (alongPx: number, acrossPx: number) =>
    codedPoint(
      { x: middle.x + way.x * alongPx - way.y * acrossPx, y: middle.y + way.y * alongPx + way.x * acrossPx },
      turned,
      coded,
    );
  const start = at((-(places - 1) / 2) * stepPx, (-(ACROSS - 1) / 2) * apart);
  const first = at((-(places - 1) / 2 + 1) * stepPx, (-(ACROSS - 1) / 2) * apart);
  const second = at((-(places - 1) / 2) * stepPx, (-(ACROSS - 1) / 2 + 1) * apart);
  return {
    start,
    along: { x: first.x - start.x, y: first.y - start.y },
    across: { x: second.x - start.x, y: second.y - start.y },
    places,
    stepPx,
  };
}

/** The part of a coded picture that a strip needs, on even pixels as decoders ask for it. */
export function regionOf(plan: StripPlan, coded: Size): Rect {
  const corners = [0, 1].flatMap((u) =>
    [0, 1].map((v) => ({
      x: plan.start.x + u * plan.along.x * (plan.places - 1) + v * plan.across.x * (ACROSS - 1),
      y: plan.start.y + u * plan.along.y * (plan.places - 1) + v * plan.across.y * (ACROSS - 1),
    })),
  );
  const even = (v: number) => 2 * Math.floor(v / 2);
  const [xs, ys] = [corners.map((c) => c.x), corners.map((c) => c.y)];
  const x = Math.min(Math.max(0, even(Math.min(...xs) - 2)), even(coded.width - 4));
  const y = Math.min(Math.max(0, even(Math.min(...ys) - 2)), even(coded.height - 4));
  return {
    x,
    y,
    width: Math.max(4, Math.min(even(coded.width) - x, even(Math.max(...xs) + 4) - x)),
    height: Math.max(4, Math.min(even(coded.height) - y, even(Math.max(...ys) + 4) - y)),
  };
}

/** Samples a line in one picture. */
export function stripOf(picture: Gray, plan: StripPlan): Strip {
  const strip = new Uint8Array(ACROSS * plan.places);
  const { start, along, across, places } = plan;
  let k = 0;
  for (let v = 0; v < ACROSS; v++)
    for (let u = 0; u < places; u++)
      strip[k++] =
        grayAt(picture, start.x + u * along.x + v * across.x, start.y + u * along.y + v * across.y) + 0.5;
  return strip;
}
