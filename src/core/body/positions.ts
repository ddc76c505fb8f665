/** Body positions from most to least supported (practice P35, common practice, no source). */
export const POSITIONS = [
  'legsOnChair',
  'hookLying',
  'feetOnWall',
  'crossedLying',
  'sideLying',
  'prone',
  'proneOverCushion',
  'quadruped',
  'sideForearm',
  'forearmsKneeling',
  'foldedOnHeels',
  'kneeling',
  'sitting',
  'sittingAtWall',
  'counterLean',
  'wallForearms',
  'standingAtWall',
  'standing',
  'walking',
] as const;
export type Position = (typeof POSITIONS)[number];

type PositionTrait = 'supine' | 'prone' | 'kneeling' | 'wrists' | 'shoulders' | 'upright' | 'armsForward';

type PositionFacts = {
  label: string;
  /** How a client is told to get there. */
  setUp: string;
  traits: readonly PositionTrait[];
  /** Positions of one family change into one another without getting up. */
  family: 'supine' | 'side' | 'prone' | 'kneeling' | 'sitting' | 'standing';
};

export const POSITION: Record<Position, PositionFacts> = {
  legsOnChair: {
    label: 'back-lying, legs on a chair',
    setUp: 'Lie on your back with both lower legs resting on the seat.',
    traits: ['supine'],
    family: 'supine',
  },
  hookLying: {
    label: 'hook-lying',
    setUp: 'Lie on your back, knees bent, feet flat and as wide as your hips.',
    traits: ['supine'],
    family: 'supine',
  },
  feetOnWall: {
    label: 'back-lying, feet on a wall',
    setUp: 'Lie on your back with your feet flat on the wall, hips and knees at right angles.',
    traits: ['supine'],
    family: 'supine',
  },
  crossedLying: {
    label: 'back-lying, arms and legs crossed',
    setUp: 'Lie on your back, cross your legs and arms and fold them in over your trunk.',
    traits: ['supine'],
    family: 'supine',
  },
  sideLying: {
    label: 'side-lying',
    setUp: 'Lie on your side, knees bent, head on a pillow.',
    traits: [],
    family: 'side',
  },
  prone: {
    label: 'prone',
    setUp: 'Lie face down, forehead on your hands or on a folded towel.',
    traits: ['prone'],
    family: 'prone',
  },
  proneOverCushion: {
    label: 'prone over a cushion',
    setUp: 'Lie face down over the cushion so that it fills the space under your ribs and belly.',
    traits: ['prone'],
    family: 'prone',
  },
  quadruped: {
    label: 'quadruped',
    setUp: 'Come onto hands and knees, hands under shoulders, knees under hips.',
    traits: ['kneeling', 'wrists'],
    family: 'kneeling',
  },
  sideForearm: {
    label: 'side, on the forearm',
    setUp: 'Lie on your side on one forearm, elbow under the shoulder, knees bent, hips a little flexed.',
    traits: ['shoulders'],
    family: 'side',
  },
  forearmsKneeling: {
    label: 'kneeling, forearms down',
    setUp: 'From hands and knees come down on your forearms, elbows under shoulders.',
    traits: ['kneeling', 'shoulders'],
    family: 'kneeling',
  },
  foldedOnHeels: {
    label: 'folded back on the heels',
    setUp: 'From your knees sit back on your heels and fold forward, arms long in front.',
    traits: ['kneeling', 'armsForward'],
    family: 'kneeling',
  },
  kneeling: {
    label: 'kneeling upright',
    setUp: 'Kneel upright on something soft, hips over knees.',
    traits: ['kneeling', 'upright'],
    family: 'kneeling',
  },
  sitting: {
    label: 'sitting',
    setUp: 'Sit toward the front of the seat on your sit bones, both feet in contact.',
    traits: ['upright'],
    family: 'sitting',
  },
  sittingAtWall: {
    label: 'sitting at a wall',
    setUp: 'Sit on a cushion with your back against the wall.',
    traits: ['upright'],
    family: 'sitting',
  },
  counterLean: {
    label: 'leaning on a counter',
    setUp: 'Lean on straight arms at a counter, hands well below shoulder height.',
    traits: ['upright'],
    family: 'standing',
  },
  wallForearms: {
    label: 'standing, forearms on a wall',
    setUp: 'Face the wall, forearms on it at shoulder height, feet a step back.',
    traits: ['upright', 'shoulders'],
    family: 'standing',
  },
  standingAtWall: {
    label: 'standing at a wall',
    setUp: 'Stand with your back to the wall, heels a foot’s length away.',
    traits: ['upright'],
    family: 'standing',
  },
  standing: {
    label: 'standing',
    setUp: 'Stand with your weight over the whole foot.',
    traits: ['upright'],
    family: 'standing',
  },
  walking: { label: 'walking', setUp: 'Walk at an easy pace.', traits: ['upright'], family: 'standing' },
};

/** 0 (most supported) upwards. */
export const supportRank = (position: Position): number => POSITIONS.indexOf(position);

/**
 * Seconds to get from one position to another and settle. Our choice, timed on ourselves: 10 s to arrange the
 * limbs, 20 s to roll or sit up within reach of the floor, 30 s between floor and feet.
 */
export function changeS(from: Position | null, to: Position): number {
  if (from === null || from === to) return 0;
  const a = POSITION[from].family;
  const b = POSITION[to].family;
  if (a === b) return 10;
  return (a === 'standing') !== (b === 'standing') && (a === 'sitting') === (b === 'sitting') ? 30 : 20;
}
