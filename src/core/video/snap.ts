import { clamp } from '../base/statistics';
import { grayAt, type Gray } from './gray';
import { directionOf, lengthOfLine, lineAbout, middleOf, type Segment } from './line';
import { seenShareOf } from './trial';

export type Snapped = {
  line: Segment;
  /** Grey levels between the two sides of the edge. */
  stepGrey: number;
  /** Another edge nearly as strong lies on the line, so far from the first, px; null: none. */
  rivalPx: number | null;
  /** So much of a small movement would be seen here, 0–1: less where another edge is matched together with this one. */
  seenShare: number;
};

/** The edge is looked for in this middle share of the line. */
const SEARCHED = 0.8;
/** A line turns no further than this onto the normal of its edge, degrees; beyond, it stays as it was drawn. Our choice. */
const MOST_TURN_DEG = 50;
/** An edge this share as strong as the first one competes with it. Our choice. */
const RIVAL_SHARE = 0.6;
/** Rows to each side, as a share of the line, that are averaged. */
const BESIDE_SHARE = 0.15;
/** Grey is compared this far from the edge to both sides, as a share of the line. */
const FROM_EDGE = [0.06, 0.16] as const;

/** Puts a drawn line on the strongest edge that it crosses, with the edge in its middle and itself across it. */
export function snapLine(picture: Gray, drawn: Segment): Snapped {
  const length = lengthOfLine(drawn);
  let line = drawn;
  for (let round = 0; round < 3; round++) {
    const { peak } = strongest(profile(picture, line), SEARCHED);
    const way = directionOf(line);
    const middle = middleOf(line);
    const at = { x: middle.x + way.x * peak, y: middle.y + way.y * peak };
    const normal = normalAt(picture, at.x, at.y, Math.max(4, length / 6));
    const along = normal ? normal.x * way.x + normal.y * way.y : 0;
    const turned = normal && Math.abs(along) > Math.cos((MOST_TURN_DEG * Math.PI) / 180);
    line = lineAbout(
      at,
      turned ? { x: normal.x * Math.sign(along), y: normal.y * Math.sign(along) } : way,
      length,
    );
  }
  const { rival } = strongest(profile(picture, line), 1);
  return { line, stepGrey: stepOf(picture, line), rivalPx: rival, seenShare: seenShareOf(picture, line) };
}

const besideOf = (length: number): number => Math.max(2, Math.round(BESIDE_SHARE * length));

/** Mean change of grey a pixel along a line, over the rows beside it; index 0 is its start. */
function profile(picture: Gray, line: Segment): Float64Array {
  const way = directionOf(line);
  const n = Math.floor(lengthOfLine(line));
  const beside = besideOf(lengthOfLine(line));
  const grey = new Float64Array(n + 1);
  for (let i = 0; i <= n; i++)
    for (let v = -beside; v <= beside; v++)
      grey[i] =
        grey[i]! +
        grayAt(picture, line.from.x + way.x * i - way.y * v, line.from.y + way.y * i + way.x * v) /
          (2 * beside + 1);
  const change = new Float64Array(n + 1);
  for (let i = 2; i < n - 1; i++) change[i] = (grey[i + 2]! + grey[i + 1]! - grey[i - 1]! - grey[i - 2]!) / 6;
  return change;
}

/** The strongest change from the middle of the line, px, and how far the next one is that comes near it. */
function strongest(change: Float64Array, share: number): { peak: number; rival: number | null } {
  const n = change.length - 1;
  const edge = Math.floor(((1 - share) / 2) * n);
  let top = Math.round(n / 2);
  for (let i = edge; i <= n - edge; i++) {
    // Of edges of one strength the one nearer to the middle is meant.
    const worth = (k: number) => Math.abs(change[k]!) * (1 - 0.3 * Math.abs((2 * k) / n - 1));
    if (worth(i) > worth(top)) top = i;
  }
  const apart = Math.max(4, n / 10);
  let next: number | null = null;
  for (let i = 2; i < n - 1; i++) {
    const size = Math.abs(change[i]!);
    const isPeak = size >= Math.abs(change[i - 1]!) && size >= Math.abs(change[i + 1]!);
    if (!isPeak || Math.abs(i - top) < apart || size < RIVAL_SHARE * Math.abs(change[top]!)) continue;
    if (next === null || size > Math.abs(change[next]!)) next = i;
  }
  return { peak: top - n / 2, rival: next === null ? null : Math.abs(next - top) };
}

/** The direction in which grey changes most about a place, as a vector of length 1; null where it changes in none. */
function normalAt(picture: Gray, cx: number, cy: number, radius: number): { x: number; y: number } | null {
  let [xx, xy, yy] = [0, 0, 0];
  const r = Math.ceil(radius);
  for (let j = -r; j <= r; j++)
    for (let i = -r; i <= r; i++) {
      if (i * i + j * j > radius * radius) continue;
      const gx = grayAt(picture, cx + i + 1, cy + j) - grayAt(picture, cx + i - 1, cy + j);
      const gy = grayAt(picture, cx + i, cy + j + 1) - grayAt(picture, cx + i, cy + j - 1);
      xx += gx * gx;
      xy += gx * gy;
      yy += gy * gy;
    }
  const spread = Math.hypot(xx - yy, 2 * xy);
  if (!(spread > 0.2 * (xx + yy))) return null;
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  return { x: Math.cos(angle), y: Math.sin(angle) };
}

/** Grey outside less grey inside of the edge in the middle of a line. */
function stepOf(picture: Gray, line: Segment): number {
  const length = lengthOfLine(line);
  const [way, middle] = [directionOf(line), middleOf(line)];
  const beside = besideOf(length);
  const side = (sign: 1 | -1) => {
    let [sum, n] = [0, 0];
    for (let s = Math.max(2, FROM_EDGE[0] * length); s <= Math.max(4, FROM_EDGE[1] * length); s++)
      for (let v = -beside; v <= beside; v++, n++)
        sum += grayAt(
          picture,
          middle.x + sign * way.x * s - way.y * v,
          middle.y + sign * way.y * s + way.x * v,
        );
    return sum / n;
  };
  return clamp(Math.abs(side(1) - side(-1)), 0, 255);
}
