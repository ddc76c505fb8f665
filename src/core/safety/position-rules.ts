import { POSITION, type Position } from '../body/positions';
import { flagEntry, FLAGS } from '../screen/flag-table';
import { settledFlags, type Flags } from '../screen/flags';
import { POSTPARTUM_LOAD_WEEKS, SUPINE_UNTIL_WEEK } from '../screen/limits';
import { fragileBones, is, postpartumUnder, pregnantFrom, ribSpared, ribUnhealed, type Rule } from './rule';

const trait =
  (name: 'supine' | 'prone' | 'kneeling' | 'wrists' | 'shoulders' | 'onFloor') => (position: Position) =>
    POSITION[position].traits.includes(name);
const oneOf =
  (...positions: readonly Position[]) =>
  (position: Position) =>
    positions.includes(position);

export const POSITION_RULES: readonly Rule<(position: Position) => boolean>[] = [
  ...FLAGS.flatMap((flag) => {
    const { bars } = flagEntry(flag);
    return bars
      ? [{ target: trait(bars.trait), when: is(flag), because: bars.because, source: bars.source }]
      : [];
  }),
  {
    target: trait('supine'),
    when: (f) => pregnantFrom(f.supineUntilWeek ?? SUPINE_UNTIL_WEEK)(f),
    because: 'no long work on the back from this week of pregnancy on',
    source: 'P9',
  },
  {
    target: (position) =>
      ['supine', 'side', 'prone', 'kneeling'].includes(POSITION[position].family) ||
      trait('onFloor')(position),
    when: is('noFloor'),
    because: 'cannot get down to the floor, or there is none',
    source: 'P7',
  },
  { target: trait('prone'), when: pregnantFrom(0), because: 'not face down in pregnancy', source: 'P9' },
  {
    target: trait('prone'),
    when: is('recentSurgery', 'hernia'),
    because: 'no weight on the front after surgery or with a hernia',
    source: 'P7',
  },
  {
    target: oneOf('foldedOnHeels', 'counterLean', 'crossedLying'),
    when: is('shoulder'),
    because: 'the shoulder cannot lift, reach or carry here',
    source: 'P7',
  },
  {
    target: oneOf('foldedOnHeels', 'crossedLying', 'proneOverCushion', 'longSitting'),
    when: (f) => f.backPain === 'bending' || f.backPain === 'either',
    because: 'the back is rounded here, and bending hurts',
    source: 'P7',
  },
  {
    target: oneOf('foldedOnHeels', 'crossedLying', 'longSitting'),
    when: fragileBones,
    because: 'no loaded rounding with fragile vertebrae',
    source: 'P7',
  },
  {
    target: oneOf('quadruped', 'prone'),
    when: (f) => f.backPain === 'arching' || f.backPain === 'either',
    because: 'the back tends to sag here, and arching hurts',
    source: 'P7',
  },
  {
    target: oneOf('foldedOnHeels', 'crossedLying'),
    when: (f) => is('recentSurgery', 'hernia')(f) || postpartumUnder(POSTPARTUM_LOAD_WEEKS)(f),
    because: 'the thighs press on a belly that is still mending',
    source: 'P7',
  },
  {
    target: trait('prone'),
    when: postpartumUnder(POSTPARTUM_LOAD_WEEKS),
    because: 'no weight on a belly that is still mending',
    source: 'P7',
  },
  {
    target: oneOf('crossedLying'),
    when: pregnantFrom(0),
    because: 'the thighs press on the belly',
    source: 'P9',
  },
  {
    target: oneOf('crossLegged', 'halfKneeling', 'legOver', 'crossedLying'),
    when: is('pubicPain'),
    because: 'the knees are apart or uneven here, and the pubic bone hurts',
    source: 'P7',
  },
  {
    target: (position) => POSITION[position].family === 'side',
    when: (f) => f.ribInjury === 'both' && ribUnhealed(f),
    because: 'no lying on a rib that is not healed',
    source: 'P7',
  },
  {
    target: oneOf('sideForearm'),
    when: ribUnhealed,
    because: 'no weight through ribs that are not healed',
    source: 'P7',
  },
  {
    target: trait('prone'),
    when: ribSpared,
    because: 'no weight on a rib that was injured not long ago',
    source: 'P7',
  },
  {
    target: trait('prone'),
    when: is('reflux'),
    because: 'face down the head cannot be raised, and the belly is pressed',
    source: 'P7',
  },
  {
    target: trait('prone'),
    when: (f) => f.spared?.some((s) => s === 'ribWrap' || s === 'abdominalLoad') === true,
    because: 'the front is pressed, and it hurts there',
    source: 'common practice',
  },
  {
    target: oneOf('foldedOnHeels', 'counterLean', 'crossedLying'),
    when: (f) => f.spared?.includes('armsOverhead') === true,
    because: 'the shoulder that hurts would lift, reach or carry here',
    source: 'common practice',
  },
  {
    target: oneOf('quadruped'),
    when: postpartumUnder(POSTPARTUM_LOAD_WEEKS),
    because: 'the abdominal wall hangs here, and it is still mending',
    source: 'P7',
  },
  {
    target: oneOf('foldedOnHeels', 'feetOnWall'),
    when: is('reflux'),
    because: 'head low or hips high brings reflux',
    source: 'P7',
  },
  {
    target: oneOf('foldedOnHeels', 'proneOverCushion', 'forearmsKneeling'),
    when: is('eyePressure'),
    because: 'head below the heart raises eye pressure',
    source: 'P7',
  },
];

/** Why this client does not take a position, one reason a rule; empty when nothing speaks against it. */
export const positionBars = (position: Position, given: Flags): string[] => {
  const flags = settledFlags(given);
  return POSITION_RULES.filter((r) => r.target(position) && r.when(flags)).map((r) => r.because);
};
