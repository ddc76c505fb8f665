import type { Flags } from './flags';
import type { StopSign } from './stop-signs.schema';

export type { StopSign };

/**
 * Signs that stop a drill (practice P12, common practice); in pregnancy and after birth those of ACOG Committee Opinion 804,
 * 2020, from memory. New ones stand at the end: what a phone hands back names them by their place.
 */
export const STOP_SIGNS = [
  'dizziness',
  'tingling',
  'vision',
  'pain',
  'panic',
  'gasping',
  'bleeding',
  'fluid',
  'contractions',
  'heaviness',
  'leak',
  'wheeze',
  'other',
] as const;

export const STOP_SIGN_LABEL: Record<StopSign, string> = {
  dizziness: 'dizziness',
  tingling: 'tingling lips or fingers',
  vision: 'change of vision',
  pain: 'pain',
  panic: 'panic',
  gasping: 'gasping',
  bleeding: 'bleeding',
  fluid: 'loss of fluid',
  contractions: 'regular tightenings of the belly',
  heaviness: 'heaviness or a bulge in the pelvis',
  leak: 'leaking',
  wheeze: 'a tight chest or a wheeze',
  other: 'something else',
};

/** Those that stop everybody. */
const EVERYBODYS: readonly StopSign[] = ['dizziness', 'tingling', 'vision', 'pain', 'panic', 'gasping'];

/** Those that are watched for with this client besides, and why they are theirs. */
const THEIRS: readonly { signs: readonly StopSign[]; when: (flags: Flags) => boolean }[] = [
  { signs: ['bleeding', 'fluid', 'contractions'], when: (f) => f.pregnancyWeek !== undefined },
  { signs: ['bleeding', 'heaviness', 'leak'], when: (f) => f.postpartumWeeks !== undefined },
  { signs: ['heaviness'], when: (f) => f.pregnancyWeek !== undefined },
  {
    signs: ['heaviness', 'leak'],
    when: (f) => Boolean(f.leaking || f.heaviness || f.urgency || f.separationMm !== undefined),
  },
  { signs: ['wheeze'], when: (f) => Boolean(f.asthma || f.copd || f.respiratory) },
];

/** The signs that stop a drill of this client, in the order in which they are named. */
export const stopSignsFor = (flags: Flags): StopSign[] => {
  const own = THEIRS.flatMap(({ signs, when }) => (when(flags) ? signs : []));
  return STOP_SIGNS.filter((sign) => EVERYBODYS.includes(sign) || own.includes(sign));
};

/** Signs of pregnancy for which nobody waits. */
const AT_ONCE: readonly StopSign[] = ['bleeding', 'fluid', 'contractions'];

/** When to stop, and whom to call, as a client reads it. @example stopSaid({}) // 'Stop, breathe normally, sit or lie down at: dizziness, …' */
export function stopSaid(flags: Flags): string {
  const signs = stopSignsFor(flags);
  const urgent = AT_ONCE.filter((sign) => signs.includes(sign)).map((sign) => STOP_SIGN_LABEL[sign]);
  const call =
    urgent.length === 0
      ? ''
      : ` With ${urgent.join(', ')}: ${flags.pregnancyWeek === undefined ? 'call your midwife or doctor' : 'call your maternity unit'} at once.`;
  return `Stop, breathe normally, sit or lie down at: ${signs.map((s) => STOP_SIGN_LABEL[s]).join(', ')}.${call}`;
}
