import type { Position } from '../positions';
import type { Prop } from '../props';
import { furnitureOf, heldProps } from './furnish';
import { poseOf, type FigureName } from './figures';
import { aligned, SIDE_CAMERA, type Pose } from './poses';
import { trunkSections, type ShapeTone, type Solid } from './solids';
import { SEGMENT, skeletonOf, type Limb, type Skeleton } from './skeleton';
import { add, hull, lerp, project, scale, type Camera, type Vec2, type Vec3 } from './vector';

type Shape = { tone: ShapeTone; d: string };
export type Drawing = {
  shapes: Shape[];
  /** x, y, width, height; one unit is one percent of the figure's standing height. */
  viewBox: readonly [number, number, number, number];
  groundY: number;
};

export type FigureView = 'side' | 'front';

/**
 * Draws a body in a position with its furniture and the given props, from the side or from where its front is seen.
 *
 * @example drawFigure('hookLying', 'side', ['ball']).shapes // paths, far to near
 */
export function drawFigure(
  position: Position,
  view: FigureView,
  props: readonly Prop[] = [],
  alignment: 'slouched' | 'between' | 'arched' = 'between',
  figure?: FigureName,
): Drawing {
  const key = [position, view, alignment, figure ?? '', ...props.toSorted()].join(' ');
  const known = drawn.get(key);
  if (known) return known;
  const made = drawPose(aligned(poseOf(position, figure), alignment), view, props);
  if (drawn.size >= MOST_KEPT) drawn.clear();
  drawn.set(key, made);
  return made;
}

/** A drawing depends on nothing but what is asked for, and a page asks for the same ones again and again. */
const drawn = new Map<string, Drawing>();
const MOST_KEPT = 800;

function drawPose(pose: Pose, view: FigureView, props: readonly Prop[] = []): Drawing {
  const camera = view === 'side' ? (pose.side ?? SIDE_CAMERA) : pose.front;
  const skeleton = skeletonOf(pose);
  const solids = bodySolids(skeleton);
  const groundAt = Math.min(
    ...solids.flatMap((s) => s.balls.map((b) => b.at[1] - b.r)),
    trunkLowest(skeleton),
  );
  const things = furnitureOf(pose.furniture, skeleton, groundAt);
  const drawn = [
    ...things.map((solid) => ({ ...projectSolid(solid, camera), layer: 0 })),
    ...solids.map((solid) => ({ ...projectSolid(solid, camera), layer: 1 })),
    { ...projectTrunk(skeleton, camera), layer: 1 },
    ...heldProps(props, skeleton, trunkSections(skeleton), pose.holds).map((solid) => ({
      ...projectSolid(solid, camera),
      layer: 2,
    })),
  ].sort((a, b) => a.layer - b.layer || a.depth - b.depth);
  const shade = view === 'side' && !pose.rollDeg;
  const shapes = drawn.map(({ tone, d, depth }) => ({
    tone: shade && tone === 'body' && depth < -4 ? ('far' as const) : tone,
    d,
  }));
  const xs = drawn.flatMap((s) => s.outline.map((p) => p[0]));
  const ys = drawn.flatMap((s) => s.outline.map((p) => p[1]));
  const [left, top] = [Math.min(...xs) - 2, Math.min(...ys) - 2];
  const viewBox = [left, top, Math.max(...xs) + 2 - left, Math.max(...ys) + 2 - top] as const;
  return { shapes, viewBox, groundY: Math.max(...ys) };
}

type Drawn = { tone: ShapeTone; d: string; depth: number; outline: Vec2[] };

function projectSolid(solid: Solid, camera: Camera): Drawn {
  const outline = hull(
    solid.balls.flatMap(({ at, r }) => {
      const centre = project(at, camera).at;
      return CIRCLE.map(([c, s]): Vec2 => [centre[0] + r * c, centre[1] + r * s]);
    }),
  );
  const depth = solid.balls.reduce((sum, b) => sum + project(b.at, camera).depth, 0) / solid.balls.length;
  return { tone: solid.tone, d: polygon(outline), depth, outline };
}

const CIRCLE = Array.from(
  { length: 18 },
  (_, i) => [Math.cos((i * Math.PI) / 9), Math.sin((i * Math.PI) / 9)] as const,
);

const trunkLowest = (s: Skeleton): number =>
  Math.min(...trunkSections(s).flatMap((x) => x.outline.map((p) => p[1])));

