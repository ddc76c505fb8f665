import type { Need, Needs } from './needs.schema';

export type { Need, Needs };

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
  floorLink: 'link pelvic floor and breath',
  coordination: 'draw from low to high',
  control: 'keep tone while breathing',
  upright: 'carry it upright',
};

/** The weight of a need in a word. Our choice of the steps. */
export const weightWord = (weight: number): 'much' | 'some' | 'a little' =>
  weight >= 2 ? 'much' : weight >= 1 ? 'some' : 'a little';
