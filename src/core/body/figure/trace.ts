import { contours } from 'd3-contour';
import type { Zone } from '../zones';
import {
  boundsOf,
  PARTS,
  partDistance,
  smoothMin,
  type Form,
  type Joint,
  type Part,
  type Piece,
} from './form';
import { onSurface } from './surface';
import { median } from '../../base/statistics';
import { closed, join, open, whole } from './paths';
import { SEGMENT } from './skeleton';
import { add, dot, hull, norm, scale, type Vec2, type Vec3 } from './vector';

/** What is drawn of a body from one side, as paths in percent of its height, y down. */
export type Traced = {
  /** Limbs of the far side, the body before them, and of that the arms, which may go over what is worn; the hair. */
  far: string;
  near: string;
  arms: string;
  hair: string;
  /** Where one part passes before another, and the two thin lines of clothing. */
  lines: string;
  cloth: string;
  /**
   * Where a zone shows on the surface, and which way it opens: an arrow, or none where it opens toward the eye; a zone
   * that is turned away is absent.
   */
  zones: Partial<Record<Zone, { area: string; arrow: string | null; middle: Vec2 }>>;
};

/**
 * Where a zone lies on the trunk: along the spine (0 hips, 1 shoulders) and round it, degrees from the front to the
 * near side. Our drawing.
 */
const ZONE_AT: Partial<Record<Zone, { t: readonly [number, number]; round: readonly [number, number] }>> = {
  sternum: { t: [0.72, 0.95], round: [-46, 46] },
  betweenBlades: { t: [0.68, 0.93], round: [134, 226] },
  lowerRibsRight: { t: [0.46, 0.69], round: [48, 122] },
  lowerRibsLeft: { t: [0.46, 0.69], round: [-122, -48] },
  lowerRibsBack: { t: [0.46, 0.69], round: [120, 240] },
  belly: { t: [0.12, 0.42], round: [-64, 64] },
  lowBack: { t: [0.1, 0.42], round: [118, 242] },
};

/** Width of a cell that is looked through, percent of height. A finger is two of them wide. */
const CELL = 0.4;
const MARGIN = 1.6;
/** What is farther from a part than this is not its matter. */
const FAR = 2;
/** A part has to stand so far before what is behind it for its edge to be drawn. */
const BEFORE = 0.8;
/** Two parts that do not grow out of one another show where they touch, as far as they lie level. */
const LEVEL = 1.2;
/** Edges shorter than this are not drawn. */
const SHORTEST = 3;

type Grid = { x0: number; y0: number; w: number; h: number };
/**
 * Of every cell: how near the line of sight comes to the part (below nothing: it goes through), where that is, and
 * where it first meets it.
 */
type Seen = { least: Float32Array; depth: Float32Array; hit: Float32Array };

const ARMS: ReadonlySet<Part> = new Set<Part>(['nearArm', 'nearFore', 'farArm', 'farFore']);

/** Traces a form that was turned to the eye. @param far parts that are drawn lighter, behind */
export function trace(form: Form, far: ReadonlySet<Part>): Traced {
  const grid = gridOf(form);
  const byPart = new Map(PARTS.map((part) => [part, form.pieces.filter((p) => p.part === part)]));
  const seen = new Map(PARTS.map((part) => [part, lookAt(byPart.get(part)!, grid)]));
  const group = (wanted: (part: Part) => boolean) => {
    const parts = PARTS.filter((p) => p !== 'hair' && wanted(p));
    return outlines(grid, union(parts, byPart, seen, form.joints, grid));
  };
  const near = group((p) => !far.has(p));
  const behind = group((p) => far.has(p));
  return {
    far: behind.map(closed).join(''),
    near: near.map(closed).join(''),
    arms: group((p) => ARMS.has(p) && !far.has(p))
      .map(closed)
      .join(''),
    hair: outlines(grid, hairOf(seen)).map(closed).join(''),
    lines: edges(seen, form.joints, grid, far).map(open).join(''),
    cloth: clothing(form, seen, grid, far).map(open).join(''),
    zones: zonesOf(form, seen, grid, far),
  };
}

function gridOf(form: Form): Grid {
  const [x, y, width, height] = boundsOf(form);
  return {
    x0: x - MARGIN,
    y0: y - MARGIN,
    w: Math.ceil((width + 2 * MARGIN) / CELL),
    h: Math.ceil((height + 2 * MARGIN) / CELL),
  };
}

