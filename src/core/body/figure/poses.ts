import type { Position } from '../positions';
import type { Camera } from './vector';

/** What a hand can be on. `held`: on its side of what both hands hold. */
export const HAND_CONTACTS = [
  'belly',
  'lowBelly',
  'sternum',
  'ribs',
  'hip',
  'knee',
  'thigh',
  'mouth',
  'floor',
  'held',
] as const;
export type HandContact = (typeof HAND_CONTACTS)[number];

/** How a hand is held. */
export type HandShape = 'flat' | 'relaxed' | 'grip' | 'pinch' | 'palmUp' | 'roundRibs' | 'clasped';

/**
 * One arm by absolute angles in the side plane, degrees: 0 to the right, 90 up. `outDeg` opens it sideways;
 * `foreOutDeg` is where the forearm goes by itself out of the plane, else back by as much as the upper arm went out.
 */
export type ArmPose = {
  upperDeg: number;
  foreDeg: number;
  handDeg?: number;
  outDeg?: number;
  foreOutDeg?: number;
  /** What the hand is on; the joints then follow from it. `at` moves it on the trunk. */
  on?: HandContact;
  at?: { t?: number; round?: number } | undefined;
  /** How the hand is held, if not as it lies on what it is on, or hangs. */
  shape?: HandShape | undefined;
  /** Where the elbow is then: to its own side, up, to the front. */
  elbow?: readonly [number, number, number];
};
export type LegPose = {
  thighDeg: number;
  shinDeg: number;
  footDeg: number;
  outDeg?: number;
  shinOutDeg?: number;
  /** The sole stands on the floor; the knee follows. */
  on?: 'floor';
};

/**
 * A body by its joint angles. The spine runs from the hips to the head; the front of the body lies 90° clockwise
 * of it. `near` limbs are the ones toward the viewer. `rollDeg` turns the whole body about its long axis.
 */
export type Pose = {
  pelvisDeg: number;
  chestDeg: number;
  neckDeg: number;
  headDeg: number;
  near: { arm: ArmPose; leg: LegPose };
  far: { arm: ArmPose; leg: LegPose };
  rollDeg?: number;
  /** How far pelvis and chest lean out of the side plane toward the viewer: a side bend, or a side plank. */
  leanDeg?: { pelvis?: number; chest?: number };
  /**
   * Where a ball, block, band or towel is; absent: between the knees, round the ribs. `ends`: behind the ribs with an end
   * in each hand; `crossedEnds`: crossed in front before that.
   */
  holds?: 'hands' | 'forearms' | 'underBack' | 'ends' | 'crossedEnds';
  /** What carries the body: absent, whatever is lowest. */
  ground?: 'trunk' | 'feet' | 'knees' | 'toes';
  side?: Camera;
  front: Camera;
  furniture: readonly Furniture[];
};

/** Things a position cannot do without; props of a drill are added on top. */
export type Furniture =
  | 'chairUnderLegs'
  | 'wallAtFeet'
  | 'pillowUnderHead'
  | 'cushionUnderFront'
  | 'seat'
  | 'cushionUnderSeat'
  | 'wallBehind'
  | 'wallBefore'
  | 'counter';

const SIDE: Camera = { yaw: 0, pitch: 0 };
const BEFORE: Camera = { yaw: 90, pitch: 4 };
const ABOVE: Camera = { yaw: 0, pitch: 82 };
const FROM_HEAD: Camera = { yaw: 48, pitch: 16 };

export const SIDE_CAMERA = SIDE;

const arm = (upperDeg: number, foreDeg: number, outDeg = 4, handDeg?: number): ArmPose => ({
  upperDeg,
  foreDeg,
  outDeg,
  handDeg,
});
const leg = (thighDeg: number, shinDeg: number, footDeg: number, outDeg = 2): LegPose => ({
  thighDeg,
  shinDeg,
  footDeg,
  outDeg,
});
const both = (a: ArmPose, l: LegPose): Pick<Pose, 'near' | 'far'> => ({
  near: { arm: a, leg: l },
  far: { arm: a, leg: l },
});

/** Hand on the belly from lying or upright; the other hand on the sternum: the two hands of practice P15. */
const supine = (l: LegPose, furniture: readonly Furniture[] = []): Pose => ({
  pelvisDeg: 180,
  chestDeg: 180,
  neckDeg: 176,
  headDeg: 174,
  near: { arm: { ...arm(-10, 22, 10, 10), on: 'belly' }, leg: l },
  far: { arm: { ...arm(-8, 40, 10, 20), on: 'sternum' }, leg: { ...l, outDeg: (l.outDeg ?? 0) + 2 } },
  ground: 'trunk',
  front: ABOVE,
  furniture,
});

