import { execFile } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { promisify } from 'node:util';
import { printWav } from '@/core/formats/wav';
import { printY4m } from '@/core/formats/y4m';
import { clipBody } from '@/core/simulate/clip';
import { exhaleSound } from '@/core/simulate/exhale-sound';
import { CAMERA, DATABASES, EXHALE } from '../../playwright.config';
import { CLIP_OF_TEST } from './clips/body';

/** The made-up house stands beside what the tests make themselves; the browser's microphone plays a made-up exhale, its camera sees a made-up body. */
export default async function fillDemo(): Promise<void> {
  writeFileSync(EXHALE, printWav(exhaleSound('even', 4, 48000)));
  const body = clipBody({ ...CLIP_OF_TEST, hz: 10, ordinary: 5, deep: 0, ratePerMin: 14 });
  const pictures = Array.from({ length: body.frames }, (_, i) => body.picture(i));
  writeFileSync(CAMERA, printY4m(pictures, body.setup.hz));
  await Promise.all(
    DATABASES.map((database) =>
      promisify(execFile)(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'src/demo/fill.ts'], {
        env: { ...process.env, KOKYU_DB: database },
      }),
    ),
  );
}
