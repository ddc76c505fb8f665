import { execFileSync } from 'node:child_process';
import { DATABASE } from '../../playwright.config';

/** The made-up house stands beside what the tests make themselves. */
export default function fillDemo(): void {
  execFileSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'src/demo/fill.ts'], {
    env: { ...process.env, KOKYU_DB: DATABASE },
    stdio: 'ignore',
  });
}
