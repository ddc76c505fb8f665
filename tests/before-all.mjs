import { join } from 'node:path';
import { due, marksOf } from '../scripts/batteries.mjs';
import { ROOT } from '../scripts/lib.mjs';

/** Before any test: which batteries run whole, and where the made-up house of this program is kept. */
export default async function beforeAll() {
  process.env.KOKYU_BATTERIES ??= (await due()).join(',');
  const [mark] = Object.values(await marksOf(['src/demo/fill.ts']));
  process.env.KOKYU_HOUSE = join(ROOT, 'data/test-house', mark);
  if (process.env.KOKYU_BATTERIES)
    console.log(`Whole, for what they rest on has changed: ${process.env.KOKYU_BATTERIES}`);
}
