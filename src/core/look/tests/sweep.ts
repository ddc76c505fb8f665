import { RING_POSITIONS } from '../places';
import type { LookTest } from './look-test';

export const sweep: LookTest = {
  name: 'Position sweep',
  setUp:
    'The same ordinary breath lying, then sitting and standing: slouched, arched and in between, by tipping the pelvis a little either way.',
  contact:
    'Sitting: front of the seat, on the sit bones, both feet in contact. Standing: weight over the whole foot.',
  position: 'sitting',
  minutes: 3,
  seen: (l) => RING_POSITIONS.filter((p) => l.rings[p]).length > 2,
  without: (l) => ({ ...l, rings: {} }),
};
