import { mean, median } from '../base/statistics';
import type { Point } from './gray';
import type { ClipView } from './line';

/** Points that are tapped on one picture, in the order in which they are asked for. */
export const STANCE_POINTS = [
  'ear',
  'shoulder',
  'elbow',
  'lowestRib',
  'frontHipSpine',
  'rearHipSpine',
  'pubicBone',
  'hip',
  'ankle',
  'shoulderRight',
  'shoulderLeft',
  'lowestRibRight',
  'lowestRibLeft',
  'handRight',
  'handLeft',
] as const;

export type StancePoint = (typeof STANCE_POINTS)[number];

type OfPoint = { label: string; where: string; view: ClipView };

export const STANCE_POINT: Record<StancePoint, OfPoint> = {
  ear: { label: 'ear', where: 'the hole of the ear', view: 'side' },
  shoulder: { label: 'shoulder', where: 'the tip of the shoulder', view: 'side' },
  elbow: { label: 'elbow', where: 'for how high an arm goes; else leave it out', view: 'side' },
  lowestRib: { label: 'lowest front rib', where: 'its most forward place', view: 'side' },
  frontHipSpine: { label: 'front hip spine', where: 'the client’s own finger on it', view: 'side' },
  rearHipSpine: { label: 'rear hip spine', where: 'the dimple above the buttock', view: 'side' },
  pubicBone: { label: 'pubic bone', where: 'only where it can be seen; else leave it out', view: 'side' },
  hip: { label: 'hip', where: 'the bony place at the side', view: 'side' },
  ankle: { label: 'ankle', where: 'just before the outer ankle', view: 'side' },
  shoulderRight: { label: 'right shoulder', where: 'the tip; left in the picture', view: 'front' },
  shoulderLeft: { label: 'left shoulder', where: 'the tip; right in the picture', view: 'front' },
  lowestRibRight: { label: 'lowest rib, right', where: 'at the side', view: 'front' },
  lowestRibLeft: { label: 'lowest rib, left', where: 'at the side', view: 'front' },
  handRight: { label: 'right hand', where: 'in a self-wrap, its fingertips', view: 'front' },
  handLeft: { label: 'left hand', where: 'in a self-wrap, its fingertips', view: 'front' },
};

/** Taps on one picture: each point once or more. */
export type Taps = Partial<Record<StancePoint, readonly Point[] | undefined>>;

export type StanceValue = {
  id:
    | 'earPlumb'
    | 'shoulderPlumb'
    | 'hipPlumb'
    | 'ribsOverPelvis'
    | 'pelvicTilt'
    | 'flare'
    | 'armHeight'
    | 'shoulderLevel'
    | 'handsFromRibs';
  label: string;
  /**
   * Degrees, or % of the length from shoulder to hip (from the front: of the width of the shoulders); forward, or the
   * right higher, is positive.
   */
  value: number;
  unit: 'degrees' | '%';
  /** Typical error from tapping twice; null where no point of it was tapped twice. */
  error: number | null;
};

/**
 * Ribs within this of the pelvis stand over it, degrees off the plumb line. Our choice: about two fingers at the height
 * of the ribs.
 */
const OVER_DEG = 6;
/**
 * A pelvis within this is level. Common practice: the front hip spine a little lower than the rear one is usual; our
 * choice of the number.
 */
const LEVEL_DEG = { least: 0, most: 13 } as const;
/** An arm that goes higher than this needs the chest to lift (practice P58, common practice). */
export const ARM_LIFTS_CHEST_DEG = 140;

/** Shoulders within this are level, degrees. Our choice: about what tapping twice differs by. */
const LEVEL_SHOULDERS_DEG = 2;

export type Stance = {
  values: StanceValue[];
  /** What the values say for the signs of Stack and pelvis; absent: not told. */
  stack?: 'over' | 'forward' | 'behind';
  pelvis?: 'level' | 'tippedForward' | 'tuckedUnder';
};

const DEG = 180 / Math.PI;

/** What is asked of points: null where one is missing. */
type Read = (at: (p: StancePoint) => Point | null, facing: 1 | -1) => number | null;

const known = (...points: (Point | null)[]): Point[] | null =>
  points.every((p) => p !== null) ? points : null;

