import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';

// Examples in comments of core are run: `@example name(…) // value`. Those whose call or value is told in words are left to readers.
const core = join(__dirname, '../../../src/core');
const files = readdirSync(core, { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile() && entry.name.endsWith('.ts'))
  .map((entry) => join(entry.parentPath ?? entry.path, entry.name));

type Example = { file: string; call: string; value: unknown };

/** What a piece of text is as a value; undefined where it is no JavaScript. */
function valueOf(text: string, scope: object): { value: unknown } | undefined {
  let run: (...all: unknown[]) => unknown;
  try {
    run = new Function(...Object.keys(scope), `return (${text});`) as typeof run;
  } catch {
    return undefined;
  }
  return { value: run(...Object.values(scope)) };
}

/** Whether it is a call of values, and not of something that is told in words or that only its reader has. */
const isCall = (call: string): boolean =>
  /^\w+\(/.test(call) && !/\b(Pattern|sequence|before|samples)\b[,)]/.test(call) && valueOfCall(call);
const valueOfCall = (call: string): boolean => {
  try {
    new Function(`return (${call});`);
    return true;
  } catch {
    return false;
  }
};

const examples = files.flatMap((file): Example[] =>
  [...readFileSync(file, 'utf8').matchAll(/@example (.+?) \/\/ (.+?)(?: \*\/)?$/gm)].flatMap(
    ([, call, said]): Example[] => {
      // Prose after the value is no part of it: `0x29B1, the published check value`.
      for (const text of [said!, said!.split(/, (?=the |as |in )/)[0]!]) {
        try {
          const value = valueOf(text, {});
          if (value && isCall(call!))
            return [{ file: relative(core, file), call: call!, value: value.value }];
        } catch {
          // A word that is no value.
        }
      }
      return [];
    },
  ),
);

/** Equal, numbers to the digits that the example shows. */
function alike(got: unknown, said: unknown): boolean {
  if (typeof said === 'number' && typeof got === 'number')
    return Math.abs(got - said) <= 0.5 * 10 ** -(String(said).split('.')[1]?.length ?? 0) + 1e-12;
  // What is long is shown by its beginning.
  if (typeof said === 'string' && said.endsWith('…'))
    return typeof got === 'string' && got.startsWith(said.slice(0, -1));
  if (typeof said !== 'object' || said === null) return Object.is(got, said);
  if (typeof got !== 'object' || got === null) return false;
  return Object.entries(said).every(([key, value]) => alike((got as Record<string, unknown>)[key], value));
}

it('finds them', () => expect(examples.length).toBeGreaterThan(25));

it.each(examples.map((e) => [`${e.file}: ${e.call}`, e] as const))('%s', async (_, { file, call, value }) => {
  // A breath pattern is what most of them are of.
  const { pattern } = await import('@/core/breath/pattern');
  const given = (await import(join(core, file))) as object;
  const got = valueOf(call, { pattern, ...given });
  expect([call, got && alike(got.value, value) ? 'as said' : got?.value]).toEqual([call, 'as said']);
});

it('every function that core gives away says what it does', () => {
  const silent = files
    .filter((file) => !file.endsWith('.schema.ts'))
    .flatMap((file) => {
      const source = readFileSync(file, 'utf8');
      const given = source.matchAll(
        /^export (?:async )?(?:function\*? (\w+)|const (\w+)(?:: [^=\n]+)? = (?:\([^)]*\)|async|<|\w+ =>))/gm,
      );
      return [...given].flatMap((m) =>
        source.slice(0, m.index).trimEnd().endsWith('*/') ? [] : [`${relative(core, file)}: ${m[1] ?? m[2]}`],
      );
    });
  expect(silent).toEqual([]);
});
