import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { build } from 'esbuild';
import { ROOT } from './lib.mjs';

// What the batteries of `tests/battery.ts` rest on: the program that each is, packed and without its comments, the packages
// that it names, and the data beside it. Where that is as it was when the battery last ran whole, a part of it is enough.
const NOTED = join(ROOT, 'tests/batteries.json');
const FOLDERS = ['tests/unit', 'tests/checks', 'tests/fuzz'];
const below = (folder) =>
  readdirSync(join(ROOT, folder), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => relative(ROOT, join(entry.parentPath ?? entry.path, entry.name)));
const read = (path) => readFileSync(join(ROOT, path), 'utf8');

/** The test files that hold a battery, as paths below `tests`. */
export const batteries = () =>
  FOLDERS.flatMap(below)
    .filter((file) => /\.test\.tsx?$/.test(file) && /\bbattery\(\d+\)/.test(read(file)))
    .map((file) => relative('tests', file))
    .sort();

/** One hash of all data that tests read and no import names. */
function dataMark() {
  const files = [...FOLDERS, 'src/server/db/migrations']
    .flatMap(below)
    .filter((file) => !/\.tsx?$/.test(file))
    .sort();
  const hash = createHash('sha256');
  for (const file of files) hash.update(file).update(readFileSync(join(ROOT, file)));
  return hash.digest('hex');
}

/** What each of these batteries rests on, as one hash. */
export async function marksOf(files) {
  const data = dataMark();
  const marks = {};
  for (const file of files) marks[file] = await markOf(`tests/${file}`, data);
  return marks;
}

async function markOf(file, data) {
  // Programs that a test starts by their path are a part of it as well.
  const started = [...read(file).matchAll(/'((?:src|scripts|tests)\/[\w./-]+\.(?:ts|tsx|mjs))'/g)]
    .map((m) => m[1])
    .filter((path) => existsSync(join(ROOT, path)));
  const made = await build({
    entryPoints: [...new Set([file, 'tests/setup.ts', ...started])],
    absWorkingDir: ROOT,
    bundle: true,
    minify: true,
    write: false,
    metafile: true,
    outdir: 'packed',
    platform: 'node',
    format: 'esm',
    packages: 'external',
    jsx: 'automatic',
    legalComments: 'none',
    logLevel: 'silent',
    alias: { '@': join(ROOT, 'src') },
  });
  const hash = createHash('sha256').update(data);
  for (const out of made.outputFiles.toSorted((a, b) => a.path.localeCompare(b.path))) hash.update(out.text);
  const packages = new Set();
  for (const { imports } of Object.values(made.metafile.outputs))
    for (const { path, external } of imports)
      if (external)
        packages.add(
          path
            .split('/')
            .slice(0, path.startsWith('@') ? 2 : 1)
            .join('/'),
        );
  for (const name of [...packages].sort()) {
    const about = join(ROOT, 'node_modules', name, 'package.json');
    if (existsSync(about)) hash.update(`${name}@${JSON.parse(readFileSync(about, 'utf8')).version}`);
  }
  return hash.digest('hex').slice(0, 16);
}

const noted = () => (existsSync(NOTED) ? JSON.parse(readFileSync(NOTED, 'utf8')) : {});

/** The batteries that have to run whole. */
export async function due() {
  const marks = await marksOf(batteries());
  const before = noted();
  return Object.keys(marks).filter((file) => marks[file] !== before[file]);
}

/** Notes that these ran whole and passed, resting on what is there now. */
export async function note(files) {
  const before = noted();
  const there = batteries();
  const marks = await marksOf(files.filter((f) => there.includes(f)));
  const all = Object.fromEntries(
    there.flatMap((f) => ((marks[f] ?? before[f]) ? [[f, marks[f] ?? before[f]]] : [])),
  );
  writeFileSync(NOTED, `${JSON.stringify(all, null, 2)}\n`);
}
