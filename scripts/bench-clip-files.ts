import { execFileSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { printY4m } from '@/core/formats/y4m';
import { clipBody } from '@/core/simulate/clip';

// Two clips of a made-up body, H.264, into the folder that is named; for the figures of the browser. Needs ffmpeg.
const folder = process.argv[2]!;
for (const [width, height] of [
  [640, 360],
  [1280, 720],
] as const) {
  const body = clipBody({ width, height, ordinary: 3, deep: 0 });
  const pictures = Array.from({ length: body.frames }, (_, i) => body.picture(i));
  const raw = join(folder, `${height}.y4m`);
  writeFileSync(raw, printY4m(pictures, body.setup.hz));
  execFileSync('ffmpeg', [
    ...['-loglevel', 'error', '-y', '-i', raw, '-c:v', 'libx264', '-crf', '23', '-pix_fmt', 'yuv420p', '-an'],
    join(folder, `${height}.mp4`),
  ]);
  rmSync(raw);
  console.log(`${height} ${body.frames}`);
}
