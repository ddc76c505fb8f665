import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { bodyOf } from '../tests/checks/bodies/body';
import { setOf } from '../tests/checks/bodies/run';

// npx tsx scripts/golden-bodies.ts: has SciPy find the peaks and troughs of the records of tests/checks/bodies (set 1).
// Needs python3 with SciPy; the result is committed, so that the ordinary run needs neither.
const folder = mkdtempSync(join(tmpdir(), 'kokyu-bodies-'));
try {
  const index = setOf(1).map((spec, i) => {
    const { record } = bodyOf(spec);
    const files = record.channels.map((c, k) => {
      const file = join(folder, `${i}-${k}.f64`);
      writeFileSync(file, new Uint8Array(c.values.buffer));
      return file;
    });
    return { name: spec.name, hz: spec.hz, files };
  });
  writeFileSync(join(folder, 'index.json'), JSON.stringify(index));
  const done = spawnSync('python3', [join(__dirname, 'golden-bodies.py'), join(folder, 'index.json')], {
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
  if (done.status !== 0) throw new Error(done.stderr);
  writeFileSync(join(__dirname, '../tests/checks/golden/bodies-by-scipy.json'), done.stdout);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
