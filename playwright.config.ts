import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

export const PORT = 4699;

// It is about noon wherever the tests run, of the day that UTC has: before a client wakes, a plan that was sent in that
// night begins only with the day. Server, browsers and workers take it from here.
const ahead = 12 - new Date().getUTCHours();
process.env.TZ ??= `Etc/GMT${ahead > 0 ? '-' : '+'}${Math.abs(ahead)}`;
export const DATABASE = join(__dirname, 'data/e2e/e2e.db');

/** What the browser's stand-in for a microphone plays: an exhale of four seconds, over and over. */
export const EXHALE = join(__dirname, 'data/exhale.wav');

/** What its stand-in for a camera shows: a made-up body that breathes, over and over. */
export const CAMERA = join(__dirname, 'data/camera.y4m');

/** Files of which nothing is timed on the real clock and nothing is kept from one test to the next: two run side by side. */
const CALM = /\/(house|names|by-keys|library|silent|write|editor|pictures|size|verdict)\.spec\.ts$/;
const part = process.env.KOKYU_E2E_PART;

export default defineConfig({
  testDir: './tests/e2e',
  ...(part === 'calm' ? { testMatch: CALM } : part === 'timed' ? { testIgnore: CALM } : {}),
  globalSetup: './tests/e2e/fill-demo.ts',
  workers: part === 'calm' ? 2 : 1,
  // Taps are timed on the real clock; a machine that stalls for a moment gets another try, and has time for all else.
  retries: 2,
  timeout: 150_000,
  expect: { timeout: 25_000 },
  reporter: process.env.KOKYU_E2E_JSON
    ? [['list'], ['json', { outputFile: process.env.KOKYU_E2E_JSON }]]
    : 'list',
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--autoplay-policy=no-user-gesture-required',
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
        `--use-file-for-fake-audio-capture=${EXHALE}`,
        `--use-file-for-fake-video-capture=${CAMERA}`,
      ],
    },
  },
  webServer: {
    command: `rm -rf data/e2e && node node_modules/next/dist/bin/next start -H 127.0.0.1 -p ${PORT}`,
    url: `http://127.0.0.1:${PORT}/drills`,
    env: { KOKYU_DB: DATABASE, NEXT_TELEMETRY_DISABLED: '1' },
    timeout: 240_000,
  },
});
