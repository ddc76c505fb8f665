/** The tests that a look can be made of, in the order in which they disturb the breath least. */
export const TESTS = [
  'quiet',
  'hands',
  'rings',
  'sweep',
  'sideBend',
  'five',
  'signs',
  'stack',
  'core',
  'tape',
  'exhale',
  'hold',
  'symptoms',
  'numbers',
  'bands',
  'clip',
] as const;
