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
