import { TESTS } from './test-ids';
import { bands } from './tests/bands';
import { clip } from './tests/clip';
import { core } from './tests/core';
import { exhale } from './tests/exhale';
import { five } from './tests/five';
import { hands } from './tests/hands';
import { hold } from './tests/hold';
import { numbers } from './tests/numbers';
import { quiet } from './tests/quiet';
import { rings } from './tests/rings';
import { sideBend } from './tests/side-bend';
import { signs } from './tests/signs';
import { stack } from './tests/stack';
import { sweep } from './tests/sweep';
import { symptoms } from './tests/symptoms';
import { tape } from './tests/tape';
import type { LookTest } from './tests/look-test';
import type { Protocol, TestId } from './tests.schema';

export { TESTS };
export type { Protocol, TestId };

/** Every test by its key. */
export const TEST: Record<TestId, LookTest> = {
  quiet,
  hands,
  rings,
  sweep,
  sideBend,
  five,
  signs,
  stack,
  core,
  tape,
  exhale,
  hold,
  symptoms,
  numbers,
  bands,
  clip,
};

/** Those that ship. */
export const PROTOCOLS: readonly Protocol[] = [
  { name: 'Quick', tests: ['quiet', 'hands', 'rings', 'signs'] },
  { name: 'Full', tests: TESTS.filter((t) => t !== 'bands' && t !== 'clip') },
  { name: 'Full with bands', tests: TESTS.filter((t) => t !== 'clip') },
  { name: 'All tests', tests: [...TESTS] },
];

/** Minutes that these tests take together, as stated for each. */
export const minutesOf = (tests: readonly TestId[]): number =>
  tests.reduce((sum, t) => sum + TEST[t].minutes, 0);
