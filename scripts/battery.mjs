import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { batteries, due, note } from './batteries.mjs';
import { ENV, ensureInstalled, ROOT, run } from './lib.mjs';

// npm run battery: runs whole what has changed since it last ran whole, and notes what passed; `-- --all` runs all of it,
// `-- NAME …` those whose path holds a name.
ensureInstalled();
const asked = process.argv.slice(2);
const names = asked.filter((a) => !a.startsWith('--'));
const files = asked.includes('--all')
  ? batteries()
  : names.length > 0
    ? batteries().filter((f) => names.some((n) => f.includes(n)))
    : await due();
if (files.length === 0) {
  console.log('No battery rests on anything that has changed. All of them: npm run battery -- --all');
  process.exit(0);
}
const report = join(ROOT, 'data/reports/battery.json');
rmSync(report, { force: true });
mkdirSync(join(ROOT, 'data/reports'), { recursive: true });
const code = run(
  process.execPath,
  [
    join(ROOT, 'node_modules/jest/bin/jest.js'),
    '--maxWorkers=2',
    '--json',
    `--outputFile=${report}`,
    '--runTestsByPath',
    ...files,
  ],
  { env: { ...ENV, KOKYU_BATTERIES: 'all' } },
);
if (!existsSync(report)) process.exit(code || 1);
const passed = JSON.parse(readFileSync(report, 'utf8'))
  .testResults.filter((r) => r.status === 'passed')
  .map((r) => r.name.slice(ROOT.length + 1));
await note(passed);
console.log(`${passed.length} of ${files.length} batteries passed whole.`);
process.exit(code);
