import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ClipBody } from '@/core/simulate/clip';
import { figuresOf, judgeClip, type Pictures } from '../tests/checks/clips';

// The 24 clips that nothing was tuned on, coded as H.264 as a phone does and decoded again, beside the same ones as they were
// made. Needs ffmpeg. CLIPS=n takes fewer.
const clips = Number(process.env.CLIPS ?? 24);
const folder = mkdtempSync(join(tmpdir(), 'kokyu-coded-'));
const file = join(folder, 'clip.mp4');

function ffmpeg(args: readonly string[], input?: Buffer): Buffer {
  const done = spawnSync('ffmpeg', ['-loglevel', 'error', '-y', ...args], {
    ...(input ? { input } : {}),
    maxBuffer: 2 ** 31,
  });
  if (done.status !== 0) throw new Error(done.error?.message ?? String(done.stderr));
  return done.stdout;
}

const coded =
  (crf: number) =>
  (body: ClipBody): Pictures => {
    const { width, height, hz } = body.setup;
    const raw = ['-f', 'rawvideo', '-pix_fmt', 'gray'];
    const all = Buffer.concat(
      Array.from({ length: body.frames }, (_, i) => Buffer.from(body.picture(i).data)),
    );
    ffmpeg(
      [
        ...[...raw, '-s', `${width}x${height}`, '-r', String(hz), '-i', '-'],
        ...['-c:v', 'libx264', '-crf', String(crf), '-pix_fmt', 'yuv420p', file],
      ],
      all,
    );
    const data = new Uint8Array(ffmpeg(['-i', file, ...raw, '-']));
    const size = width * height;
    if (data.length !== size * body.frames) throw new Error('pictures were lost on the way');
    return (i) => ({
      x0: 0,
      y0: 0,
      width,
      height,
      stride: width,
      data: data.subarray(i * size, (i + 1) * size),
    });
  };

const parts = { hz: 30, width: 640, height: 360 };
const seeds = Array.from({ length: clips }, (_, i) => 1300 + i);
const pct = (share: number) => `${Math.round(100 * share)} %`;
try {
  for (const [name, as] of [
    ['as they were made', undefined],
    ['H.264, crf 23', coded(23)],
    ['H.264, crf 30', coded(30)],
  ] as const) {
    const f = figuresOf(seeds.map((seed) => judgeClip(seed, parts, as)));
    console.log(
      `  ${clips} clips ${name}: ${f.accepted} of ${f.lines} lines count, ${f.breathsFound} of ${f.breathsTrue} breaths, ` +
        `amplitude within 10 % in ${pct(f.within10)}, 15 % in ${pct(f.within15)}, worst ${pct(f.worst)}; ` +
        `turns ${(1000 * f.turnMedianS).toFixed(0)} ms median, ${(1000 * f.turn95S).toFixed(0)} ms 95th`,
    );
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
