import { answerOfKokyu, answerOfSciPy, scored, setOf, table } from '../tests/checks/bodies/run';

// The bodies of tests/checks/bodies, found by Kokyu and by SciPy's filter and peaks (golden). KOKYU_SET chooses other
// bodies, for which there is no golden file.
const set = Number(process.env['KOKYU_SET'] ?? 1);
const list = setOf(set);
for (const [name, answer] of [
  ['Kokyu', answerOfKokyu],
  ...(set === 1 ? ([['SciPy, filter and peaks', answerOfSciPy]] as const) : []),
] as const) {
  console.log(`${name}, ${list.length} records`);
  for (const [what, figures] of table(scored(list, answer))) console.log(`  ${what.padEnd(36)}${figures}`);
}
