import { existsSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { ensureInstalled, ENV, ROOT, run } from './lib.mjs';

// npm run mutants [-- folder …] [--share 0.1] [--seed 1] [--show] [--own] [--slow]
// Changes core a line at a time and prints which share of the changes the tests notice, by folder.
// A share below 1 tries that part of the lines, drawn by the seed: the whole takes hours. `--own` asks only the tests of
// the folder itself, which is quick and says what is noticed at the least; `--slow` asks the tests over ten seconds too.

ensureInstalled();
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    share: { type: 'string', default: '1' },
    seed: { type: 'string', default: '1' },
    show: { type: 'boolean', default: false },
    own: { type: 'boolean', default: false },
    slow: { type: 'boolean', default: false },
  },
});
const share = Number(values.share);
if (!(share > 0 && share <= 1)) fail('--share is a number above 0 and at most 1.');

const CORE = 'src/core';
const folders = JSON.parse(readFileSync(join(ROOT, CORE, 'floors.json'), 'utf8'));
for (const name of positionals)
  if (!folders.includes(name)) fail(`There is no folder ${name} in core: ${folders.join(', ')}.`);

/** What has to be noticed at least, in per cent: where a wrong number goes to a client, and elsewhere. */
const STRICT = ['safety', 'signal', 'sound', 'change', 'propose', 'run', 'load', 'read'];
const aim = (folder) => (STRICT.includes(folder) ? 85 : 75);

const wanted = positionals.length > 0 ? positionals : folders;
const report = join(ROOT, 'data/reports/mutants.json');
// A folder at a time, so that only the tests that reach it are run.
const tally = wanted.map((folder) => ({ folder, ...triedIn(folder) }));
console.log('\nfolder      noticed   of   share   aim');
for (const { folder, noticed, all } of tally)
  if (all > 0)
    console.log(
      `${folder.padEnd(11)} ${String(noticed).padStart(7)} ${String(all).padStart(4)}   ${((100 * noticed) / all).toFixed(0).padStart(3)} %  ${aim(folder)} %`,
    );

function triedIn(folder) {
  const mutate = filesOf(join(CORE, folder)).flatMap(drawn);
  const near = existsSync(join(ROOT, 'tests/unit', folder));
  const found = strykerOn(folder, mutate, near ? [`/unit/${folder}/`] : naming(folder));
  for (const [key, { once }] of found) if (once) found.delete(key);
  // What the folder's own tests do not notice is tried again with every test that names the folder.
  const missed = [...found.values()].filter(({ noticed }) => !noticed);
  if (near && !values.own && missed.length > 0) {
    const again = strykerOn(
      folder,
      missed.map(({ range }) => range),
      naming(folder),
    );
    for (const [key, mutant] of found)
      if (!mutant.noticed) {
        // What turns out to be made once, while a file loads, is not tried at all.
        if (again.get(key)?.once) found.delete(key);
        else if (again.has(key)) found.set(key, again.get(key));
      }
  }
  const noticed = [...found.values()].filter((mutant) => mutant.noticed).length;
  if (values.show) for (const mutant of found.values()) if (!mutant.noticed) console.log(mutant.line);
  return { noticed, all: found.size };
}

/** Each change of these ranges, by what tells it from the others, and whether one of the tests notices it. */
function strykerOn(folder, mutate, tests) {
  const found = new Map();
  if (mutate.length === 0) return found;
  rmSync(report, { force: true });
  const stryker = join(ROOT, 'node_modules/@stryker-mutator/core/bin/stryker.js');
  if (
    run(process.execPath, [stryker, 'run', '--mutate', mutate.join(',')], {
      env: {
        ...ENV,
        KOKYU_BATTERIES: 'all',
        KOKYU_MUTANTS_TESTS: tests.join('|'),
        ...(values.slow ? { KOKYU_MUTANTS_SLOW: '1' } : {}),
      },
    }) !== 0
  )
    fail(`Stryker did not finish with ${folder}; what it said stands above.`);
  if (!existsSync(report)) return found;
  for (const [file, { mutants }] of Object.entries(JSON.parse(readFileSync(report, 'utf8')).files))
    for (const { status, static: once, location, mutatorName, replacement } of mutants) {
      const noticed = status === 'Killed' || status === 'Timeout';
      const untried = status === 'Ignored' && once === true;
      if (!noticed && !untried && status !== 'Survived' && status !== 'NoCoverage') continue;
      const { start, end } = location;
      // A report counts columns from 1, a range from 0.
      const range = `${file}:${start.line}:${start.column - 1}-${end.line}:${end.column - 1}`;
      const line = `${file}:${start.line}:${start.column}  ${mutatorName}  ${(replacement ?? '').replace(/\s+/g, ' ').slice(0, 90)}`;
      found.set(`${range} ${mutatorName} ${replacement}`, { noticed, once: untried, range, line });
    }
  return found;
}

/** The tests that import from the folder, as patterns of their paths. */
function naming(folder) {
  return ['tests/unit', 'tests/checks']
    .flatMap((root) => filesOf(root))
    .filter((file) => file.endsWith('.test.ts'))
    .filter((file) => new RegExp(`@/core/${folder}['/]`).test(readFileSync(join(ROOT, file), 'utf8')))
    .map((file) => `/${file.replaceAll('.', '\\.')}$`);
}

function filesOf(folder) {
  return readdirSync(join(ROOT, folder), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && entry.name.endsWith('.ts'))
    .map((entry) => join(entry.parentPath, entry.name).slice(ROOT.length + 1));
}

/** The file, or those of its lines that the seed draws. */
function drawn(file) {
  if (share === 1) return [file];
  const lines = readFileSync(join(ROOT, file), 'utf8').split('\n');
  return lines.flatMap((text, i) => {
    const roll =
      createHash('sha1').update(`${values.seed} ${file} ${text} ${i}`).digest().readUInt32BE(0) / 2 ** 32;
    return roll < share && /\w/.test(text) ? [`${file}:${i + 1}-${i + 1}`] : [];
  });
}

function fail(message) {
  console.error(message);
  process.exit(1);
}
