import type { RedFlag, RedFlagRecord } from './red-flags.schema';

export type { RedFlag, RedFlagRecord };

/**
 * Signs that end the session and send the client to a clinician (practice P11, common practice; in pregnancy the
 * stop signs of ACOG Committee Opinion 804, 2020, Obstet Gynecol 135:e178, from memory).
 */
export const RED_FLAGS = [
  'chestPain',
  'fainting',
  'breathlessAtRest',
  'coughingBlood',
  'oneLegSwelling',
  'lossOfControl',
  'saddleNumbness',
  'bleedingOrFluid',
  'contractions',
] as const;

export const RED_FLAG_LABEL: Record<RedFlag, string> = {
  chestPain: 'chest pain',
  fainting: 'fainting',
  breathlessAtRest: 'new breathlessness at rest',
  coughingBlood: 'coughing blood',
  oneLegSwelling: 'swelling of one leg',
  lossOfControl: 'new loss of bladder or bowel control',
  saddleNumbness: 'numbness in the saddle area',
  bleedingOrFluid: 'bleeding or fluid loss in pregnancy or after birth',
  contractions: 'regular contractions',
};

/** Red flags without a recorded action: while there is one, nothing is coached. */
export const openRedFlags = (records: readonly RedFlagRecord[]): RedFlagRecord[] =>
  records.filter((r) => !r.action);
