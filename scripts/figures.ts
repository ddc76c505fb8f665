import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bodyName } from '../src/core/body/figure/draw';
import { everyBody } from '../src/core/body/figure/every';
import { markOf, svgOf } from '../src/core/body/figure/body-file';

// npm run figures [-- --all]: traces every body that can be asked for into public/figures. One whose pose is as it was
// is left alone; --all traces them anew. What nobody can ask for any more goes.
const folder = join(process.cwd(), 'public/figures');
mkdirSync(folder, { recursive: true });
const again = process.argv.includes('--all');
const kept = new Set<string>();
let made = 0;
for (const asked of everyBody()) {
  const name = `${bodyName(asked)}.svg`;
  kept.add(name);
  const path = join(folder, name);
  const mark = markOf(asked);
  if (!again && readOr(path).includes(mark)) continue;
  writeFileSync(path, svgOf(asked));
  made++;
}
const gone = readdirSync(folder).filter((name) => !kept.has(name));
for (const name of gone) rmSync(join(folder, name));
console.log(`${kept.size} bodies; ${made} traced, ${gone.length} taken away`);

function readOr(path: string): string {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return '';
  }
}
