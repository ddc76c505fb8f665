import { formOf, reachOf, type Build, type Form } from './form';
import { PINCH } from './hand';
import { onSurface } from './surface';
import type { ArmPose, HandContact, HandShape, LegPose, Pose } from './poses';
import { SEGMENT, skeletonOf, type Limb, type Skeleton } from './skeleton';
import { add, cross, dot, lerp, norm, scale, sub, type Vec3 } from './vector';

/**
 * Where a hand lies on the trunk: height on the spine, degrees from the front to its own side, which way the fingers
 * go, and where the elbow is: own side, up, front.
 */
type OnTrunk = { t: number; round: number; fingers: 'across' | 'round' | 'down'; elbow: Vec3 };
const ON_TRUNK: Partial<Record<HandContact, OnTrunk>> = {
  belly: { t: 0.26, round: 14, fingers: 'across', elbow: [0.9, -0.2, -0.7] },
  lowBelly: { t: 0.1, round: 20, fingers: 'down', elbow: [0.9, 0, -0.7] },
  sternum: { t: 0.8, round: 6, fingers: 'across', elbow: [0.9, -0.6, -0.3] },
  ribs: { t: 0.56, round: 66, fingers: 'round', elbow: [1, -0.1, -0.5] },
  hip: { t: 0.12, round: 80, fingers: 'round', elbow: [1, 0.1, -0.35] },
};

/** How a hand lies on what it is on, if not flat. */
const SHAPE_ON: Partial<Record<HandContact, HandShape>> = {
  ribs: 'roundRibs',
  hip: 'roundRibs',
  mouth: 'pinch',
};
/** Where the lips are, from the middle of the head: to the front, and up. */
const LIPS = { front: 5.2, up: -3.1 } as const;
/** A point straight before the lips, so far from them. */
export const fromLips = (s: Skeleton, by: number): Vec3 => {
  const up = norm(sub(s.headCentre, s.neckTop));
  return add(s.headCentre, add(scale(norm(s.frontAt.head), LIPS.front + by), scale(up, LIPS.up)));
};
/** How far before the lips a hand holds what is between them. */
const HELD_AT = 3.2;
/** Half the width of a ball that both hands hold. */
export const HELD_BALL = 5;

/**
 * How far the wrist is from the middle of the palm, half the palm's thickness, and how far the palm is below the wrist
 * of a hand on the floor.
 */
const [PALM_AT, PALM_OFF, PALM_DOWN] = [2.4, 0.85, 1.1];
/** How high a cushion is under somebody who sits on it on the floor. */
const CUSHION = 3.4;
/** How far the sole is below the ankle. */
export const SOLE = 3.2;

/** A contact that cannot be had, and by how much it is missed, in percent of height. */
export type Missed = {
  limb: 'near arm' | 'far arm' | 'near leg' | 'far leg';
  contact: HandContact;
  by: number;
};
export type Touched = { skeleton: Skeleton; ground: number; missed: Missed[] };

/** What each hand is on. */
export type Hands = { near?: HandContact; far?: HandContact };

/** A pose with its hands on something else. */
export function withHands(pose: Pose, { near, far }: Hands = {}): Pose {
  const put = (side: 'near' | 'far', on?: HandContact): Pose['near'] =>
    on ? { ...pose[side], arm: { ...pose[side].arm, on, at: undefined, shape: undefined } } : pose[side];
  return { ...pose, near: put('near', near), far: put('far', far) };
}