/** Pieces whose shadow lies within reach of a point of the picture, and the depths between which they stand. */
function within(
  pieces: readonly Piece[],
  x: number,
  y: number,
): { pieces: Piece[]; from: number; to: number } {
  const found: Piece[] = [];
  let [from, to] = [-Infinity, Infinity];
  for (const p of pieces) {
    let d: number;
    let r: number;
    let [near, deep] = [0, 0];
    if (p.kind === 'capsule') {
      const [bx, by] = [p.b[0] - p.a[0], p.b[1] - p.a[1]];
      const l = bx * bx + by * by;
      const h = l < 1e-9 ? 0 : Math.max(0, Math.min(1, ((x - p.a[0]) * bx + (y - p.a[1]) * by) / l));
      d = Math.hypot(x - p.a[0] - bx * h, y - p.a[1] - by * h);
      r = Math.max(p.ra, p.rb);
      near = Math.max(p.a[2], p.b[2]) + r;
      deep = Math.min(p.a[2], p.b[2]) - r;
    } else {
      d = Math.hypot(x - p.at[0], y - p.at[1]);
      r = Math.max(...p.r);
      near = p.at[2] + r;
      deep = p.at[2] - r;
    }
    if (d > r + FAR) continue;
    found.push(p);
    from = Math.max(from, near + 0.5);
    to = Math.min(to, deep - 0.5);
  }
  return { pieces: found, from, to };
}

/** Goes along a line of sight from the eye on. */
function march(
  of: (z: number) => number,
  from: number,
  to: number,
): { least: number; depth: number; hit: number } {
  let [least, depth, hit] = [FAR, NaN, -Infinity];
  for (let z = from; z > to;) {
    const d = of(z);
    if (d < least) {
      least = d;
      depth = z;
    }
    if (d < 0.01 && hit === -Infinity) hit = z;
    // The distance to an ellipsoid is a near one, and inside the deepest point is looked for.
    z -= Math.max(0.12, Math.abs(d) * 0.7);
    if (hit !== -Infinity && least < -FAR) break;
  }
  return { least, depth: hit === -Infinity ? depth : hit, hit };
}

function lookAt(pieces: readonly Piece[], { x0, y0, w, h }: Grid): Seen {
  const seen: Seen = {
    least: new Float32Array(w * h).fill(FAR),
    depth: new Float32Array(w * h).fill(NaN),
    hit: new Float32Array(w * h).fill(-Infinity),
  };
  if (pieces.length === 0) return seen;
  for (let j = 0; j < h; j++)
    for (let i = 0; i < w; i++) {
      const [x, y] = [x0 + i * CELL, y0 + j * CELL];
      const here = within(pieces, x, y);
      if (here.pieces.length === 0) continue;
      const found = march((z) => partDistance(here.pieces, x, y, z), here.from, here.to);
      const at = j * w + i;
      seen.least[at] = found.least;
      seen.depth[at] = found.depth;
      seen.hit[at] = found.hit;
    }
  return seen;
}

/** Several parts as one body: blended at the joints between them, only touching elsewhere. */
function union(
  parts: readonly Part[],
  byPart: ReadonlyMap<Part, readonly Piece[]>,
  seen: ReadonlyMap<Part, Seen>,
  joints: readonly Joint[],
  { x0, y0, w, h }: Grid,
): Float32Array {
  const least = new Float32Array(w * h).fill(FAR);
  const mine = joints.filter((j) => parts.includes(j.of) && parts.includes(j.to));
  for (let j = 0; j < h; j++)
    for (let i = 0; i < w; i++) {
      const at = j * w + i;
      const here = parts.filter((p) => seen.get(p)!.least[at]! < FAR);
      let best = FAR;
      for (const p of here) best = Math.min(best, seen.get(p)!.least[at]!);
      least[at] = best;
      // Only along an edge does a joint change what is seen.
      if (here.length < 2 || best < -1.5) continue;
      const [x, y] = [x0 + i * CELL, y0 + j * CELL];
      const close = mine.filter(
        (k) => here.includes(k.of) && here.includes(k.to) && Math.hypot(x - k.at[0], y - k.at[1]) < k.reach,
      );
      for (const k of close) {
        const a = within(byPart.get(k.of)!, x, y);
        const b = within(byPart.get(k.to)!, x, y);
        const both = (z: number) => {
          const blend =
            k.blend * Math.max(0, 1 - Math.hypot(x - k.at[0], y - k.at[1], z - k.at[2]) / k.reach);
          return smoothMin(partDistance(a.pieces, x, y, z), partDistance(b.pieces, x, y, z), blend);
        };
        least[at] = Math.min(least[at]!, march(both, Math.max(a.from, b.from), Math.min(a.to, b.to)).least);
      }
    }
  return least;
}

