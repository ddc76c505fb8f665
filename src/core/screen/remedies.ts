import { WAY_LABEL, WAYS } from '../body/ways';

/**
 * What becomes of a demand. `bar` ends it; the others keep the drill and take the demand out of it: `noHold` sets
 * pauses to 0, `noFullHold` those with full lungs, `noLift` turns a lift into letting go, `follow` into following,
 * `lighter` caps tone, `noTone` takes it out, `shorter` keeps to the least dose in one round; a way does it otherwise.
 */
export const REMEDIES = [
  'bar',
  'noHold',
  'noFullHold',
  'noLift',
  'follow',
  'lighter',
  'noTone',
  'shorter',
  ...WAYS,
] as const;
export type Remedy = (typeof REMEDIES)[number];

export const REMEDY_LABEL: Record<Remedy, string> = {
  bar: 'not done',
  noHold: 'without the pause',
  noFullHold: 'without the held full breath',
  noLift: 'letting go in place of the lift',
  follow: 'following in place of the lift',
  lighter: 'with light tone',
  noTone: 'without added tone',
  shorter: 'at its least dose, one round',
  ...WAY_LABEL,
};
