/** Body positions from most to least supported (practice P35, common practice, no source). */
export const POSITIONS = [
  'legsOnChair',
  'hookLying',
  'feetOnWall',
  'crossedLying',
  'legOver',
  'sideLying',
  'prone',
  'proneOverCushion',
  'quadruped',
  'sideForearm',
  'forearmsKneeling',
  'foldedOnHeels',
  'onHeels',
  'kneeling',
  'halfKneeling',
  'crossLegged',
  'longSitting',
  'sitting',
  'sittingAtWall',
  'counterLean',
  'wallForearms',
  'standingAtWall',
  'standing',
  'walking',
] as const;
export type Position = (typeof POSITIONS)[number];

/** Groups of positions that a sentence may name in one word. */
export const PLACE_GROUPS = ['lying', 'onBack', 'seated', 'onFeet', 'onKnees'] as const;

type PositionTrait =
  'supine' | 'prone' | 'kneeling' | 'wrists' | 'shoulders' | 'upright' | 'armsForward' | 'onFloor';

type PositionFacts = {
  label: string;
  /** How a client is told to get there. */
  setUp: string;
  /** What carries them there, where the drill does not say it itself. */
  contact: string;
  traits: readonly PositionTrait[];
  /** Positions of one family change into one another without getting up. */
  family: 'supine' | 'side' | 'prone' | 'kneeling' | 'sitting' | 'standing';
};

