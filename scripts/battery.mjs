import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { batteries, BROWSER, due, isBrowserDue, note } from './batteries.mjs';
import { ENV, ensureBuilt, ensureInstalled, ROOT, run } from './lib.mjs';

// npm run battery: runs whole what rests on something that has changed since it last ran whole, and notes what passed; the
// tests in the browser come last. `-- --all` runs all of it, `-- NAME …` the batteries of Jest whose path holds a name,
// `-- --browser` the tests in the browser.
ensureInstalled();
const asked = process.argv.slice(2);
const names = asked.filter((a) => !a.startsWith('--'));
const all = asked.includes('--all');
const browserAlone = asked.includes('--browser');
const reports = join(ROOT, 'data/reports');
mkdirSync(reports, { recursive: true });

const files = browserAlone
  ? []
  : all
    ? batteries()
    : names.length > 0
      ? batteries().filter((f) => names.some((n) => f.includes(n)))
      : await due();
const inBrowser = browserAlone || all || (names.length === 0 && (await isBrowserDue()));
if (files.length === 0 && !inBrowser) {
  console.log('No battery rests on anything that has changed. All of them: npm run battery -- --all');
  process.exit(0);
}
const ok = [files.length === 0 || (await withJest()), !inBrowser || (await withBrowser())];
process.exit(ok.every(Boolean) ? 0 : 1);

async function withJest() {
  const report = join(reports, 'battery.json');
  rmSync(report, { force: true });
  const jest = join(ROOT, 'node_modules/jest/bin/jest.js');
  run(
    process.execPath,
    [jest, '--maxWorkers=2', '--json', `--outputFile=${report}`, '--runTestsByPath', ...files],
    { env: { ...ENV, KOKYU_BATTERIES: 'all' } },
  );
  if (!existsSync(report)) return false;
  const passed = JSON.parse(readFileSync(report, 'utf8'))
    .testResults.filter((r) => r.status === 'passed')
    .map((r) => r.name.slice(ROOT.length + 1));
  await note(passed);
  console.log(`${passed.length} of ${files.length} batteries passed whole.`);
  return passed.length === files.length;
}

async function withBrowser() {
  ensureBuilt();
  const playwright = join(ROOT, 'node_modules/@playwright/test/cli.js');
  const passed = ['timed', 'rest'].filter(
    (part) =>
      run(process.execPath, [playwright, 'test'], {
        env: { ...ENV, KOKYU_E2E_PART: part, KOKYU_E2E_WHOLE: '1' },
      }) === 0,
  );
  if (passed.length < 2) return false;
  await note([BROWSER]);
  console.log('The tests in the browser passed whole.');
  return true;
}
