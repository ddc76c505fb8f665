import { join } from 'node:path';
import { due, marksOf } from '../scripts/batteries.mjs';
import { ROOT } from '../scripts/lib.mjs';

/** Before any test: which batteries run whole, and where the made-up house of this program is kept. */
export default async function beforeAll() {
  if (process.env.KOKYU_BATTERIES === undefined) {
    const whole = await due();
    process.env.KOKYU_BATTERIES = whole.join(',');
    if (whole.length > 0) console.log(`Whole, for what they rest on has changed: ${whole.join(', ')}`);
  }
  const [mark] = Object.values(await marksOf(['src/demo/fill.ts']));
  process.env.KOKYU_HOUSE = join(ROOT, 'data/test-house', mark);
}
