import type { Prop } from '../props';
import type { Furniture, Pose } from './poses';
import type { Skeleton } from './skeleton';
import type { Section, Solid } from './solids';
import { add, lerp, scale, type Vec3 } from './vector';

type Box = {
  x: readonly [number, number];
  y: readonly [number, number];
  z: readonly [number, number];
  r?: number;
};

const box = ({ x, y, z, r = 0.5 }: Box): Solid => ({
  tone: 'thing',
  balls: x.flatMap((bx) => y.flatMap((by) => z.map((bz) => ({ at: [bx, by, bz] as Vec3, r })))),
});

/** Furniture placed by the joints that use it; `ground` is the height of the floor. */
export function furnitureOf(furniture: readonly Furniture[], s: Skeleton, ground: number): Solid[] {
  return furniture.flatMap((thing) => PLACE[thing](s, ground));
}

const WIDE = [-16, 16] as const;
const table = (x: readonly [number, number], top: number, ground: number): Solid[] => [
  box({ x, y: [top - 1.6, top - 0.6], z: WIDE }),
  ...[x[0] + 2, x[1] - 2].map((leg) => box({ x: [leg, leg], y: [ground + 0.5, top - 2], z: WIDE, r: 0.6 })),
];

const PLACE: Record<Furniture, (s: Skeleton, ground: number) => Solid[]> = {
  chairUnderLegs: (s, ground) =>
    table([s.legs.near.middle[0] + 5, s.legs.near.end[0] + 4], s.legs.near.end[1] - 2.6, ground),
  wallAtFeet: (s, ground) => {
    const x = Math.max(s.legs.near.end[0], s.legs.far.end[0]) + 4.6;
    return [box({ x: [x, x + 0.6], y: [ground, ground + 52], z: WIDE })];
  },
  pillowUnderHead: (s, ground) => [
    box({
      x: [s.headCentre[0] - 5, s.headCentre[0] + 5],
      y: [ground + 1, Math.max(ground + 1.4, s.headCentre[1] - 5.4)],
      z: [-8, 8],
      r: 1.2,
    }),
  ],
  cushionUnderFront: (s, ground) => {
    const top = add(s.waist, scale(s.frontAt.waist, 4.4))[1];
    return [
      {
        tone: 'thing',
        balls: [-9, 0, 11].flatMap((dx) =>
          [-9, 9].map((z) => ({
            at: [s.waist[0] + dx, (top + ground) / 2, z] as Vec3,
            r: Math.max(1.5, (top - ground) / 2 - Math.abs(dx) / 9),
          })),
        ),
      },
    ];
  },
  seat: (s, ground) => table([s.hips[0] - 8, s.hips[0] + 13], s.hips[1] - 5.4, ground),
  cushionUnderSeat: (s, ground) => [
    box({
      x: [s.hips[0] - 9, s.hips[0] + 8],
      y: [ground + 0.6, Math.max(ground + 2, s.hips[1] - 5.6)],
      z: [-12, 12],
      r: 1,
    }),
  ],
  wallBehind: (s, ground) => {
    const x = Math.min(s.hips[0] - 7.6, s.shoulders[0] - 6.8);
    return [box({ x: [x - 0.6, x], y: [ground, s.headCentre[1] + 12], z: [-20, 20] })];
  },
  wallBefore: (s, ground) => {
    const x = s.arms.near.end[0] + 2.4;
    return [box({ x: [x, x + 0.6], y: [ground, s.headCentre[1] + 16], z: [-20, 20] })];
  },
  counter: (s, ground) => {
    const hand = s.arms.near.end;
    return table([hand[0] - 4, hand[0] + 22], hand[1] - 1.2, ground);
  },
};

/** Props that the body holds, wears or lies on. Those that are furniture in the position already draw nothing here. @param meant what the drill asks for, of which some may stand in */
export function heldProps(
  props: readonly Prop[],
  s: Skeleton,
  sections: readonly Section[],
  holds: Pose['holds'],
  meant: readonly Prop[] = props,
): Solid[] {
  // A pillow may stand in for a ball.
  const forBall = meant.includes('ball') && !props.includes('ball');
  return props.flatMap((prop) =>
    prop === 'pillow' && forBall ? between(s, 4.8, holds) : (HELD[prop]?.(s, sections, holds) ?? []),
  );
}

