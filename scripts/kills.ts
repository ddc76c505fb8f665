import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { killWhileWriting } from '../tests/unit/server/kills';

// Two hundred kills while six writers work: what was answered as saved, and what of it is gone. KILLS=n takes fewer.
const folder = mkdtempSync(join(tmpdir(), 'kokyu-kills-'));
killWhileWriting(join(folder, 'kokyu.db'), Number(process.env.KILLS ?? 200), 6, 20261127)
  .then(({ kills, acknowledged, lost, whole }) => {
    console.log(
      `  ${kills} kills of six writers: ${acknowledged} saves answered, ${lost} lost, the file ${whole ? 'whole' : 'DAMAGED'}`,
    );
    if (lost > 0 || !whole) process.exitCode = 1;
  })
  .finally(() => rmSync(folder, { recursive: true, force: true }));
