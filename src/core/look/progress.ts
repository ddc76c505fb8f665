import type { LookData, Signs } from './look';
import { RING_POSITIONS } from './places';
import { TESTS, type TestId } from './tests';

export const BREATH_SIGNS = [
  'reversed',
  'audible',
  'mouth',
  'cannotFill',
  'flare',
] as const satisfies readonly (keyof Signs)[];
export const STACK_SIGNS = [
  'stack',
  'pelvis',
  'backRibsSqueezed',
  'weightOn',
] as const satisfies readonly (keyof Signs)[];
export const CORE_SIGNS = [
  'lowerBelly',
  'upperGrips',
  'ribsDragged',
  'pelvisTucks',
  'bellyPops',
  'buttocksClench',
  'floorFelt',
  'toneStopsBreath',
] as const satisfies readonly (keyof Signs)[];

const any = (look: LookData, signs: readonly (keyof Signs)[]) =>
  signs.some((s) => look.signs[s] !== undefined);

const SEEN: Record<TestId, (look: LookData) => boolean> = {
  quiet: (l) => l.quiet !== undefined,
  hands: (l) => l.twoHands !== undefined,
  rings: (l) => Object.keys(l.rings).length > 0,
  sweep: (l) => RING_POSITIONS.filter((p) => l.rings[p]).length > 2,
  sideBend: (l) => l.sideBend?.right !== undefined || l.sideBend?.left !== undefined,
  five: (l) => l.fiveAndFive !== undefined,
  signs: (l) => any(l, BREATH_SIGNS),
  stack: (l) => any(l, STACK_SIGNS),
  core: (l) => any(l, CORE_SIGNS),
  tape: (l) => (l.tape?.tries.length ?? 0) > 0,
  exhale: (l) => (l.exhales?.length ?? 0) > 0 || l.comfortableExhaleS !== undefined,
  hold: (l) => l.holds.length > 0,
  symptoms: (l) => Object.keys(l.symptoms ?? {}).length > 0,
  numbers: (l) => Object.values(l.numbers ?? {}).some((v) => v !== undefined),
  bands: (l) => (l.bands?.length ?? 0) > 0,
};

export type TestState = 'seen' | 'skipped' | 'open';

/** How a test of a look stands. What was seen counts even when it had been skipped before. */
export const stateOf = (look: LookData, test: TestId): TestState =>
  SEEN[test](look) ? 'seen' : look.skipped?.[test] !== undefined ? 'skipped' : 'open';

/** The tests of a look: those of its protocol, and whatever else was seen; without a protocol all. */
export const testsOf = (look: LookData): TestId[] =>
  TESTS.filter((t) => !look.protocol || look.protocol.tests.includes(t) || SEEN[t](look));

/** Takes what a test recorded out of a look, so that it can be made again. */
export function without(look: LookData, test: TestId): LookData {
  const signs = (keys: readonly (keyof Signs)[]) => ({
    ...look,
    signs: Object.fromEntries(
      Object.entries(look.signs).filter(([k]) => !(keys as readonly string[]).includes(k)),
    ) as Signs,
  });
  switch (test) {
    case 'quiet':
      return { ...look, quiet: undefined };
    case 'hands':
      return { ...look, twoHands: undefined };
    case 'rings':
    case 'sweep':
      return { ...look, rings: {} };
    case 'sideBend':
      return { ...look, sideBend: undefined };
    case 'five':
      return { ...look, fiveAndFive: undefined };
    case 'signs':
      return signs(BREATH_SIGNS);
    case 'stack':
      return signs(STACK_SIGNS);
    case 'core':
      return signs(CORE_SIGNS);
    case 'tape':
      return { ...look, tape: undefined };
    case 'exhale':
      return { ...look, exhales: undefined, comfortableExhaleS: undefined };
    case 'hold':
      return { ...look, holds: [] };
    case 'symptoms':
      return { ...look, symptoms: undefined };
    case 'numbers':
      return { ...look, numbers: undefined };
    case 'bands':
      return { ...look, bands: undefined };
  }
}
