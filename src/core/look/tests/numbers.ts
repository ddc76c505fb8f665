import type { LookTest } from './look-test';

export const numbers: LookTest = {
  name: 'Numbers at rest',
  setUp:
    'Typed in when wanted: breathlessness now, and what a pulse watch or finger clip shows after five quiet minutes.',
  contact: 'Warm hand, no nail varnish under the clip.',
  position: 'sitting',
  minutes: 0.5,
  seen: (l) => Object.values(l.numbers ?? {}).some((v) => v !== undefined),
  without: (l) => ({ ...l, numbers: undefined }),
};
