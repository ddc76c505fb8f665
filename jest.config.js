const nextJest = require('next/jest');

const esModulePackages = /node_modules\/(?!(fast-check|pure-rand|d3-contour|d3-array|internmap)\/)/;

module.exports = async () => {
  const config = await nextJest({ dir: __dirname })({
    testEnvironment: 'node',
    testTimeout: 30_000,
    globalSetup: '<rootDir>/tests/before-all.mjs',
    setupFiles: ['<rootDir>/tests/setup.ts'],
    roots: ['<rootDir>/tests', '<rootDir>/src'],
    testMatch: [
      '**/unit/**/*.test.ts',
      '**/unit/**/*.test.tsx',
      '**/checks/**/*.test.ts',
      '**/fuzz/**/*.test.ts',
    ],
    modulePathIgnorePatterns: ['<rootDir>/.next/', '<rootDir>/data/'],
    moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1', '^zod/v4/locales/en.js$': 'zod/v4/locales/en.cjs' },
  })();
  for (const [pattern, [, options]] of Object.entries(config.transform))
    config.transform[pattern] = ['<rootDir>/tests/transform.js', options];
  config.transformIgnorePatterns = [esModulePackages.source];
  return config;
};