/** Hair where it stands out of the head, or past its edge. */
function hairOf(seen: ReadonlyMap<Part, Seen>): Float32Array {
  const [hair, head] = [seen.get('hair')!, seen.get('head')!];
  return hair.least.map((d, at) => {
    if (d > 0 || head.hit[at] === -Infinity) return d;
    return Math.max(d, head.hit[at]! - hair.hit[at]!);
  });
}

/** Closed lines round what is below nothing. */
function outlines({ x0, y0, w, h }: Grid, values: Float32Array): Vec2[][] {
  const shape = contours()
    .size([w, h])
    .smooth(true)
    .contour(
      Array.from(values, (v) => -v),
      0,
    );
  return shape.coordinates
    .flat()
    .map((ring) => ring.slice(0, -1).map(([x, y]): Vec2 => [x0 + (x! - 0.5) * CELL, y0 + (y! - 0.5) * CELL]))
    .filter((ring) => ring.length > 8);
}

const sampleOf = ({ x0, y0, w, h }: Grid, values: Float32Array) => {
  return ([x, y]: Vec2): number => {
    const i = Math.round((x - x0) / CELL);
    const j = Math.round((y - y0) / CELL);
    return i < 0 || j < 0 || i >= w || j >= h ? NaN : values[j * w + i]!;
  };
};

/** Edges of parts within the body: where a part stands before what is behind it, or touches what it does not grow out of. */
function edges(
  seen: ReadonlyMap<Part, Seen>,
  joints: readonly Joint[],
  grid: Grid,
  far: ReadonlySet<Part>,
): Vec2[][] {
  const parts = PARTS.filter((p) => p !== 'hair' && !far.has(p));
  const at = new Map(
    parts.map((p) => [
      p,
      { depth: sampleOf(grid, seen.get(p)!.depth), hit: sampleOf(grid, seen.get(p)!.hit) },
    ]),
  );
  const shows = (part: Part, p: Vec2): boolean => {
    const own = at.get(part)!.depth(p);
    if (Number.isNaN(own)) return false;
    let drawn = false;
    for (const other of parts) {
      if (other === part) continue;
      const z = at.get(other)!.hit(p);
      if (z === -Infinity || Number.isNaN(z)) continue;
      if (z > own + LEVEL) return false;
      const joint = joints.find(
        (j) => (j.of === part && j.to === other) || (j.of === other && j.to === part),
      );
      const grows = joint !== undefined && Math.hypot(p[0] - joint.at[0], p[1] - joint.at[1]) < joint.reach;
      if (own > z + BEFORE || (!grows && Math.abs(own - z) <= LEVEL)) drawn = true;
      else if (grows) return false;
    }
    return drawn;
  };
  return parts.flatMap((part) =>
    outlines(grid, seen.get(part)!.least).flatMap((ring) => stretchesOf(ring, (p) => shows(part, p))),
  );
}

/** The stretches of a closed line on which something holds, those too short left out. */
function stretchesOf(ring: readonly Vec2[], holds: (p: Vec2) => boolean): Vec2[][] {
  const shown = ring.map(holds);
  const n = ring.length;
  const start = shown.indexOf(false);
  if (start < 0) return [[...ring, ring[0]!]];
  const found: Vec2[][] = [];
  let run: Vec2[] = [];
  for (let k = 1; k <= n; k++) {
    const i = (start + k) % n;
    if (shown[i]) run.push(ring[i]!);
    else {
      if (lengthOf(run) >= SHORTEST) found.push(run);
      run = [];
    }
  }
  return found;
}

const lengthOf = (line: readonly Vec2[]): number =>
  line.slice(1).reduce((s, p, i) => s + Math.hypot(p[0] - line[i]![0], p[1] - line[i]![1]), 0);

/** Where waistband and hem lie on the spine. The band goes with the pelvis, the hem with the ribs. */
const CLOTH_AT = [0.13, 0.5] as const;

