import type { Position } from '../positions';
import {
  POSE,
  type ArmPose,
  type HandContact,
  type HandShape,
  type Furniture,
  type LegPose,
  type Pose,
} from './poses';

type Limbs = { arm?: Partial<ArmPose>; leg?: Partial<LegPose> };
type Change = Partial<
  Pick<Pose, 'pelvisDeg' | 'chestDeg' | 'neckDeg' | 'headDeg' | 'leanDeg' | 'furniture' | 'holds' | 'ground'>
> & {
  near?: Limbs;
  far?: Limbs;
  both?: Limbs;
  /** Drawn as this position altogether. */ as?: Position;
  /** Which view tells it best. */ best?: 'side' | 'front';
};

/** Where a figure stands in for the plain one of the position, and what it changes about it. */
type Figure = { of: readonly Position[]; change: Change };

const SUPINE = ['hookLying', 'legsOnChair', 'feetOnWall'] as const;
const SEATED = ['sitting', 'sittingAtWall'] as const;
const UPRIGHT = ['standing', 'standingAtWall'] as const;

/** An arm by its angles; it leaves what it was on. */
const arm = (upperDeg: number, foreDeg: number, outDeg: number, handDeg = foreDeg): Partial<ArmPose> => ({
  on: undefined,
  shape: undefined,
  upperDeg,
  foreDeg,
  outDeg,
  handDeg,
});
/** The same arm with its hand held in a way of its own. */
const hand = (shape: HandShape, held: Partial<ArmPose>): Partial<ArmPose> => ({ ...held, shape });
const leg = (thighDeg: number, shinDeg: number, footDeg: number, outDeg?: number): Partial<LegPose> => ({
  on: undefined,
  thighDeg,
  shinDeg,
  footDeg,
  ...(outDeg === undefined ? {} : { outDeg }),
});
/** A hand on something; the arm follows. */
const on = (contact: HandContact, at?: ArmPose['at']): Partial<ArmPose> => ({
  on: contact,
  ...(at ? { at } : {}),
});
/** Forearms on the floor, elbows under the shoulders, the hands folded. */
const CLASPED = { ...hand('clasped', arm(-91, 1, 0)), foreOutDeg: -40 };
const fig = (of: readonly Position[], change: Change): Figure => ({ of, change });

/**
 * What a body does beyond its position, by joint angles: where the hands are, and where a move ends. A drill names the
 * one it starts in and the one it ends in.
 */
