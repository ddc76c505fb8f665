import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT, TSX } from './lib.mjs';

// Makes the EDF golden files again: `node scripts/golden-edf.mjs`. Needs gcc and Debian's libedf-dev (made with 1.22).
const folder = mkdtempSync(join(tmpdir(), 'kokyu-edf-'));
const program = join(folder, 'golden-edf');
execFileSync('gcc', ['-O1', '-o', program, join(ROOT, 'scripts/golden-edf.c'), '-ledf', '-lm']);
const golden = join(ROOT, 'tests/checks/golden');
execFileSync(program, ['write', join(golden, 'libedf.edf')]);
const own = join(folder, 'kokyu.edf');
execFileSync(process.execPath, [TSX, join(ROOT, 'scripts/golden-edf-own.ts'), own], { cwd: ROOT });
const read = JSON.parse(execFileSync(program, ['read', own], { encoding: 'utf8' }));
const sha256 = createHash('sha256').update(readFileSync(own)).digest('hex');
writeFileSync(
  join(golden, 'edf-read-by-libedf.json'),
  `${JSON.stringify({ madeWith: 'EDFlib of Debian libedf-dev', recipe: 'scripts/golden-edf.mjs', sha256, read })}\n`,
);
