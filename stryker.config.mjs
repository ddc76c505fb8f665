// What `npm run mutants` changes and which tests have to notice. `scripts/mutants.mjs` names the files.
const config = {
  testRunner: 'jest',
  // Which tests reach a file is told by their coverage: the search for imports finds none for some folders.
  jest: { configFile: 'jest.mutants.config.js', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  // Changes made once, while a file loads, would cost a whole run each: tables are checked by their own tests.
  ignoreStatic: true,
  // Wording, patterns of text and empty lists are what the interface's tests read.
  mutator: { excludedMutations: ['StringLiteral', 'Regex', 'ArrayDeclaration', 'ObjectLiteral'] },
  ignorePatterns: ['.next', 'data', 'docs', 'test-results', 'playwright-report', 'public/at-home', 'drizzle'],
  tempDirName: 'data/mutants',
  reporters: ['json'],
  jsonReporter: { fileName: 'data/reports/mutants.json' },
  allowEmpty: true,
  checkers: [],
  disableTypeChecks: true,
  timeoutMS: 4000,
  dryRunTimeoutMinutes: 15,
  timeoutFactor: 2,
};

export default config;
