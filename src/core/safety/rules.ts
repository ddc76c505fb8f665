import type { Demand } from '../drills/drill';
import { SPARES } from '../screen/complaints';
import { flagEntry, FLAGS } from '../screen/flag-table';
import { settledFlags, type Flags } from '../screen/flags';
import {
  LATE_PREGNANCY_WEEK,
  POSTPARTUM_HEAVY_WEEKS,
  POSTPARTUM_LOAD_WEEKS,
  SUPINE_UNTIL_WEEK,
} from '../screen/limits';
import type { Remedy } from '../screen/remedies';
import {
  anyLung,
  fragileBones,
  is,
  longLung,
  postpartumUnder,
  pregnantFrom,
  ribSpared,
  ribUnhealed,
  separated,
  type Rule,
} from './rule';

/**
 * The rule set: what a flag does to a position or to a demand of a drill. Lines of the practice text stand as P…;
 * those are common practice without a published source unless one is named. Kokyu records and suggests; the
 * client's clinician and local rules on scope of practice come first.
 */

/** Most percent of tone where a rule says lighter. Our choice: the low level of the draw-in school. */
export const LIGHT_PCT = 15;

export type DemandRule = Rule<Demand> & {
  remedy: Remedy;
  fromLevel?: number;
  /** Leaves a drill alone once the step before it on the way back to load was done dry (practice P77). */
  stepwise?: boolean;
};

/**
 * The way back to load for a floor that leaks, step by step (practice P77): each step is open when all of the one before
 * is owned and was last done without leaking and without the lower belly pushing out.
 */
export const FLOOR_STEPS: readonly (readonly string[])[] = [
  ['floorSeat', 'ballWrap'],
  ['bridgeExhale'],
  ['sidePlank'],
  ['hoverSqueeze'],
];

/** Whether a drill is on that way, and no further than the next step from what was done. */
const isNextStep = (drillId: string, stepsDone: number): boolean => {
  const step = FLOOR_STEPS.findIndex((s) => s.includes(drillId));
  return step >= 0 && step <= stepsDone;
};

/** A heart or a blood pressure with which a clinician has not agreed to exercise. Not asked is not no. */
const uncleared = (f: Flags): boolean => f.clearedPressure === false && is('cardiac', 'highBloodPressure')(f);
/** Weeks after a birth since which a clinician has not agreed to exercise. Not asked is not no. */
const birthUncleared = (f: Flags): boolean => f.clearedBirth === false && f.postpartumWeeks !== undefined;

