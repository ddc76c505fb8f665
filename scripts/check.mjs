import { execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ENV, ensureInstalled, ROOT } from './lib.mjs';
import { relatedTests } from './related.mjs';

// npm run check: what has changed, held to its types, its style, the floors, and the tests that are nearest to it. Nearest
// first, as many as half a minute holds; `-- --all` runs every test that reaches it. `-- --since COMMIT` says since when.
const asked = process.argv.slice(2);
const all = asked.includes('--all');
const since = asked[asked.indexOf('--since') + 1];
/** Seconds of tests on one core that are run, and what a test of unknown length is taken for. */
const [BUDGET_S, UNKNOWN_S] = [16, 3];

const CACHE = join(ROOT, '.cache');
const TIMES = join(CACHE, 'test-times.json');
const bin = (name) => join(ROOT, 'node_modules', name);
const git = (...args) =>
  execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).split('\n').filter(Boolean);

ensureInstalled();
mkdirSync(CACHE, { recursive: true });
const began = Date.now();
const files = changed().filter((file) => existsSync(join(ROOT, file)));
if (files.length === 0) {
  console.log('Nothing has changed.');
  process.exit(0);
}
console.log(`${files.length} changed: ${files.slice(0, 8).join(', ')}${files.length > 8 ? ' …' : ''}`);

const results = await Promise.all([checks(), tests()]);
const wrong = results.flat().filter((r) => !r.ok);
for (const { name, text } of wrong) console.log(`\n${name}:\n${text.trim()}`);
console.log(
  `\n${wrong.length === 0 ? 'All well' : `Wrong: ${wrong.map((r) => r.name).join(', ')}`}, after ${((Date.now() - began) / 1000).toFixed(1)} s.`,
);
process.exit(wrong.length === 0 ? 0 : 1);

/** Files that differ from main, or on main from the last commit, or are new. */
function changed() {
  const branch = git('rev-parse', '--abbrev-ref', 'HEAD')[0];
  const base = asked.includes('--since')
    ? since
    : branch === 'main'
      ? 'HEAD'
      : git('merge-base', 'HEAD', 'main')[0];
  return [...new Set([...git('diff', '--name-only', base), ...git('ls-files', '-o', '--exclude-standard')])];
}

/** Types of everything, which takes seconds; style and floors of what has changed. */
async function checks() {
  const code = files.filter((f) => /\.(m?[jt]s|tsx)$/.test(f));
  const style = files.filter((f) => /^(src|tests|scripts)\/.*\.(m?[jt]s|tsx|css|json)$/.test(f));
  return [
    await step('types', bin('typescript-native/bin/tsc'), [
      '--noEmit',
      '--incremental',
      '--tsBuildInfoFile',
      join(CACHE, 'check.tsbuildinfo'),
    ]),
    ...(style.length > 0
      ? [await step('format', bin('prettier/bin/prettier.cjs'), ['--check', '-u', ...style])]
      : []),
    ...(code.length > 0
      ? [
          await step('lint', bin('eslint/bin/eslint.js'), [
            '--cache',
            '--cache-location',
            join(CACHE, 'eslint'),
            '--no-warn-ignored',
            '--max-warnings',
            '0',
            ...code,
          ]),
        ]
      : []),
  ];
}

async function tests() {
  let related;
  try {
    related = await relatedTests(files);
  } catch (error) {
    // A program that names what is not there; the types say it too.
    return [{ name: 'what imports what', ok: false, text: error.message }];
  }
  const times = existsSync(TIMES) ? JSON.parse(readFileSync(TIMES, 'utf8')) : {};
  const takes = ({ file }) => times[file] ?? UNKNOWN_S;
  let left = BUDGET_S;
  const chosen = related
    .toSorted((a, b) => a.hops - b.hops || takes(a) - takes(b))
    .filter((test) => {
      if (!all && takes(test) > left) return false;
      left -= takes(test);
      return true;
    });
  console.log(
    `${chosen.length} of ${related.length} test files that reach it${chosen.length < related.length ? '; all of them: npm run check -- --all' : ''}`,
  );
  if (chosen.length === 0) return [];
  const report = join(CACHE, 'check-jest.json');
  const done = await step('tests', bin('jest/bin/jest.js'), [
    '--silent',
    '--maxWorkers=1',
    '--json',
    `--outputFile=${report}`,
    '--runTestsByPath',
    ...chosen.map((c) => c.file),
  ]);
  if (existsSync(report)) noteTimes(times, JSON.parse(readFileSync(report, 'utf8')));
  return [done];
}

/** How long each file took, for the next time. */
function noteTimes(times, { testResults }) {
  for (const { name, startTime, endTime } of testResults)
    times[name.slice(ROOT.length + 1)] = (endTime - startTime) / 1000;
  writeFileSync(TIMES, JSON.stringify(times));
}

/** Runs a program of node with its output kept; shown only where it fails. */
function step(name, script, args) {
  const from = Date.now();
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [script, ...args], {
      cwd: ROOT,
      env: { ...ENV, KOKYU_BATTERIES: 'none' },
    });
    let text = '';
    for (const out of [child.stdout, child.stderr]) out.on('data', (piece) => (text += piece));
    child.on('close', (code) => {
      console.log(
        `${name}: ${code === 0 ? 'passed' : 'failed'} (${((Date.now() - from) / 1000).toFixed(1)} s)`,
      );
      resolve({ name, ok: code === 0, text });
    });
  });
}
