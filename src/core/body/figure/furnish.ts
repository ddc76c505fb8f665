import type { Prop } from '../props';
import { fromLips, HELD_BALL, SOLE } from './contacts';
import { reachOf, type Form, type Part } from './form';
import { graspOf } from './hand';
import type { Furniture, Pose } from './poses';
import { SEGMENT, type Skeleton } from './skeleton';
import type { Solid } from './solids';
import { onSurface } from './surface';
import { add, lerp, norm, scale, sub, type Vec3 } from './vector';

/** A body with the floor it is on, for what stands round it or is held by it. */
export type Placed = { skeleton: Skeleton; form: Form; ground: number };

type Box = {
  x: readonly [number, number];
  y: readonly [number, number];
  z: readonly [number, number];
  r?: number;
};

/** A box with round edges whose faces are where they are said to be. */
const box = ({ x, y, z, r = 0.5 }: Box): Solid => {
  const within = ([from, to]: readonly [number, number]) => {
    const middle = (from + to) / 2;
    return [Math.min(from + r, middle), Math.max(to - r, middle)];
  };
  return {
    tone: 'thing',
    balls: within(x).flatMap((bx) =>
      within(y).flatMap((by) => within(z).map((bz) => ({ at: [bx, by, bz] as Vec3, r }))),
    ),
  };
};

/** Furniture placed by what touches it. */
export function furnitureOf(furniture: readonly Furniture[], body: Placed): Solid[] {
  return furniture.flatMap((thing) => PLACE[thing](body));
}

/** Flesh gives by this much where it lies on something, percent of height. */
const GIVES = 0.6;
const WIDE = [-16, 16] as const;
const ACROSS = [-20, 20] as const;
const TRUNK: readonly Part[] = ['core', 'nearThigh', 'farThigh'];
const SHINS: readonly Part[] = ['nearShin', 'farShin'];
const HEAD: readonly Part[] = ['head', 'hair'];
const FORES: readonly Part[] = ['nearFore', 'farFore'];

const lowest = (form: Form, parts: readonly Part[]) => reachOf(form, parts, 1)[0];

const table = (x: readonly [number, number], top: number, ground: number, inset = 2): Solid[] => [
  box({ x, y: [top - 2, top], z: WIDE }),
  ...[x[0] + inset, x[1] - 2].map((leg) =>
    box({ x: [leg - 0.6, leg + 0.6], y: [ground, top - 1.4], z: WIDE, r: 0.6 }),
  ),
];

/** Does a body sit, or stand before what it sat on? */
const sits = (s: Skeleton) => s.hips[1] - s.legs.near.middle[1] < SEGMENT.thigh * 0.6;
/** How high a seat is: as the knees of somebody whose soles stand on the floor. */
const SEAT = SEGMENT.shin + SOLE - 3;

const PLACE: Record<Furniture, (body: Placed) => Solid[]> = {
  chairUnderLegs: ({ skeleton: { legs }, form, ground }) => {
    const rest = legs.near.end[1] < legs.far.end[1] ? legs.near : legs.far;
    const top = lowest(form, SHINS) + GIVES;
    return table([rest.middle[0] + 5, rest.end[0] + 4], top, ground);
  },
  wallAtFeet: ({ form, ground }) => {
    const x = reachOf(form, SHINS, 0)[1];
    return [box({ x: [x, x + 1.2], y: [ground, ground + 52], z: WIDE })];
  },
  pillowUnderHead: ({ skeleton: { headCentre }, form, ground }) => [
    box({
      x: [headCentre[0] - 6, headCentre[0] + 6],
      y: [ground, Math.max(ground + 1.2, lowest(form, HEAD) + GIVES)],
      z: [-9, 9],
      r: 1.2,
    }),
  ],
  cushionUnderFront: ({ skeleton: { waist }, form, ground }) => {
    const top = onSurface(form, 0.4, 0).point[1] + GIVES;
    return [
      {
        tone: 'thing',
        balls: [-8, 0, 9].flatMap((dx) => {
          const r = Math.max(1.5, (top - ground) / 2 - Math.abs(dx) / 6);
          return [-9, 9].map((z) => ({ at: [waist[0] + dx, ground + r, z] as Vec3, r }));
        }),
      },
    ];
  },
  seat: ({ skeleton: s, form, ground }) =>
    sits(s)
      ? table([s.hips[0] - 8, s.hips[0] + 13], lowest(form, TRUNK) + GIVES, ground)
      : table([s.legs.near.end[0] - 28, s.legs.near.end[0] - 7], ground + SEAT, ground),
  cushionUnderSeat: ({ skeleton: s, form, ground }) => [
    box({
      x: [s.hips[0] - 9, s.hips[0] + 8],
      y: [ground, Math.max(ground + 2, lowest(form, ['core']) + GIVES)],
      z: [-13, 13],
      r: 1,
    }),
  ],
  wallBehind: ({ skeleton: s, form, ground }) => {
    const x = reachOf(form, ['core', 'head', 'hair'], 0)[0];
    return [box({ x: [x - 1.2, x], y: [ground, s.headCentre[1] + 12], z: ACROSS })];
  },
  wallBefore: ({ skeleton: s, form, ground }) => {
    const x = reachOf(form, FORES, 0)[1];
    return [box({ x: [x, x + 1.2], y: [ground, s.headCentre[1] + 16], z: ACROSS })];
  },
  counter: ({ skeleton: s, form, ground }) => {
    const { middle, end } = s.arms.near;
    const x = end[0] - 4;
    // Forearms that lie on it have it under the elbows too.
    const lies = Math.abs(middle[1] - end[1]) < 3;
    return table([lies ? middle[0] - 2 : x, x + 26], lowest(form, FORES) + 0.2, ground, 14);
  },
};

