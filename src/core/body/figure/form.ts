import { fingersOf, waysOf } from './hand';
import { SEGMENT, type Limb, type Skeleton } from './skeleton';
import { add, cross, dot, lerp, norm, scale, sub, type Vec3 } from './vector';

/**
 * The parts of a body. Those that grow out of one another are blended at the joint between them; others only touch.
 */
export const PARTS = [
  'core',
  'head',
  'nearArm',
  'nearFore',
  'farArm',
  'farFore',
  'nearThigh',
  'nearShin',
  'farThigh',
  'farShin',
  'hair',
] as const;
export type Part = (typeof PARTS)[number];

/** A tapered capsule, or an ellipsoid with its axes; `blend` is how far it is drawn into its neighbours of the part. */
type Capsule = { kind: 'capsule'; a: Vec3; b: Vec3; ra: number; rb: number };
type Ellipsoid = { kind: 'ellipsoid'; at: Vec3; axes: readonly [Vec3, Vec3, Vec3]; r: Vec3 };
export type Piece = (Capsule | Ellipsoid) & { part: Part; blend: number };

/** Where two parts are one body: the joint, how far round it they blend, and how much. */
export type Joint = { of: Part; to: Part; at: Vec3; reach: number; blend: number };

/** The spine as a curve with the front of the body along it; 0 at the hips, 1 at the shoulders. */
type Spine = (t: number) => { at: Vec3; up: Vec3; front: Vec3 };

export type Form = { pieces: Piece[]; joints: Joint[]; spine: Spine; lateral: Vec3 };

/** Half width, depth to the front and to the back, and half height of a slice of the trunk, in percent of height. Our drawing. */
const TRUNK = [
  { t: -0.06, w: 7.6, f: 4.2, b: 5.6, h: 5.2 },
  { t: 0.1, w: 7.9, f: 4.7, b: 5.6, h: 5.2 },
  { t: 0.27, w: 6.7, f: 4.7, b: 4.5, h: 5.2 },
  { t: 0.44, w: 6.4, f: 4.8, b: 4.1, h: 5.2 },
  { t: 0.6, w: 7.1, f: 5.4, b: 4.6, h: 5.6 },
  { t: 0.78, w: 7.7, f: 5.3, b: 5.2, h: 5.4 },
  { t: 0.92, w: 7.2, f: 3.6, b: 4.7, h: 4.2 },
] as const;
const WAIST_AT = 0.42;

/** A body as most are, or late in pregnancy. */
export type Build = 'usual' | 'lateInPregnancy';

