import type { LookTest } from './look-test';

export const tape: LookTest = {
  name: 'Tape',
  setUp:
    'Girth at the end of a full exhale and of a full inhale, at three levels, three tries each. Two tapes from the spine give right and left.',
  contact: 'Tape flat and level, snug without denting, arms down; read at the end of the breath.',
  position: 'standing',
  minutes: 2,
  seen: (l) => (l.tape?.tries.length ?? 0) > 0,
  without: (l) => ({ ...l, tape: undefined }),
};