export const POSITION: Record<Position, PositionFacts> = {
  legsOnChair: {
    label: 'back-lying, legs on a chair',
    setUp: 'Lie on your back with both lower legs resting on a chair.',
    contact: 'Calves heavy on the chair; sacrum, back ribs and head on the floor.',
    traits: ['supine'],
    family: 'supine',
  },
  hookLying: {
    label: 'hook-lying',
    setUp: 'Lie on your back, knees bent, feet flat and as wide as your hips.',
    contact: 'Both feet, sacrum, back ribs and back of the head on the floor.',
    traits: ['supine'],
    family: 'supine',
  },
  feetOnWall: {
    label: 'back-lying, feet on a wall',
    setUp: 'Lie on your back with your feet flat on the wall, hips and knees at right angles.',
    contact: 'Whole feet on the wall; sacrum and back ribs on the floor.',
    traits: ['supine'],
    family: 'supine',
  },
  crossedLying: {
    label: 'back-lying, arms and legs crossed',
    setUp: 'Lie on your back, cross your legs and arms and fold them in over your trunk.',
    contact: 'Thighs on the belly, arms on the ribs, back on the floor.',
    traits: ['supine'],
    family: 'supine',
  },
  legOver: {
    label: 'back-lying, one leg crossed over',
    setUp: 'Lie on your back, knees bent, and lay one ankle on the other thigh.',
    contact: 'Sacrum, back ribs and back of the head on the floor; one foot whole.',
    traits: ['supine'],
    family: 'supine',
  },
  sideLying: {
    label: 'side-lying',
    setUp: 'Lie on your side, knees bent, head carried so that the neck is straight.',
    contact: 'Hip, side of the ribs and head carried; the top knee rests.',
    traits: [],
    family: 'side',
  },
  prone: {
    label: 'prone',
    setUp: 'Lie face down, forehead on your hands or on a folded towel.',
    contact: 'Forehead, low ribs, front of the hips and tops of the feet.',
    traits: ['prone'],
    family: 'prone',
  },
  proneOverCushion: {
    label: 'prone over a cushion',
    setUp: 'Lie face down over the cushion so that it fills the space under your ribs and belly.',
    contact: 'The front carried from ribs to belly; knees and shins on the floor.',
    traits: ['prone'],
    family: 'prone',
  },
  quadruped: {
    label: 'quadruped',
    setUp: 'Come onto hands and knees, hands under shoulders, knees under hips.',
    contact: 'Whole hands, thumb and first finger grounded; shins heavy.',
    traits: ['kneeling', 'wrists'],
    family: 'kneeling',
  },
  sideForearm: {
    label: 'side, on the forearm',
    setUp: 'Lie on your side on one forearm, elbow under the shoulder, knees bent, hips a little flexed.',
    contact: 'Forearm, hip and lower knee.',
    traits: ['shoulders'],
    family: 'side',
  },
  forearmsKneeling: {
    label: 'kneeling, forearms down',
    setUp: 'From hands and knees come down on your forearms, elbows under shoulders.',
    contact: 'Both forearms from elbow to hand; knees and shins.',
    traits: ['kneeling', 'shoulders'],
    family: 'kneeling',
  },
  foldedOnHeels: {
    label: 'folded back on the heels',
    setUp: 'From your knees sit back on your heels and fold forward, arms long in front.',
    contact: 'Shins, seat on the heels, forehead down.',
    traits: ['kneeling', 'armsForward'],
    family: 'kneeling',
  },
  onHeels: {
    label: 'sitting on the heels',
    setUp: 'From your knees sit back on your heels, or on a cushion between them, trunk upright.',
    contact: 'Both shins alike, seat on the heels.',
    traits: ['kneeling', 'upright'],
    family: 'kneeling',
  },
  kneeling: {
    label: 'kneeling upright',
    setUp: 'Kneel upright on something soft, hips over knees.',
    contact: 'Both knees and shins alike.',
    traits: ['kneeling', 'upright'],
    family: 'kneeling',
  },
  halfKneeling: {
    label: 'half-kneeling',
    setUp: 'From upright kneeling put one foot flat in front of you, knee over the ankle.',
    contact: 'One knee and shin, the whole of the other foot.',
    traits: ['kneeling', 'upright'],
    family: 'kneeling',
  },
  crossLegged: {
    label: 'sitting cross-legged',
    setUp: 'Sit on the floor with your legs crossed, high enough that the knees come lower than the hips.',
    contact: 'Weight even on both sit bones and the outer edges of both feet.',
    traits: ['upright', 'onFloor'],
    family: 'sitting',
  },
  longSitting: {
    label: 'sitting, legs long',
    setUp: 'Sit on the floor with both legs long in front of you.',
    contact: 'Weight even on both sit bones and the backs of both legs.',
    traits: ['upright', 'onFloor'],
    family: 'sitting',
  },
  sitting: {
    label: 'sitting',
    setUp: 'Sit toward the front of the seat on your sit bones, both feet in contact.',
    contact: 'Weight even on both sit bones, both feet flat.',
    traits: ['upright'],
    family: 'sitting',
  },
  sittingAtWall: {
    label: 'sitting at a wall',
    setUp: 'Sit with your back against the wall, on a chair or a thick cushion.',
    contact: 'Both sit bones; back ribs and the back of the pelvis on the wall.',
    traits: ['upright'],
    family: 'sitting',
  },
  counterLean: {
    label: 'leaning on a counter',
    setUp: 'Lean on your arms at a counter, hands well below shoulder height, knees soft.',
    contact: 'Heels of both hands, heels of both feet.',
    traits: ['upright'],
    family: 'standing',
  },
  wallForearms: {
    label: 'standing, forearms on a wall',
    setUp: 'Face the wall, forearms on it at shoulder height, feet a step back.',
    contact: 'Both forearms on the wall, both feet whole.',
    traits: ['upright', 'shoulders'],
    family: 'standing',
  },
  standingAtWall: {
    label: 'standing at a wall',
    setUp: 'Stand with your back to the wall, heels a foot’s length away.',
    contact: 'Back of the pelvis and back ribs on the wall; both feet whole.',
    traits: ['upright'],
    family: 'standing',
  },
  standing: {
    label: 'standing',
    setUp: 'Stand with your weight over the whole foot.',
    contact: 'Big toe, little toe and heel of both feet.',
    traits: ['upright'],
    family: 'standing',
  },
  walking: {
    label: 'walking',
    setUp: 'Walk at an easy pace, somewhere level.',
    contact: 'Heel, outer edge, ball of the foot.',
    traits: ['upright'],
    family: 'standing',
  },
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
