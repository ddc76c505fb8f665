import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';

// The recipes of CONTRIBUTING.md name files and names in them. A recipe that leads nowhere costs more than none.
const root = join(__dirname, '../../..');
const text = readFileSync(join(root, 'CONTRIBUTING.md'), 'utf8');
const section = (title: string) => text.split(`## ${title}\n`)[1]!.split('\n## ')[0]!;
const rows = section('How to add')
  .split('\n')
  .filter((line) => /^\| /.test(line) && !/^\| what /.test(line))
  .map(
    (line) =>
      line
        .split('|')
        .slice(1, 3)
        .map((cell) => cell.trim()) as [what: string, where: string],
  );

/** Every folder and file of the house that a path of a recipe may mean, where it stands. */
const placesOf = (path: string): string[] =>
  ['', 'src', 'src/core', 'src/app', 'src/stations', 'tests', 'tests/unit', 'docs'].map((from) =>
    join(root, from, path),
  );
const found = (path: string): string | undefined => placesOf(path).find(existsSync);
const all = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && /\.(tsx?|mjs|js)$/.test(entry.name))
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name));

const code = ['src', 'tests', 'scripts'].flatMap((folder) => all(join(root, folder)));
const names = new Map(code.map((file) => [file, readFileSync(file, 'utf8')]));
/** Whether somebody gives a thing this name, and not only uses it. */
const isGiven = (name: string) =>
  [...names.values()].some((source) =>
    new RegExp(`(?:const|function|type|class|let)\\s+${name}\\b|^\\s*${name}:`, 'm').test(source),
  );

const ticked = (cell: string): string[] => [...cell.matchAll(/`([^`]+)`/g)].map((m) => m[1]!);

it('has recipes', () => expect(rows.length).toBeGreaterThanOrEqual(15));

it.each(rows)('what it takes to add %s is where the recipe says', (what, where) => {
  const said = ticked(where).filter((t) => !/[<>{}]|\s/.test(t) || /\.(ts|tsx|md)$/.test(t));
  expect([what, said.length]).not.toEqual([what, 0]);
  // In one recipe later files may stand beside the one before.
  let beside: string | null = null;
  for (const each of said) {
    if (/^\w+$/.test(each)) {
      expect([what, each, isGiven(each)]).toEqual([what, each, true]);
      continue;
    }
    const path = each.replace(/\/<.*/, '/').replace(/\/$/, '');
    const at: string | undefined =
      found(path) ?? (beside === null ? undefined : [join(beside, path)].find(existsSync));
    expect([what, each, at !== undefined || endsLike(path)]).toEqual([what, each, true]);
    if (at) beside = statSync(at).isDirectory() ? at : join(at, '..');
  }
});

/** A path may leave out where it begins (`server/within.ts`), or be a test without its ending (`house/verdict-paths`). */
const endsLike = (path: string): boolean =>
  code.some((file) => file.endsWith(`/${path}`) || file.includes(`/${path}.`));

it('every command that is named under “Running things” is there', () => {
  const { scripts } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as {
    scripts: Record<string, string>;
  };
  const asked = [...section('Running things').matchAll(/npm (?:run )?([a-z:]+)/g)].map((m) => m[1]!);
  expect(asked.length).toBeGreaterThan(8);
  for (const name of asked) expect([name, name in scripts]).toEqual([name, true]);
});
