import { isSeparated, LATE_PREGNANCY_WEEK, POSTPARTUM_HEAVY_WEEKS } from '../screen/limits';
import { settledFlags, type Flags } from '../screen/flags';
import { ribSpared } from '../safety/rule';

/** What may change a task: some of it stands in Screen, the rest is asked on the day. Common practice, no source. */
export const CONDITIONS = [
  'noHold',
  'separation',
  'earlyBirth',
  'caesarean',
  'latePregnancy',
  'pregnancy',
  'pubicPain',
  'breastbone',
  'spineSurgery',
  'bellySurgery',
  'surgery',
  'earEye',
  'newJoint',
  'hernia',
  'bones',
  'ribs',
  'ribPain',
  'shoulder',
  'neck',
  'leaking',
  'heaviness',
  'prolapse',
  'floorPain',
  'copd',
  'asthma',
  'heart',
  'eyes',
  'pressure',
  'seizures',
  'fainting',
  'panic',
  'chestPain',
  'disc',
  'backTurn',
  'knees',
  'wrists',
  'tingling',
  'numb',
  'reflux',
  'scar',
  'soreVoice',
  'falls',
  'dizzy',
  'hypermobile',
  'headache',
  'snoring',
  'lowMood',
] as const;
export type Condition = (typeof CONDITIONS)[number];

type Known = { label: string; when: (flags: Flags) => boolean };
type Asked = { label: string; ask: string };

/** Whether the heavy way of breathing is closed: nobody here holds a breath under load. */
export const holdsNothing = (flags: Flags): boolean =>
  flags.pregnancyWeek !== undefined ||
  Boolean(
    flags.cardiac ||
    flags.highBloodPressure ||
    flags.eyePressure ||
    flags.neurological ||
    flags.hernia ||
    flags.recentSurgery ||
    flags.leaking ||
    flags.heaviness ||
    flags.copd ||
    flags.asthma ||
    flags.respiratory ||
    flags.panic,
  ) ||
  (flags.postpartumWeeks ?? POSTPARTUM_HEAVY_WEEKS) < POSTPARTUM_HEAVY_WEEKS ||
  isSeparated(flags.separationMm, flags.separationAt);

const CONDITION: Record<Condition, Known | Asked> = {
  noHold: { label: 'no held breath', when: holdsNothing },
  separation: {
    label: 'abdominal wall apart',
    when: (f) => isSeparated(f.separationMm, f.separationAt),
  },
  earlyBirth: {
    label: 'the first weeks after birth',
    when: (f) => (f.postpartumWeeks ?? POSTPARTUM_HEAVY_WEEKS) < POSTPARTUM_HEAVY_WEEKS,
  },
  caesarean: { label: 'caesarean', when: (f) => f.birth === 'caesarean' },
  latePregnancy: {
    label: 'late pregnancy',
    when: (f) => (f.pregnancyWeek ?? 0) >= LATE_PREGNANCY_WEEK,
  },
  pregnancy: { label: 'pregnancy', when: (f) => f.pregnancyWeek !== undefined },
  pubicPain: { label: 'pain at the pubic bone', when: (f) => Boolean(f.pubicPain) },
  breastbone: { label: 'an operation on the heart', ask: 'Have you had an operation on your heart?' },
  spineSurgery: { label: 'an operation on the spine', ask: 'Have you had an operation on your back?' },
  bellySurgery: {
    label: 'an operation on the belly',
    when: (f) => Boolean(f.recentSurgery) || f.birth === 'caesarean',
  },
  surgery: { label: 'a recent operation', when: (f) => Boolean(f.recentSurgery) },
  earEye: { label: 'an operation on ear or eye', ask: 'An operation on an ear or an eye lately?' },
  newJoint: { label: 'a new hip or knee', ask: 'Do you have a new hip or knee?' },
  hernia: { label: 'hernia', when: (f) => Boolean(f.hernia) },
  bones: { label: 'thin bones', when: (f) => Boolean(f.thinBones || f.osteoporosis) },
  ribs: { label: 'a healing rib', when: ribSpared },
  ribPain: { label: 'rib pain on breathing', ask: 'Does a rib hurt when you breathe in?' },
  shoulder: { label: 'shoulder', when: (f) => Boolean(f.shoulder) },
  neck: { label: 'neck', ask: 'Does your neck hurt when you look up?' },
  leaking: { label: 'leaking', when: (f) => Boolean(f.leaking) },
  heaviness: { label: 'heaviness', when: (f) => Boolean(f.heaviness) },
  prolapse: { label: 'heaviness or a bulge', when: (f) => Boolean(f.heaviness) },
  floorPain: { label: 'pelvic pain or tension', when: (f) => Boolean(f.floorTension) },
  copd: { label: 'COPD', when: (f) => Boolean(f.copd || f.respiratory) },
  asthma: { label: 'asthma', when: (f) => Boolean(f.asthma || f.respiratory) },
  heart: { label: 'heart', when: (f) => Boolean(f.cardiac) },
  eyes: { label: 'eye pressure or retina', when: (f) => Boolean(f.eyePressure) },
  pressure: { label: 'high blood pressure', when: (f) => Boolean(f.highBloodPressure) },
  seizures: { label: 'seizures', when: (f) => Boolean(f.neurological) },
  fainting: { label: 'fainting', ask: 'Have you fainted lately?' },
  panic: { label: 'panic or over-breathing', when: (f) => Boolean(f.panic) },
  chestPain: { label: 'chest pain', ask: 'Any chest pain when you exert yourself?' },
  disc: {
    label: 'back pain on bending',
    when: (f) => f.backPain === 'bending' || f.backPain === 'either',
  },
  backTurn: { label: 'back pain on turning', ask: 'Does turning hurt your back?' },
  knees: { label: 'knees', when: (f) => Boolean(f.knees) },
  wrists: { label: 'wrists', when: (f) => Boolean(f.wrists) },
  tingling: { label: 'a tingling arm', ask: 'Any tingling or weakness in an arm or hand?' },
  numb: { label: 'numbness from the saddle', ask: 'Does anything go numb in the saddle?' },
  reflux: { label: 'reflux', when: (f) => Boolean(f.reflux) },
  scar: { label: 'a scar', when: (f) => Boolean(f.recentSurgery) || f.birth === 'caesarean' },
  soreVoice: { label: 'a sore voice', ask: 'Has your voice been sore for more than two weeks?' },
  falls: { label: 'falls', ask: 'Have you fallen in the last months?' },
  dizzy: { label: 'dizziness', ask: 'Does standing up make you dizzy?' },
  hypermobile: { label: 'very mobile joints', ask: 'Are your joints unusually mobile?' },
  headache: { label: 'headache', ask: 'Dry eyes or a headache at the screen?' },
  snoring: { label: 'pauses in sleep', ask: 'Has anybody seen your breath stop in sleep?' },
  lowMood: { label: 'low mood', ask: 'Have you felt low for more than two weeks?' },
};

/** A condition in words. @example conditionLabel('ribs') // 'a healing rib' */
export const conditionLabel = (condition: Condition): string => CONDITION[condition].label;

/** Whether a condition holds by what Screen knows; null where only the client can say, on the day. */
export function holds(condition: Condition, flags: Flags): boolean | null {
  const known = CONDITION[condition];
  return 'when' in known ? known.when(settledFlags(flags)) : null;
}

/** The question for a condition that Screen does not record; null where it does. */
export function questionOf(condition: Condition): string | null {
  const known = CONDITION[condition];
  return 'ask' in known ? known.ask : null;
}
