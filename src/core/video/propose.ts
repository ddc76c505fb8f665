import { fail, ok, type Result } from '../base/result';
import { percentile } from '../base/statistics';
import { breathingBand, rootMeanSquare } from './breathing-band';
import type { Gray, Point, Size } from './gray';
import { lineAbout, usualLength, type ClipView, type LinePlace, type Segment } from './line';

/** A line that is proposed, on the picture as it is seen. */
export type ProposedLine = Segment & { place: LinePlace };

/** Contours are looked for in cells of so many pixels a side. */
const CELL = 8;
/** Mean square of the change of grey a pixel in a cell that holds an edge. Our choice: half a step of 30 levels in a cell. */
const LEAST_EDGE = 12;
/** A cell moves with the breath when it goes with the one that moves most, and by this many pixels at least. Our choice. */
const GOES_WITH = 0.75;
const LEAST_MOVES = 0.1;
/** … and by this many times what cells usually do, which is what is left of the camera's movement. */
const OVER_USUAL = 3;
/** The contour that moves most does so by this much (root mean square): less is what shake leaves in single cells. Our choice. */
const LEAST_MOST = 0.25;
/** The background moves no more than this share of what moves most. */
const STILL_SHARE = 0.2;
/** Still lines lie so much of the picture's width apart, where they can. Our choice. */
const APART_SHARE = 0.2;

/** A cell with an edge in it: where, across which direction, and how it moved. */
type Cell = {
  at: Point;
  normal: Point;
  strength: number;
  /** Along the normal, px a picture, the camera's movement taken away, within the breathing band. */
  moved: Float64Array;
  size: number;
};

/**
 * Lines across the strongest steady contours that move at the rate of breathing, and on background that does not: a first
 * guess for the instructor to accept or move.
 *
 * @param pictures small ones of an even rate @param hz of these @param whole size of the picture as it is seen
 */
export function proposeLines(
  pictures: readonly Gray[],
  hz: number,
  whole: Size,
  view: ClipView,
): Result<ProposedLine[]> {
  if (pictures.length < 6 * hz)
    return fail('lines are proposed from six seconds on: open a longer part', 'file');
  const cells = steadied(cellsOf(pictures), hz);
  const most = cells.reduce<Cell | null>((best, c) => (best && best.size >= c.size ? best : c), null);
  if (!most) return fail('no contour was found: clothing and background are too alike', 'file');
  const least = Math.max(
    LEAST_MOVES,
    OVER_USUAL *
      percentile(
        cells.map((c) => c.size),
        0.5,
      ),
  );
  const moving = cells.filter((c) => c.size >= least && Math.abs(goesWith(c.moved, most.moved)) >= GOES_WITH);
  if (moving.length < 3 || most.size < LEAST_MOST)
    return fail('nothing was seen to move at the rate of breathing: draw the lines yourself', 'file');
  const { width, height } = pictures[0]!;
  const scale = whole.width / width;
  const length = usualLength(whole);
  const body = placesOf(moving, view, width);
  const box = {
    left: percentile(
      moving.map((c) => c.at.x),
      0.05,
    ),
    right: percentile(
      moving.map((c) => c.at.x),
      0.95,
    ),
  };
  const room = (length / scale) * 0.7;
  const inside = ({ at }: Cell) => at.x > room && at.x < width - room && at.y > room && at.y < height - room;
  const background = cells.filter(
    (c) =>
      inside(c) &&
      c.size < STILL_SHARE * most.size &&
      (c.at.x < box.left - CELL || c.at.x > box.right + CELL),
  );
  const strongest = (of: readonly Cell[]) =>
    of.reduce<Cell | null>((best, c) => (best && best.strength >= c.strength ? best : c), null);
  const upright = strongest(background.filter((c) => Math.abs(c.normal.x) > 0.9));
  const level = background.filter((c) => Math.abs(c.normal.y) > 0.9);
  // Two lines on one corner are hard to tell apart: the second is elsewhere where there is an elsewhere.
  const away = level.filter(
    (c) => !upright || Math.hypot(c.at.x - upright.at.x, c.at.y - upright.at.y) > APART_SHARE * width,
  );
  const stills = [upright, strongest(away) ?? strongest(level)];
  const line = (place: LinePlace, c: Cell): ProposedLine => ({
    place,
    ...lineAbout({ x: (c.at.x + 0.5) * scale - 0.5, y: (c.at.y + 0.5) * scale - 0.5 }, c.normal, length),
  });
  return ok([
    ...body.filter(([, c]) => inside(c)).map(([place, c]) => line(place, c)),
    ...stills.flatMap((c) => (c ? [line('still', c)] : [])),
  ]);
}

