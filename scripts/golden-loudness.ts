import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { printWav } from '@/core/formats/wav';
import { soundOf, SOUNDS } from '../tests/checks/golden/sounds';

// Makes tests/checks/golden/ebur128.json again: `npx tsx scripts/golden-loudness.ts`. Needs ffmpeg (made with Debian's 5.1).
const folder = mkdtempSync(join(tmpdir(), 'kokyu-loudness-'));
const integrated = Object.fromEntries(
  Object.keys(SOUNDS).map((name) => {
    const file = join(folder, 'sound.wav');
    writeFileSync(file, printWav(soundOf(name)));
    const { stderr } = spawnSync(
      'ffmpeg',
      ['-hide_banner', '-i', file, '-filter_complex', 'ebur128', '-f', 'null', '-'],
      { encoding: 'utf8' },
    );
    return [
      name,
      Number(/I:\s+(-?[\d.]+) LUFS\s*\n\s*Threshold/.exec(stderr.slice(stderr.lastIndexOf('Summary')))![1]),
    ];
  }),
);
const version = /version (\S+)/.exec(spawnSync('ffmpeg', ['-version'], { encoding: 'utf8' }).stdout)![1];
writeFileSync(
  join(__dirname, '../tests/checks/golden/ebur128.json'),
  `${JSON.stringify({ madeWith: `ffmpeg ${version}, filter ebur128, integrated, one channel`, recipe: 'scripts/golden-loudness.ts', integrated })}\n`,
);