export const FIGURES = {
  armsByTheSide: fig([...SUPINE, 'crossedLying'], {
    near: { arm: arm(-4, -2, 14) },
    far: { arm: arm(-4, -2, 14) },
  }),
  overRoll: fig(['hookLying'], { holds: 'underBack', both: { arm: arm(24, 150, 30, 160) } }),
  handsLowBelly: fig([...SUPINE, ...SEATED], { both: { arm: on('lowBelly') } }),
  handsOnTrunk: fig([...SEATED, ...UPRIGHT, 'kneeling'], {
    near: { arm: on('belly') },
    far: { arm: on('sternum') },
    best: 'front',
  }),
  handOnBelly: fig(SUPINE, { near: { arm: on('belly') }, far: { arm: arm(-4, -2, 14) } }),
  handSternum: fig(SUPINE, { near: { arm: on('sternum') }, far: { arm: arm(-4, -2, 14) } }),
  handRibsBelly: fig([...SUPINE, ...SEATED], { near: { arm: on('ribs') }, far: { arm: on('belly') } }),
  handsRibSternum: fig(SUPINE, { near: { arm: on('ribs') }, far: { arm: on('sternum') } }),
  armsOpen: fig(SUPINE, { both: { arm: { ...arm(-2, 0, 40), foreOutDeg: 44 } }, best: 'front' }),
  handsOnHips: fig([...SEATED, ...UPRIGHT], { both: { arm: on('hip') } }),
  walkHand: fig(['walking'], { near: { arm: on('belly') } }),
  topHandLow: fig(['sideLying'], { far: { arm: on('lowBelly') } }),
  leanToStand: fig(['sitting'], {
    pelvisDeg: 62,
    chestDeg: 56,
    neckDeg: 58,
    headDeg: 72,
    both: { arm: on('knee'), leg: leg(-3, -100, 0, 8) },
  }),
  handsOnRibs: fig([...SEATED, ...UPRIGHT], { both: { arm: on('ribs') }, best: 'front' }),
  holdingStraw: fig([...SEATED, ...UPRIGHT], {
    near: { arm: on('mouth') },
    far: { arm: on('ribs') },
  }),
  holdingBalloon: fig(SUPINE, { near: { arm: on('mouth') } }),
  holdingTowel: fig(SEATED, { holds: 'ends', both: { arm: hand('grip', arm(-96, 2, 12, 2)) } }),
  palmsApart: fig([...SEATED, ...UPRIGHT], {
    holds: 'crossedEnds',
    both: { arm: { ...hand('palmUp', arm(-98, 4, 6, 4)), foreOutDeg: 34 } },
    best: 'front',
  }),
  palmsTogether: fig([...SEATED, ...UPRIGHT], {
    holds: 'crossedEnds',
    both: { arm: { ...hand('palmUp', arm(-98, 4, 2, 4)), foreOutDeg: -28 } },
    best: 'front',
  }),
  leanAway: fig([...SEATED, ...UPRIGHT, 'kneeling'], {
    leanDeg: { chest: -24, pelvis: -4 },
    near: { arm: arm(-96, -20, 24) },
    far: { arm: on('hip') },
    best: 'front',
  }),
  leanArmOver: fig(['kneeling', ...SEATED], {
    leanDeg: { chest: -26, pelvis: -4 },
    near: { arm: arm(94, 96, 34) },
    far: { arm: on('hip') },
    best: 'front',
  }),
  leanOnTable: fig(['sitting'], {
    pelvisDeg: 66,
    chestDeg: 40,
    neckDeg: 30,
    headDeg: 18,
    both: { arm: arm(-30, 0, 8) },
    furniture: ['seat', 'counter'],
  }),
  sternumDrop: fig(['quadruped'], { pelvisDeg: 15, chestDeg: 2, neckDeg: 8, headDeg: 4 }),
  pullFromAnchor: fig(['legsOnChair', 'hookLying'], { both: { arm: hand('grip', arm(112, 108, 6)) } }),
  pullToKnees: fig(['legsOnChair', 'hookLying'], { both: { arm: hand('grip', arm(38, 34, 6)) } }),
  tiltToSix: fig(SUPINE, {
    pelvisDeg: 172,
    chestDeg: 188,
    near: { arm: arm(-6, -2, 14) },
    far: { arm: arm(-6, -2, 14) },
  }),
  tiltToTwelve: fig(SUPINE, {
    pelvisDeg: 192,
    chestDeg: 176,
    near: { arm: arm(-6, -2, 14) },
    far: { arm: arm(-6, -2, 14) },
  }),
  rockToHeels: fig(['quadruped'], {
    as: 'foldedOnHeels',
    pelvisDeg: 20,
    chestDeg: -8,
    neckDeg: -12,
    headDeg: -14,
    ground: 'knees',
    both: { arm: { ...arm(-26, -22, 6), on: 'floor' }, leg: leg(-30, 180, 186, 4) },
  }),
  legOut: fig(['quadruped'], { near: { leg: { ...leg(-68, -58, 8, 52), on: 'floor' } }, best: 'front' }),
  legOutBack: fig(['quadruped'], {
    pelvisDeg: 18,
    chestDeg: -4,
    both: { arm: { ...arm(-40, -36, 4), on: 'floor' } },
    near: { leg: { ...leg(-30, -20, 8, 58), on: 'floor' } },
    far: { leg: leg(-40, 180, 186, 2) },
    best: 'front',
  }),
  figureFour: fig(['hookLying', 'feetOnWall'], {
    near: { leg: { ...leg(75, 57, 110, 30), shinOutDeg: -74 }, arm: arm(-4, -2, 14) },
    far: { leg: { ...leg(68, -52, 0, 0), on: 'floor' }, arm: arm(-4, -2, 14) },
    best: 'front',
  }),
  heelUp: fig(['legsOnChair'], { near: { leg: leg(88, 18, 90) } }),
  marchUp: fig(['hookLying'], { near: { leg: leg(88, -14, 30) } }),
  nod: fig([...SUPINE, 'crossedLying'], { headDeg: 154, neckDeg: 170 }),
  bridgeUp: fig(['hookLying'], {
    pelvisDeg: 206,
    chestDeg: 204,
    neckDeg: 182,
    headDeg: 176,
    both: { leg: { ...leg(18, -82, 0), on: 'floor' }, arm: arm(-10, -2, 14) },
  }),
  sidePlankUp: fig(['sideForearm'], {
    leanDeg: { pelvis: -24, chest: -26 },
    near: { leg: leg(16, -70, -26, 22), arm: { ...arm(106, 66, 70, 60), foreOutDeg: 6 } },
    far: { leg: leg(18, -66, -24, -22) },
  }),
  hover: fig(['quadruped'], {
    pelvisDeg: 11,
    chestDeg: 8,
    ground: 'toes',
    near: { leg: leg(-96, 160, 268) },
    far: { leg: leg(-92, 160, 268) },
  }),
  claspedLift: fig(['forearmsKneeling'], {
    pelvisDeg: -16,
    chestDeg: -20,
    ground: 'toes',
    near: { leg: leg(-98, 160, 268), arm: CLASPED },
    far: { leg: leg(-96, 160, 268), arm: CLASPED },
  }),
  proneLift: fig(['prone'], {
    chestDeg: 9,
    neckDeg: 10,
    headDeg: 8,
    both: { arm: arm(14, 16, 20), leg: leg(172, 172, 215, 5) },
  }),
  armsLong: fig(['prone'], { both: { arm: arm(2, 2, 20) } }),
  elbowsClosed: fig(SEATED, { both: { arm: arm(-8, 92, -14, 120) } }),
  elbowsLifted: fig(SEATED, { chestDeg: 93, both: { arm: arm(34, 128, 26, 160) } }),
  tallStand: fig(['sitting'], { as: 'standing' }),
  bentFromLoad: fig(UPRIGHT, {
    leanDeg: { chest: -20, pelvis: -3 },
    near: { arm: { ...hand('grip', arm(-92, -92, 14)), foreOutDeg: 10 } },
    far: { arm: on('hip') },
    best: 'front',
  }),
  bentToLoad: fig(UPRIGHT, {
    leanDeg: { chest: 20, pelvis: 3 },
    near: { arm: hand('grip', arm(-90, -90, 6)) },
    far: { arm: on('hip') },
    best: 'front',
  }),
  pressStart: fig(UPRIGHT, {
    leanDeg: { chest: 12, pelvis: 2 },
    near: { arm: { ...hand('grip', arm(-60, 78, 40, 90)), foreOutDeg: 0 } },
    best: 'front',
  }),
  pressUp: fig(UPRIGHT, {
    leanDeg: { chest: -16, pelvis: -3 },
    near: { arm: hand('grip', arm(90, 90, 14, 90)) },
    best: 'front',
  }),
  cableHigh: fig(UPRIGHT, { both: { arm: hand('grip', arm(48, 60, 26)) }, best: 'side' }),
  cableDown: fig(UPRIGHT, {
    leanDeg: { chest: 14 },
    both: { arm: hand('grip', arm(-52, -34, 6)) },
    chestDeg: 82,
    best: 'side',
  }),
  hingeDown: fig(UPRIGHT, {
    pelvisDeg: 52,
    chestDeg: 42,
    neckDeg: 46,
    headDeg: 58,
    both: { arm: hand('grip', arm(-92, -92, 6)), leg: leg(-52, -112, 0, 5) },
  }),
  barbellHeld: fig(UPRIGHT, { both: { arm: hand('grip', arm(-90, -88, 6)) } }),
  ballAtChest: fig(UPRIGHT, {
    holds: 'hands',
    both: { arm: { ...arm(-70, 30, 2, 40), on: 'held' } },
    chestDeg: 88,
  }),
  ballPushed: fig(['standing'], {
    holds: 'hands',
    pelvisDeg: 86,
    chestDeg: 80,
    both: { arm: { ...arm(-14, -8, 0, 4), on: 'held' } },
    near: { leg: leg(-72, -92, 0) },
    far: { leg: leg(-104, -112, -10) },
  }),
  squeezeWall: fig(['wallForearms'], { pelvisDeg: 78, chestDeg: 82 }),
  elbowsOffWall: fig(['wallForearms'], {
    pelvisDeg: 78,
    chestDeg: 82,
    both: { arm: { ...arm(14, 92, -8, 92), foreOutDeg: 0 } },
  }),
} satisfies Record<string, Figure>;
export type FigureName = keyof typeof FIGURES;
export const FIGURE_NAMES = Object.keys(FIGURES) as [FigureName, ...FigureName[]];