/** The solids of a body that stands, sits or lies as its skeleton does. */
export function formOf(s: Skeleton, build: Build = 'usual'): Form {
  const lateral = norm(s.lateral);
  const spine = spineOf(s);
  const pieces: Piece[] = [];
  const capsule = (part: Part, a: Vec3, b: Vec3, ra: number, rb: number, blend = 1.5) =>
    pieces.push({ kind: 'capsule', part, a, b, ra, rb, blend });
  const ellipsoid = (part: Part, at: Vec3, axes: readonly [Vec3, Vec3, Vec3], r: Vec3, blend = 2.4) =>
    pieces.push({ kind: 'ellipsoid', part, at, axes, r, blend });

  for (const { t, w, f, b, h } of TRUNK) {
    const { at, up, front } = spine(t);
    ellipsoid('core', add(at, scale(front, (f - b) / 2)), [front, up, lateral], [(f + b) / 2, h, w], 3.2);
  }
  const chest = spine(0.8);
  const seat = spine(0);
  for (const z of [1, -1]) {
    const side = scale(lateral, z);
    ellipsoid(
      'core',
      add(chest.at, add(scale(chest.front, 2.5), scale(side, 3.9))),
      [chest.front, chest.up, lateral],
      [3.1, 3.4, 3.5],
      2.2,
    );
    ellipsoid(
      'core',
      add(seat.at, add(scale(seat.front, -2.6), add(scale(side, 4), scale(seat.up, -1.8)))),
      [seat.front, seat.up, lateral],
      [4.3, 5.1, 4],
      2.6,
    );
  }
  if (build === 'lateInPregnancy') {
    const { at, up, front } = spine(0.27);
    ellipsoid('core', add(at, scale(front, 4.4)), [front, up, lateral], [7, 7.4, 6.8], 4);
    ellipsoid(
      'core',
      add(chest.at, scale(chest.front, 3.4)),
      [chest.front, chest.up, lateral],
      [3.4, 3.4, 6.6],
      2.6,
    );
  }
  const top = spine(1);
  for (const limb of [s.arms.near, s.arms.far]) {
    // The slope of the shoulder, from the neck to the joint.
    capsule('core', lerp(s.shoulders, s.neckTop, 0.18), lerp(limb.root, s.shoulders, 0.22), 2.6, 2.5, 3);
  }
  capsule('core', add(s.shoulders, scale(top.up, -2)), lerp(s.shoulders, s.neckTop, 1.1), 3.1, 2.6, 2.2);

  headOf(s, lateral, capsule, ellipsoid);
  const joints: Joint[] = [{ of: 'core', to: 'head', at: s.neckTop, reach: 6, blend: 1.6 }];
  const sides = [
    ['near', s.arms.near, s.legs.near, 1],
    ['far', s.arms.far, s.legs.far, -1],
  ] as const;
  for (const [side, armOf, legOf, z] of sides) {
    armForm(side, armOf, s, z, capsule, ellipsoid);
    legForm(side, legOf, s.hips, lateral, capsule, ellipsoid);
    joints.push(
      { of: 'core', to: `${side}Arm`, at: armOf.root, reach: 6.5, blend: 2.4 },
      { of: `${side}Arm`, to: `${side}Fore`, at: armOf.middle, reach: 4, blend: 1.2 },
      { of: 'core', to: `${side}Thigh`, at: legOf.root, reach: 11, blend: 3.4 },
      { of: `${side}Thigh`, to: `${side}Shin`, at: legOf.middle, reach: 5, blend: 1.4 },
    );
  }
  return { pieces, joints, spine, lateral };
}

type AddCapsule = (part: Part, a: Vec3, b: Vec3, ra: number, rb: number, blend?: number) => void;
type AddEllipsoid = (
  part: Part,
  at: Vec3,
  axes: readonly [Vec3, Vec3, Vec3],
  r: Vec3,
  blend?: number,
) => void;

function headOf(s: Skeleton, lateral: Vec3, capsule: AddCapsule, ellipsoid: AddEllipsoid): void {
  const up = norm(sub(s.headCentre, s.neckTop));
  const face = norm(s.frontAt.head);
  const axes = [face, up, lateral] as const;
  const inHead = (front: number, above: number, side = 0): Vec3 =>
    add(s.headCentre, add(scale(face, front), add(scale(up, above), scale(lateral, side))));
  ellipsoid('head', inHead(-0.5, 1.3), axes, [5.3, 5.3, 4.2], 1.4);
  ellipsoid('head', inHead(1.7, -2), axes, [3.3, 3.5, 2.9], 1.8);
  // Brow, nose, lips, chin: what makes a profile.
  ellipsoid('head', inHead(4, 0.9), axes, [0.9, 0.6, 2.2], 1);
  capsule('head', inHead(4.5, -0.2), inHead(5.7, -1.6), 0.45, 0.62, 0.5);
  ellipsoid('head', inHead(4.5, -3.1), axes, [0.75, 0.75, 1.3], 0.5);
  ellipsoid('head', inHead(4.1, -5), axes, [0.95, 0.75, 1.3], 0.8);
  for (const z of [1, -1]) ellipsoid('head', inHead(-0.7, -0.7, 4.1 * z), axes, [0.9, 1.3, 0.5], 0.3);
  ellipsoid('hair', inHead(-1.1, 2.1), axes, [5.1, 5.1, 4.55], 0.8);
  ellipsoid('hair', inHead(-2.6, -1.2), axes, [3.4, 3.4, 4.2], 1.2);
  // A knot on top, where neither floor nor wall nor pillow is in its way.
  ellipsoid('hair', inHead(-2.4, 7.6), axes, [2, 1.9, 2], 0.8);
}