/** Two thin lines round the trunk where it is seen. */
function clothing(form: Form, seen: ReadonlyMap<Part, Seen>, grid: Grid, far: ReadonlySet<Part>): Vec2[][] {
  const others = PARTS.filter((p) => p !== 'core' && p !== 'hair' && !far.has(p)).map((p) =>
    sampleOf(grid, seen.get(p)!.hit),
  );
  const own = sampleOf(grid, seen.get('core')!.hit);
  return CLOTH_AT.flatMap((t) => {
    const ring = Array.from({ length: 72 }, (_, k) => onSurface(form, t, (k * Math.PI) / 36).point);
    const visible = (p: Vec3) => {
      const flat: Vec2 = [p[0], p[1]];
      return p[2] > own(flat) - 0.9 && others.every((hit) => !(hit(flat) > p[2]));
    };
    const shown = ring.map(visible);
    const start = shown.indexOf(false);
    const lines: Vec2[][] = [];
    let run: Vec2[] = [];
    for (let k = 1; k <= 72; k++) {
      const i = (start + k) % 72;
      if (shown[i]) run.push([ring[i]![0], ring[i]![1]]);
      if (!shown[i] || k === 72) {
        if (lengthOf(run) > SHORTEST) lines.push(run);
        run = [];
      }
    }
    return lines;
  });
}

const STEPS = 60;
/** The smallest area of a zone that is worth showing, in square percent of height. */
const LEAST_AREA = 4;
/** An arrow of a zone, percent of height: how far off it begins, and how long it is. */
const ARROW = { off: 1, length: 5.5, barb: 1.7 } as const;
/** A zone whose middle is turned to the eye by more than this opens toward it. */
const TOWARD = 0.62;

/** Zones on what is seen of the trunk: each cell is told where on the trunk it lies. */
function zonesOf(
  form: Form,
  seen: ReadonlyMap<Part, Seen>,
  grid: Grid,
  far: ReadonlySet<Part>,
): Traced['zones'] {
  const { x0, y0, w, h } = grid;
  const core = seen.get('core')!;
  const others = PARTS.filter((p) => p !== 'core' && p !== 'hair' && !far.has(p)).map((p) => seen.get(p)!);
  const axis = Array.from({ length: STEPS + 1 }, (_, k) => {
    const t = -0.1 + (1.15 * k) / STEPS;
    return { t, ...form.spine(t) };
  });
  const along = new Float32Array(w * h).fill(NaN);
  const round = new Float32Array(w * h).fill(NaN);
  const covered = new Float32Array(w * h).fill(FAR);
  for (let at = 0; at < w * h; at++) {
    const z = core.hit[at]!;
    if (z === -Infinity) continue;
    const [x, y] = [x0 + (at % w) * CELL, y0 + Math.floor(at / w) * CELL];
    const least = axis.reduce((best, a) => (squared(a.at, x, y, z) < squared(best.at, x, y, z) ? a : best));
    const d: Vec3 = [x - least.at[0], y - least.at[1], z - least.at[2]];
    along[at] = least.t;
    round[at] = (Math.atan2(dot(d, form.lateral), dot(d, least.front)) * 180) / Math.PI;
    for (const o of others)
      if (o.least[at]! < FAR && o.depth[at]! > z - 0.4) covered[at] = Math.min(covered[at]!, o.least[at]!);
  }
  const zones: Traced['zones'] = {};
  for (const [
    zone,
    {
      t,
      round: [from, to],
    },
  ] of Object.entries(ZONE_AT)) {
    const middle = (from + to) / 2;
    const inside = along.map((v, at) => {
      if (Number.isNaN(v)) return FAR;
      let off = Math.abs(round[at]! - middle) % 360;
      if (off > 180) off = 360 - off;
      const outT = Math.max(t[0] - v, v - t[1]) * SEGMENT.trunk;
      const outRound = ((off - (to - from) / 2) * Math.PI * 6) / 180;
      return Math.max(outT, outRound, core.least[at]!, -covered[at]!);
    });
    const rings = outlines(grid, inside).filter((r) => Math.abs(polygonArea(r)) > LEAST_AREA);
    if (rings.length === 0) continue;
    zones[zone as Zone] = {
      area: rings.map(closed).join(''),
      ...opening(inside, along, core, axis, grid),
    };
  }
  zones.pelvicFloor = pelvicFloor(form);
  return zones;
}

