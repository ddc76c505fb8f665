const whole = require('./jest.config.js');

/** The tests that ask the core alone, without the server, the interface, the demo and the long batteries. */
const asked = process.env.KOKYU_MUTANTS_TESTS;

module.exports = async () => ({
  ...(await whole()),
  testMatch: ['**/unit/**/*.test.ts', '**/checks/**/*.test.ts'],
  testPathIgnorePatterns: [
    '/node_modules/',
    '/unit/(house|server|pictures|ui|devices|cli|demo)/',
    '/checks/(bodies|exhales|change)\\.test\\.ts$',
    '/signal/recorder\\.test\\.ts$',
    // Only those that `scripts/mutants.mjs` names.
    ...(asked ? [`^(?!.*(?:${asked}))`] : []),
  ],
});
