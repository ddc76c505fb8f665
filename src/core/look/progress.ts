import type { LookData } from './look';
import { TEST, TESTS, type TestId } from './tests';

export type TestState = 'seen' | 'skipped' | 'open';

/** How a test of a look stands. What was seen counts even when it had been skipped before. */
export const stateOf = (look: LookData, test: TestId): TestState =>
  TEST[test].seen(look) ? 'seen' : look.skipped?.[test] !== undefined ? 'skipped' : 'open';

/** The tests of a look: those of its protocol, and whatever else was seen; without a protocol all. */
export const testsOf = (look: LookData): TestId[] =>
  TESTS.filter((t) => !look.protocol || look.protocol.tests.includes(t) || TEST[t].seen(look));

/** Takes what a test recorded out of a look, so that it can be made again. */
export const without = (look: LookData, test: TestId): LookData => TEST[test].without(look);