export const DEMAND_RULES: readonly DemandRule[] = [
  ...SPARES.map((target): DemandRule => ({
    target,
    when: (f) => f.spared?.includes(target) === true,
    remedy: 'bar',
    because: 'it would press, bind, stretch or load a place that hurts',
    source: 'common practice',
  })),
  ...FLAGS.flatMap((flag): DemandRule[] => {
    const { noHold } = flagEntry(flag);
    if (!noHold) return [];
    return [
      { target: 'breathHold', when: is(flag), remedy: 'noHold', ...noHold },
      { target: 'moveInHold', when: is(flag), remedy: 'bar', ...noHold },
    ];
  }),
  {
    target: 'breathHold',
    when: pregnantFrom(0),
    remedy: 'noHold',
    because: 'no held breath in pregnancy',
    source: 'P8',
  },
  {
    target: 'moveInHold',
    when: pregnantFrom(0),
    remedy: 'bar',
    because: 'no held breath with movement in pregnancy',
    source: 'P8',
  },
  {
    target: 'breathHold',
    when: postpartumUnder(POSTPARTUM_LOAD_WEEKS),
    remedy: 'noHold',
    because: 'no held breath in the first weeks after birth',
    source: 'P73',
  },
  {
    target: 'fullHold',
    when: is('recentSurgery', 'hernia'),
    remedy: 'noFullHold',
    because: 'no held full breath after surgery or with a hernia',
    source: 'P73',
  },
  {
    target: 'fullHold',
    when: ribSpared,
    remedy: 'noFullHold',
    because: 'no held full breath on a rib that was injured not long ago',
    source: 'P73',
  },
  {
    target: 'fullHold',
    when: (f) => separated(f) || postpartumUnder(POSTPARTUM_HEAVY_WEEKS)(f),
    remedy: 'noFullHold',
    because: 'no held full breath on an abdominal wall that is still mending',
    source: 'P73',
  },
  {
    target: 'reachBehind',
    when: is('shoulder'),
    remedy: 'bar',
    because: 'the arm cannot bring it behind the back',
    source: 'P7',
  },
  {
    target: 'exhaleResistance',
    when: is('eyePressure', 'highBloodPressure', 'cardiac'),
    remedy: 'bar',
    because: 'blowing against resistance raises pressure',
    source: 'P41; P60',
  },
  {
    target: 'exhaleResistance',
    when: is('neurological', 'panic'),
    remedy: 'bar',
    because: 'blowing hard leads to over-breathing',
    source: 'P12',
  },
  {
    target: 'exhaleResistance',
    when: (f) =>
      is('hernia', 'recentSurgery', 'heaviness', 'leaking')(f) ||
      separated(f) ||
      postpartumUnder(POSTPARTUM_LOAD_WEEKS)(f),
    remedy: 'bar',
    because: 'blowing against resistance loads the abdominal wall and the pelvic floor',
    source: 'P7',
  },
  {
    target: 'exhaleResistance',
    when: pregnantFrom(0),
    remedy: 'bar',
    because: 'no blowing against resistance in pregnancy',
    source: 'P9',
  },
  {
    target: 'exhaleResistance',
    when: longLung,
    remedy: 'bar',
    because: 'blowing against resistance traps air in a diseased lung',
    source: 'P7',
  },
  {
    target: 'exhaleResistance',
    when: is('asthma'),
    remedy: 'shorter',
    because: 'blowing tires; few at a time, nothing forced',
    source: 'P7',
  },
  {
    target: 'exhaleNarrow',
    when: is('eyePressure'),
    remedy: 'bar',
    because: 'blowing through something narrow raises eye pressure',
    source: 'P41; P60',
  },
  {
    target: 'exhaleNarrow',
    when: (f) => anyLung(f) || is('highBloodPressure', 'cardiac')(f),
    remedy: 'shorter',
    because: 'few at a time, nothing forced',
    source: 'P7',
  },
  {
    target: 'fullExhale',
    when: (f) => is('recentSurgery', 'hernia')(f) || postpartumUnder(POSTPARTUM_LOAD_WEEKS)(f),
    remedy: 'bar',
    because: 'an exhale to the end works the abdominal wall, and it is still mending',
    source: 'P7',
  },
  {
    target: 'fullExhale',
    when: longLung,
    remedy: 'bar',
    because: 'air pushed to the end shuts a diseased lung before it is empty',
    source: 'P7',
  },
  {
    target: 'fullExhale',
    when: ribUnhealed,
    remedy: 'bar',
    because: 'an exhale to the end moves a rib that is not healed',
    source: 'P7',
  },
  {
    target: 'ribWrap',
    when: (f) => fragileBones(f) || ribSpared(f),
    remedy: 'bar',
    because: 'nothing is bound round fragile ribs',
    source: 'P7',
  },
  {
    target: 'ribWrap',
    when: (f) => is('recentSurgery')(f) && !(f.bornByOperation && f.scarAt === 'low'),
    remedy: 'bar',
    because: 'nothing is bound round the trunk after surgery without the surgeon’s word',
    source: 'P7',
  },
  {
    target: 'hipsHigh',
    when: is('reflux'),
    remedy: 'bar',
    because: 'hips above the chest bring reflux',
    source: 'P7',
  },
  {
    target: 'ribStretch',
    when: ribUnhealed,
    remedy: 'bar',
    because: 'nothing stretches or turns a rib that is not healed',
    source: 'P7',
  },
  {
    target: 'ribStretch',
    when: ribSpared,
    remedy: 'shorter',
    because: 'the rib was injured not long ago: short and well inside the range',
    source: 'P7',
  },
  {
    target: 'moveInHold',
    when: (f) =>
      is('recentSurgery', 'hernia')(f) ||
      fragileBones(f) ||
      ribSpared(f) ||
      separated(f) ||
      postpartumUnder(POSTPARTUM_HEAVY_WEEKS)(f),
    remedy: 'bar',
    because: 'turning against a held breath loads the abdominal wall and the ribs',
    source: 'P29',
  },
  {
    target: 'abdominalLoad',
    when: is('recentSurgery'),
    remedy: 'bar',
    because: 'the abdominal wall is not loaded in the first 12 weeks after surgery',
    source: 'P7',
  },
  {
    target: 'abdominalLoad',
    when: is('hernia'),
    remedy: 'bar',
    because: 'a hernia is not loaded without a clinician’s word',
    source: 'P7',
  },
  {
    target: 'abdominalLoad',
    when: postpartumUnder(POSTPARTUM_LOAD_WEEKS),
    remedy: 'bar',
    because: `no load in the first ${POSTPARTUM_LOAD_WEEKS} weeks after birth`,
    source: 'P7',
  },
  {
    target: 'abdominalLoad',
    when: is('cardiac', 'highBloodPressure'),
    remedy: 'bar',
    fromLevel: 3,
    because: 'strain that is held raises blood pressure',
    source: 'P60',
  },
  {
    target: 'abdominalLoad',
    when: separated,
    remedy: 'bar',
    fromLevel: 2,
    because: 'the abdominal wall is apart: no lifting of limbs yet',
    source: 'Beer 2009',
  },
  {
    target: 'abdominalLoad',
    when: separated,
    remedy: 'lighter',
    because: 'the abdominal wall is apart: light tone only',
    source: 'Beer 2009',
  },
  {
    target: 'abdominalLoad',
    when: pregnantFrom(SUPINE_UNTIL_WEEK),
    remedy: 'bar',
    fromLevel: 2,
    because: 'no limb load on an abdominal wall that is stretching',
    source: 'P9',
  },
  {
    target: 'abdominalLoad',
    when: pregnantFrom(0),
    remedy: 'lighter',
    because: 'light tone only in pregnancy',
    source: 'P9',
  },
  {
    target: 'floorLift',
    when: pregnantFrom(LATE_PREGNANCY_WEEK),
    remedy: 'noLift',
    because: 'late pregnancy: the aim turns to letting go',
    source: 'P9',
  },
  {
    target: 'floorLift',
    when: is('floorTension'),
    remedy: 'bar',
    fromLevel: 2,
    because: 'effort with the pelvic floor comes after letting go',
    source: 'P10',
  },
  {
    target: 'floorLift',
    when: is('floorTension'),
    remedy: 'noLift',
    because: 'a tense pelvic floor learns to let go first',
    source: 'P10',
  },
  {
    target: 'floorLift',
    when: is('recentSurgery'),
    remedy: 'follow',
    because: 'no added lift after surgery',
    source: 'P7',
  },
  {
    target: 'floorLift',
    when: postpartumUnder(POSTPARTUM_LOAD_WEEKS),
    remedy: 'follow',
    because: 'early postpartum: follow, do not lift',
    source: 'P7',
  },
  {
    target: 'floorLift',
    when: is('leaking'),
    remedy: 'bar',
    fromLevel: 2,
    because: 'coordination first, strength second',
    source: 'P10',
    stepwise: true,
  },
  {
    target: 'floorLift',
    when: is('urgency'),
    remedy: 'bar',
    fromLevel: 2,
    because: 'letting go first, strength second',
    source: 'P10',
  },
  {
    target: 'floorPressure',
    when: is('heaviness'),
    remedy: 'bar',
    because: 'presses down on a pelvic floor that is already loaded',
    source: 'P10',
  },
  {
    target: 'floorPressure',
    when: is('leaking'),
    remedy: 'bar',
    because: 'presses down on a pelvic floor that leaks under effort',
    source: 'P10',
    stepwise: true,
  },
  {
    target: 'floorPressure',
    when: (f) => separated(f) || pregnantFrom(0)(f) || postpartumUnder(POSTPARTUM_HEAVY_WEEKS)(f),
    remedy: 'bar',
    because: 'too much pressure for this abdominal wall now',
    source: 'P7',
  },
  {
    target: 'armsOverhead',
    when: is('shoulder'),
    remedy: 'bar',
    because: 'the shoulder cannot lift',
    source: 'P7',
  },
  {
    target: 'armsOverhead',
    when: longLung,
    remedy: 'bar',
    because: 'raised arms take breath from somebody who is short of it',
    source: 'P7',
  },
  {
    target: 'armsOverhead',
    when: ribUnhealed,
    remedy: 'bar',
    because: 'a raised arm pulls on a rib that is not healed',
    source: 'P7',
  },
  {
    target: 'heavyLoad',
    when: is('recentSurgery', 'hernia'),
    remedy: 'bar',
    because: 'no outside load after surgery or with a hernia',
    source: 'P7',
  },
  {
    target: 'heavyLoad',
    when: pregnantFrom(SUPINE_UNTIL_WEEK),
    remedy: 'bar',
    because: 'no outside load on an abdominal wall that is stretching',
    source: 'P9',
  },
  {
    target: 'heavyLoad',
    when: postpartumUnder(POSTPARTUM_HEAVY_WEEKS),
    remedy: 'bar',
    because: `no outside load in the first ${POSTPARTUM_HEAVY_WEEKS} weeks after birth`,
    source: 'P7',
  },
  {
    target: 'heavyLoad',
    when: separated,
    remedy: 'bar',
    because: 'the abdominal wall is apart: no outside load yet',
    source: 'Beer 2009',
  },
  {
    target: 'heavyLoad',
    when: fragileBones,
    remedy: 'bar',
    because: 'no outside load on fragile vertebrae',
    source: 'P7',
  },
  {
    target: 'heavyLoad',
    when: ribSpared,
    remedy: 'bar',
    because: 'no outside load while the rib is spared',
    source: 'P7',
  },
  {
    target: 'heavyLoad',
    when: uncleared,
    remedy: 'bar',
    because: 'no clinician’s yes: nothing with effort',
    source: 'P60',
  },
  {
    target: 'abdominalLoad',
    when: uncleared,
    remedy: 'bar',
    because: 'no clinician’s yes: nothing with effort',
    source: 'P60',
  },
  {
    target: 'floorPressure',
    when: uncleared,
    remedy: 'bar',
    because: 'no clinician’s yes: nothing with effort',
    source: 'P60',
  },
  ...(['abdominalLoad', 'heavyLoad', 'floorPressure', 'exhaleResistance', 'fullExhale'] as const).map(
    (target): DemandRule => ({
      target,
      when: birthUncleared,
      remedy: 'bar',
      because: 'no clinician’s yes since the birth: breath and letting go only',
      source: 'P7',
    }),
  ),
  {
    target: 'breathHold',
    when: birthUncleared,
    remedy: 'noHold',
    because: 'no clinician’s yes since the birth: no held breath',
    source: 'P73',
  },
  {
    target: 'floorLift',
    when: birthUncleared,
    remedy: 'follow',
    because: 'no clinician’s yes since the birth: follow, do not lift',
    source: 'P7',
  },
  {
    target: 'addedTone',
    when: (f) => birthUncleared(f) || postpartumUnder(POSTPARTUM_LOAD_WEEKS)(f),
    remedy: 'noTone',
    because: 'soon after birth: breath and letting go, no added tone',
    source: 'P7',
  },
  {
    target: 'stretch',
    when: birthUncleared,
    remedy: 'shorter',
    because: 'no clinician’s yes since the birth: short and well inside the range',
    source: 'P7',
  },
  {
    target: 'heavyLoad',
    when: is('heaviness', 'leaking', 'backPain'),
    remedy: 'bar',
    fromLevel: 3,
    because: 'the heavy ones come when the pelvic floor and the back are ready for them',
    source: 'P10',
  },
  {
    target: 'heavyLoad',
    when: is('cardiac', 'highBloodPressure'),
    remedy: 'shorter',
    because: 'effort raises blood pressure; few, light, breath flowing',
    source: 'P60',
  },
  {
    target: 'stretch',
    when: pregnantFrom(LATE_PREGNANCY_WEEK),
    remedy: 'shorter',
    because: 'late pregnancy: joints give more, so short and easy',
    source: 'P9',
  },
  {
    target: 'stretch',
    when: postpartumUnder(POSTPARTUM_LOAD_WEEKS),
    remedy: 'shorter',
    because: 'soon after birth: short and well inside the range',
    source: 'P7',
  },
  {
    target: 'stretch',
    when: is('recentSurgery'),
    remedy: 'shorter',
    because: 'after surgery: short and well inside the range',
    source: 'P7',
  },
  {
    target: 'stretch',
    when: is('pubicPain'),
    remedy: 'bar',
    because: 'nothing opens the hips wide while the pubic bone hurts',
    source: 'P7',
  },
  {
    target: 'oneLeg',
    when: is('pubicPain'),
    remedy: 'bar',
    because: 'nothing on one leg while the pubic bone hurts',
    source: 'P7',
  },
  {
    target: 'spineLoad',
    when: (f) => fragileBones(f) || is('backPain')(f),
    remedy: 'bar',
    because: 'no weight through a bent spine',
    source: 'P7',
  },
  {
    target: 'spineLoad',
    when: ribSpared,
    remedy: 'bar',
    because: 'nothing presses or twists the ribs while one is spared',
    source: 'P7',
  },
];