function projectTrunk(s: Skeleton, camera: Camera): Drawn {
  const sections = trunkSections(s);
  const centres = sections.map((x) => project(x.centre, camera).at);
  const first = centres[0]!;
  const last = centres[centres.length - 1]!;
  const seen = Math.hypot(last[0] - first[0], last[1] - first[1]);
  const depth = project(lerp(s.hips, s.shoulders, 0.5), camera).depth;
  const points = sections.map((x) => x.outline.map((p) => project(p, camera).at));
  if (seen < SEGMENT.trunk * 0.75) {
    const outline = hull(points.flat());
    return { tone: 'body', d: smooth(outline.filter((_, i) => i % 2 === 0)), depth, outline };
  }
  const edges = points.map((ring, i) => {
    const before = centres[Math.max(0, i - 1)]!;
    const after = centres[Math.min(centres.length - 1, i + 1)]!;
    const normal: Vec2 = [-(after[1] - before[1]), after[0] - before[0]];
    const reach = (p: Vec2) => p[0] * normal[0] + p[1] * normal[1];
    return [
      ring.reduce((m, p) => (reach(p) > reach(m) ? p : m)),
      ring.reduce((m, p) => (reach(p) < reach(m) ? p : m)),
    ] as const;
  });
  const outline = [...edges.map((e) => e[0]), ...edges.map((e) => e[1]).reverse()];
  return { tone: 'body', d: smooth(outline), depth, outline };
}

function bodySolids(s: Skeleton): Solid[] {
  const up = scale(add(s.headCentre, scale(s.neckTop, -1)), 1 / (SEGMENT.head * 0.42));
  const face = s.frontAt.head;
  const inHead = (front: number, above: number): Vec3 =>
    add(s.headCentre, add(scale(face, front), scale(up, above)));
  const solid = (tone: ShapeTone, ...balls: readonly (readonly [Vec3, number])[]): Solid => ({
    tone,
    balls: balls.map(([at, r]) => ({ at, r })),
  });
  const head: Solid[] = [
    solid('body', [s.shoulders, 3.1], [s.neckTop, 2.7]),
    solid('body', [inHead(-0.4, 1.4), 5.2], [inHead(2.1, -2.8), 2.5], [inHead(4.9, -0.6), 0.6]),
    solid('hair', [inHead(-1.2, 2.2), 5.3], [inHead(-2.4, -0.6), 3.4]),
    solid('hair', [inHead(-5.6, 4.8), 2.1]),
  ];
  return [
    ...head,
    ...[s.arms.near, s.arms.far].flatMap(armSolids),
    ...[s.legs.near, s.legs.far].flatMap((l) => legSolids(l, s)),
  ];

  function armSolids(a: Limb): Solid[] {
    return [
      solid('body', [a.root, 3.1], [lerp(a.root, a.middle, 0.4), 2.7], [a.middle, 2.1]),
      solid('body', [a.middle, 2.1], [lerp(a.middle, a.end, 0.3), 2.2], [a.end, 1.5]),
      solid('body', [a.end, 1.5], [lerp(a.end, a.tip, 0.45), 1.7], [a.tip, 0.8]),
    ];
  }
}

function legSolids(l: Limb, s: Skeleton): Solid[] {
  const shin = scale(add(l.end, scale(l.middle, -1)), 1 / SEGMENT.shin);
  const foot = scale(add(l.tip, scale(l.end, -1)), 1 / SEGMENT.foot);
  const sole = soleOf(foot, s.lateral);
  const calf = add(lerp(l.middle, l.end, 0.28), scale(calfSide(shin, s.lateral), 0.9));
  const on = (forward: number, below: number): Vec3 =>
    add(l.end, add(scale(foot, forward), scale(sole, below)));
  return [
    {
      tone: 'body',
      balls: [
        { at: l.root, r: 5 },
        { at: lerp(l.root, l.middle, 0.45), r: 4.3 },
        { at: l.middle, r: 3 },
      ],
    },
    {
      tone: 'body',
      balls: [
        { at: l.middle, r: 2.9 },
        { at: calf, r: 2.9 },
        { at: l.end, r: 1.8 },
      ],
    },
    {
      tone: 'body',
      balls: [
        { at: l.end, r: 1.9 },
        { at: on(-2.4, 1.9), r: 1.5 },
        { at: on(6.5, 2.2), r: 1.2 },
        { at: on(SEGMENT.foot - 3, 2.5), r: 0.9 },
      ],
    },
  ];
}

/** The sole faces 90° clockwise of the way the toes point, seen from the near side. */
const soleOf = (foot: Vec3, lateral: Vec3): Vec3 => cross(foot, lateral);
/** The calf bulges to the back of the shin: 90° clockwise of the way down the leg. */
const calfSide = (shin: Vec3, lateral: Vec3): Vec3 => cross(shin, lateral);

const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

const n = (v: number): string => String(Math.round(v * 100) / 100);
const polygon = (points: readonly Vec2[]): string =>
  `M${points.map((p) => `${n(p[0])},${n(p[1])}`).join('L')}Z`;

/** Closed Catmull-Rom curve through the points, as cubic Béziers. */
function smooth(points: readonly Vec2[]): string {
  const at = (i: number) => points[(i + points.length) % points.length]!;
  const start = at(0);
  let d = `M${n(start[0])},${n(start[1])}`;
  for (let i = 0; i < points.length; i++) {
    const [a, b, c, e] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    d += `C${n(b[0] + (c[0] - a[0]) / 6)},${n(b[1] + (c[1] - a[1]) / 6)} ${n(c[0] - (e[0] - b[0]) / 6)},${n(c[1] - (e[1] - b[1]) / 6)} ${n(c[0])},${n(c[1])}`;
  }
  return `${d}Z`;
}
