/** A place in a picture, px; the centre of its first pixel is 0, 0. */
export type Point = { x: number; y: number };

/** A grey picture, or a part of one: `x0` and `y0` tell where its first pixel lies in the whole. Values 0 (black) to 255. */
export type Gray = {
  x0: number;
  y0: number;
  width: number;
  height: number;
  /** Values from one row to the next; `width` where nothing lies between. */
  stride: number;
  data: ArrayLike<number>;
};

/** How a phone turned the picture that its sensor took, degrees clockwise. */
export type Turned = 0 | 90 | 180 | 270;

export type Size = { width: number; height: number };

/** A part of a picture. */
export type Rect = Size & { x: number; y: number };

/** The value between pixels, by the four around it; beyond the edge the edge goes on. */
export function grayAt(g: Gray, x: number, y: number): number {
  const px = within(x - g.x0, g.width - 1);
  const py = within(y - g.y0, g.height - 1);
  // Whole parts by bits: these are asked for a thousand times a picture.
  const i = px < g.width - 1 ? px | 0 : g.width - 2;
  const j = py < g.height - 1 ? py | 0 : g.height - 2;
  const u = px - i;
  const v = py - j;
  const at = j * g.stride + i;
  const top = g.data[at]! * (1 - u) + g.data[at + 1]! * u;
  const low = g.data[at + g.stride]! * (1 - u) + g.data[at + g.stride + 1]! * u;
  return top * (1 - v) + low * v;
}

const within = (v: number, most: number): number => (v < 0 ? 0 : v > most ? most : v);

/** Where a place of the picture as it is seen lies in the picture as it was coded. */
export function codedPoint(p: Point, turned: Turned, coded: Size): Point {
  if (turned === 90) return { x: p.y, y: coded.height - 1 - p.x };
  if (turned === 180) return { x: coded.width - 1 - p.x, y: coded.height - 1 - p.y };
  if (turned === 270) return { x: coded.width - 1 - p.y, y: p.x };
  return p;
}

/** The size in which a picture is seen. */
export const seenSize = ({ width, height }: Size, turned: Turned): Size =>
  turned === 90 || turned === 270 ? { width: height, height: width } : { width, height };

/** Pixels between two points. */
export const distance = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y);

/** Luma of ITU-R BT.601 from red, green, blue and what lies behind. */
export function greyOfColours(rgba: ArrayLike<number>, width: number, height: number): Gray {
  const data = new Uint8Array(width * height);
  for (let i = 0; i < data.length; i++)
    data[i] = 0.299 * rgba[4 * i]! + 0.587 * rgba[4 * i + 1]! + 0.114 * rgba[4 * i + 2]!;
  return { x0: 0, y0: 0, width, height, stride: width, data };
}

/** The smallest part that holds all others. */
export function around(rects: readonly Rect[]): Rect {
  const x = Math.min(...rects.map((r) => r.x));
  const y = Math.min(...rects.map((r) => r.y));
  return {
    x,
    y,
    width: Math.max(...rects.map((r) => r.x + r.width)) - x,
    height: Math.max(...rects.map((r) => r.y + r.height)) - y,
  };
}

/** Grey as red, green, blue and a full cover, for a canvas. */
export function coloursOfGrey(grey: ArrayLike<number>): Uint8ClampedArray<ArrayBuffer> {
  const rgba = new Uint8ClampedArray(4 * grey.length);
  for (let k = 0; k < grey.length; k++) {
    rgba.fill(grey[k]!, 4 * k, 4 * k + 3);
    rgba[4 * k + 3] = 255;
  }
  return rgba;
}