const between = (s: Skeleton, r: number, holds: Pose['holds']): Solid[] => {
  const [near, far] =
    holds === 'hands'
      ? [s.arms.near.tip, s.arms.far.tip]
      : holds === 'forearms'
        ? [lerp(s.arms.near.middle, s.arms.near.end, 0.5), lerp(s.arms.far.middle, s.arms.far.end, 0.5)]
        : [s.legs.near.middle, s.legs.far.middle];
  return [{ tone: 'thing', balls: [{ at: lerp(near, far, 0.5), r }], lies: 'between' }];
};
const wrapped = (_: Skeleton, sections: readonly Section[]): Solid[] => [
  {
    tone: 'band',
    balls: sections
      .filter((x) => x.t > 0.5 && x.t < 0.7)
      .flatMap((x) =>
        [-1.4, 1.4].flatMap((along) => {
          const spine = add(sections[5]!.centre, scale(sections[3]!.centre, -1));
          return x.outline.map((p) => ({ at: add(p, scale(spine, along / 12)), r: 0.5 }));
        }),
      ),
    lies: 'worn',
  },
];
/** A pillow where it is put in each posture, if it stands for nothing else: under head, belly or seat, or between the knees. */
function pillow(s: Skeleton): Solid[] {
  const [, up, toEye] = s.frontAt.waist;
  const under = (at: Vec3, wide: number, r: number): Solid[] => [
    {
      tone: 'thing',
      balls: [-wide, wide].flatMap((x) => [-5, 5].map((z) => ({ at: add(at, [x, 0, z] as Vec3), r }))),
      lies: 'under',
    },
  ];
  if (Math.abs(toEye) > 0.7) return between(s, 4.8, undefined);
  if (up > 0.7) return under(add(s.headCentre, [0, -5.4, 0]), 4.5, 1.5);
  if (up < -0.7)
    return Math.abs(s.hips[1] - s.legs.near.middle[1]) < 12
      ? under(add(s.waist, [0, -5.4, 0]), 5, 1.6)
      : between(s, 4.8, undefined);
  return under(add(s.hips, [-1, -6.6, 0]), 4.5, 1.6);
}
const underBack = (s: Skeleton): Solid[] => {
  const at = add(lerp(s.waist, s.shoulders, 0.72), scale(s.frontAt.shoulders, -5.4));
  return [-3.4, 3.4].map((z) => ({ tone: 'thing', balls: [{ at: add(at, [0, 0, z] as Vec3), r: 2.6 }] }));
};
const mouth = (s: Skeleton): Vec3 =>
  add(s.headCentre, add(scale(s.frontAt.head, 4.6), scale(add(s.neckTop, scale(s.headCentre, -1)), 0.45)));

const HELD: Partial<
  Record<Prop, (s: Skeleton, sections: readonly Section[], holds: Pose['holds']) => Solid[]>
> = {
  ball: (s, _, holds) => between(s, 4.4, holds),
  pillow: (s) => pillow(s),
  block: (s, _, holds) => between(s, 3.6, holds),
  book: (s, _, holds) => between(s, 3.2, holds),
  band: wrapped,
  towel: (s, sections, holds) => (holds === 'underBack' ? underBack(s) : wrapped(s, sections)),
  straw: (s) => [
    {
      tone: 'band',
      balls: [
        { at: mouth(s), r: 0.4 },
        { at: add(mouth(s), scale(s.frontAt.head, 8)), r: 0.4 },
      ],
    },
  ],
  balloon: (s) => [
    {
      tone: 'thing',
      balls: [
        { at: mouth(s), r: 0.6 },
        { at: add(mouth(s), scale(s.frontAt.head, 6)), r: 3.6 },
      ],
    },
  ],
  twoBalls: underBack,
  anchor: (s) => [
    {
      tone: 'band',
      balls: [
        { at: s.arms.near.end, r: 0.5 },
        { at: add(s.headCentre, [-18, 46, 0] as Vec3), r: 0.5 },
      ],
    },
  ],
  cable: (s) => [
    {
      tone: 'band',
      balls: [
        { at: s.arms.near.end, r: 0.5 },
        { at: [Math.max(s.arms.near.end[0], s.hips[0]) + 34, s.headCentre[1] + 14, 0] as Vec3, r: 0.5 },
      ],
    },
  ],
  barbell: (s) => [
    {
      tone: 'thing',
      balls: [-30, 30].map((z) => ({ at: add(s.arms.near.end, [0, -1.5, z] as Vec3), r: 0.7 })),
    },
    ...[-28, 28].map((z): Solid => ({
      tone: 'thing',
      balls: [{ at: add(s.arms.near.end, [0, -1.5, z] as Vec3), r: 5.4 }],
    })),
  ],
  weight: (s) => [
    { tone: 'thing', balls: [-3, 3].map((z) => ({ at: add(s.arms.near.tip, [0, 0, z] as Vec3), r: 1.8 })) },
  ],
};
