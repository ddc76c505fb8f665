import type { SeparationPlace } from './limits';

/**
 * Everything about each flag in one place (practice P7): how it is asked, what is a plausible value, what it says of
 * itself, and what it does by itself to positions and held breaths. Rules that join flags or look at a value stand in
 * `safety/rules.ts`.
 */
export type FlagGroup = 'birth' | 'medical' | 'pressure' | 'floor' | 'positions';

/** A trait of a position, as `body/positions` names it. */
type Trait = 'supine' | 'prone' | 'kneeling' | 'wrists' | 'shoulders';
type Reason = { because: string; source: string };

type Common = {
  group: FlagGroup;
  /** The flag in words. */
  label: string;
  /** Positions with this trait are barred. */
  bars?: Reason & { trait: Trait };
  /** Nothing is held; what moves in a held breath is barred. */
  noHold?: Reason;
  /** Asked only once this flag is set, or has this value. */
  detailOf?: { flag: string; value?: string };
  /** Two things in one, as older records have it: shown where it is set, until somebody says which. */
  untoldOf?: readonly string[];
};

type YesEntry = Common & { kind: 'yes' };
type NumberEntry = Common & {
  kind: 'number';
  /** The word before the field. */
  asked: string;
  unit: 'weeks' | 'mm';
  whole: boolean;
  max: number;
  tooMuch: string;
  says: (value: number) => string;
};
type DateEntry = Common & { kind: 'date'; asked: string; says: (day: string) => string };
type ChoiceEntry = Common & {
  kind: 'choice';
  asked: string;
  options: readonly { value: string; label: string }[];
  /** What it means when nothing is chosen, where that has to be said; the answers then stand in a list. */
  untold?: string;
  says: (value: string) => string;
};
export type FlagEntry = YesEntry | NumberEntry | ChoiceEntry | DateEntry;

const SEPARATION_PLACE: Record<SeparationPlace, string> = {
  xiphoid: 'at the tip of the breastbone',
  above: '3 cm above the navel',
  below: '2 cm below the navel',
};

