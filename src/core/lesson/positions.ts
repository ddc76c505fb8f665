import { changeS, POSITION, type Position } from '../body/positions';
import type { Way } from '../body/ways';

/** How a position is told in a lesson. Common practice, no source. */
const TOLD: Record<Position, string> = {
  legsOnChair: 'on the back, calves on the chair seat',
  hookLying: 'on the back, knees bent, soles flat',
  feetOnWall: 'on the back, soles flat on the wall, hips and knees at right angles',
  crossedLying: 'on the back, arms and legs crossed and folded in',
  legOver: 'on the back, one ankle on the other thigh',
  sideLying: 'on the side, knees bent, neck straight on something soft',
  prone: 'face down, forehead on the stacked hands, toes loose',
  proneOverCushion: 'face down over the cushion, knees and shins on the floor',
  quadruped: 'on hands and knees, hands under shoulders',
  sideForearm: 'on the side, on one forearm, knees bent',
  forearmsKneeling: 'kneeling, forearms on the floor',
  foldedOnHeels: 'folded back on the heels, arms forward',
  onHeels: 'sitting on the heels, trunk long',
  kneeling: 'kneeling upright on something soft',
  halfKneeling: 'one knee down, one foot in front',
  crossLegged: 'sitting on something folded, legs crossed',
  longSitting: 'sitting on the floor, legs long',
  sitting: 'sitting toward the front of the seat, both feet flat',
  sittingAtWall: 'on a firm seat, back against the wall, feet flat',
  counterLean: 'standing, weight given to the counter, arms well below shoulder height, knees soft',
  wallForearms: 'standing at the wall, forearms on it, pelvis drawn back, knees soft',
  standingAtWall: 'standing, back to the wall, heels a foot’s length away, knees soft',
  standing: 'standing, feet under the hips, knees soft',
  walking: 'walking, somewhere level and clear',
};

/** A position as it is told to the instructor, done in its ways. */
export function positionTold(position: Position, ways: readonly Way[] = []): string {
  const { family } = POSITION[position];
  const lies = family === 'supine' || family === 'side';
  const side = ways.includes('onLeft') ? ', on the left' : ways.includes('onRight') ? ', on the right' : '';
  return [
    TOLD[position] + (family === 'side' ? side : ''),
    ...(ways.includes('headRaised') && lies ? ['head and chest raised'] : []),
    ...(ways.includes('kneesTogether') && family !== 'standing'
      ? ['knees level, no wider than is painless']
      : []),
    ...(ways.includes('feetApart') && family === 'sitting' && !ways.includes('kneesTogether')
      ? ['knees apart, room for the belly']
      : []),
  ].join(', ');
}

type Family = (typeof POSITION)[Position]['family'];

/** Ways from one family of positions to another, without a twist or a sit-up. */
const WAY: Record<Family, Partial<Record<Family, string>>> = {
  supine: {
    side: 'knees together, roll over in one piece',
    prone: 'roll over by the side, in one piece',
    kneeling: 'roll to the side, push up to hands and knees',
    sitting: 'roll to the side, push up over the hands, sit half a minute',
    standing: 'roll to the side, up over the hands, sit half a minute, kneel, one foot, stand slowly',
  },
  side: {
    supine: 'roll on to the back in one piece',
    prone: 'roll over, one hand in front',
    kneeling: 'push up to hands and knees',
    sitting: 'push up over the hands, sit half a minute',
    standing: 'up over the hands, sit half a minute, kneel, one foot, stand slowly',
  },
  prone: {
    supine: 'roll over by the side',
    side: 'turn on to the side',
    kneeling: 'push back to hands and knees',
    sitting: 'over the side, up over the hands, sit half a minute',
    standing: 'back to hands and knees, one foot, stand slowly, two breaths there',
  },
  kneeling: {
    supine: 'sit to one side, lie down over the side',
    side: 'sit to one side, lie down',
    prone: 'slide forward and lower yourself',
    sitting: 'one foot, hand on the seat, turn and sit',
    standing: 'one foot forward, stand slowly, two breaths there',
  },
  sitting: {
    supine: 'down by the chair, sit to one side, lie back over the side',
    side: 'down by the chair, sit to one side, lie down',
    prone: 'down by the chair to hands and knees, lower yourself',
    kneeling: 'down by the chair, one knee, then the other',
    standing: 'breathe out to stand, wait two breaths',
  },
  standing: {
    supine: 'hand on a chair, kneel, sit to one side, roll down over the side',
    side: 'hand on a chair, kneel, sit to one side, lie down',
    prone: 'hand on a chair, hands and knees, lower yourself',
    kneeling: 'hand on a chair, one knee, then the other',
    sitting: 'back to the seat, sit down slowly',
  },
};

const FROM_SIGN = 'already there';

/** How to get from one position to the next, in a line; nothing moves where it is the same. */
export function wayThere(from: Position | null, to: Position): string {
  if (from === null) return FROM_SIGN;
  if (from === to) return 'nothing moves';
  const [a, b] = [POSITION[from].family, POSITION[to].family];
  if (a !== b) return WAY[a][b] ?? TOLD[to];
  return a === 'supine'
    ? 'stay on the back, move the legs one after the other'
    : a === 'standing'
      ? 'a few steps, two breaths before it begins'
      : 'stay at that height, settle again';
}

/** Seconds that the way takes. */
export const wayS = (from: Position | null, to: Position): number => changeS(from, to);
