import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { printWav } from '@/core/formats/wav';
import { exhaleSound } from '@/core/simulate/exhale-sound';
import { DATABASE, EXHALE } from '../../playwright.config';

/** The made-up house stands beside what the tests make themselves; the browser's microphone plays a made-up exhale. */
export default function fillDemo(): void {
  writeFileSync(EXHALE, printWav(exhaleSound('even', 4, 48000)));
  execFileSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'src/demo/fill.ts'], {
    env: { ...process.env, KOKYU_DB: DATABASE },
    stdio: 'ignore',
  });
}
