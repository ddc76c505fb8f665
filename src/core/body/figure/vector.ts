/** Points in body space: x to the right of the side picture, y up, z toward the viewer of the side picture. */
export type Vec3 = readonly [number, number, number];
export type Vec2 = readonly [number, number];

const RAD = Math.PI / 180;

/** The sum of two vectors. @example add([1, 2, 3], [1, 0, 0]) // [2, 2, 3] */
export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
/** A vector `k` times as long. @example scale([1, 2, 0], 2) // [2, 4, 0] */
export const scale = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k];
/** From `b` to `a`. @example sub([3, 2, 1], [1, 1, 1]) // [2, 1, 0] */
export const sub = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
/** The scalar product. @example dot([1, 2, 3], [1, 0, 1]) // 4 */
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
/** The vector product, at right angles to both. @example cross([1, 0, 0], [0, 1, 0]) // [0, 0, 1] */
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
/** A vector of length 1 the same way; nothing stays nothing. */
export const norm = (a: Vec3): Vec3 => scale(a, 1 / (Math.hypot(a[0], a[1], a[2]) || 1));
/**
 * A point on the way from `a` to `b`; `t` is 0 at `a` and 1 at `b`. @example lerp([0, 0, 0], [4, 2, 0], 0.5) // [2, 1, 0]
 */
export const lerp = (a: Vec3, b: Vec3, t: number): Vec3 => add(scale(a, 1 - t), scale(b, t));

/** Unit vector at `deg` in the side plane (0 right, 90 up), leaning `outDeg` out of it along z. */
export const direction = (deg: number, outDeg = 0): Vec3 => [
  Math.cos(deg * RAD) * Math.cos(outDeg * RAD),
  Math.sin(deg * RAD) * Math.cos(outDeg * RAD),
  Math.sin(outDeg * RAD),
];

/** Turns a point about the x axis. */
export const rollX = ([x, y, z]: Vec3, deg: number): Vec3 => [
  x,
  y * Math.cos(deg * RAD) - z * Math.sin(deg * RAD),
  y * Math.sin(deg * RAD) + z * Math.cos(deg * RAD),
];

/** Where the picture is taken from: yaw turns round the upright axis, pitch lifts the eye. Degrees. */
export type Camera = { yaw: number; pitch: number };

/** Picture coordinates (y down, as SVG has it) and depth (larger is nearer). */
export function project([x, y, z]: Vec3, { yaw, pitch }: Camera): { at: Vec2; depth: number } {
  const cx = x * Math.cos(yaw * RAD) - z * Math.sin(yaw * RAD);
  const cz = x * Math.sin(yaw * RAD) + z * Math.cos(yaw * RAD);
  const up = y * Math.cos(pitch * RAD) - cz * Math.sin(pitch * RAD);
  const depth = y * Math.sin(pitch * RAD) + cz * Math.cos(pitch * RAD);
  return { at: [cx, -up], depth };
}

/** Convex hull, counter-clockwise, by the monotone chain (Andrew 1979). */
export function hull(points: readonly Vec2[]): Vec2[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (list: readonly Vec2[]) => {
    const chain: Vec2[] = [];
    for (const p of list) {
      while (chain.length > 1 && turn(chain[chain.length - 2]!, chain[chain.length - 1]!, p) <= 0)
        chain.pop();
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}

const turn = (a: Vec2, b: Vec2, c: Vec2): number =>
  (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
