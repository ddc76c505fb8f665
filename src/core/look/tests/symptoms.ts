import type { LookTest } from './look-test';

export const symptoms: LookTest = {
  name: 'Complaints, 16',
  setUp:
    'How often does each happen? Let the client answer without your help. It screens; it names no illness.',
  contact: 'Before the breath is worked on, sitting at ease.',
  position: 'sitting',
  minutes: 2,
  seen: (l) => Object.keys(l.symptoms ?? {}).length > 0,
  without: (l) => ({ ...l, symptoms: undefined }),
};
