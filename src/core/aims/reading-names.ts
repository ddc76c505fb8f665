import * as z from 'zod/mini';

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
] as const;
export const ReadingName = z.enum(READINGS);
export type ReadingName = z.infer<typeof ReadingName>;
