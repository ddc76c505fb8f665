import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { ROOT } from './lib.mjs';

// What the batteries of `tests/battery.ts` rest on: the program that each is, packed and without its comments, the packages
// that it names, and the data beside it. Where that is as it was when the battery last ran whole, a part of it is enough.
/** Asked for when it is needed: these scripts are read before anything is installed. */
const esbuild = () => import('esbuild');
const NOTED = join(ROOT, 'tests/batteries.json');
const FOLDERS = ['tests/unit', 'tests/checks', 'tests/fuzz'];
const below = (folder) =>
  readdirSync(join(ROOT, folder), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => relative(ROOT, join(entry.parentPath ?? entry.path, entry.name)));
const read = (path) => readFileSync(join(ROOT, path), 'utf8');

/** The test files that hold a battery, as paths below the root. */
export const batteries = () =>
  FOLDERS.flatMap(below)
    .filter((file) => /\.test\.tsx?$/.test(file) && /\bbattery\(\d+\)/.test(read(file)))
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

/** Programs that a test starts by their path: they are a part of it as well. */
const startedBy = (file) =>
  [...read(file).matchAll(/'((?:src|scripts|tests)\/[\w./-]+\.(?:ts|tsx|mjs))'/g)]
    .map(([, path]) => path)
    .filter((path) => existsSync(join(ROOT, path)));

/** What each of these files rests on, as one hash; by path below the root. */
export async function marksOf(files) {
  if (files.length === 0) return {};
  const parts = new Map(files.map((file) => [file, [file, 'tests/setup.ts', ...startedBy(file)]]));
  const { build } = await esbuild();
  const { outputFiles, metafile } = await build({
    entryPoints: [...new Set([...parts.values()].flat())],
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
  const text = new Map(outputFiles.map((out) => [relative(ROOT, out.path), out.text]));
  const marks = new Map(
    Object.entries(metafile.outputs).map(([path, { entryPoint, imports }]) => [
      entryPoint,
      [text.get(path), ...packagesOf(imports)],
    ]),
  );
  const data = dataMark();
  return Object.fromEntries(
    [...parts].map(([file, entries]) => {
      const hash = createHash('sha256').update(data);
      for (const entry of entries) for (const mark of marks.get(entry)) hash.update(mark);
      return [file, hash.digest('hex').slice(0, 16)];
    }),
  );
}

/** The packages that a program names, each with its version. */
function packagesOf(imports) {
  const names = imports.map(({ path }) =>
    path
      .split('/')
      .slice(0, path.startsWith('@') ? 2 : 1)
      .join('/'),
  );
  return [...new Set(names)].sort().flatMap((name) => {
    const about = join(ROOT, 'node_modules', name, 'package.json');
    return existsSync(about) ? [`${name}@${JSON.parse(readFileSync(about, 'utf8')).version}`] : [];
  });
}

const noted = () => (existsSync(NOTED) ? JSON.parse(readFileSync(NOTED, 'utf8')) : {});

/** The batteries of Jest that have to run whole. */
export async function due() {
  const marks = await marksOf(batteries());
  const before = noted();
  return Object.keys(marks).filter((file) => marks[file] !== before[file]);
}

/** Under which name the tests in the browser are noted: together they are one battery, which rests on the whole application. */
export const BROWSER = 'tests/e2e';

/** Walked in every run: a client from Screen to Follow, a lesson, what must stop. */
const ALWAYS = ['story', 'lesson', 'verdict'];
const TURNS = 7;

/** The tests in the browser whose turn it is: those of every run and a seventh of the rest, another each day, all in a week. */
export function turn(day = Math.floor(Date.now() / 86_400_000)) {
  const specs = below(BROWSER).filter((file) => file.endsWith('.spec.ts'));
  const always = specs.filter((file) => ALWAYS.some((name) => file.endsWith(`/${name}.spec.ts`)));
  const turns = Array.from({ length: TURNS }, () => ({ size: 0, files: [] }));
  const rest = specs.filter((file) => !always.includes(file));
  // The longest first, each to the turn that has least to do.
  for (const [file, size] of rest
    .map((file) => [file, read(file).length])
    .sort(([a, m], [b, n]) => n - m || a.localeCompare(b))) {
    const least = turns.reduce((a, b) => (b.size < a.size ? b : a));
    least.size += size;
    least.files.push(file);
  }
  return [...always, ...turns[day % TURNS].files].sort();
}

/** What no page and no test in the browser asks. */
const ASIDE =
  /^scripts\/(battery|batteries|bench|bundle-load|check|golden|ipd|kills|load|mutants|related|screenshots|soak|test)[\w-]*\.|^src\/cli\//;

/** What the tests in the browser rest on, as one hash: the application and the tests without their comments, and the packages. */
async function browserMark() {
  const { transform } = await esbuild();
  const files = ['src', 'public', 'scripts', BROWSER]
    .flatMap(below)
    .concat(
      'playwright.config.ts',
      'next.config.ts',
      'postcss.config.mjs',
      'package-lock.json',
      'docs/access.md',
    )
    .filter((file) => !file.startsWith('public/at-home/') && !ASIDE.test(file))
    .sort();
  const hash = createHash('sha256');
  for (const file of files) {
    const bytes = readFileSync(join(ROOT, file));
    const [, loader] = /\.(m?[jt]sx?)$/.exec(file) ?? [];
    hash.update(file);
    hash.update(
      loader
        ? (
            await transform(bytes.toString(), {
              loader: loader.replace('m', ''),
              minify: true,
              jsx: 'preserve',
            })
          ).code
        : bytes,
    );
  }
  return hash.digest('hex').slice(0, 16);
}

/** Whether the tests in the browser have to run whole. */
export const isBrowserDue = async () => noted()[BROWSER] !== (await browserMark());

/** Notes that these ran whole and passed, resting on what is there now. */
export async function note(files) {
  const before = noted();
  const there = batteries();
  const marks = await marksOf(there.filter((file) => files.includes(file)));
  if (files.includes(BROWSER)) marks[BROWSER] = await browserMark();
  const all = [...there, BROWSER].flatMap((file) => {
    const mark = marks[file] ?? before[file];
    return mark ? [[file, mark]] : [];
  });
  writeFileSync(NOTED, `${JSON.stringify(Object.fromEntries(all), null, 2)}\n`);
}