/** What speaks against something that a drill or a block of that level asks for. @param drillId whose, for the steps back to load */
export function rulesAgainst(demand: Demand, given: Flags, level: number, drillId = ''): DemandRule[] {
  const flags = settledFlags(given);
  return DEMAND_RULES.filter(
    (r) =>
      r.target === demand &&
      r.when(flags) &&
      level >= (r.fromLevel ?? 0) &&
      !(r.stepwise && isNextStep(drillId, flags.floorStepsDone ?? 0)),
  );
}

/** Why this client holds no breath, one reason a flag; empty when nothing speaks against it. */
export const holdBars = (flags: Flags): string[] =>
  rulesAgainst('breathHold', flags, 0).map((r) => r.because);

/** Cautions that bar nothing but are to be said. */
export const CAUTIONS: readonly { when: (flags: Flags) => boolean; text: string; source: string }[] = [
  {
    when: is('panic'),
    text: 'Keep breaths small and unhurried; stop at tingling or dizziness.',
    source: 'P12',
  },
  {
    when: is('asthma', 'respiratory'),
    text: 'Have the client’s own reliever within reach; nothing forced; stop at a tight chest or a wheeze.',
    source: 'P7',
  },
  {
    when: longLung,
    text: 'Rest before it is needed: stop at breathlessness of 4 of 10; never lying flat against their wish.',
    source: 'P7',
  },
  {
    when: ribSpared,
    text: 'The rib: nothing presses on it or turns it under load; stop at a stab or at more than 2 of 10.',
    source: 'P7',
  },
  {
    when: is('bornByOperation'),
    text: 'The scar: stop at a pull, warmth or weeping, and send to the clinician the same day.',
    source: 'P7',
  },
  {
    when: is('cardiac', 'highBloodPressure'),
    text: 'Nothing with strain; rise slowly; the clinician’s limits apply.',
    source: 'P7',
  },
  {
    when: is('neurological'),
    text: 'No over-breathing, no holds; know what to do in a seizure.',
    source: 'P8',
  },
  {
    when: pregnantFrom(0),
    text: 'Stop at bleeding, fluid loss, pain, regular contractions, dizziness, headache, calf swelling.',
    source: 'ACOG 804, 2020 (from memory)',
  },
  {
    when: pregnantFrom(SUPINE_UNTIL_WEEK),
    text: 'Seated or side-lying; feet forward, knees apart, room for the belly.',
    source: 'P9',
  },
  {
    when: postpartumUnder(POSTPARTUM_HEAVY_WEEKS),
    text: 'Check for heaviness, leaking and doming in every drill.',
    source: 'P7',
  },
  {
    when: is('floorTension'),
    text: 'Attend to the inhale; effort with the pelvic floor comes later.',
    source: 'P10',
  },
  {
    when: is('leaking', 'heaviness', 'urgency'),
    text: 'Offer the way to a pelvic-health clinician.',
    source: 'P10',
  },
  {
    when: is('recentSurgery', 'hernia'),
    text: 'Ask for the surgeon’s limits and record them.',
    source: 'P7',
  },
  { when: is('reflux'), text: 'Head and chest raised; not soon after a meal.', source: 'P7' },
];