/** Legs crossed on the floor before a raised seat, hands on the thighs. */
const CROSSED: Pick<Pose, 'near' | 'far'> = {
  near: {
    arm: { ...arm(-76, -8, 8, -6), on: 'thigh' },
    leg: { ...leg(-18, 180, 190, 44), shinOutDeg: -68 },
  },
  far: { arm: { ...arm(-76, -8, 8, -6), on: 'thigh' }, leg: { ...leg(-14, 177, 190, 44), shinOutDeg: -64 } },
};

export const POSE: Record<Position, Pose> = {
  legsOnChair: supine(leg(82, 2, 80), ['chairUnderLegs', 'pillowUnderHead']),
  hookLying: supine({ ...leg(52, -62, 0), on: 'floor' }),
  feetOnWall: supine(leg(86, 4, 92), ['wallAtFeet']),
  crossedLying: {
    ...supine(leg(118, 12, 40, 0)),
    near: { arm: arm(38, 96, -14, 80), leg: leg(122, -34, 10, -10) },
    far: { arm: arm(48, 110, -14, 90), leg: leg(114, -22, 20, -10) },
    headDeg: 172,
  },
  legOver: {
    ...supine({ ...leg(68, -52, 0, 0), on: 'floor' }),
    near: {
      arm: { ...arm(-10, 22, 10, 10), on: 'belly' },
      leg: { ...leg(75, 57, 110, 30), shinOutDeg: -74 },
    },
  },
  sideLying: {
    ...supine(leg(38, -42, 0, 0), ['pillowUnderHead']),
    near: { arm: arm(104, 172, -13), leg: { ...leg(58, -46, -6, 0), shinOutDeg: 0 } },
    far: {
      arm: { ...arm(-14, 34, 0), on: 'ribs', elbow: [0.5, -0.9, 0.4] },
      leg: { ...leg(52, -42, -2, -15), shinOutDeg: -15 },
    },
    rollDeg: 84,
    ground: undefined,
    side: { yaw: 0, pitch: 22 },
    front: { yaw: 0, pitch: 60 },
  },
  prone: {
    pelvisDeg: 1,
    chestDeg: -1,
    neckDeg: 2,
    headDeg: -2,
    near: { arm: arm(2, 8, 50, 4), leg: leg(180, 180, 188, 5) },
    far: { arm: arm(2, 8, 50, 4), leg: leg(180, 180, 188, 5) },
    front: ABOVE,
    furniture: [],
  },
  proneOverCushion: {
    pelvisDeg: 8,
    chestDeg: -14,
    neckDeg: -12,
    headDeg: -14,
    ...both({ ...arm(-24, 12, 40, 4), on: 'floor' }, leg(190, 182, 194)),
    front: ABOVE,
    furniture: ['cushionUnderFront'],
  },
  quadruped: {
    pelvisDeg: 15,
    chestDeg: 13,
    neckDeg: 2,
    headDeg: -12,
    near: { arm: { ...arm(-92, -88, 2, -4), on: 'floor' }, leg: leg(-92, 180, 186) },
    far: { arm: { ...arm(-88, -86, 2, -4), on: 'floor' }, leg: leg(-88, 180, 186) },
    ground: 'knees',
    front: FROM_HEAD,
    furniture: [],
  },
  sideForearm: {
    ...supine(leg(-4, -70, -30, 0)),
    near: {
      arm: { ...arm(100, 78, 64, 74), foreOutDeg: 0 },
      leg: { ...leg(22, -62, -20, 4), shinOutDeg: 4 },
    },
    far: { arm: { ...arm(-6, -4, 4), on: 'hip' }, leg: { ...leg(24, -58, -16, -14), shinOutDeg: -12 } },
    rollDeg: 86,
    ground: undefined,
    leanDeg: { pelvis: -14, chest: -34 },
    side: { yaw: 0, pitch: 8 },
    front: { yaw: 0, pitch: 55 },
  },
  forearmsKneeling: {
    pelvisDeg: -14,
    chestDeg: -18,
    neckDeg: -8,
    headDeg: -16,
    near: { arm: arm(-92, 0, 2, 0), leg: leg(-92, 180, 186) },
    far: { arm: arm(-88, 2, 2, 0), leg: leg(-88, 180, 186) },
    front: FROM_HEAD,
    furniture: [],
  },
  foldedOnHeels: {
    pelvisDeg: 24,
    chestDeg: -16,
    neckDeg: -18,
    headDeg: -12,
    ...both(arm(-2, -8, 6, -4), leg(-14, 181, 184, 6)),
    front: FROM_HEAD,
    furniture: [],
  },
  onHeels: {
    pelvisDeg: 91,
    chestDeg: 89,
    neckDeg: 84,
    headDeg: 88,
    ...both({ ...arm(-78, -14, 8, -8), on: 'thigh' }, leg(-16, 182, 184, 6)),
    ground: 'knees',
    front: BEFORE,
    furniture: [],
  },
  kneeling: {
    pelvisDeg: 91,
    chestDeg: 90,
    neckDeg: 85,
    headDeg: 88,
    near: { arm: arm(-92, -80, 9), leg: leg(-88, 180, 190, 4) },
    far: { arm: arm(-88, -76, 9), leg: leg(-86, 180, 190, 4) },
    front: BEFORE,
    furniture: [],
  },
  halfKneeling: {
    pelvisDeg: 91,
    chestDeg: 90,
    neckDeg: 85,
    headDeg: 88,
    near: { arm: { ...arm(-70, -20, 9), on: 'thigh' }, leg: { ...leg(-3, -90, 0, 6), on: 'floor' } },
    far: { arm: arm(-88, -76, 9), leg: leg(-90, 180, 190, 4) },
    ground: 'knees',
    front: BEFORE,
    furniture: [],
  },
  crossLegged: {
    pelvisDeg: 92,
    chestDeg: 89,
    neckDeg: 85,
    headDeg: 88,
    ...CROSSED,
    front: BEFORE,
    furniture: ['cushionUnderSeat'],
  },
  longSitting: {
    pelvisDeg: 96,
    chestDeg: 90,
    neckDeg: 85,
    headDeg: 88,
    ...both({ ...arm(-70, -20, 8, -8), on: 'thigh' }, leg(-5, -3, 84, 5)),
    front: BEFORE,
    furniture: [],
  },
  sitting: {
    pelvisDeg: 92,
    chestDeg: 89,
    neckDeg: 84,
    headDeg: 88,
    ...both({ ...arm(-78, -14, 8, -8), on: 'thigh' }, leg(-3, -88, 0, 8)),
    front: BEFORE,
    furniture: ['seat'],
  },
  sittingAtWall: {
    pelvisDeg: 92,
    chestDeg: 90,
    neckDeg: 86,
    headDeg: 89,
    ...CROSSED,
    front: BEFORE,
    furniture: ['cushionUnderSeat', 'wallBehind'],
  },
  counterLean: {
    pelvisDeg: 70,
    chestDeg: 58,
    neckDeg: 52,
    headDeg: 60,
    ...both(arm(-58, -54, 5, -2), leg(-97, -101, 0, 4)),
    front: BEFORE,
    furniture: ['counter'],
  },
  wallForearms: {
    pelvisDeg: 84,
    chestDeg: 80,
    neckDeg: 76,
    headDeg: 82,
    ...both({ ...arm(6, 88, -8, 88), foreOutDeg: 0, shape: 'flat' }, leg(-98, -101, 0, 4)),
    front: BEFORE,
    furniture: ['wallBefore'],
    holds: 'forearms',
  },
  standingAtWall: {
    pelvisDeg: 92,
    chestDeg: 90,
    neckDeg: 86,
    headDeg: 89,
    near: { arm: arm(-84, -74, 8), leg: leg(-78, -94, 0, 4) },
    far: { arm: arm(-84, -74, 8), leg: leg(-76, -92, 0, 4) },
    front: BEFORE,
    furniture: ['wallBehind'],
  },
  standing: {
    pelvisDeg: 91,
    chestDeg: 90,
    neckDeg: 85,
    headDeg: 88,
    near: { arm: arm(-92, -82, 9), leg: leg(-89, -92, 0, 4) },
    far: { arm: arm(-88, -78, 9), leg: leg(-87, -90, 0, 4) },
    front: BEFORE,
    furniture: [],
  },
  walking: {
    pelvisDeg: 90,
    chestDeg: 89,
    neckDeg: 84,
    headDeg: 88,
    near: { arm: arm(-112, -84, 6), leg: { ...leg(-68, -80, 8, 3), on: 'floor' } },
    far: { arm: arm(-66, -38, 6), leg: leg(-98, -137, -38, 3) },
    ground: 'toes',
    front: { yaw: 62, pitch: 4 },
    furniture: [],
  },
};

/** How far the pelvis and chest turn from the middle for an upright body that arches or slouches, degrees. Our drawing. */
const ALIGNED = {
  slouched: { pelvis: 20, chest: -17, neck: -22, head: -12 },
  arched: { pelvis: -15, chest: 12, neck: 4, head: 3 },
} as const;

/** An upright pose slouched or arched: the pelvis tips one way, the chest the other. Lying poses stay as they are. */
export function aligned(pose: Pose, alignment: 'slouched' | 'between' | 'arched'): Pose {
  if (alignment === 'between') return pose;
  const by = ALIGNED[alignment];
  return {
    ...pose,
    pelvisDeg: pose.pelvisDeg + by.pelvis,
    chestDeg: pose.chestDeg + by.chest,
    neckDeg: pose.neckDeg + by.neck,
    headDeg: pose.headDeg + by.head,
  };
}
