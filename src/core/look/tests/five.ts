import type { LookTest } from './look-test';

export const five: LookTest = {
  name: '5 ordinary + 5 deep',
  setUp:
    'Standing tall, seen from the front and the side. Say only: breathe as you do; then: five deep ones. Tap at the end of each breath.',
  contact: 'Arms hang, eyes level, weight on both feet.',
  position: 'standing',
  minutes: 1,
  seen: (l) => l.fiveAndFive !== undefined,
  without: (l) => ({ ...l, fiveAndFive: undefined }),
};
