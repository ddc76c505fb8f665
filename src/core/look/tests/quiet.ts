import type { LookTest } from './look-test';

export const quiet: LookTest = {
  name: 'Quiet watch',
  setUp:
    'Let the client settle, and watch before you say what for. Then tap each turn: begins in, begins out.',
  contact: 'Feet flat, hands away from the trunk, nothing tight round the waist.',
  position: 'hookLying',
  minutes: 1.5,
  seen: (l) => l.quiet !== undefined,
  without: (l) => ({ ...l, quiet: undefined }),
};
