import { anySign, withoutSigns, type LookTest, type SignName } from './look-test';

const CORE_SIGNS = [
  'lowerBelly',
  'upperGrips',
  'ribsDragged',
  'pelvisTucks',
  'bellyPops',
  'buttocksClench',
  'floorFelt',
  'toneStopsBreath',
] as const satisfies readonly SignName[];

export const core: LookTest = {
  name: 'Core and pelvic floor',
  setUp:
    'On a long exhale: which part of the belly draws in first, and what else joins in? Then one leg lifted a hand’s breadth.',
  contact:
    'Knees bent, own fingertips inside the front hip bones. The pelvic floor is asked about, never touched.',
  position: 'hookLying',
  minutes: 1.5,
  seen: (l) => anySign(l, CORE_SIGNS),
  without: (l) => withoutSigns(l, CORE_SIGNS),
};