/**
 * Props that the body holds, wears or lies on. Those that are furniture in the position already draw nothing here.
 *
 * @param meant what the drill asks for, of which some may stand in
 */
export function heldProps(
  props: readonly Prop[],
  body: Placed,
  holds: Pose['holds'],
  meant: readonly Prop[] = props,
): Solid[] {
  // A pillow may stand in for a ball.
  const forBall = meant.includes('ball') && !props.includes('ball');
  return props.flatMap((prop) =>
    prop === 'pillow' && forBall ? between(body, 'ball', holds) : (HELD[prop]?.(body, holds) ?? []),
  );
}

/** How thin and how thick a ball or block can be that is pressed between two limbs, half of it, percent of height. */
const THICK = { ball: [3.2, 6.6], block: [2.6, 7] } as const;
/** How far the side of a knee, of a forearm and of a palm is from the middle of its bone. */
const FLESH = { knees: 2.5, forearms: 1.9 } as const;

/** A ball or block between the knees, the forearms or the hands, as thick as the way between them. */
function between(
  { skeleton: { arms, legs } }: Placed,
  kind: keyof typeof THICK,
  holds: Pose['holds'],
): Solid[] {
  const lies = 'between' as const;
  const palm = (hand: Skeleton['arms']['near']) => lerp(hand.end, hand.tip, 0.26);
  if (holds === 'hands')
    return [
      { tone: 'thing', balls: [{ at: lerp(palm(arms.near), palm(arms.far), 0.5), r: HELD_BALL }], lies },
    ];
  const pair = (at: (side: 'near' | 'far') => Vec3, flesh: number) => {
    const [near, far] = [at('near'), at('far')];
    const half = Math.hypot(...sub(near, far)) / 2 - flesh;
    const [least, most] = THICK[kind];
    return {
      middle: lerp(near, far, 0.5),
      way: norm(sub(near, far)),
      r: Math.min(most, Math.max(least, half)),
    };
  };
  const onForearms = holds === 'forearms';
  const { middle, way, r } = onForearms
    ? pair((side) => lerp(arms[side].middle, arms[side].end, 0.5), FLESH.forearms)
    : pair((side) => legs[side].middle, FLESH.knees);
  // A block stands on end between the forearms, before them as seen from the body.
  const size = onForearms ? { up: 4, deep: [-5.4, 1] } : { up: 2.2, deep: [-1.2, 1.2] };
  if (kind === 'ball') return [{ tone: 'thing', balls: [{ at: middle, r }], lies }];
  return [
    {
      tone: 'thing',
      balls: [-1, 1].flatMap((end) =>
        [-size.up, size.up].flatMap((up) =>
          size.deep.map((deep) => ({
            at: add(middle, add(scale(way, end * (r - 0.8)), [deep, up, 0])),
            r: 0.8,
          })),
        ),
      ),
      lies,
    },
  ];
}

/** From where to where a band lies on the spine, and how far its ends leave the ribs before the side. */
const BAND_AT = [0.53, 0.66] as const;
const LEAVES = Math.PI / 3;

const round = (form: Form, from: number, to: number): Solid['balls'] =>
  BAND_AT.flatMap((t) =>
    Array.from({ length: 25 }, (_, i) => {
      const { point, normal } = onSurface(form, t, from + ((to - from) * i) / 24);
      return { at: add(point, scale(normal, 0.2)), r: 0.4 };
    }),
  );

