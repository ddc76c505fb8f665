import { POSITION, type Position } from '../positions';
import type { Prop } from '../props';
import { touched, type Missed } from './contacts';
import { furnitureOf, heldProps } from './furnish';
import { poseOf, suits, type FigureName } from './figures';
import { boundsOf, formOf, type Build, type Form, type Part } from './form';
import { aligned, SIDE_CAMERA, type Pose } from './poses';
import { seenFrom } from './seen';
import { trunkSections, type Solid, type ThingTone } from './solids';
import { hull, project, type Camera, type Vec2 } from './vector';

export type Alignment = 'slouched' | 'between' | 'arched';
export type FigureView = 'side' | 'front';

/** A body as it is asked for: how it is placed, what it does there, how upright it is, and from where it is seen. */
export type Asked = {
  position: Position;
  view: FigureView;
  alignment?: Alignment;
  figure?: FigureName;
  build?: Build;
};

type Shape = { tone: ThingTone; d: string };
export type Drawing = {
  /** Which traced body this is: `public/figures/<body>.svg`. */
  body: string;
  /** Furniture behind the body, what lies between its far and its near limbs, what is worn under its arms, and what is before it. */
  behind: Shape[];
  between: Shape[];
  worn: Shape[];
  before: Shape[];
  /** x, y, width, height; one unit is one percent of the figure's standing height. */
  viewBox: readonly [number, number, number, number];
  groundY: number;
  /** Contacts that its limbs do not reach. */
  missed: readonly Missed[];
};

/**
 * The body that is made for what is asked: a figure only where it suits the position, slouched or arched only in the plain
 * upright ones, and late in pregnancy only where a body then lies or stands.
 */
function madeFor({
  position,
  view,
  alignment = 'between',
  figure,
  build = 'usual',
}: Asked): Required<Omit<Asked, 'figure'>> & { figure: FigureName | null } {
  const own = figure && suits(figure, position) ? figure : null;
  return {
    position,
    view,
    alignment: own === null && POSITION[position].traits.includes('upright') ? alignment : 'between',
    figure: own,
    build: hasLateBody(position) ? build : 'usual',
  };
}

/** The name of a traced body. @example bodyName({ position: 'hookLying', view: 'side' }) // 'hookLying-side' */
export function bodyName(asked: Asked): string {
  const { position, view, alignment, figure, build } = madeFor(asked);
  return [
    position,
    view,
    ...(alignment === 'between' ? [] : [alignment]),
    ...(figure ? [figure] : []),
    ...(build === 'lateInPregnancy' ? ['late'] : []),
  ].join('-');
}

/** Nobody lies on back or front late in pregnancy, so those positions have the usual body alone. */
export const hasLateBody = (position: Position): boolean =>
  !POSITION[position].traits.some((t) => t === 'supine' || t === 'prone');

/** A body turned to the eye, and which of its parts are on the far side. */
export function bodyOf(asked: Asked): { form: Form; far: ReadonlySet<Part> } {
  const { pose, camera } = seenAs(asked);
  const { build } = madeFor(asked);
  return {
    form: seenFrom(formOf(touched(pose, build).skeleton, build), camera),
    far: farOf(pose, asked.view),
  };
}

const FAR_PARTS: ReadonlySet<Part> = new Set<Part>(['farArm', 'farFore', 'farThigh', 'farShin']);
const NONE: ReadonlySet<Part> = new Set<Part>();
/** Limbs are told near from far where the body is seen from its side. */
const farOf = (pose: Pose, view: FigureView) => (view === 'side' && !pose.rollDeg ? FAR_PARTS : NONE);

function seenAs(asked: Asked): { pose: Pose; camera: Camera } {
  const { position, view, alignment, figure } = madeFor(asked);
  const pose = aligned(poseOf(position, figure ?? undefined), alignment);
  return { pose, camera: view === 'side' ? (pose.side ?? SIDE_CAMERA) : pose.front };
}

/**
 * A body in a position with its furniture and the given props, from the side or from where its front is seen. The body
 * itself is traced ahead of time (`npm run figures`); here is what goes with it.
 *
 * @param meant the props that the drill asks for, where some of `props` stand in for them
 * @example drawFigure({ position: 'hookLying', view: 'side' }, ['ball']).between // a ball between the knees
 */
export function drawFigure(
  asked: Asked,
  props: readonly Prop[] = [],
  meant: readonly Prop[] = props,
): Drawing {
  const body = bodyName(asked);
  const key = [body, ...props.toSorted(), meant.includes('ball')].join(' ');
  const known = drawn.get(key);
  if (known) return known;
  const made = drawBody(body, asked, props, meant);
  if (drawn.size >= MOST_KEPT) drawn.clear();
  drawn.set(key, made);
  return made;
}

/** A drawing depends on nothing but what is asked for, and a page asks for the same ones again and again. */
const drawn = new Map<string, Drawing>();
const MOST_KEPT = 800;

function drawBody(body: string, asked: Asked, props: readonly Prop[], meant: readonly Prop[]): Drawing {
  const { pose, camera } = seenAs(asked);
  const { build } = madeFor(asked);
  const { skeleton, ground, missed } = touched(pose, build);
  const form = formOf(skeleton, build);
  const [left, top, width, height] = boundsOf(seenFrom(form, camera));
  const behind = furnitureOf(pose.furniture, skeleton, ground).map((s) => projectSolid(s, camera));
  const held = heldProps(props, skeleton, trunkSections(skeleton), pose.holds, meant);
  const lies = (s: Solid) => (s.lies === 'between' && asked.view === 'front' ? undefined : s.lies);
  const inFront = held.map((s) => ({ ...projectSolid(s, camera), lies: lies(s) }));
  const edge = [
    [left, top] as Vec2,
    [left + width, top + height] as Vec2,
    ...[...behind, ...inFront].flatMap((s) => s.outline),
  ];
  const xs = edge.map((p) => p[0]);
  const ys = edge.map((p) => p[1]);
  const [x, y] = [Math.min(...xs) - 2, Math.min(...ys) - 2];
  const shape = ({ tone, d }: Drawn): Shape => ({ tone, d });
  return {
    body,
    behind: [...behind.sort((a, b) => a.depth - b.depth), ...inFront.filter((s) => s.lies === 'under')].map(
      shape,
    ),
    between: inFront.filter((s) => s.lies === 'between').map(shape),
    worn: inFront.filter((s) => s.lies === 'worn').map(shape),
    before: inFront.filter((s) => s.lies === undefined).map(shape),
    viewBox: [x, y, Math.max(...xs) + 2 - x, Math.max(...ys) + 2 - y],
    groundY: Math.max(...ys),
    missed,
  };
}

type Drawn = { tone: ThingTone; d: string; depth: number; outline: Vec2[] };

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
  { length: 24 },
  (_, i) => [Math.cos((i * Math.PI) / 12), Math.sin((i * Math.PI) / 12)] as const,
);

const n = (v: number): string => String(Math.round(v * 100) / 100);
const polygon = (points: readonly Vec2[]): string =>
  `M${points.map((p) => `${n(p[0])},${n(p[1])}`).join('L')}Z`;
