const whole = require('./jest.config.js');

/** The tests that ask the core alone, without the server, the interface, the demo and the long batteries. */
module.exports = async () => ({
  ...(await whole()),
  testMatch: ['**/unit/**/*.test.ts', '**/checks/**/*.test.ts'],
  testPathIgnorePatterns: [
    '/node_modules/',
    '/unit/(house|server|pictures|ui|devices|cli|demo)/',
    '/checks/(bodies|exhales|change)\\.test\\.ts$',
    '/signal/recorder\\.test\\.ts$',
  ],
});
