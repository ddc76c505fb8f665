import type { LookTest } from './look-test';

export const exhale: LookTest = {
  name: 'Comfortable exhale',
  setUp:
    'An ordinary breath in, then out as long as stays quiet, through a straw, a hiss, a sigh or the nose. Time it by hand or let it be heard.',
  contact: 'Shoulders down, jaw loose; the microphone a forearm away, not in the stream of air.',
  position: 'sitting',
  minutes: 1,
  seen: (l) => (l.exhales?.length ?? 0) > 0 || l.comfortableExhaleS !== undefined,
  without: (l) => ({ ...l, exhales: undefined, comfortableExhaleS: undefined }),
};