/** Cells of the mean picture that hold one edge, and how that edge moved: by least squares of change over slope. */
function cellsOf(pictures: readonly Gray[]): Cell[] {
  const { width, height } = pictures[0]!;
  const mean = new Float32Array(width * height);
  for (const { data } of pictures) for (let k = 0; k < mean.length; k++) mean[k] = mean[k]! + data[k]!;
  for (let k = 0; k < mean.length; k++) mean[k] = mean[k]! / pictures.length;
  const cells: Cell[] = [];
  for (let top = 2; top + CELL < height - 2; top += CELL / 2)
    for (let left = 2; left + CELL < width - 2; left += CELL / 2) {
      const cell = cellAt(pictures, mean, width, left, top);
      if (cell) cells.push(cell);
    }
  return cells;
}

function cellAt(
  pictures: readonly Gray[],
  mean: Float32Array,
  width: number,
  left: number,
  top: number,
): Cell | null {
  const n = CELL * CELL;
  const gx = new Float32Array(n);
  const gy = new Float32Array(n);
  let xx = 0;
  let xy = 0;
  let yy = 0;
  for (let k = 0; k < n; k++) {
    const at = (top + (k >> 3)) * width + left + (k & 7);
    gx[k] = (mean[at + 1]! - mean[at - 1]!) / 2;
    gy[k] = (mean[at + width]! - mean[at - width]!) / 2;
    xx += gx[k]! * gx[k]!;
    xy += gx[k]! * gy[k]!;
    yy += gy[k]! * gy[k]!;
  }
  if (xx + yy < LEAST_EDGE * n) return null;
  // One edge, not a corner or a texture.
  if (Math.hypot(xx - yy, 2 * xy) < 0.8 * (xx + yy)) return null;
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy);
  const normal = { x: Math.cos(angle), y: Math.sin(angle) };
  let strength = 0;
  let cx = 0;
  let cy = 0;
  const slope = new Float32Array(n);
  for (let k = 0; k < n; k++) {
    slope[k] = gx[k]! * normal.x + gy[k]! * normal.y;
    const w = slope[k]! * slope[k]!;
    strength += w;
    cx += w * (left + (k & 7));
    cy += w * (top + (k >> 3));
  }
  const moved = Float64Array.from(pictures, ({ data }) => {
    let sum = 0;
    for (let k = 0; k < n; k++) {
      const at = (top + (k >> 3)) * width + left + (k & 7);
      sum -= (data[at]! - mean[at]!) * slope[k]!;
    }
    return sum / strength;
  });
  return { at: { x: cx / strength, y: cy / strength }, normal, strength, moved, size: 0 };
}

/** The camera's movement, by all cells that agree on it, taken away; what is left within the breathing band. */
function steadied(cells: readonly Cell[], hz: number): Cell[] {
  if (cells.length === 0) return [];
  const n = cells[0]!.moved.length;
  let agreed = cells;
  let shake: Point[] = [];
  for (let round = 0; round < 3; round++) {
    shake = Array.from({ length: n }, (_, t) => shakeAt(agreed, t));
    const off = new Map(
      cells.map((c) => [c, rootMeanSquare(c.moved.map((v, t) => v - along(c.normal, shake[t]!)))] as const),
    );
    const limit = percentile([...off.values()], 0.6);
    agreed = cells.filter((c) => off.get(c)! <= limit);
  }
  return cells.map((c) => {
    const moved = breathingBand(
      c.moved.map((v, t) => v - along(c.normal, shake[t]!)),
      hz,
    );
    return { ...c, moved, size: rootMeanSquare(moved) };
  });
}

const along = (a: Point, b: Point): number => a.x * b.x + a.y * b.y;

function shakeAt(cells: readonly Cell[], t: number): Point {
  let [xx, xy, yy, bx, by] = [1e-6, 0, 1e-6, 0, 0];
  for (const { normal: n, moved } of cells) {
    xx += n.x * n.x;
    xy += n.x * n.y;
    yy += n.y * n.y;
    bx += n.x * moved[t]!;
    by += n.y * moved[t]!;
  }
  const det = xx * yy - xy * xy;
  return { x: (yy * bx - xy * by) / det, y: (xx * by - xy * bx) / det };
}