/** Off the plumb line through a lower point, as a share of shoulder to hip, %; forward is positive. */
const plumb =
  (upper: StancePoint, lower: StancePoint): Read =>
  (at, facing) => {
    const points = known(at(upper), at(lower), at('shoulder'), at('hip'));
    if (!points) return null;
    const [a, b, s, h] = points as [Point, Point, Point, Point];
    const trunk = Math.hypot(s.x - h.x, s.y - h.y);
    return trunk > 0 ? (100 * facing * (a.x - b.x)) / trunk : null;
  };

/** What is measured of a stance, in this order. */
export const STANCE_VALUES: readonly {
  id: StanceValue['id'];
  label: string;
  unit: StanceValue['unit'];
  read: Read;
}[] = [
  { id: 'earPlumb', label: 'ear before the shoulder', unit: '%', read: plumb('ear', 'shoulder') },
  { id: 'shoulderPlumb', label: 'shoulder before the hip', unit: '%', read: plumb('shoulder', 'hip') },
  { id: 'hipPlumb', label: 'hip before the ankle', unit: '%', read: plumb('hip', 'ankle') },
  {
    id: 'ribsOverPelvis',
    label: 'lowest rib before the front hip spine, off the plumb line',
    unit: 'degrees',
    read: (at, facing) => {
      const [r, f] = [at('lowestRib'), at('frontHipSpine')];
      return r && f ? Math.atan2(facing * (r.x - f.x), f.y - r.y) * DEG : null;
    },
  },
  {
    id: 'pelvicTilt',
    label: 'front hip spine below the rear one',
    unit: 'degrees',
    read: (at, facing) => {
      const [f, r] = [at('frontHipSpine'), at('rearHipSpine')];
      return f && r ? Math.atan2(f.y - r.y, facing * (f.x - r.x)) * DEG : null;
    },
  },
  {
    id: 'flare',
    label: 'front of the ribs against the line from shoulder to hip',
    unit: 'degrees',
    read: (at, facing) => {
      const points = known(at('shoulder'), at('hip'), at('lowestRib'));
      if (!points) return null;
      const [s, h, r] = points as [Point, Point, Point];
      const trunk = Math.atan2(facing * (h.x - s.x), h.y - s.y);
      const front = Math.atan2(facing * (r.x - s.x), r.y - s.y);
      return (front - trunk) * DEG;
    },
  },
  {
    id: 'armHeight',
    label: 'arm from the side of the trunk',
    unit: 'degrees',
    read: (at) => {
      const points = known(at('shoulder'), at('hip'), at('elbow'));
      if (!points) return null;
      const [s, h, e] = points as [Point, Point, Point];
      const angle = Math.abs(Math.atan2(h.y - s.y, h.x - s.x) - Math.atan2(e.y - s.y, e.x - s.x)) * DEG;
      return angle > 180 ? 360 - angle : angle;
    },
  },
  {
    id: 'shoulderLevel',
    label: 'right shoulder above the left',
    unit: 'degrees',
    read: (at) => {
      const [r, l] = [at('shoulderRight'), at('shoulderLeft')];
      return r && l ? Math.atan2(l.y - r.y, l.x - r.x) * DEG : null;
    },
  },
  {
    id: 'handsFromRibs',
    label: 'hands from the lowest ribs, of the width of the shoulders',
    unit: '%',
    read: (at) => {
      const points = known(at('shoulderRight'), at('shoulderLeft'));
      if (!points) return null;
      const wide = Math.hypot(points[0]!.x - points[1]!.x, points[0]!.y - points[1]!.y);
      // In a self-wrap the hands cross: each is held against the nearer side.
      const ribs = [at('lowestRibRight'), at('lowestRibLeft')].filter((p) => p !== null);
      const hands = [at('handRight'), at('handLeft')].filter((p) => p !== null);
      if (ribs.length === 0 || hands.length === 0 || wide === 0) return null;
      return (
        (100 * mean(hands.map((p) => Math.min(...ribs.map((q) => Math.hypot(p.x - q.x, p.y - q.y)))))) / wide
      );
    },
  },
];

/** Points of a measured picture, each the middle of its taps. */
export const settled = (taps: Taps, p: StancePoint): Point | null => {
  const all = taps[p];
  return !all || all.length === 0 ? null : { x: median(all.map((t) => t.x)), y: median(all.map((t) => t.y)) };
};

