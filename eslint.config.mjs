import { readFileSync } from 'node:fs';
import nextVitals from 'eslint-config-next/core-web-vitals';
import nextTypescript from 'eslint-config-next/typescript';
import boundaries from 'eslint-plugin-boundaries';
import prettier from 'eslint-config-prettier';

/** The folders of core from the top floor down; each imports only those that stand before it. */
const coreFolders = JSON.parse(readFileSync(new URL('src/core/floors.json', import.meta.url), 'utf8'));
const core = coreFolders.map((folder) => `core/${folder}`);

/** The floors of CONTRIBUTING.md: who may import whom. Anything not listed is refused. */
const floors = [
  { from: 'app', allow: ['app', 'stations', 'pictures', 'ui', 'server', ...core] },
  { from: 'stations', allow: ['stations', 'pictures', 'ui', 'devices', 'workers', ...core] },
  { from: 'at-home', allow: ['at-home', 'pictures', 'devices', ...core] },
  { from: 'pictures', allow: ['pictures', ...core] },
  { from: 'ui', allow: ['ui', ...core] },
  { from: 'devices', allow: ['devices', ...core] },
  { from: 'workers', allow: ['workers', 'pictures', ...core] },
  { from: 'server', allow: ['server', ...core] },
  { from: 'demo', allow: ['demo', ...core, 'server'] },
  { from: 'cli', allow: ['cli', 'server', ...core] },
  ...core.map((from, i) => ({ from, allow: core.slice(0, i + 1) })),
];

const noPlatform = [
  'react',
  'react-dom',
  'next',
  'better-sqlite3',
  'drizzle-orm',
  'radix-ui',
  'lucide-react',
];

const config = [
  {
    ignores: [
      '.next/**',
      'public/at-home/**',
      'data/**',
      'node_modules/**',
      'next-env.d.ts',
      'test-results/**',
      'playwright-report/**',
    ],
  },
  ...nextVitals,
  ...nextTypescript,
  prettier,
  {
    files: ['src/**/*.{ts,tsx}'],
    plugins: { boundaries },
    settings: {
      'boundaries/elements': floors.map(({ from }) => ({
        type: from,
        pattern: `src/${from}/**`,
        mode: 'full',
      })),
      'import/resolver': { typescript: { alwaysTryTypes: true } },
    },
    rules: {
      'boundaries/element-types': ['error', { default: 'disallow', rules: floors }],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    rules: {
      'no-restricted-imports': ['error', { paths: noPlatform, patterns: ['node:*', 'next/*', 'fs', 'path'] }],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'localStorage'],
    },
  },
  {
    // Named controls and sizes of `ui/`, so that a screen looks like the others.
    files: ['src/stations/**/*.tsx', 'src/app/**/*.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "JSXOpeningElement[name.name='select']",
          message: 'Use Select or List of ui/select.',
        },
        {
          selector: "JSXOpeningElement[name.name='button']",
          message: 'Use Button of ui/button, or Press of ui/press.',
        },
        {
          selector:
            'Literal[value=/text-\\[[0-9.]+px\\]/], TemplateElement[value.raw=/text-\\[[0-9.]+px\\]/]',
          message: 'Use a size of type of globals.css.',
        },
      ],
    },
  },
  {
    // About 60 lines are aimed at, 150 for a component; past these a part has a name of its own.
    files: ['src/**/*.{ts,tsx}'],
    rules: {
      'max-lines-per-function': ['error', { max: 160, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    rules: {
      'max-lines-per-function': ['error', { max: 90, skipBlankLines: true, skipComments: true }],
    },
  },
  { files: ['**/*.js'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
];

export default config;
