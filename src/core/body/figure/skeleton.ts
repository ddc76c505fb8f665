import type { ArmPose, HandShape, LegPose, Pose } from './poses';
import { add, direction, rollX, scale, type Vec3 } from './vector';

/**
 * Segment lengths as percent of standing height (Drillis & Contini 1966, in Winter, Biomechanics and Motor Control
 * of Human Movement; from memory).
 */
export const SEGMENT = {
  trunk: 28.8,
  neck: 6.2,
  head: 13,
  upperArm: 18.6,
  forearm: 14.6,
  hand: 9.4,
  thigh: 24.5,
  shin: 24.6,
  foot: 13.2,
  shoulderHalf: 11.2,
  hipHalf: 7.4,
} as const;

/** Shoulder, elbow, wrist, finger tips; hip, knee, ankle, toes. `palm`: what the back of a hand that lies on something is turned to. */
export type Limb = {
  root: Vec3;
  middle: Vec3;
  end: Vec3;
  tip: Vec3;
  palm?: Vec3;
  /** How a hand is held. */ shape?: HandShape;
};
export type Skeleton = {
  hips: Vec3;
  waist: Vec3;
  shoulders: Vec3;
  neckTop: Vec3;
  headCentre: Vec3;
  /** Unit vectors to the front of the body at hips, waist and shoulders, and the way the face looks. */
  frontAt: { hips: Vec3; waist: Vec3; shoulders: Vec3; head: Vec3 };
  /** Unit vector to the near side of the body. */
  lateral: Vec3;
  arms: { near: Limb; far: Limb };
  legs: { near: Limb; far: Limb };
};

/** Joint positions of a pose, hips at the origin, in percent of standing height. */
export function skeletonOf(pose: Pose): Skeleton {
  const turn = (v: Vec3) => rollX(v, pose.rollDeg ?? 0);
  const lean = { pelvis: 0, chest: 0, ...pose.leanDeg };
  const hips: Vec3 = [0, 0, 0];
  const waist = add(hips, scale(direction(pose.pelvisDeg, lean.pelvis), SEGMENT.trunk * 0.42));
  const shoulders = add(waist, scale(direction(pose.chestDeg, lean.chest), SEGMENT.trunk * 0.58));
  const neckTop = add(shoulders, scale(direction(pose.neckDeg, lean.chest), SEGMENT.neck));
  const headCentre = add(neckTop, scale(direction(pose.headDeg, lean.chest), SEGMENT.head * 0.42));
  const side = (z: 1 | -1) => ({
    shoulder: add(shoulders, scale(across(pose.chestDeg, lean.chest), z * SEGMENT.shoulderHalf)),
    hip: add(hips, scale(across(pose.pelvisDeg, lean.pelvis), z * SEGMENT.hipHalf)),
  });
  const limbs = (z: 1 | -1, arm: ArmPose, leg: LegPose) => ({
    arm: armFrom(side(z).shoulder, arm, z),
    leg: legFrom(side(z).hip, leg, z),
  });
  const near = limbs(1, pose.near.arm, pose.near.leg);
  const far = limbs(-1, pose.far.arm, pose.far.leg);
  const turnLimb = (l: Limb): Limb => ({
    root: turn(l.root),
    middle: turn(l.middle),
    end: turn(l.end),
    tip: turn(l.tip),
    ...(l.palm ? { palm: turn(l.palm) } : {}),
    ...(l.shape ? { shape: l.shape } : {}),
  });
  return {
    hips: turn(hips),
    waist: turn(waist),
    shoulders: turn(shoulders),
    neckTop: turn(neckTop),
    headCentre: turn(headCentre),
    frontAt: {
      hips: turn(direction(pose.pelvisDeg - 90)),
      waist: turn(direction((pose.pelvisDeg + pose.chestDeg) / 2 - 90)),
      shoulders: turn(direction(pose.chestDeg - 90)),
      head: turn(direction(pose.headDeg - 90)),
    },
    lateral: turn(across((pose.pelvisDeg + pose.chestDeg) / 2, (lean.pelvis + lean.chest) / 2)),
    arms: { near: turnLimb(near.arm), far: turnLimb(far.arm) },
    legs: { near: turnLimb(near.leg), far: turnLimb(far.leg) },
  };
}

/** To the near side, square to a spine that runs at `deg` and leans out of the side plane. */
const across = (deg: number, leanDeg: number): Vec3 => {
  const b = (leanDeg * Math.PI) / 180;
  return add(scale([0, 0, 1], Math.cos(b)), scale(direction(deg), -Math.sin(b)));
};

function armFrom(root: Vec3, a: ArmPose, z: number): Limb {
  const out = (a.outDeg ?? 0) * z;
  const foreOut = a.foreOutDeg === undefined ? -out : a.foreOutDeg * z;
  const middle = add(root, scale(direction(a.upperDeg, out), SEGMENT.upperArm));
  const end = add(middle, scale(direction(a.foreDeg, foreOut), SEGMENT.forearm));
  return {
    root,
    middle,
    end,
    tip: add(end, scale(direction(a.handDeg ?? a.foreDeg, foreOut), SEGMENT.hand)),
    shape: a.shape ?? 'relaxed',
    ...(a.shape === 'palmUp' ? { palm: [0, -1, 0] as const } : {}),
  };
}

function legFrom(root: Vec3, l: LegPose, z: number): Limb {
  const out = (l.outDeg ?? 0) * z;
  const middle = add(root, scale(direction(l.thighDeg, out), SEGMENT.thigh));
  const end = add(
    middle,
    scale(direction(l.shinDeg, l.shinOutDeg === undefined ? -out * 0.6 : l.shinOutDeg * z), SEGMENT.shin),
  );
  return { root, middle, end, tip: add(end, scale(direction(l.footDeg, out * 0.5), SEGMENT.foot)) };
}