function armForm(
  side: 'near' | 'far',
  limb: Limb,
  s: Skeleton,
  z: number,
  capsule: AddCapsule,
  ellipsoid: AddEllipsoid,
): void {
  const { root, middle, end } = limb;
  const arm = `${side}Arm` as const;
  const fore = `${side}Fore` as const;
  const shoulder = lerp(root, s.shoulders, 0.14);
  capsule(arm, shoulder, lerp(root, middle, 0.45), 3, 2.5, 1.6);
  capsule(arm, lerp(root, middle, 0.4), middle, 2.5, 1.9, 1.4);
  capsule(fore, middle, lerp(middle, end, 0.3), 1.9, 2.15, 1.3);
  capsule(fore, lerp(middle, end, 0.3), end, 2.15, 1.25, 1.4);
  const { along, back, thumbward } = waysOf(limb, s, z);
  ellipsoid(fore, add(end, scale(along, 2.3)), [along, back, thumbward], [2.8, 0.95, 1.75], 0.9);
  for (const { from, to, ra, rb } of fingersOf(limb, s, z)) capsule(fore, from, to, ra, rb, 0.35);
}

function legForm(
  side: 'near' | 'far',
  { root, middle, end, tip }: Limb,
  hips: Vec3,
  lateral: Vec3,
  capsule: AddCapsule,
  ellipsoid: AddEllipsoid,
): void {
  const thigh = `${side}Thigh` as const;
  const shinPart = `${side}Shin` as const;
  const shin = norm(sub(end, middle));
  const foot = norm(sub(tip, end));
  const calf = norm(cross(shin, lateral));
  const sole = norm(cross(foot, lateral));
  // The flesh of the thigh begins nearer to the middle than its joint.
  const inner = lerp(root, hips, 0.3);
  const half = lerp(inner, middle, 0.5);
  capsule(thigh, inner, half, 4.9, 4.1, 2.2);
  capsule(thigh, half, middle, 4.1, 2.8, 1.8);
  ellipsoid(thigh, middle, [shin, calf, lateral], [2.9, 2.8, 2.6], 1.5);
  capsule(shinPart, middle, lerp(middle, end, 0.35), 2.55, 2.5, 1.3);
  ellipsoid(
    shinPart,
    add(lerp(middle, end, 0.3), scale(calf, 1)),
    [shin, calf, lateral],
    [6.4, 2.4, 2.4],
    1.6,
  );
  capsule(shinPart, lerp(middle, end, 0.35), end, 2.5, 1.45, 1.5);
  const on = (forward: number, below: number): Vec3 =>
    add(end, add(scale(foot, forward), scale(sole, below)));
  capsule(shinPart, on(-2, 1.5), on(2.5, 0.9), 1.75, 1.8, 1.2);
  capsule(shinPart, on(2, 0.9), on(7, 2), 1.75, 1.25, 1.3);
  ellipsoid(shinPart, on(SEGMENT.foot - 4.4, 2.3), [foot, sole, lateral], [3, 0.85, 1.9], 1);
}

