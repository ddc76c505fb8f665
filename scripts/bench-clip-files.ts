import { execFileSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { printY4m } from '@/core/formats/y4m';
import { clipBody } from '@/core/simulate/clip';

// Clips of a made-up body, H.264, into the folder that is named, and what a camera would see; for the figures of the browser.
// Needs ffmpeg. Prints what they are as JSON.
const folder = process.argv[2]!;
const ffmpeg = (...args: string[]) => execFileSync('ffmpeg', ['-loglevel', 'error', '-y', ...args]);
const coded = ['-c:v', 'libx264', '-crf', '23', '-preset', 'veryfast', '-pix_fmt', 'yuv420p', '-an'];
const clips: { file: string; pictures: number; breaths: number }[] = [];

for (const [width, height] of [
  [640, 360],
  [1280, 720],
] as const) {
  const body = clipBody({ width, height, ordinary: 3, deep: 0 });
  const raw = join(folder, `${height}.y4m`);
  writeFileSync(
    raw,
    printY4m(
      Array.from({ length: body.frames }, (_, i) => body.picture(i)),
      body.setup.hz,
    ),
  );
  const file = join(folder, `${height}.mp4`);
  ffmpeg('-i', raw, ...coded, file);
  if (height !== 360) rmSync(raw);
  clips.push({ file, pictures: body.frames, breaths: 3 });
}
const small = join(folder, '360.mp4');
const large = join(folder, '2160-60.mp4');
ffmpeg('-i', small, '-vf', 'scale=3840:2160:flags=bicubic,fps=60', ...coded, large);
clips.push({ file: large, pictures: clips[0]!.pictures * 2, breaths: 3 });
const times = Math.ceil((600 * 30) / clips[0]!.pictures);
const long = join(folder, 'ten-minutes.mp4');
ffmpeg('-stream_loop', String(times - 1), '-i', small, '-c', 'copy', long);
clips.push({ file: long, pictures: clips[0]!.pictures * times, breaths: 3 * times });

const { line, stills } = clipBody({ width: 640, height: 360, ordinary: 3, deep: 0 });
console.log(
  JSON.stringify({
    clips,
    camera: join(folder, '360.y4m'),
    lines: [
      ...(['chest', 'lowerRibs', 'belly'] as const).map((place) => ({ place, ...line(place) })),
      { place: 'still', ...stills[0]! },
    ],
  }),
);