/**
 * Where the pelvic floor hangs on the spine, how far it reaches to front and side, and how deep it sags, percent of
 * height. Our drawing.
 */
const FLOOR = { t: -0.15, front: 4.6, side: 4.8, sag: 1.7, dents: 3 } as const;

/** The pelvic floor is within: its bowl is drawn through what is before it. It opens toward the feet. */
function pelvicFloor(form: Form): { area: string; arrow: string | null; middle: Vec2 } {
  const { at, up, front } = form.spine(FLOOR.t);
  const bowl = Array.from({ length: FLOOR.dents + 1 }, (_, k) => (k * Math.PI) / 2 / FLOOR.dents).flatMap(
    (deep) =>
      Array.from({ length: 24 }, (_, i): Vec2 => {
        const a = (i * Math.PI) / 12;
        const out = Math.cos(deep);
        const p = add(
          at,
          add(
            add(
              scale(front, FLOOR.front * out * Math.cos(a)),
              scale(form.lateral, FLOOR.side * out * Math.sin(a)),
            ),
            scale(up, -FLOOR.sag * Math.sin(deep)),
          ),
        );
        return [p[0], p[1]];
      }),
  );
  const down = scale(up, -1);
  const flat = Math.hypot(down[0], down[1]);
  const middle: Vec2 = [whole(at[0]), whole(at[1])];
  const area = closed(hull(bowl));
  if (flat < TOWARD) return { area, middle, arrow: null };
  const n: Vec2 = [down[0] / flat, down[1] / flat];
  const from = FLOOR.sag * flat + ARROW.off;
  return { area, middle, arrow: arrowAt([at[0] + n[0] * from, at[1] + n[1] * from], n) };
}

/** An arrow that goes `n` from a point. */
function arrowAt(from: Vec2, n: Vec2): string {
  const to: Vec2 = [from[0] + n[0] * ARROW.length, from[1] + n[1] * ARROW.length];
  const barb = (turn: number): Vec2 => [
    to[0] - ARROW.barb * (n[0] - turn * n[1]),
    to[1] - ARROW.barb * (n[1] + turn * n[0]),
  ];
  const line = (points: readonly Vec2[]) =>
    `M${points.map((p) => join([whole(p[0]), whole(p[1])])).join('L')}`;
  return line([from, to]) + line([barb(0.8), to, barb(-0.8)]);
}

const squared = (a: Vec3, x: number, y: number, z: number): number =>
  (a[0] - x) ** 2 + (a[1] - y) ** 2 + (a[2] - z) ** 2;

const polygonArea = (ring: readonly Vec2[]): number =>
  ring.reduce((s, p, i) => {
    const q = ring[(i + 1) % ring.length]!;
    return s + (p[0] * q[1] - q[0] * p[1]) / 2;
  }, 0);

/** Where a zone is in the picture, and the way it opens; toward the eye there is no arrow. */
function opening(
  inside: Float32Array,
  along: Float32Array,
  core: Seen,
  axis: readonly { t: number; at: Vec3 }[],
  { x0, y0, w }: Grid,
): { middle: Vec2; arrow: string | null } {
  const cells = [...inside.keys()].filter((at) => inside[at]! < 0);
  const t = median(cells.map((at) => along[at]!));
  const spine = axis.reduce((best, a) => (Math.abs(a.t - t) < Math.abs(best.t - t) ? a : best)).at;
  const seen = cells.map((at) => {
    const p: Vec2 = [x0 + (at % w) * CELL, y0 + Math.floor(at / w) * CELL];
    return { p, way: norm([p[0] - spine[0], p[1] - spine[1], core.hit[at]! - spine[2]]) };
  });
  const mean = norm(seen.reduce<Vec3>((s, c) => add(s, c.way), [0, 0, 0]));
  const middle: Vec2 = [whole(median(seen.map((c) => c.p[0]))), whole(median(seen.map((c) => c.p[1])))];
  const flat = Math.hypot(mean[0], mean[1]);
  if (flat < TOWARD) return { middle, arrow: null };
  const n: Vec2 = [mean[0] / flat, mean[1] / flat];
  const out = (p: Vec2) => (p[0] - spine[0]) * n[0] + (p[1] - spine[1]) * n[1];
  const edge = Math.max(...seen.map((c) => out(c.p)));
  const by = edge + ARROW.off;
  return { middle, arrow: arrowAt([spine[0] + n[0] * by, spine[1] + n[1] * by], n) };
}
