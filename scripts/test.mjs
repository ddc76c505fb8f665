import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { fetchIpd } from './fetch-ipd.mjs';
import { ENV, ensureBuilt, ensureInstalled, NEXT, ROOT, run } from './lib.mjs';

// npm test: installs what is missing, then types, lint, Jest and Playwright. The last line is `N passed, N failed`.
const totals = { passed: 0, failed: 0 };
const bin = (name) => join(ROOT, 'node_modules', name);

ensureInstalled();
const browser = ensureChromium();
fetchIpd();

step(
  'types',
  () =>
    (run(process.execPath, [NEXT, 'typegen']) ||
      run(process.execPath, [bin('typescript/bin/tsc'), '--noEmit'])) === 0,
);
step(
  'format',
  () => run(process.execPath, [bin('prettier/bin/prettier.cjs'), '--check', 'src', 'tests', 'scripts']) === 0,
);
step('dead code', () => run(process.execPath, [bin('knip/bin/knip.js')]) === 0);
step('lint', () => run(process.execPath, [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0']) === 0);

const reports = join(ROOT, 'data/reports');
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });

const jest = join(reports, 'jest.json');
run(process.execPath, [bin('jest/bin/jest.js'), '--maxWorkers=2', '--json', `--outputFile=${jest}`]);
count('Jest', jest, (r) => ({
  passed: r.numPassedTests,
  failed: r.numFailedTests + r.numRuntimeErrorTestSuites,
}));

if (browser) {
  ensureBuilt();
  for (const part of ['timed', 'calm']) {
    const playwright = join(reports, `playwright-${part}.json`);
    run(process.execPath, [bin('@playwright/test/cli.js'), 'test'], {
      env: { ...ENV, KOKYU_E2E_JSON: playwright, KOKYU_E2E_PART: part },
    });
    count(`Playwright, ${part}`, playwright, (r) => ({
      passed: r.stats.expected + r.stats.flaky,
      failed: r.stats.unexpected + r.stats.skipped + r.errors.length,
    }));
  }
} else totals.failed++;

console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed === 0 ? 0 : 1);

function step(name, check) {
  const ok = check();
  console.log(`${name}: ${ok ? 'passed' : 'failed'}`);
  totals[ok ? 'passed' : 'failed']++;
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

/** Chromium from Debian's packages; installed here when it is missing and this user may. */
function ensureChromium() {
  const path = process.env.CHROMIUM ?? '/usr/bin/chromium';
  if (existsSync(path)) return true;
  const root = process.getuid?.() === 0;
  const sudo = !root && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0;
  if (root || sudo) {
    console.log('Installing Chromium from Debian’s packages …');
    const as = sudo ? 'sudo ' : '';
    spawnSync(`${as}apt-get update -qq && ${as}apt-get install -y -qq chromium`, {
      shell: true,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
    if (existsSync(path)) return true;
  }
  console.error(
    'Chromium is missing and could not be installed here. Run: sudo apt-get update && sudo apt-get install -y chromium — or set CHROMIUM to its path.',
  );
  return false;
}
