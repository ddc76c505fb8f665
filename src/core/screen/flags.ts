import type { Flags } from './flags.schema';

export type { Flags };

export type Flag = keyof Flags;

export const FLAG_LABEL: Record<Flag, string> = {
  pregnancyWeek: 'pregnancy',
  postpartumWeeks: 'postpartum',
  birth: 'birth',
  separationMm: 'abdominal-wall separation',
  cardiac: 'cardiac disease',
  highBloodPressure: 'high blood pressure',
  neurological: 'seizures, neurological disease',
  respiratory: 'asthma, COPD, other lung disease',
  panic: 'panic or over-breathing before',
  recentSurgery: 'surgery in the last 12 weeks',
  hernia: 'hernia',
  eyePressure: 'glaucoma or retinal problems',
  reflux: 'reflux',
  osteoporosis: 'osteoporosis or rib injury',
  backPain: 'back pain',
  leaking: 'leaking under effort',
  heaviness: 'pelvic heaviness',
  urgency: 'urgency',
  floorTension: 'pelvic-floor pain or tension',
  shoulder: 'shoulder cannot lift or reach',
  knees: 'knees cannot kneel',
  wrists: 'wrists cannot bear weight',
  noSupine: 'cannot lie on the back',
  noProne: 'cannot lie face down',
};

export type FlagGroup = 'birth' | 'medical' | 'pressure' | 'floor' | 'positions';

/** The flags as they are asked: by subject, each with its heading. */
export const FLAG_GROUPS: readonly { key: FlagGroup; name: string; flags: readonly Flag[] }[] = [
  {
    key: 'birth',
    name: 'Pregnancy and birth',
    flags: ['pregnancyWeek', 'postpartumWeeks', 'birth', 'separationMm'],
  },
  {
    key: 'medical',
    name: 'Heart, nerves, lungs',
    flags: ['cardiac', 'highBloodPressure', 'neurological', 'respiratory', 'panic'],
  },
  {
    key: 'pressure',
    name: 'Pressure and tissue',
    flags: ['recentSurgery', 'hernia', 'eyePressure', 'reflux', 'osteoporosis'],
  },
  { key: 'floor', name: 'Pelvic floor', flags: ['leaking', 'heaviness', 'urgency', 'floorTension'] },
  {
    key: 'positions',
    name: 'Positions',
    flags: ['backPain', 'shoulder', 'knees', 'wrists', 'noSupine', 'noProne'],
  },
];

/** True when the flag is set; a week of 0 counts as set. */
export const isSet = (flags: Flags, flag: Flag): boolean =>
  flags[flag] !== undefined && flags[flag] !== false;

export const setFlags = (flags: Flags): Flag[] =>
  (Object.keys(FLAG_LABEL) as Flag[]).filter((f) => isSet(flags, f));

/** A flag with its value, as one short phrase. @example describeFlag({ pregnancyWeek: 34 }, 'pregnancyWeek') // 'pregnancy, week 34' */
export function describeFlag(flags: Flags, flag: Flag): string {
  switch (flag) {
    case 'pregnancyWeek':
      return `pregnancy, week ${flags.pregnancyWeek}`;
    case 'postpartumWeeks':
      return `${flags.postpartumWeeks} weeks postpartum`;
    case 'birth':
      return `${flags.birth} birth`;
    case 'separationMm':
      return `abdominal-wall separation ${flags.separationMm} mm`;
    case 'backPain':
      return `back pain on ${flags.backPain === 'either' ? 'bending and arching' : flags.backPain}`;
    default:
      return FLAG_LABEL[flag];
  }
}
