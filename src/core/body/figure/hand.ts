import type { HandShape } from './poses';
import { SEGMENT, type Limb, type Skeleton } from './skeleton';
import { add, cross, dot, norm, scale, sub, type Vec3 } from './vector';

/**
 * How the fingers are bent at knuckle and middle joint, degrees, and where the thumb goes: along the fingers, to its
 * side, toward the palm.
 */
type Fingers = { bend: readonly [number, number]; index?: readonly [number, number]; thumb: Vec3 };
const FINGERS: Record<HandShape, Fingers> = {
  flat: { bend: [0, 0], thumb: [0.85, 0.52, 0] },
  relaxed: { bend: [14, 26], thumb: [0.9, 0.35, 0.25] },
  palmUp: { bend: [22, 34], thumb: [0.6, 0.8, 0] },
  // The thumb goes the other way than the fingers.
  roundRibs: { bend: [6, 14], thumb: [-0.7, 0.72, 0] },
  grip: { bend: [70, 150], thumb: [0.7, 0.1, 0.75] },
  pinch: { bend: [72, 140], index: [38, 84], thumb: [0.86, 0.15, 0.5] },
  clasped: { bend: [52, 112], thumb: [0.75, 0.1, 0.65] },
};

/**
 * How long the fingers are from the second to the fifth, and how far their two ends are along; percent of height. Our
 * drawing.
 */
const LENGTHS = [3.4, 3.6, 3.3, 2.7] as const;
const KNUCKLES_AT = 3.9;

/** The three ways of a hand: along it, out of its back, and across it toward the thumb. */
export type HandWays = { along: Vec3; back: Vec3; thumbward: Vec3 };

/** @param z 1 for the near arm, −1 for the far one */
export function waysOf({ end, tip, palm }: Limb, s: Skeleton, z: number): HandWays {
  const along = norm(sub(tip, end));
  if (palm) {
    const back = norm(sub(palm, scale(along, dot(palm, along))));
    return { along, back, thumbward: scale(norm(cross(back, along)), z) };
  }
  let back = cross(along, norm(s.lateral));
  if (Math.hypot(...back) < 0.35) back = cross(along, s.frontAt.shoulders);
  back = norm(back);
  return { along, back, thumbward: scale(norm(cross(back, along)), -z) };
}

/** The middle of what a hand holds: in the bent fingers before the palm. */
export function graspOf(limb: Limb, s: Skeleton, z: number): Vec3 {
  const { along, back } = waysOf(limb, s, z);
  return add(limb.end, add(scale(along, GRASP.along), scale(back, -GRASP.off)));
}
const GRASP = { along: 4.2, off: 1.5 } as const;

/** Where thumb and first finger of a pinch meet, seen from the wrist. */
export const PINCH = { along: 6.2, off: 2.1 } as const;

type Bone = { from: Vec3; to: Vec3; ra: number; rb: number };

/** Fingers and thumb as tapered bones. */
export function fingersOf(limb: Limb, s: Skeleton, z: number): Bone[] {
  const { along, back, thumbward } = waysOf(limb, s, z);
  const { bend, index, thumb } = FINGERS[limb.shape ?? 'flat'];
  /** A way in the plane of the finger, bent toward the palm. */
  const bent = (deg: number) => {
    const a = (deg * Math.PI) / 180;
    return add(scale(along, Math.cos(a)), scale(back, -Math.sin(a)));
  };
  const fingers = LENGTHS.flatMap((length, i): Bone[] => {
    const [first, second] = i === 0 && index ? index : bend;
    const knuckle = add(limb.end, add(scale(along, KNUCKLES_AT), scale(thumbward, (1.5 - i) * 0.9)));
    const joint = add(knuckle, scale(bent(first), length * 0.5));
    const end = add(joint, scale(bent(second), length * 0.5));
    return [
      { from: knuckle, to: joint, ra: 0.58, rb: 0.52 },
      { from: joint, to: end, ra: 0.52, rb: 0.46 },
    ];
  });
  const root = add(limb.end, add(scale(along, 1.2), scale(thumbward, 1.3)));
  const way = norm(add(scale(along, thumb[0]), add(scale(thumbward, thumb[1]), scale(back, -thumb[2]))));
  return [...fingers, { from: root, to: add(root, scale(way, THUMB)), ra: 0.72, rb: 0.52 }];
}
const THUMB = 0.33 * SEGMENT.hand;
