import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { svgOf } from '@/core/body/figure/body-file';
import { bodyName } from '@/core/body/figure/draw';
import { everyBody } from '@/core/body/figure/every';

// One body of each kind of view, always the same; `outlines.test` draws others each day and holds them to their solids.
const all = everyBody();

test.each([...new Set(all.map((a) => a.view))])('a body seen %s is drawn as it ships', (view) => {
  const asked = all.filter((a) => a.view === view).at(7)!;
  const name = bodyName(asked);
  expect(svgOf(asked)).toBe(readFileSync(join(__dirname, `../../../public/figures/${name}.svg`), 'utf8'));
});
