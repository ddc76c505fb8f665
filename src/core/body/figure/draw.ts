import { POSITION, type Position } from '../positions';
import type { Prop } from '../props';
import { touched, withHands, type Hands, type Missed, type Touched } from './contacts';
import { midway, shiftOf } from './midway';
import { furnitureOf, heldProps } from './furnish';
import { poseOf, suits, type FigureName } from './figures';
import { boundsOf, formOf, type Build, type Form, type Part } from './form';
import { aligned, SIDE_CAMERA, type Pose } from './poses';
import { seenFrom } from './seen';
import type { Solid, ThingTone } from './solids';
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
  /** What the hands are on, if not as the position or figure has them. */
  hands?: Hands;
  /** Part of the way to another figure, above 0 and below 1: where a move is seen while it is made. */
  toward?: { figure: FigureName; share: number };
};

type Shape = { tone: ThingTone; d: string };
export type Drawing = {
  /** Which traced body this is: `public/figures/<body>.svg`. */
  body: string;
  /**
   * Furniture behind the body, what lies between its far and its near limbs, what is worn under its arms, and what is
   * before it.
   */
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
function madeFor({ position, view, alignment = 'between', figure, build = 'usual' }: Asked): {
  position: Position;
  view: FigureView;
  alignment: Alignment;
  figure: FigureName | null;
  build: Build;
} {
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
    ...madeHere(asked),
  ].join('-');
}

/** What tells a body that is not traced ahead of time from the one that is. */
const madeHere = ({ hands = {}, toward }: Asked): string[] => [
  ...(hands.near || hands.far ? [`hands.${hands.near ?? ''}.${hands.far ?? ''}`] : []),
  ...(toward ? [`toward.${toward.figure}.${toward.share}`] : []),
];

/** Is this body traced ahead of time, and so a file? */
export const isShipped = (asked: Asked): boolean => madeHere(asked).length === 0;

/** The body that is traced ahead of time and comes nearest. */
export const shippedOf = ({ position, view, alignment, figure, build }: Asked): Asked => ({
  position,
  view,
  ...(alignment ? { alignment } : {}),
  ...(figure ? { figure } : {}),
  ...(build ? { build } : {}),
});

/** Nobody lies on back or front late in pregnancy, so those positions have the usual body alone. */
export const hasLateBody = (position: Position): boolean =>
  !POSITION[position].traits.some((t) => t === 'supine' || t === 'prone');

/** A body turned to the eye, and which of its parts are on the far side. */
export function bodyOf(asked: Asked): { form: Form; far: ReadonlySet<Part> } {
  const { pose, camera, build } = seenAs(asked);
  return {
    form: seenFrom(formOf(placedAs(asked).skeleton, build), camera),
    far: farOf(pose, asked.view),
  };
}

const FAR_PARTS: ReadonlySet<Part> = new Set<Part>(['farArm', 'farFore', 'farThigh', 'farShin']);
const NONE: ReadonlySet<Part> = new Set<Part>();
/** Limbs are told near from far where the body is seen from its side. */
const farOf = (pose: Pose, view: FigureView) => (view === 'side' && !pose.rollDeg ? FAR_PARTS : NONE);

function seenAs(asked: Asked): { pose: Pose; camera: Camera; build: Build } {
  const { position, view, alignment, figure, build } = madeFor(asked);
  const pose = withHands(aligned(poseOf(position, figure ?? undefined), alignment), asked.hands);
  return { pose, camera: view === 'side' ? (pose.side ?? SIDE_CAMERA) : pose.front, build };
}

/** A body by what it touches; on its way to another, part of it. */
function placedAs(asked: Asked): Touched {
  const { pose, build } = seenAs(asked);
  const from = touched(pose, build);
  if (!asked.toward) return from;
  return midway(from, touched(seenAs(endOf(asked, asked.toward.figure)).pose, build), asked.toward.share);
}

/** The end of a move: hands that were said to be on something stay there. */
const endOf = (from: Asked, figure: FigureName): Asked => ({
  ...shippedOf(from),
  ...(from.hands ? { hands: from.hands } : {}),
  figure,
});

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
  const { pose, camera, build } = seenAs(asked);
  const { skeleton, ground, missed } = placedAs(asked);
  const form = formOf(skeleton, build);
  const placed = { skeleton, form, ground };
  const [left, top, width, height] = boundsOf(seenFrom(form, camera));
  const behind = furnitureOf(pose.furniture, placed).map((s) => projectSolid(s, camera));
  const held = heldProps(props, placed, pose.holds, meant);
  const lies = (s: Solid) => {
    if (s.lies === 'behind') return asked.view === 'front' ? 'under' : 'worn';
    return s.lies === 'between' && asked.view === 'front' ? undefined : s.lies;
  };
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

/** A move as it is seen: its start, what lies between, and its end, in one frame. */
export type Moving = {
  frames: { asked: Asked; drawing: Drawing; /** Where it stands in the frame. */ shift: Vec2 }[];
  viewBox: Drawing['viewBox'];
};

/** How many steps a move is shown in from its start to its end. */
const STEPS = 14;

/** A move from one figure to another; what bears the body stays where it is. */
export function drawMoving(
  from: Asked,
  to: FigureName,
  props: readonly Prop[] = [],
  meant: readonly Prop[] = props,
): Moving {
  const { camera } = seenAs(from);
  const end = endOf(from, to);
  const carried = project(shiftOf(placedAs(from), placedAs(end)), camera).at;
  const frames = Array.from({ length: STEPS + 1 }, (_, k) => {
    const share = k / STEPS;
    const asked: Asked =
      k === 0
        ? from
        : k === STEPS
          ? end
          : { ...from, toward: { figure: to, share: Math.round(share * 1000) / 1000 } };
    const shift: Vec2 = [-carried[0] * share, -carried[1] * share];
    return { asked, drawing: drawFigure(asked, props, meant), shift };
  });
  const boxes = frames.map(({ drawing: { viewBox }, shift }) => [
    viewBox[0] + shift[0],
    viewBox[1] + shift[1],
    viewBox[0] + shift[0] + viewBox[2],
    viewBox[1] + shift[1] + viewBox[3],
  ]);
  const [x, y] = [Math.min(...boxes.map((b) => b[0]!)), Math.min(...boxes.map((b) => b[1]!))];
  return {
    frames,
    viewBox: [x, y, Math.max(...boxes.map((b) => b[2]!)) - x, Math.max(...boxes.map((b) => b[3]!)) - y],
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
