import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';

// Wherever a block is made or changed, the one verdict is asked before it comes to somebody. A file that makes or changes
// one and asks nobody fails here; what is excused says why.
const SRC = join(__dirname, '../../../src');

const filesIn = (folder: string): string[] =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    return statSync(path).isDirectory() ? filesIn(path) : /\.tsx?$/.test(name) ? [path] : [];
  });

/** What makes a block, or another one of it. */
const MAKES = /\b(makeBlock|applyEdit|liftedBy|withClient)\b/;
/** What asks the verdict of it: the judgement itself, the check that rests on it, and what mends by it. */
const ASKS = /\b(judgeBlock|mayBeDone|problemsOf|homeProblems|mended|useSequenceEditor)\s*\(/;

const EXCUSED: Record<string, string> = {
  'core/sequence/make-block.ts': 'makes the block; whoever calls it asks',
  'core/sequence/edit.ts': 'changes a value; whoever calls it asks',
  'core/load/lift.ts': 'carries a plan into a block; the editor that calls it asks',
  'core/propose/air.ts': 'only makes rests longer and breaths smaller',
  'core/propose/propose.ts':
    'its blocks are options that were judged; here only their length is reckoned, and air eased',
  'core/class/common.ts': 'a common block is nobody’s; each member’s own is judged in own.ts',
  'stations/class/class-station.tsx': 'changes the common block; each member’s own is judged in own.ts',
  'stations/home/entry-list.tsx': 'the editor around it runs homeProblems at every change',
  'core/lesson/mend-lesson.ts':
    'offers a whole sequence; the editor that takes it runs problemsOf at every change',
  'stations/write/lesson-staves.tsx': 'draws a drag; the editor around it runs problemsOf at every change',
  'stations/write/block-editor.tsx': 'the editor around it runs problemsOf at every change',
};

const makers = filesIn(SRC)
  .map((path) => ({ name: path.slice(SRC.length + 1), text: readFileSync(path, 'utf8') }))
  .filter(({ text }) => MAKES.test(text));

it.each(makers.map((m) => [m.name, m.text] as const))(
  '%s asks the verdict of the blocks that it makes',
  (name, text) => {
    if (name in EXCUSED) return;
    if (!ASKS.test(text))
      throw new Error(
        `${name} makes or changes a block and asks nobody: call mayBeDone (core/sequence/judge) or problemsOf, or say in this test why it need not`,
      );
  },
);

it('excuses nobody who makes no block', () =>
  expect(Object.keys(EXCUSED).filter((name) => !makers.some((m) => m.name === name))).toEqual([]));

it('would notice a file that asks nobody', () => {
  expect(MAKES.test('const b = makeBlock({ id })')).toBe(true);
  expect(ASKS.test('const b = makeBlock({ id })')).toBe(false);
});

/** Rules look at the flags that the answers, the studio and the runs add to: raw ones of a screening are for the form alone. */
const RAW = /\b(screen|screened|data)\.flags\b/;
const MAY_READ_RAW = [
  'stations/screen/',
  'core/client/rail.ts',
  'core/client/case.ts',
  'core/screen/known.ts',
];

it('hands rules no flags of a screening without its answers', () => {
  const wrong = filesIn(SRC)
    .map((path) => ({ name: path.slice(SRC.length + 1), text: readFileSync(path, 'utf8') }))
    .filter(({ name, text }) => RAW.test(text) && !MAY_READ_RAW.some((may) => name.startsWith(may)))
    .map(({ name }) => name);
  expect(wrong).toEqual([]);
});
