import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { defineConfig } from '@playwright/test';

/** Each of two workers has a server and a database of its own. */
const WORKERS = 2;
const portOf = (worker: number) => 4699 + worker * 10;
const databaseOf = (worker: number) => join(__dirname, `data/e2e/${worker}/e2e.db`);
const mine = Number(process.env.TEST_PARALLEL_INDEX ?? 0);
export const PORT = portOf(mine);
export const DATABASE = databaseOf(mine);
export const DATABASES = Array.from({ length: WORKERS }, (_, worker) => databaseOf(worker));

// It is about noon wherever the tests run, of the day that UTC has: before a client wakes, a plan that was sent in that
// night begins only with the day. Server, browsers and workers take it from here.
const ahead = 12 - new Date().getUTCHours();
process.env.TZ ??= `Etc/GMT${ahead > 0 ? '-' : '+'}${Math.abs(ahead)}`;

/** What the browser's stand-in for a microphone plays: an exhale of four seconds, over and over. */
export const EXHALE = join(__dirname, 'data/exhale.wav');

/** What its stand-in for a camera shows: a made-up body that breathes, over and over. */
export const CAMERA = join(__dirname, 'data/camera.y4m');

/** Chromium without a window: the small one of Debian’s packages where it is there, since it draws faster. */
const SMALL = '/usr/bin/chromium-headless-shell';
export const CHROMIUM = process.env.CHROMIUM ?? (existsSync(SMALL) ? SMALL : '/usr/bin/chromium');

/** Tests that are held to the real clock (sound, a first paint) have the machine to themselves; all others run two at a time. */
const part = process.env.KOKYU_E2E_PART;

export default defineConfig({
  testDir: './tests/e2e',
  ...(part === 'timed' ? { grep: /@timed/ } : part === 'rest' ? { grepInvert: /@timed/ } : {}),
  globalSetup: './tests/e2e/fill-demo.ts',
  workers: part === 'timed' ? 1 : WORKERS,
  // What is held to the real clock gets another try where a machine stalls for a moment. All else has time, and one try.
  retries: part === 'timed' ? 2 : 0,
  timeout: 150_000,
  expect: { timeout: 25_000 },
  reporter: process.env.KOKYU_E2E_JSON
    ? [['list'], ['json', { outputFile: process.env.KOKYU_E2E_JSON }]]
    : 'list',
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    // Rooms of these tests show everything that can be pressed; what shows one thing at a time has tests of its own.
    storageState: {
      cookies: [],
      origins: [
        {
          origin: `http://127.0.0.1:${PORT}`,
          localStorage: [
            { name: 'kokyu-room', value: JSON.stringify({ everything: true }) },
            { name: 'kokyu-open-editor', value: 'open' },
            { name: 'kokyu-open-tests', value: 'open' },
            { name: 'kokyu-open-questions', value: 'open' },
          ],
        },
      ],
    },
    trace: 'off',
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        // The small one has none, and ends a page that asks for it.
        '--disable-blink-features=OnDeviceWebSpeechAvailable',
        '--autoplay-policy=no-user-gesture-required',
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
        `--use-file-for-fake-audio-capture=${EXHALE}`,
        `--use-file-for-fake-video-capture=${CAMERA}`,
      ],
    },
  },
  webServer: DATABASES.map((database, worker) => ({
    command: `rm -rf ${dirname(database)} && node node_modules/next/dist/bin/next start -H 127.0.0.1 -p ${portOf(worker)}`,
    url: `http://127.0.0.1:${portOf(worker)}/drills`,
    env: { KOKYU_DB: database, NEXT_TELEMETRY_DISABLED: '1' },
    timeout: 240_000,
  })),
});
