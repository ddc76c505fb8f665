/** Props and what stands in for them at home (practice P39–P43, common practice, no source). */
export const PROPS = [
  'band',
  'towel',
  'ball',
  'pillow',
  'block',
  'book',
  'straw',
  'balloon',
  'halfBall',
  'foldedPillows',
  'chair',
  'wall',
  'counter',
  'anchor',
  'weight',
  'twoBalls',
  'cable',
  'barbell',
] as const;
export type Prop = (typeof PROPS)[number];

export const PROP_LABEL: Record<Prop, string> = {
  band: 'wide stretch band',
  towel: 'stiff towel',
  ball: 'soft ball',
  pillow: 'pillow',
  block: 'block',
  book: 'thick book or bottle',
  straw: 'straw',
  balloon: 'balloon',
  halfBall: 'half-ball',
  foldedPillows: 'two folded pillows',
  chair: 'chair',
  wall: 'free wall',
  counter: 'counter or table',
  anchor: 'high anchor for a band',
  weight: 'dumbbell',
  twoBalls: 'two balls taped together',
  cable: 'cable machine',
  barbell: 'barbell',
};

/** The same as it stands in a sentence, without an article. */
export const PROP_NAME: Record<Prop, string> = {
  band: 'band',
  towel: 'towel',
  ball: 'ball',
  pillow: 'pillow',
  block: 'block',
  book: 'book',
  straw: 'straw',
  balloon: 'balloon',
  halfBall: 'half-ball',
  foldedPillows: 'folded pillows',
  chair: 'chair',
  wall: 'wall',
  counter: 'counter',
  anchor: 'anchor',
  weight: 'weight',
  twoBalls: 'two balls',
  cable: 'cable',
  barbell: 'bar',
};

/** The same with its article, where something is missing. @example aProp('twoBalls') // 'two balls taped together' */
export const aProp = (prop: Prop): string =>
  /^two /.test(PROP_LABEL[prop]) ? PROP_LABEL[prop] : `a ${PROP_LABEL[prop]}`;

/** What may be used instead, best first. */
export const SUBSTITUTES: Partial<Record<Prop, readonly Prop[]>> = {
  ball: ['pillow', 'block'],
  band: ['towel'],
  halfBall: ['foldedPillows'],
  block: ['book'],
  weight: ['book'],
  twoBalls: ['towel'],
  cable: ['band'],
};

/** What does it with nothing at hand (practice P39, P41); only where no substitute is there either. */
export const BARE_HANDED: Partial<Record<Prop, string>> = {
  straw: 'pursed lips',
  balloon: 'an open-mouth sigh or a hiss',
  band: 'own hands round the ribs',
  anchor: 'hands pressed into the thighs',
};

/** The prop to use for `wanted` from what is there, or null when neither it nor a substitute is. */
export function propFor(wanted: Prop, available: readonly Prop[]): Prop | null {
  return [wanted, ...(SUBSTITUTES[wanted] ?? [])].find((prop) => available.includes(prop)) ?? null;
}