function goesWith(a: Float64Array, b: Float64Array): number {
  let [ab, aa, bb] = [0, 0, 0];
  for (let i = 0; i < a.length; i++) {
    ab += a[i]! * b[i]!;
    aa += a[i]! * a[i]!;
    bb += b[i]! * b[i]!;
  }
  return aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : 0;
}

/** Heights of the zones as shares of the contour that moves, from its top. */
const HEIGHTS: Partial<Record<LinePlace, readonly [number, number]>> = {
  chest: [0, 0.36],
  lowerRibs: [0.38, 0.64],
  belly: [0.66, 1],
  backRibs: [0.2, 0.8],
  lowerRibsRight: [0.25, 0.85],
  lowerRibsLeft: [0.25, 0.85],
};

/** The best cell of each place, its normal turned outwards. */
function placesOf(moving: readonly Cell[], view: ClipView, width: number): [LinePlace, Cell][] {
  const sides = sidesOf(
    moving.filter((c) => Math.abs(c.normal.x) > 0.6),
    width,
  );
  const upright = [...sides.right, ...sides.left];
  const ys = (upright.length > 0 ? upright : moving).map((c) => c.at.y);
  const [top, bottom] = [percentile(ys, 0.02), percentile(ys, 0.98)];
  const worth = (c: Cell) => c.size * Math.sqrt(c.strength);
  const best = (of: readonly Cell[], by: (c: Cell) => number) =>
    of.reduce<Cell | null>((b, c) => (b && by(b) >= by(c) ? b : c), null);
  const total = (of: readonly Cell[]) => of.reduce((s, c) => s + c.size, 0);
  const front = total(sides.right) >= total(sides.left) ? 'right' : 'left';
  const pick = (place: LinePlace, side: 'right' | 'left'): [LinePlace, Cell][] => {
    const [low, high] = HEIGHTS[place]!;
    const [middle, half] = [(low + high) / 2, (high - low) / 2];
    const from = (c: Cell) => ((c.at.y - top) / (bottom - top || 1) - middle) / half;
    // The middle of a zone is meant, not its edge towards one that moves more.
    const cell = best(
      sides[side].filter((c) => Math.abs(from(c)) <= 1),
      (c) => worth(c) * Math.exp(-1.5 * from(c) ** 2),
    );
    return cell
      ? [[place, { ...cell, normal: pointing(cell.normal, { x: side === 'right' ? 1 : -1, y: 0 }) }]]
      : [];
  };
  const above = best(
    moving.filter((c) => Math.abs(c.normal.y) > 0.85 && c.at.y < top + 0.2 * (bottom - top)),
    worth,
  );
  const shoulder: [LinePlace, Cell][] = above
    ? [['shoulder', { ...above, normal: pointing(above.normal, { x: 0, y: -1 }) }]]
    : [];
  return view === 'side'
    ? [
        ...shoulder,
        ...pick('chest', front),
        ...pick('lowerRibs', front),
        ...pick('belly', front),
        ...pick('backRibs', front === 'right' ? 'left' : 'right'),
      ]
    : [...shoulder, ...pick('lowerRibsRight', 'left'), ...pick('lowerRibsLeft', 'right')];
}

/**
 * The contours to the right and to the left of the body: one goes right while the other goes left. Where only one moves, it
 * is the one on its side of the picture.
 */
function sidesOf(upright: readonly Cell[], width: number): { right: Cell[]; left: Cell[] } {
  const lead = upright.reduce<Cell | null>((b, c) => (b && b.size >= c.size ? b : c), null);
  if (!lead) return { right: [], left: [] };
  const signed = (c: Cell) => goesWith(c.moved, lead.moved) * Math.sign(c.normal.x * lead.normal.x);
  const alike = upright.filter((c) => signed(c) > 0);
  const other = upright.filter((c) => signed(c) <= 0);
  const middle = (of: readonly Cell[]) => of.reduce((s, c) => s + c.at.x, 0) / of.length;
  const isRight = other.length === 0 ? middle(alike) > width / 2 : middle(alike) > middle(other);
  return isRight ? { right: alike, left: other } : { right: other, left: alike };
}

const pointing = (n: Point, way: Point): Point => (along(n, way) < 0 ? { x: -n.x, y: -n.y } : n);
