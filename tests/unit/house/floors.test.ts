import { readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, dirname, join, relative, resolve } from 'node:path';
import { preProcessFile } from 'typescript';
import floors from '@/core/floors.json';

const SRC = resolve(__dirname, '../../../src');
const CORE = join(SRC, 'core');

const filesIn = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? filesIn(path) : /\.tsx?$/.test(name) ? [path] : [];
  });

/** Every import of a file within core, types and dynamic imports included, as paths without ending. */
function importsOf(file: string): string[] {
  return preProcessFile(readFileSync(file, 'utf8'), true, true)
    .importedFiles.map(({ fileName }) => fileName)
    .filter((name) => name.startsWith('.') || name.startsWith('@/'))
    .map((name) => (name.startsWith('@/') ? join(SRC, name.slice(2)) : resolve(dirname(file), name)));
}

const folderOf = (path: string): string => relative(CORE, path).split('/')[0]!;
const files = filesIn(CORE);
const edges = files.flatMap((file) => importsOf(file).map((to) => ({ file, to })));

/** A way from a node back to itself, or null. */
function circleIn(graph: ReadonlyMap<string, ReadonlySet<string>>): string[] | null {
  const done = new Set<string>();
  const visit = (node: string, way: readonly string[]): string[] | null => {
    if (way.includes(node)) return [...way.slice(way.indexOf(node)), node];
    if (done.has(node)) return null;
    for (const next of graph.get(node) ?? []) {
      const found = visit(next, [...way, node]);
      if (found) return found;
    }
    done.add(node);
    return null;
  };
  for (const node of graph.keys()) {
    const found = visit(node, []);
    if (found) return found;
  }
  return null;
}

function graphOf(pairs: readonly (readonly [string, string])[]): Map<string, Set<string>> {
  const graph = new Map<string, Set<string>>();
  for (const [from, to] of pairs)
    if (from !== to) graph.set(from, (graph.get(from) ?? new Set<string>()).add(to));
  return graph;
}

/** The lines of a file that bring something in from the schema beside it. */
const ownSchemaLines = (file: string): string =>
  readFileSync(file, 'utf8')
    .split('\n')
    .filter((line) => line.endsWith(`'./${basename(file).replace(/\.tsx?$/, '')}.schema';`))
    .join('\n');

describe('the floors of core', () => {
  test('the finder of circles finds one', () => {
    const pairs = [['a', 'b'] as const, ['b', 'c'] as const, ['c', 'a'] as const];
    expect(circleIn(graphOf(pairs))).toEqual(['a', 'b', 'c', 'a']);
    expect(circleIn(graphOf(pairs.slice(1)))).toBeNull();
  });

  test('every file lies in a folder of the plan', () => {
    expect(files.length).toBeGreaterThan(100);
    expect([...new Set(files.map(folderOf))].filter((f) => !floors.includes(f))).toEqual([]);
  });

  test('nothing in core imports from outside core', () => {
    expect(edges.filter(({ to }) => relative(CORE, to).startsWith('..'))).toEqual([]);
  });

  test('a folder imports only folders above it, types too', () => {
    const upward = edges
      .filter(({ file, to }) => floors.indexOf(folderOf(to)) > floors.indexOf(folderOf(file)))
      .map(({ file, to }) => `${relative(CORE, file)} → ${relative(CORE, to)}`);
    expect(upward).toEqual([]);
  });

  test('no circle of folders and none of files', () => {
    expect(
      circleIn(graphOf(edges.map(({ file, to }) => [folderOf(file), folderOf(to)] as const))),
    ).toBeNull();
    const bare = (path: string) => relative(SRC, path).replace(/\.tsx?$/, '');
    // A record and its schema are one module in two files, so that whoever only draws loads no parser: the types come
    // from the schema, the names and limits from the record. Only values must not go round.
    const typesOfOwnSchema = (file: string, to: string) =>
      bare(to) === `${bare(file)}.schema` &&
      !/^(import|export) \{[^}]*\} from '[^']*\.schema'/m.test(ownSchemaLines(file));
    const everywhere = filesIn(SRC).flatMap((file) =>
      importsOf(file)
        .filter((to) => !typesOfOwnSchema(file, to))
        .map((to) => [bare(file), bare(to)] as const),
    );
    expect(circleIn(graphOf(everywhere))).toBeNull();
  });
});
