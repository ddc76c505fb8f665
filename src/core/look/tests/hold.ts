import type { LookTest } from './look-test';

export const hold: LookTest = {
  name: 'Holds',
  setUp:
    'Calm hold: after an ordinary exhale the client pinches the nose. Stop at the first clear urge, not when it can no longer be borne. The next breath is half of the result.',
  contact: 'Fingers on the soft part of the nose, mouth closed, the other hand free to stop.',
  position: 'hookLying',
  minutes: 3,
  seen: (l) => l.holds.length > 0,
  without: (l) => ({ ...l, holds: [] }),
};