/**
 * Angles and offsets of a standing body from points tapped on one picture. The typical error is that of Dahlberg: the root of
 * the mean square of differences between two taps over two, carried through by measuring the first and the second taps apart
 * (Dahlberg 1940, Statistical Methods for Medical and Biological Students; from memory).
 *
 * @param facing 1 where the client looks to the right of the picture, −1 to the left; found by `facingOf`
 */
export function measureStance(taps: Taps, facing: 1 | -1 = facingOf(taps)): Stance {
  const round = (k: number) => (p: StancePoint) => taps[p]?.[Math.min(k, taps[p].length - 1)] ?? null;
  const twice = Object.values(taps).some((t) => t.length > 1);
  const values = STANCE_VALUES.flatMap(({ read, ...rest }): StanceValue[] => {
    const value = read((p) => settled(taps, p), facing);
    if (value === null) return [];
    const [first, second] = [read(round(0), facing), read(round(1), facing)];
    const error = twice && first !== null && second !== null ? Math.abs(first - second) / Math.SQRT2 : null;
    return [{ ...rest, value, error }];
  });
  const of = (id: StanceValue['id']) => values.find((v) => v.id === id)?.value;
  const [ribs, tilt] = [of('ribsOverPelvis'), of('pelvicTilt')];
  return {
    values,
    ...(ribs === undefined
      ? {}
      : {
          stack:
            ribs > OVER_DEG
              ? ('forward' as const)
              : ribs < -OVER_DEG
                ? ('behind' as const)
                : ('over' as const),
        }),
    ...(tilt === undefined
      ? {}
      : {
          pelvis:
            tilt > LEVEL_DEG.most
              ? ('tippedForward' as const)
              : tilt < LEVEL_DEG.least
                ? ('tuckedUnder' as const)
                : ('level' as const),
        }),
  };
}

/** The alignment of the position sweep that a measured stance is nearest to, and why; null where the picture does not tell. */
export function standsAs({
  stack,
  pelvis,
}: Stance): { as: 'slouched' | 'between' | 'arched'; because: string } | null {
  if (pelvis === 'tippedForward') return { as: 'arched', because: 'the pelvis tips forward' };
  if (pelvis === 'tuckedUnder') return { as: 'slouched', because: 'the pelvis is tucked under' };
  if (stack === 'forward') return { as: 'arched', because: 'the ribs stand in front of the pelvis' };
  if (stack === 'behind') return { as: 'slouched', because: 'the ribs stand behind the pelvis' };
  return stack || pelvis ? { as: 'between', because: 'ribs and pelvis are level' } : null;
}

/**
 * What a picture says of the shoulders for the screening, measured: how high an arm goes, and that one stands higher.
 * Empty where it does not tell.
 */
export function shouldersSay({ values }: Stance): { text: string; limits: boolean }[] {
  const sure = ({ error }: StanceValue) => (error === null ? ', tapped once' : ` ± ${error.toFixed(0)}°`);
  return values.flatMap((v) => {
    if (v.id === 'armHeight') {
      const limits = v.value + (v.error ?? 0) < ARM_LIFTS_CHEST_DEG;
      return [
        {
          text: `an arm goes to ${v.value.toFixed(0)}°${sure(v)}${limits ? `, short of ${ARM_LIFTS_CHEST_DEG}°` : ''}`,
          limits,
        },
      ];
    }
    if (v.id !== 'shoulderLevel' || Math.abs(v.value) <= Math.max(LEVEL_SHOULDERS_DEG, v.error ?? 0))
      return [];
    const higher = v.value > 0 ? 'right' : 'left';
    return [
      {
        text: `the ${higher} shoulder stands ${Math.abs(v.value).toFixed(0)}° higher${sure(v)}`,
        limits: false,
      },
    ];
  });
}

/** Which way the client looks: the front hip spine or the lowest rib lies before the rear hip spine or the hip. */
export function facingOf(taps: Taps): 1 | -1 {
  const at = (...names: StancePoint[]) => names.map((n) => settled(taps, n)).find((p) => p !== null);
  const front = at('frontHipSpine', 'lowestRib');
  const rear = at('rearHipSpine', 'hip', 'shoulder');
  return front && rear && front.x < rear.x ? -1 : 1;
}