/** A skeleton whose hands and feet are where its pose says, as near as its limbs reach. */
export function touched(pose: Pose, build: Build = 'usual'): Touched {
  const free = skeletonOf(pose);
  const form = formOf(free, build);
  const missed: Missed[] = [];
  const ground = groundOf(pose, free, form);
  const legs = {
    near: legTo(free.legs.near, pose.near.leg, ground, (by) =>
      missed.push({ limb: 'near leg', contact: 'floor', by }),
    ),
    far: legTo(free.legs.far, pose.far.leg, ground, (by) =>
      missed.push({ limb: 'far leg', contact: 'floor', by }),
    ),
  };
  const arm = (side: 'near' | 'far'): Limb => {
    const { on } = pose[side].arm;
    if (!on) return free.arms[side];
    const z = side === 'near' ? 1 : -1;
    return armTo(free.arms[side], pose[side].arm, on, { z, s: { ...free, legs }, form, ground }, (by) =>
      missed.push({ limb: `${side} arm`, contact: on, by }),
    );
  };
  return { skeleton: { ...free, legs, arms: { near: arm('near'), far: arm('far') } }, ground, missed };
}

/** Height of the floor: under the feet where the body stands on them, else under what lies lowest. */
function groundOf(pose: Pose, s: Skeleton, form: Form): number {
  const lowest = reachOf(form, ['core', 'head'], 1)[0];
  if (pose.furniture.includes('cushionUnderSeat')) return lowest - CUSHION;
  const soles = Math.min(s.legs.near.end[1], s.legs.far.end[1]) - SOLE;
  if (pose.ground === 'feet') return soles;
  const knees = Math.min(s.legs.near.middle[1], s.legs.far.middle[1]) - 2.7;
  if (pose.ground === 'knees') return knees;
  if (pose.ground === 'toes') return Math.min(s.legs.near.tip[1], s.legs.far.tip[1]) - 0.8;
  return Math.min(lowest, pose.ground === 'trunk' ? Infinity : soles);
}

type Tell = (by: number) => void;
/** What an arm hangs on: its side (1 near, −1 far), the rest of the body, the floor. */
type Body = { z: 1 | -1; s: Skeleton; form: Form; ground: number };
/** A limb may miss by this much and still be said to touch, percent of height. */
const NEARLY = 1;

function legTo(leg: Limb, pose: LegPose, ground: number, tell: Tell): Limb {
  if (pose.on !== 'floor') return leg;
  const bend = sub(leg.middle, scale(add(leg.root, leg.end), 0.5));
  const target: Vec3 = [leg.end[0], ground + SOLE, leg.end[2]];
  const reached = twoBones(leg.root, target, SEGMENT.thigh, SEGMENT.shin, bend);
  if (reached.missed > NEARLY) tell(reached.missed);
  const foot = norm([leg.tip[0] - leg.end[0], 0, leg.tip[2] - leg.end[2]]);
  return {
    root: leg.root,
    middle: reached.middle,
    end: reached.end,
    tip: add(reached.end, scale(foot, SEGMENT.foot)),
  };
}

function armTo(arm: Limb, pose: ArmPose, on: HandContact, body: Body, tell: Tell): Limb {
  const place = placeOf(arm, pose, on, body);
  const wrist = sub(place.palm, scale(place.fingers, PALM_AT));
  const reached = twoBones(arm.root, wrist, SEGMENT.upperArm, SEGMENT.forearm, place.elbow);
  if (reached.missed > NEARLY) tell(reached.missed);
  return {
    root: arm.root,
    middle: reached.middle,
    end: reached.end,
    tip: add(reached.end, scale(place.fingers, SEGMENT.hand)),
    palm: place.normal,
    shape: pose.shape ?? SHAPE_ON[on] ?? 'flat',
  };
}

