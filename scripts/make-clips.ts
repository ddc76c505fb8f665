import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { clipBody, type ClipSetup } from '@/core/simulate/clip';
import { CLIP_OF_TEST } from '../tests/e2e/clips/body';

// Makes the clips of the browser tests again: `npx tsx scripts/make-clips.ts`. Needs Debian's ffmpeg (made with 5.1.9).
const folder = mkdtempSync(join(tmpdir(), 'kokyu-clips-'));
const out = join(__dirname, '../tests/e2e/clips');
mkdirSync(out, { recursive: true });

function raw(name: string, setup: Partial<ClipSetup>): { file: string; size: string; hz: string } {
  const body = clipBody(setup);
  const file = join(folder, name);
  writeFileSync(
    file,
    Buffer.concat(
      Array.from({ length: body.frames }, (_, i) => Buffer.from(body.picture(i).data as Uint8Array)),
    ),
  );
  return { file, size: `${body.setup.width}x${body.setup.height}`, hz: String(body.setup.hz) };
}

const ffmpeg = (from: ReturnType<typeof raw>, to: string, args: readonly string[]) =>
  execFileSync('ffmpeg', [
    ...[
      '-loglevel',
      'error',
      '-y',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'gray',
      '-s',
      from.size,
      '-r',
      from.hz,
      '-i',
      from.file,
    ],
    ...args,
    join(out, to),
  ]);

const body = raw('body.raw', CLIP_OF_TEST);
const h264 = ['-c:v', 'libx264', '-preset', 'slow', '-crf', '27', '-pix_fmt', 'yuv420p', '-g', '40', '-an'];
ffmpeg(body, 'side.mp4', h264);
ffmpeg(body, 'side.webm', ['-c:v', 'libvpx-vp9', '-crf', '38', '-b:v', '0', '-pix_fmt', 'yuv420p', '-an']);
// A phone held upright writes its pictures lying and a note to turn them.
execFileSync('ffmpeg', [
  ...[
    '-loglevel',
    'error',
    '-y',
    '-i',
    join(out, 'side.mp4'),
    '-vf',
    'transpose=2',
    ...h264,
    join(folder, 'lying.mp4'),
  ],
]);
execFileSync('ffmpeg', [
  ...[
    '-loglevel',
    'error',
    '-y',
    '-i',
    join(folder, 'lying.mp4'),
    '-c',
    'copy',
    '-metadata:s:v:0',
    'rotate=270',
  ],
  join(out, 'turned.mp4'),
]);
execFileSync('ffmpeg', [
  ...[
    '-loglevel',
    'error',
    '-y',
    '-f',
    'lavfi',
    '-i',
    'sine=f=220:d=2',
    '-c:a',
    'aac',
    join(out, 'sound-only.mp4'),
  ],
]);
