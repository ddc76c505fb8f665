/** Ways in which a drill is done otherwise than usual, because a rule says so. The words and the plan follow. */
export const WAYS = [
  'kneesWide',
  'handsLow',
  'forearms',
  'feetApart',
  'headRaised',
  'onLeft',
  'onRight',
  'kneesTogether',
] as const;
export type Way = (typeof WAYS)[number];

export const WAY_LABEL: Record<Way, string> = {
  kneesWide: 'knees wide, the chest on a bolster or stacked pillows',
  handsLow: 'hands lower, elbows down',
  forearms: 'on the forearms in place of the hands',
  feetApart: 'feet forward, knees apart',
  headRaised: 'head and chest raised',
  kneesTogether: 'knees level and together',
  onLeft: 'on the left side only',
  onRight: 'on the right side only',
};
