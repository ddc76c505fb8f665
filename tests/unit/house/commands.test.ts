import { readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

const STATIONS = resolve(__dirname, '../../../src/stations');
const sources = readdirSync(STATIONS, { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile() && /\.tsx?$/.test(entry.name))
  .map((entry) => join(entry.parentPath, entry.name));

/**
 * Commands of a station that are asked with nothing that speaks where Kokyu does not answer: neither `answered(…)` around
 * them, nor handed on as they are, nor followed by what happens either way.
 */
const unanswered = (text: string): string[] =>
  [...text.matchAll(/(?<!answered\(\s*|=>\s*)\bactions\s*\.(\w+)\((?!.*\.finally\()/g)].map((m) => m[1]!);

test('every command of a station says so where Kokyu does not answer', () => {
  expect(unanswered('const r = await actions.rename(id);')).toEqual(['rename']);
  expect(unanswered('void actions\n  .endHome(id)\n  .then(after)')).toEqual(['endHome']);
  expect(unanswered('await answered(actions.rename(id)); ask(() => actions.drop(id))')).toEqual([]);
  const found = sources.flatMap((file) =>
    unanswered(readFileSync(file, 'utf8')).map((name) => `${file.slice(STATIONS.length + 1)}: ${name}`),
  );
  expect(found).toEqual([]);
});