export const FLAG = {
  pregnancyWeek: {
    kind: 'number',
    group: 'birth',
    label: 'pregnancy',
    asked: 'pregnancy',
    unit: 'weeks',
    whole: true,
    max: 44,
    tooMuch: 'at most 44 weeks; check the number',
    says: (week: number) => `pregnancy, week ${week}`,
  },
  postpartumWeeks: {
    kind: 'number',
    group: 'birth',
    label: 'postpartum',
    asked: 'postpartum',
    unit: 'weeks',
    whole: true,
    max: 104,
    tooMuch: 'at most 104 weeks; check the number',
    says: (weeks: number) => `${weeks} weeks postpartum`,
  },
  birth: {
    kind: 'choice',
    group: 'birth',
    label: 'birth',
    asked: 'birth',
    options: [
      { value: 'vaginal', label: 'vaginal' },
      { value: 'caesarean', label: 'caesarean' },
    ],
    says: (how: string) => `${how} birth`,
  },
  scarAt: {
    kind: 'choice',
    group: 'birth',
    label: 'scar of the caesarean',
    asked: 'where the scar lies',
    untold: 'scar: not told',
    detailOf: { flag: 'birth', value: 'caesarean' },
    options: [
      { value: 'low', label: 'low, across' },
      { value: 'midline', label: 'up and down' },
    ],
    says: (at: string) => (at === 'low' ? 'scar low, across' : 'scar up and down'),
  },
  separationMm: {
    kind: 'number',
    group: 'birth',
    label: 'abdominal-wall separation',
    asked: 'separation',
    unit: 'mm',
    whole: false,
    max: 150,
    tooMuch: 'more than 150 mm; give millimetres at the widest place',
    says: (mm: number) => `abdominal-wall separation ${mm} mm`,
  },
  separationAt: {
    kind: 'choice',
    group: 'birth',
    label: 'measured',
    asked: 'where the separation was measured',
    untold: 'not told (15 mm counts)',
    detailOf: { flag: 'separationMm' },
    options: [
      { value: 'xiphoid', label: SEPARATION_PLACE.xiphoid },
      { value: 'above', label: SEPARATION_PLACE.above },
      { value: 'below', label: SEPARATION_PLACE.below },
    ],
    says: (place: string) => `measured ${SEPARATION_PLACE[place as SeparationPlace] ?? place}`,
  },
  separationOn: {
    kind: 'date',
    group: 'birth',
    label: 'day of that measurement',
    asked: 'measured on',
    detailOf: { flag: 'separationMm' },
    says: (day: string) => `measured on ${day}`,
  },
  cardiac: {
    kind: 'yes',
    group: 'medical',
    label: 'cardiac disease',
    noHold: { because: 'no held breath with cardiac disease', source: 'P8' },
  },
  highBloodPressure: {
    kind: 'yes',
    group: 'medical',
    label: 'high blood pressure',
    noHold: { because: 'a held breath raises blood pressure', source: 'P60; MacDougall 1985' },
  },
  neurological: {
    kind: 'yes',
    group: 'medical',
    label: 'seizures, neurological disease',
    noHold: { because: 'no held breath with seizures or other neurological disease', source: 'P8' },
  },
  asthma: {
    kind: 'yes',
    group: 'medical',
    label: 'asthma',
    noHold: { because: 'held breaths only once a clinician agrees', source: 'P7' },
  },
  copd: {
    kind: 'yes',
    group: 'medical',
    label: 'COPD, other lung disease',
    noHold: { because: 'held breaths only once a clinician agrees', source: 'P7' },
  },
  respiratory: {
    kind: 'yes',
    group: 'medical',
    label: 'lung disease (not told which)',
    untoldOf: ['asthma', 'copd'],
    noHold: { because: 'held breaths only once a clinician agrees', source: 'P7' },
  },
  panic: {
    kind: 'yes',
    group: 'medical',
    label: 'panic or over-breathing before',
    noHold: { because: 'air hunger can bring panic', source: 'P12' },
  },
  recentSurgery: { kind: 'yes', group: 'pressure', label: 'surgery in the last 12 weeks' },
  hernia: { kind: 'yes', group: 'pressure', label: 'hernia' },
  eyePressure: {
    kind: 'yes',
    group: 'pressure',
    label: 'glaucoma or retinal problems',
    noHold: { because: 'a held breath raises eye pressure', source: 'P7' },
  },
  reflux: { kind: 'yes', group: 'pressure', label: 'reflux' },
  thinBones: {
    kind: 'yes',
    group: 'pressure',
    label: 'osteoporosis, thin bones',
    bars: { trait: 'prone', because: 'no pressure on fragile ribs', source: 'P7' },
  },
  ribInjury: {
    kind: 'choice',
    group: 'pressure',
    label: 'rib injury',
    asked: 'rib injury',
    options: [
      { value: 'right', label: 'right' },
      { value: 'left', label: 'left' },
      { value: 'both', label: 'both' },
    ],
    says: (side: string) => (side === 'both' ? 'rib injury on both sides' : `rib injury on the ${side}`),
  },
  ribWeeks: {
    kind: 'number',
    group: 'pressure',
    label: 'since the rib injury',
    asked: 'since then',
    unit: 'weeks',
    whole: true,
    max: 520,
    tooMuch: 'at most 520 weeks; check the number',
    detailOf: { flag: 'ribInjury' },
    says: (weeks: number) => `${weeks} weeks since the rib injury`,
  },
  ribHealed: {
    kind: 'yes',
    group: 'pressure',
    label: 'rib declared healed by a clinician',
    detailOf: { flag: 'ribInjury' },
  },
  osteoporosis: {
    kind: 'yes',
    group: 'pressure',
    label: 'osteoporosis or rib injury (not told which)',
    untoldOf: ['thinBones', 'ribInjury'],
    bars: { trait: 'prone', because: 'no pressure on fragile ribs', source: 'P7' },
  },
  backPain: {
    kind: 'choice',
    group: 'positions',
    label: 'back pain',
    asked: 'back pain, worse on',
    options: [
      { value: 'bending', label: 'bending' },
      { value: 'arching', label: 'arching' },
      { value: 'either', label: 'both' },
    ],
    says: (on: string) => `back pain on ${on === 'either' ? 'bending and arching' : on}`,
  },
  leaking: { kind: 'yes', group: 'floor', label: 'leaking under effort' },
  heaviness: { kind: 'yes', group: 'floor', label: 'pelvic heaviness' },
  urgency: { kind: 'yes', group: 'floor', label: 'urgency' },
  floorTension: { kind: 'yes', group: 'floor', label: 'pelvic-floor pain or tension' },
  pubicPain: { kind: 'yes', group: 'floor', label: 'pain at the pubic bone' },
  shoulder: {
    kind: 'yes',
    group: 'positions',
    label: 'shoulder cannot lift or reach',
    bars: { trait: 'shoulders', because: 'the shoulder cannot carry weight', source: 'P7' },
  },
  knees: {
    kind: 'yes',
    group: 'positions',
    label: 'knees cannot kneel',
    bars: { trait: 'kneeling', because: 'knees cannot kneel', source: 'P7' },
  },
  wrists: {
    kind: 'yes',
    group: 'positions',
    label: 'wrists cannot bear weight',
    bars: { trait: 'wrists', because: 'wrists cannot bear weight', source: 'P7' },
  },
  noFloor: {
    kind: 'yes',
    group: 'positions',
    label: 'cannot get down to the floor',
  },
  noSupine: {
    kind: 'yes',
    group: 'positions',
    label: 'cannot lie on the back',
    bars: { trait: 'supine', because: 'cannot lie flat on the back', source: 'P7' },
  },
  noProne: {
    kind: 'yes',
    group: 'positions',
    label: 'cannot lie face down',
    bars: { trait: 'prone', because: 'cannot lie face down', source: 'P7' },
  },
} as const satisfies Record<string, FlagEntry>;

export type Flag = keyof typeof FLAG;
export const FLAGS = Object.keys(FLAG) as Flag[];

/** The table as its entries are declared, for whatever goes over all of them. */
export const flagEntry = (flag: Flag): FlagEntry => FLAG[flag];

/** A flag that only says more about another one: it comes and goes with that one. */
export const detailsOf = (flag: Flag): Flag[] => FLAGS.filter((f) => flagEntry(f).detailOf?.flag === flag);
