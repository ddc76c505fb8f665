import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { clipBody } from '@/core/simulate/clip';
import { GOLDEN_CLIP, GOLDEN_PLACES } from '../tests/checks/golden/clip';

// Makes tests/checks/golden/clip-by-opencv.json again: `npx tsx scripts/golden-clip.ts`. Needs Debian's python3-opencv (made with 4.6.0).
const folder = mkdtempSync(join(tmpdir(), 'kokyu-golden-clip-'));
const body = clipBody(GOLDEN_CLIP);
const { width, height } = body.setup;
const pictures = Buffer.concat(
  Array.from({ length: body.frames }, (_, i) => Buffer.from(body.picture(i).data as Uint8Array)),
);
writeFileSync(join(folder, 'pictures.raw'), pictures);
writeFileSync(
  join(folder, 'clip.json'),
  JSON.stringify({ width, height, frames: body.frames, lines: GOLDEN_PLACES.map((p) => body.line(p)) }),
);
const made = execFileSync('/usr/bin/python3', [join(__dirname, 'golden-clip.py'), folder], {
  encoding: 'utf8',
});
writeFileSync(join(__dirname, '../tests/checks/golden/clip-by-opencv.json'), made);