/** A band or towel round the ribs; or behind them, with its ends in the hands. */
function wrapped({ skeleton: s, form }: Placed, holds: Pose['holds']): Solid[] {
  if (holds !== 'ends' && holds !== 'crossedEnds')
    return [{ tone: 'band', balls: round(form, -Math.PI, Math.PI), lies: 'worn' }];
  const behind: Solid = { tone: 'band', balls: round(form, LEAVES, 2 * Math.PI - LEAVES), lies: 'behind' };
  const ends = ([1, -1] as const).map((z): Solid => {
    const hand = (z === 1) === (holds === 'ends') ? s.arms.near : s.arms.far;
    const grasp = graspOf(hand, s, hand === s.arms.near ? 1 : -1);
    return {
      tone: 'band',
      balls: [
        ...BAND_AT.map((t) => ({ at: onSurface(form, t, z * LEAVES).point, r: 0.4 })),
        ...[-0.8, 0.8].map((up) => ({ at: add(grasp, [0, up, 0]), r: 0.4 })),
      ],
      lies: z === 1 ? undefined : 'between',
    };
  });
  return [behind, ...ends];
}

/** A pillow where it is put in each posture, if it stands for nothing else: under head, belly or seat, or between the knees. */
function pillow(body: Placed): Solid[] {
  const { skeleton: s, form, ground } = body;
  const [, up, toEye] = s.frontAt.waist;
  const under = (x: number, top: number, wide: number): Solid[] => [
    {
      ...box({ x: [x - wide, x + wide], y: [Math.min(ground, top - 2.4), top], z: [-7, 7], r: 1.2 }),
      lies: 'under',
    },
  ];
  if (Math.abs(toEye) > 0.7) return between(body, 'ball', undefined);
  if (up > 0.7) return under(s.headCentre[0], Math.max(ground + 1, lowest(form, HEAD) + GIVES), 6);
  if (up < -0.7)
    return Math.abs(s.hips[1] - s.legs.near.middle[1]) < 12
      ? under(s.waist[0], onSurface(form, 0.4, 0).point[1] + GIVES, 6)
      : between(body, 'ball', undefined);
  const top = lowest(form, ['core']) + GIVES;
  return [
    { ...box({ x: [s.hips[0] - 7, s.hips[0] + 6], y: [top - 3, top], z: [-8, 8], r: 1.2 }), lies: 'under' },
  ];
}

const underBack = ({ form }: Placed): Solid[] => {
  const { point, normal } = onSurface(form, 0.72, Math.PI);
  const at = add(point, scale(normal, 1.4));
  return [-3.4, 3.4].map((z) => ({ tone: 'thing', balls: [{ at: add(at, [0, 0, z]), r: 2.6 }] }));
};

/** A line from both hands to one point. */
const pulledTo = ({ skeleton: s }: Placed, to: Vec3): Solid[] =>
  (['near', 'far'] as const).map((side) => ({
    tone: 'band',
    balls: [
      { at: graspOf(s.arms[side], s, side === 'near' ? 1 : -1), r: 0.45 },
      { at: to, r: 0.45 },
    ],
    lies: side === 'near' ? undefined : 'between',
  }));

/** Something long across, in one hand or in both. */
const bar = (at: Vec3, half: number, r: number): Solid => ({
  tone: 'thing',
  balls: [-half, half].map((z) => ({ at: add(at, [0, 0, z]), r })),
});

const HELD: Partial<Record<Prop, (body: Placed, holds: Pose['holds']) => Solid[]>> = {
  ball: (body, holds) => between(body, 'ball', holds),
  pillow,
  block: (body, holds) => between(body, 'block', holds),
  book: (body, holds) => between(body, 'block', holds),
  band: wrapped,
  towel: (body, holds) => (holds === 'underBack' ? underBack(body) : wrapped(body, holds)),
  straw: ({ skeleton: s }) => [
    { tone: 'band', balls: [-0.4, 8].map((by) => ({ at: fromLips(s, by), r: 0.4 })) },
  ],
  balloon: ({ skeleton: s }) => [
    {
      tone: 'thing',
      balls: [
        { at: fromLips(s, 0), r: 0.5 },
        { at: fromLips(s, 3), r: 0.8 },
        { at: fromLips(s, 8), r: 3.8 },
      ],
    },
  ],
  twoBalls: underBack,
  anchor: (body) => pulledTo(body, add(body.skeleton.headCentre, [-18, 46, 0])),
  cable: (body) => {
    const { headCentre, hips, arms } = body.skeleton;
    return pulledTo(body, [Math.max(arms.near.end[0], hips[0]) + 34, headCentre[1] + 14, 0]);
  },
  barbell: ({ skeleton: s }) => {
    const at = lerp(graspOf(s.arms.near, s, 1), graspOf(s.arms.far, s, -1), 0.5);
    return [
      bar(at, 30, 0.7),
      ...[-28, 28].map((z): Solid => ({ tone: 'thing', balls: [{ at: add(at, [0, 0, z]), r: 5.4 }] })),
    ];
  },
  weight: ({ skeleton: s }) => {
    const at = graspOf(s.arms.near, s, 1);
    return [
      bar(at, 3.4, 0.7),
      ...[-3.4, 3.4].map((z): Solid => ({ tone: 'thing', balls: [{ at: add(at, [0, 0, z]), r: 2 }] })),
    ];
  },
};
