import type { ReadingName } from './reading-names.schema';

export type { ReadingName };

/** Readings worth naming (practice P34). A reading is never a diagnosis. */
export const READINGS = [
  'reversed',
  'stuckInhale',
  'upperChest',
  'bellyOnly',
  'frontOnly',
  'oneSided',
  'fastIrregular',
  'shortExhale',
  'lowHold',
  'floorHolding',
  'floorOverloaded',
  'toneStopsBreath',
  'lostUpright',
  'bendsBack',
  'spillsForward',
] as const;