/** Where the middle of the palm is to be, what it faces away from, where the fingers go and the elbow. */
function placeOf(
  arm: Limb,
  pose: ArmPose,
  on: HandContact,
  { z, s, form, ground }: Body,
): { palm: Vec3; normal: Vec3; fingers: Vec3; elbow: Vec3 } {
  const side = scale(form.lateral, z);
  const bodily = ([out, up, front]: Vec3): Vec3 => {
    const chest = form.spine(0.7);
    return add(scale(side, out), add(scale(chest.up, up), scale(chest.front, front)));
  };
  const trunk = ON_TRUNK[on];
  if (trunk) {
    const { t, round } = { t: trunk.t, round: trunk.round, ...pose.at };
    const { point, normal, up } = onSurface(form, t, (round * z * Math.PI) / 180);
    const acrossWay = norm(cross(normal, up));
    // Toward the other side of the body.
    const across = dot(acrossWay, side) > 0 ? scale(acrossWay, -1) : acrossWay;
    const fingers = {
      across: norm(add(across, scale(up, 0.15))),
      round: norm(add(across, scale(up, 0.1))),
      down: norm(add(scale(up, -1), scale(across, 0.8))),
    }[trunk.fingers];
    return {
      palm: add(point, scale(normal, PALM_OFF)),
      normal,
      fingers,
      elbow: bodily(pose.elbow ?? trunk.elbow),
    };
  }
  if (on === 'mouth') {
    const up = norm(sub(s.headCentre, s.neckTop));
    const face = norm(s.frontAt.head);
    const fingers = norm(add(scale(up, 0.75), add(scale(face, -0.45), scale(side, -0.55))));
    const normal = norm(add(scale(face, 0.75), add(scale(side, 0.6), scale(up, 0.1))));
    const back = norm(sub(normal, scale(fingers, dot(normal, fingers))));
    const wrist = add(fromLips(s, HELD_AT), add(scale(fingers, -PINCH.along), scale(back, PINCH.off)));
    return {
      palm: add(wrist, scale(fingers, PALM_AT)),
      normal: back,
      fingers,
      elbow: bodily([0.5, -0.9, 0.1]),
    };
  }
  if (on === 'held') {
    const palmOf = (l: Limb) => lerp(l.end, l.tip, PALM_AT / SEGMENT.hand);
    const middle = lerp(palmOf(s.arms.near), palmOf(s.arms.far), 0.5);
    return {
      palm: add(middle, scale(side, HELD_BALL + PALM_OFF)),
      normal: side,
      fingers: norm(sub(arm.tip, arm.end)),
      elbow: bodily([0.7, -0.7, -0.2]),
    };
  }
  if (on === 'floor') {
    const fingers = norm([arm.tip[0] - arm.end[0], 0, arm.tip[2] - arm.end[2]]);
    const palm = add([arm.end[0], ground + PALM_DOWN, arm.end[2]], scale(fingers, PALM_AT));
    return { palm, normal: [0, 1, 0], fingers, elbow: sub(arm.middle, scale(add(arm.root, arm.end), 0.5)) };
  }
  const leg = z === 1 ? s.legs.near : s.legs.far;
  const thigh = norm(sub(leg.middle, leg.root));
  const shin = norm(sub(leg.end, leg.middle));
  // Square to the thigh, away from the shin.
  const top = norm(sub(scale(thigh, dot(thigh, shin)), shin));
  const along = on === 'knee' ? 0.94 : 0.62;
  const palm = add(leg.root, add(scale(thigh, along * SEGMENT.thigh), scale(top, on === 'knee' ? 3.5 : 4.4)));
  return { palm, normal: top, fingers: thigh, elbow: bodily([0.6, -0.7, -0.5]) };
}

/** Two bones from a root to a target, bent toward `pole`; what is out of reach is gone for as far as they go. */
export function twoBones(
  root: Vec3,
  target: Vec3,
  first: number,
  second: number,
  pole: Vec3,
): { middle: Vec3; end: Vec3; missed: number } {
  const way = sub(target, root);
  const wanted = Math.hypot(...way);
  const d = Math.max(Math.abs(first - second) + 0.01, Math.min(first + second - 0.01, wanted));
  const u = norm(way);
  const square = sub(pole, scale(u, dot(pole, u)));
  const v = Math.hypot(...square) < 1e-6 ? norm(cross(u, [0, 0, 1])) : norm(square);
  const cos = (first * first + d * d - second * second) / (2 * first * d);
  const middle = add(
    root,
    add(scale(u, first * cos), scale(v, first * Math.sqrt(Math.max(0, 1 - cos * cos)))),
  );
  return { middle, end: add(root, scale(u, d)), missed: Math.abs(wanted - d) };
}
