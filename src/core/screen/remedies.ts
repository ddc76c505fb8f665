/**
 * What becomes of a demand. `bar` ends it; the others keep the drill and take the demand out of it: `noHold` sets
 * pauses to 0, `noLift` turns a lift into letting go, `follow` into following, `lighter` caps tone, `shorter` keeps to
 * the least dose in one round.
 */
export const REMEDIES = ['bar', 'noHold', 'noLift', 'follow', 'lighter', 'shorter'] as const;
export type Remedy = (typeof REMEDIES)[number];

export const REMEDY_LABEL: Record<Remedy, string> = {
  bar: 'not done',
  noHold: 'without the pause',
  noLift: 'letting go in place of the lift',
  follow: 'following in place of the lift',
  lighter: 'with light tone',
  shorter: 'at its least dose, one round',
};
