import * as z from 'zod/mini';

/** What a drill works on and a client needs. The words of the aims column of the drill list. */
export const NEEDS = [
  'settle',
  'lowBreath',
  'emptyChest',
  'exhaleLength',
  'backRibs',
  'sideRibs',
  'upperRibs',
  'oneSide',
  'tolerance',
  'floorLetGo',
  'floorLink',
  'coordination',
  'control',
  'upright',
] as const;
export const Need = z.enum(NEEDS);
export type Need = z.infer<typeof Need>;

export const NEED_LABEL: Record<Need, string> = {
  settle: 'calm and notice',
  lowBreath: 'find the low breath',
  emptyChest: 'empty the chest',
  exhaleLength: 'lengthen the exhale',
  backRibs: 'open the back ribs',
  sideRibs: 'open the side ribs',
  upperRibs: 'free the sternum',
  oneSide: 'open the silent side',
  tolerance: 'stay calm in a pause',
  floorLetGo: 'let the pelvic floor go',
  floorLink: 'link floor and breath',
  coordination: 'draw from low to high',
  control: 'keep tone while breathing',
  upright: 'carry it upright',
};

/** Weight per need, 0 or more; absent is 0. */
export const Needs = z.partialRecord(Need, z.number().check(z.gte(0), z.lte(10)));
export type Needs = z.infer<typeof Needs>;
