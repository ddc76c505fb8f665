import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';

const SRC = join(__dirname, '../../../src');

/** What nobody would say to a colleague, each with what is said in its place. The list grows as screens are rewritten. */
const NOT_SAID: readonly (readonly [RegExp, string])[] = [
  [/what today is for/i, 'Today'],
  [/put a visit in/i, 'Add visit'],
  [/take a calendar/i, 'Import calendar'],
  [/(taken?|is) off the list/i, 'Archived clients'],
  [/a run is not finished/i, 'Unfinished session'],
  [/owns more than at the last look/i, 'Ready for a re-check before moving on'],
  [/what is open to this client/i, 'Available drills'],
  [/no more than noise/i, 'within normal variation'],
  [/is found 4 in 5/i, 'smallest change we would notice'],
  [/wrong about a change in at most/i, 'Chance of a false change on this page'],
  [/of what could be looked at/i, 'based on 7 of 10 signs'],
  [/in this order of weight/i, 'Priorities'],
  [/what is it held against/i, 'Thresholds'],
  [/they agree, now/i, 'Record consent'],
  [/who agrees/i, 'By'],
  [/the rest was silent/i, 'Mark the others as not moving'],
  [/looks at oneself/i, 'Self-checks'],
  [/^take it in$/i, 'Import'],
  [/take back what was done/i, 'Enter the code from their page'],
  [/^step on$/i, 'Next step'],
  [/not yet on disk/i, 'Saving …'],
  [/clear and make it again/i, 'Clear and redo'],
  [/\bbackfired\b/i, 'made it worse'],
  [/it measures nobody/i, 'an estimate, not a measurement'],
  [/sit bones alike/i, 'Weight even on both sit bones'],
  [/\blow water\b/i, 'Stay empty'],
  [/no choice of drills does more/i, 'Best fit for these priorities and minutes'],
  [/made-up (bands|camera|clip)/i, 'simulated'],
  [/\bdrops in\b/i, 'drop-in'],
  [/^shipped: /i, 'default: '],
  [/^Away$/, 'Close'],
  [/over: fit what is left/i, 'late. Shorten the rest'],
  [/nothing that is worth doing fits/i, 'No drill is ready for home yet'],
  [/coached and owned/i, 'coached and mastered'],
  [/with the kettle/i, 'while the kettle boils'],
  [/one open door/i, 'No accounts yet'],
  [/sums of the studio/i, 'Anonymous studio totals'],
  [/by the name in the list/i, 'Client'],
  [/could not be shown/i, 'Something went wrong'],
  [/not at hand/i, 'prop missing'],
];
/** Keys in the data that read like one of them and are never shown. */
const KEYS = new Set(['backfired']);

type Shown = { file: string; line: number; text: string };

/** Every text of a program that can come onto a screen: strings, templates and what stands between tags. */
function textsIn(file: string): Shown[] {
  const source = ts.createSourceFile(
    file,
    readFileSync(file, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
    ts.ScriptKind.TSX,
  );
  const found: Shown[] = [];
  const walk = (node: ts.Node): void => {
    if (
      ts.isStringLiteral(node) ||
      ts.isNoSubstitutionTemplateLiteral(node) ||
      ts.isTemplateHead(node) ||
      ts.isTemplateMiddle(node) ||
      ts.isTemplateTail(node) ||
      ts.isJsxText(node)
    ) {
      const text = node.text.replace(/\s+/g, ' ').trim();
      const { line } = source.getLineAndCharacterOfPosition(node.getStart());
      if (text !== '' && !ts.isImportDeclaration(node.parent))
        found.push({ file: relative(SRC, file), line: line + 1, text });
    }
    ts.forEachChild(node, walk);
  };
  walk(source);
  return found;
}

const FILES = readdirSync(SRC, { recursive: true, encoding: 'utf8' })
  .filter((f) => /\.tsx?$/.test(f))
  .map((f) => join(SRC, f));

it('no screen, sheet or answer says what nobody would say', () => {
  const texts = FILES.flatMap(textsIn);
  expect(texts.length).toBeGreaterThan(5000);
  const said = texts.flatMap(({ file, line, text }) =>
    KEYS.has(text)
      ? []
      : NOT_SAID.filter(([wrong]) => wrong.test(text)).map(
          ([, better]) => `${file}:${line} “${text}” → ${better}`,
        ),
  );
  expect(said).toEqual([]);
});

it('finds what it looks for', () => {
  expect(NOT_SAID.filter(([wrong]) => wrong.test('What is it held against?'))).toHaveLength(1);
  expect(NOT_SAID.filter(([wrong]) => wrong.test('Take it in'))).toHaveLength(1);
  expect(NOT_SAID.filter(([wrong]) => wrong.test('Save sequence'))).toHaveLength(0);
});