/** Quadratic curve through hips, waist and shoulders, with the way up along it and the front of the body. */
function spineOf(s: Skeleton): Spine {
  const u = WAIST_AT;
  const control = scale(
    sub(sub(s.waist, scale(s.hips, (1 - u) ** 2)), scale(s.shoulders, u ** 2)),
    1 / (2 * u * (1 - u)),
  );
  const below = norm(sub(control, s.hips));
  return (t) => {
    const up = norm(add(scale(sub(control, s.hips), 2 * (1 - t)), scale(sub(s.shoulders, control), 2 * t)));
    const at =
      t < 0
        ? add(s.hips, scale(below, t * SEGMENT.trunk))
        : add(scale(s.hips, (1 - t) ** 2), add(scale(control, 2 * t * (1 - t)), scale(s.shoulders, t ** 2)));
    const lie =
      t < 0.5
        ? lerp(s.frontAt.hips, s.frontAt.waist, Math.max(0, t * 2))
        : lerp(s.frontAt.waist, s.frontAt.shoulders, Math.min(1, t * 2 - 1));
    // Square to the spine.
    const front = norm(sub(lie, scale(up, dot(lie, up))));
    return { at, up, front };
  };
}

/** The least of two distances, rounded over `k`: two solids as one. */
export const smoothMin = (a: number, b: number, k: number): number => {
  if (k <= 0) return Math.min(a, b);
  const h = Math.max(k - Math.abs(a - b), 0) / k;
  return Math.min(a, b) - h * h * k * 0.25;
};

/** Distance of a point to a part, its pieces blended. */
export const partDistance = (pieces: readonly Piece[], x: number, y: number, z: number): number => {
  let d = Infinity;
  for (const p of pieces) d = smoothMin(d, distanceTo(p, x, y, z), d === Infinity ? 0 : p.blend);
  return d;
};

/** From where to where the pieces of some parts reach along an axis: 0 to the right, 1 up, 2 toward the eye. */
export const reachOf = (
  { pieces }: Form,
  parts: readonly Part[],
  k: 0 | 1 | 2,
): readonly [from: number, to: number] => {
  const spans = pieces.filter((p) => parts.includes(p.part)).map((p) => spanOf(p, k));
  return [Math.min(...spans.map((v) => v[0])), Math.max(...spans.map((v) => v[1]))];
};

const spanOf = (p: Piece, k: 0 | 1 | 2): readonly [number, number] => {
  if (p.kind === 'capsule')
    return [Math.min(p.a[k] - p.ra, p.b[k] - p.rb), Math.max(p.a[k] + p.ra, p.b[k] + p.rb)];
  const r = Math.hypot(...p.axes.map((a, i) => a[k] * p.r[i]!));
  return [p.at[k] - r, p.at[k] + r];
};

/** What a form that was turned to the eye takes of the picture: x, y, width, height. */
export function boundsOf(form: Form): [x: number, y: number, width: number, height: number] {
  const [left, right] = reachOf(form, PARTS, 0);
  const [low, high] = reachOf(form, PARTS, 1);
  return [left, low, right - left, high - low];
}

/** Distance of a point to a piece; below nothing inside it. Of an ellipsoid a near one: k₀(k₀ − 1)/k₁. */
function distanceTo(p: Piece, x: number, y: number, z: number): number {
  if (p.kind === 'capsule') {
    const { a, b } = p;
    const [bx, by, bz] = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
    const [qx, qy, qz] = [x - a[0], y - a[1], z - a[2]];
    const h = Math.max(0, Math.min(1, (qx * bx + qy * by + qz * bz) / (bx * bx + by * by + bz * bz || 1)));
    const [dx, dy, dz] = [qx - bx * h, qy - by * h, qz - bz * h];
    return Math.sqrt(dx * dx + dy * dy + dz * dz) - (p.ra + (p.rb - p.ra) * h);
  }
  const [qx, qy, qz] = [x - p.at[0], y - p.at[1], z - p.at[2]];
  let [n, m] = [0, 0];
  for (let k = 0; k < 3; k++) {
    const axis = p.axes[k]!;
    const along = (qx * axis[0] + qy * axis[1] + qz * axis[2]) / p.r[k]!;
    n += along * along;
    m += (along / p.r[k]!) ** 2;
  }
  const k0 = Math.sqrt(n);
  const k1 = Math.sqrt(m);
  return k1 < 1e-9 ? -Math.min(p.r[0], p.r[1], p.r[2]) : (k0 * (k0 - 1)) / k1;
}
