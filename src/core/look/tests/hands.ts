import type { LookTest } from './look-test';

export const hands: LookTest = {
  name: 'Two hands',
  setUp:
    'The client’s own hands, one on the belly and one on the sternum. Watch a minute before you say what you are looking for.',
  contact: 'Palms flat, elbows resting on the floor, knees bent.',
  position: 'hookLying',
  minutes: 0.5,
  seen: (l) => l.twoHands !== undefined,
  without: (l) => ({ ...l, twoHands: undefined }),
};