/** Does this figure belong to that position? Elsewhere the plain figure of the position is drawn. */
export const suits = (figure: FigureName, position: Position): boolean =>
  (FIGURES[figure].of as readonly Position[]).includes(position);

/** The pose of a position as a figure changes it. */
export function poseOf(position: Position, figure?: FigureName): Pose {
  if (!figure || !suits(figure, position)) return POSE[position];
  const { change }: Figure = FIGURES[figure];
  const base = POSE[change.as ?? position];
  const limbs = (side: 'near' | 'far') => ({
    arm: { ...base[side].arm, ...change.both?.arm, ...change[side]?.arm },
    leg: { ...base[side].leg, ...change.both?.leg, ...change[side]?.leg },
  });
  const {
    pelvisDeg = base.pelvisDeg,
    chestDeg = base.chestDeg,
    neckDeg = base.neckDeg,
    headDeg = base.headDeg,
    leanDeg = base.leanDeg,
    holds = base.holds,
    ground = base.ground,
  } = change;
  const furniture: readonly Furniture[] =
    change.furniture ?? (change.as === 'standing' ? POSE[position].furniture : base.furniture);
  return {
    ...base,
    pelvisDeg,
    chestDeg,
    neckDeg,
    headDeg,
    leanDeg,
    holds,
    ground,
    furniture,
    near: limbs('near'),
    far: limbs('far'),
  };
}

/** The view that tells a figure best. */
export const bestView = (position: Position, figure?: FigureName): 'side' | 'front' =>
  (figure && suits(figure, position) ? (FIGURES[figure] as Figure).change.best : BEST[position]) ?? 'side';

/** Positions that are told by their front. */
const BEST: Partial<Record<Position, 'front'>> = { legOver: 'front', crossLegged: 'front' };
