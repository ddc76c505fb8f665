import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { due, isBrowserDue, turn } from './batteries.mjs';
import { fetchIpd } from './fetch-ipd.mjs';
import { ENV, ensureInstalled, NEXT, ROOT, run } from './lib.mjs';

// npm test: installs what is missing, then types, lint, Jest and Playwright. Batteries and the tests in the browser take
// their part of the day; `npm run battery` runs them whole. The last line is `N passed, N failed`.
const totals = { passed: 0, failed: 0 };
const bin = (name) => join(ROOT, 'node_modules', name);
const reports = join(ROOT, 'data/reports');
/** What each step took, s; what each test file took, s; tests that passed only when they were tried again. */
const [steps, files, again] = [{}, {}, []];

await timed('install', () => ensureInstalled());
const browser = await timed('Chromium', () => ensureChromium());
await timed('records', () => fetchIpd());
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });
// One core each: what only reads the source, and the build that the browser needs.
await Promise.all([timed('checks', checks), browser && timed('build', built)]);

const jest = join(reports, 'jest.json');
await timed('Jest', () =>
  run(process.execPath, [bin('jest/bin/jest.js'), '--maxWorkers=2', '--json', `--outputFile=${jest}`], {
    env: { ...ENV, KOKYU_BATTERIES: '' },
  }),
);
count('Jest', jest, (r) => {
  for (const { name, startTime, endTime } of r.testResults)
    files[name.slice(ROOT.length + 1)] = (endTime - startTime) / 1000;
  return { passed: r.numPassedTests, failed: r.numFailedTests + r.numRuntimeErrorTestSuites };
});

const specs = turn();
if (browser)
  for (const part of ['timed', 'rest']) {
    const playwright = join(reports, `playwright-${part}.json`);
    await timed(`Playwright, ${part}`, () =>
      run(process.execPath, [bin('@playwright/test/cli.js'), 'test', ...specs, '--pass-with-no-tests'], {
        env: { ...ENV, KOKYU_E2E_JSON: playwright, KOKYU_E2E_PART: part },
      }),
    );
    count(`Playwright, ${part}`, playwright, (r) => {
      for (const suite of r.suites) noteSpecs(suite, `tests/e2e/${suite.file}`);
      return {
        passed: r.stats.expected + r.stats.flaky,
        failed: r.stats.unexpected + r.stats.skipped + r.errors.length,
      };
    });
  }
else totals.failed++;

console.log(`\nIn the browser today: ${specs.map((file) => file.slice(10)).join(', ')}`);
const changed = [...(await due()), ...((await isBrowserDue()) ? ['the tests in the browser'] : [])];
if (changed.length > 0)
  console.log(`Changed since they last ran whole (npm run battery): ${changed.join(', ')}`);
sayTimes();
console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed === 0 ? 0 : 1);

async function timed(name, work) {
  const from = Date.now();
  const done = await work();
  steps[name] = (Date.now() - from) / 1000;
  return done;
}

/** Types, format, dead code and lint, one after the other. */
async function checks() {
  await spawned([NEXT, 'typegen']);
  await check('types', [bin('typescript-native/bin/tsc'), '--noEmit']);
  await check('format', [bin('prettier/bin/prettier.cjs'), '--check', 'src', 'tests', 'scripts']);
  await check('dead code', [bin('knip/bin/knip.js')]);
  await check('lint', [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0']);
}

async function check(name, args) {
  const { ok, text } = await spawned(args);
  if (!ok) console.log(text);
  console.log(`${name}: ${ok ? 'passed' : 'failed'}`);
  totals[ok ? 'passed' : 'failed']++;
}

async function built() {
  const { ok, text } = await spawned([
    '-e',
    `import('${join(ROOT, 'scripts/lib.mjs')}').then((l) => l.ensureBuilt())`,
  ]);
  console.log(`build: ${ok ? 'passed' : `failed\n${text}`}`);
  if (!ok) totals.failed++;
}

/** Runs a program of node to its end and gives back what it printed. */
function spawned(args) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, { cwd: ROOT, env: ENV });
    let text = '';
    for (const out of [child.stdout, child.stderr]) out.on('data', (piece) => (text += piece));
    child.on('close', (code) => resolve({ ok: code === 0, text }));
  });
}

function count(name, file, read) {
  if (!existsSync(file)) {
    console.log(`${name}: gave no report`);
    totals.failed++;
    return;
  }
  const { passed, failed } = read(JSON.parse(readFileSync(file, 'utf8')));
  console.log(`${name}: ${passed} passed, ${failed} failed`);
  totals.passed += passed;
  totals.failed += failed;
}

/** What the tests of a file in the browser took, and which of them were tried again. */
function noteSpecs({ specs = [], suites = [] }, file) {
  for (const { title, tests } of specs)
    for (const { results, status } of tests) {
      files[file] = (files[file] ?? 0) + results.reduce((s, r) => s + r.duration, 0) / 1000;
      if (status === 'flaky') again.push(`${file}: ${title}`);
    }
  for (const suite of suites) noteSpecs(suite, file);
}

/** What the run took, beside the last ten on this machine. */
function sayTimes() {
  const kept = join(ROOT, '.cache/runs.json');
  const before = existsSync(kept) ? JSON.parse(readFileSync(kept, 'utf8')) : [];
  mkdirSync(join(ROOT, '.cache'), { recursive: true });
  writeFileSync(kept, JSON.stringify([...before, steps].slice(-10)));
  writeFileSync(join(ROOT, '.cache/test-times.json'), JSON.stringify(files));
  const s = (value) => (value === undefined ? '–' : value.toFixed(0));
  console.log('\nSeconds of each step, and of the runs before on this machine:');
  for (const [name, took] of Object.entries(steps))
    console.log(
      `  ${name.padEnd(18)} ${s(took).padStart(5)}   ${before.map((run) => s(run[name]).padStart(5)).join('')}`,
    );
  console.log('The slowest files:');
  for (const [file, took] of Object.entries(files)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 20))
    console.log(`  ${s(took).padStart(5)}  ${file}`);
  if (again.length > 0) console.log(`Passed only when tried again:\n  ${again.join('\n  ')}`);
}

/** A Chromium from Debian’s packages, the small one first; installed here when it is missing and this user may. */
function ensureChromium() {
  const small = '/usr/bin/chromium-headless-shell';
  if (existsSync(process.env.CHROMIUM ?? small)) return true;
  const root = process.getuid?.() === 0;
  const sudo = !root && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0;
  if (root || sudo) {
    console.log('Installing Chromium from Debian’s packages …');
    const as = sudo ? 'sudo ' : '';
    spawnSync(`${as}apt-get update -qq && ${as}apt-get install -y -qq chromium-headless-shell`, {
      shell: true,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  }
  if (existsSync(small) || existsSync('/usr/bin/chromium')) return true;
  console.error(
    'Chromium is missing and could not be installed here. Run: sudo apt-get update && sudo apt-get install -y chromium-headless-shell — or set CHROMIUM to the path of one.',
  );
  return false;
}
