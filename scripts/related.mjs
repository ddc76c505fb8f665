import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib.mjs';

/** Every test of Jest, as paths below the root. */
const jestTests = () =>
  ['unit', 'checks', 'fuzz'].flatMap((folder) =>
    readdirSync(join(ROOT, 'tests', folder), { recursive: true })
      .filter((name) => /\.test\.tsx?$/.test(name))
      .map((name) => join('tests', folder, name)),
  );

/** Who imports a file, by path below the root; of tests and all that they reach. */
async function importers(tests) {
  // Asked for when it is needed: this script is read before anything is installed.
  const { build } = await import('esbuild');
  const { metafile } = await build({
    entryPoints: tests,
    absWorkingDir: ROOT,
    bundle: true,
    write: false,
    metafile: true,
    outdir: 'packed',
    platform: 'node',
    packages: 'external',
    jsx: 'automatic',
    logLevel: 'silent',
    alias: { '@': join(ROOT, 'src') },
  });
  const by = new Map();
  for (const [from, { imports }] of Object.entries(metafile.inputs))
    for (const { path, external } of imports) if (!external) by.set(path, [...(by.get(path) ?? []), from]);
  // Programs and pages that a test reads or starts by their path are as near to it as what it imports.
  for (const test of tests)
    for (const [, path] of readFileSync(join(ROOT, test), 'utf8').matchAll(
      /['"`/]((?:src|scripts|docs|tests|public)\/[\w./-]+\.\w+)['"`]/g,
    ))
      if (existsSync(join(ROOT, path))) by.set(path, [...(by.get(path) ?? []), test]);
  return by;
}

/** Tests that reach any of these files, with how many imports lie between. */
export async function relatedTests(files) {
  const tests = jestTests();
  const by = await importers(tests);
  const known = new Set(tests);
  const far = new Map(files.map((file) => [file, 0]));
  const queue = [...far.keys()];
  for (let file = queue.shift(); file !== undefined; file = queue.shift())
    for (const next of by.get(file) ?? [])
      if (!far.has(next)) {
        far.set(next, far.get(file) + 1);
        queue.push(next);
      }
  return [...far].filter(([file]) => known.has(file)).map(([file, hops]) => ({ file, hops }));
}
