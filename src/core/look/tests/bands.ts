import type { LookTest } from './look-test';

export const bands: LookTest = {
  name: 'Bands',
  setUp:
    'Stretch bands round the trunk give the curve itself. Record a quiet minute or two; say nothing while it runs.',
  contact:
    'Upper band under the armpits, lower band at the end of the sternum, belly band at the navel; snug on the exhale.',
  position: 'hookLying',
  minutes: 3,
  seen: (l) => (l.bands?.length ?? 0) > 0,
  without: (l) => ({ ...l, bands: undefined }),
};
