const whole = require('./jest.config.js');

/** Files that take longer than about ten seconds each: a change would wait minutes for them. */
const SLOW = [
  '/checks/(bands|bodies|cases|change|class|clip|exhales|fhir|planner)\\.test',
  '/body/outlines\\.test',
  '/class/(plan-class|safe)\\.test',
  '/look/clip\\.test',
  '/run/cue-memory\\.test',
  '/sequence/wishes\\.test',
  '/signal/recorder\\.test',
  '/sound/breath-sound\\.test',
  '/video/clip\\.test',
];

/** Patterns of the files that `scripts/mutants.mjs` names; all where it names none. */
const asked = process.env.KOKYU_MUTANTS_TESTS;

/** The tests that ask the core alone, without the server, the interface, the demo and what is slow. */
module.exports = async () => ({
  ...(await whole()),
  testMatch: ['**/unit/**/*.test.ts', '**/checks/**/*.test.ts'],
  testPathIgnorePatterns: [
    '/node_modules/',
    '/unit/(house|server|pictures|ui|devices|cli|demo)/',
    ...(process.env.KOKYU_MUTANTS_SLOW ? [] : SLOW),
    ...(asked ? [`^(?!.*(?:${asked}))`] : []),
  ],
});
