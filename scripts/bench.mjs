import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { readers } from './bench-readers.mjs';
import { CHROMIUM, ENV, ensureBuilt, ensureInstalled, freePort, NEXT, ROOT, run, TSX } from './lib.mjs';

// npm run bench: prints figures beside a reference of the same run; it asserts nothing.
ensureInstalled();
ensureBuilt();
const folder = mkdtempSync(join(tmpdir(), 'kokyu-bench-'));
const database = join(folder, 'bench.db');
try {
  run(process.execPath, [TSX, 'scripts/bench-core.ts']);
  reference();
  run(process.execPath, [TSX, 'scripts/bench-bodies.ts']);
  run(process.execPath, [TSX, 'scripts/bench-change.ts']);
  run(process.execPath, [TSX, 'scripts/change-table.ts']);
  run(process.execPath, [TSX, 'scripts/bench-plan.ts']);
  // A studio of 2,000 clients out and in: seconds, and the most memory that each way held.
  run(process.execPath, [TSX, 'scripts/bundle-load.ts', '2000']);
  run(process.execPath, [TSX, 'scripts/bench-coach.ts']);
  run(process.execPath, [TSX, 'scripts/bench-class.ts']);
  run(process.execPath, [TSX, 'scripts/bench-clip.ts']);
  // Two dozen made-up clips that nothing was tuned on; the ordinary run has four.
  run(process.execPath, ['node_modules/jest/bin/jest.js', 'tests/checks/clip.test.ts'], {
    env: { ...ENV, KOKYU_WHOLE: '1', KOKYU_BATTERIES: 'all' },
  });
  // The same, coded as a phone codes them.
  run(process.execPath, [TSX, 'scripts/bench-clip-coded.ts']);
  run(process.execPath, [TSX, 'scripts/kills.ts']);
  // Exhales of somebody else, all lengths and seeds; the ordinary run has every second.
  run(process.execPath, ['node_modules/jest/bin/jest.js', 'tests/checks/exhales.test.ts'], {
    env: { ...ENV, KOKYU_WHOLE: '1', KOKYU_BATTERIES: 'all' },
  });
  // What every proposal keeps, over more clients than the ordinary run walks.
  run(process.execPath, ['node_modules/jest/bin/jest.js', 'tests/checks/cases.test.ts', '-t', 'limits'], {
    env: { ...ENV, KOKYU_CLIENTS: '500' },
  });
  // Every path to a block, over more clients than the ordinary run walks.
  run(process.execPath, ['node_modules/jest/bin/jest.js', 'tests/checks/walk.test.ts'], {
    env: { ...ENV, KOKYU_WALK: '500' },
  });
  run(process.execPath, [TSX, 'scripts/bench-fill.ts'], { env: { ...ENV, KOKYU_DB: database } });
  await pages();
  // How far it is from a new client to the first running block; the line with the counts is printed by the walk.
  run(process.execPath, ['node_modules/@playwright/test/cli.js', 'test', 'steps', '-g', 'clicks']);
} finally {
  rmSync(folder, { recursive: true, force: true });
}

/** SciPy on the same machine doing the same filter and peaks, where there is one. */
function reference() {
  const code = `
import time, numpy
from scipy.signal import butter, sosfiltfilt, find_peaks
n = 8 * 3600 * 50
t = numpy.arange(n) / 50
channels = [numpy.sin(2 * numpy.pi * 0.23 * t + k) + 0.05 * numpy.random.default_rng(k).standard_normal(n) for k in range(4)]
sos = butter(4, 1, 'low', fs=50, output='sos')
best = 9
for _ in range(5):
    s = time.perf_counter()
    for x in channels:
        y = sosfiltfilt(sos, x)
        find_peaks(y, prominence=0.3)
    best = min(best, time.perf_counter() - s)
print(f"  reference, SciPy filter and peaks          {4 * n / best / 1e6:8.1f} million samples/s")
`;
  const done = spawnSync('python3', ['-c', code], { encoding: 'utf8' });
  process.stdout.write(done.status === 0 ? done.stdout : '  reference, SciPy: not on this machine\n');
}

/** The times of the frames that a page draws in three seconds. */
function framesOf(page) {
  return page.evaluate(
    () =>
      new Promise((done) => {
        const times = [];
        const end = performance.now() + 3000;
        const frame = (now) => {
          times.push(now);
          if (now < end) requestAnimationFrame(frame);
          else done(times);
        };
        requestAnimationFrame(frame);
      }),
  );
}

function said(times) {
  const gaps = times
    .slice(1)
    .map((t, i) => t - times[i])
    .sort((a, b) => a - b);
  return `${(1000 / (gaps.reduce((a, b) => a + b, 0) / gaps.length)).toFixed(1).padStart(8)} frames/s, 95 of 100 frames within ${gaps[Math.floor(gaps.length * 0.95)].toFixed(1)} ms`;
}

/** From a file to curves in the browser: decoded, sampled and followed, pictures a second. */
async function clips(browser, base, file, playwright) {
  const made = spawnSync(process.execPath, [TSX, 'scripts/bench-clip-files.ts', folder], {
    cwd: ROOT,
    encoding: 'utf8',
  });
  if (made.status !== 0) return console.log('  clips: ffmpeg is not on this machine');
  const of = JSON.parse(made.stdout);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${base}${file}/look`);
  await page.getByRole('button', { name: 'Start a new look' }).click();
  await page.getByRole('list', { name: 'Tests' }).getByRole('button', { name: /^Clip/ }).click();
  for (const clip of of.clips) {
    await page.locator('input[type=file][accept*="mp4"]').setInputFiles(clip.file);
    await page.getByRole('button', { name: 'Propose lines' }).click();
    const lines = page.getByRole('list', { name: 'Lines' }).getByRole('listitem');
    await lines.first().waitFor({ timeout: 300_000 });
    const began = performance.now();
    await page.getByRole('button', { name: 'Follow them' }).click();
    const curves = page.getByRole('region', { name: 'What the clip shows' }).getByRole('img').first();
    await curves.waitFor({ timeout: 600_000 });
    const perS = (1000 * clip.pictures) / (performance.now() - began);
    const found = /(\d+) breaths/.exec((await curves.getAttribute('aria-label')) ?? '')?.[1];
    console.log(
      `  a clip, ${basename(clip.file).padEnd(16)} ${await lines.count()} lines followed ${perS.toFixed(0).padStart(8)} pictures/s, ${found} of ${clip.breaths} breaths`,
    );
    await page.getByRole('button', { name: 'Close the clip' }).click();
  }
  await page.close();
  await live(base, file, of, playwright);
}

/** Four lines before a camera: pictures a second that are followed, and what each costs. The camera is a file that Chromium plays. */
async function live(base, file, { camera, lines }, playwright) {
  const browser = await playwright.chromium.launch({
    executablePath: CHROMIUM,
    args: [
      '--disable-blink-features=OnDeviceWebSpeechAvailable',
      ...['--headless', '--no-sandbox', '--disable-gpu', '--use-fake-device-for-media-stream'],
      ...['--use-fake-ui-for-media-stream', `--use-file-for-fake-video-capture=${camera}`],
    ],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const room = JSON.stringify({ everything: true, waits: false, follow: 'camera', cameraLines: lines });
  await page.addInitScript((kept) => localStorage.setItem('kokyu-room', kept), room);
  await page.addInitScript(() => {
    window.seen = { pictures: 0, ms: 0 };
    const asked = HTMLVideoElement.prototype.requestVideoFrameCallback;
    HTMLVideoElement.prototype.requestVideoFrameCallback = function (tell) {
      return asked.call(this, (...args) => {
        const began = performance.now();
        tell(...args);
        window.seen.ms += performance.now() - began;
        window.seen.pictures++;
      });
    };
  });
  await startRun(page, `${base}${file}`);
  const paced = page.getByRole('button', { name: 'Exhale half a second shorter' });
  for (let i = 0; i < 6 && !(await paced.isVisible()); i++) {
    await page.getByRole('button', { name: 'Next', exact: true }).click();
    await page.waitForTimeout(450);
  }
  await page.getByRole('button', { name: 'Ready now' }).click();
  await page.waitForTimeout(1500);
  const seen = await page.evaluate(async () => {
    const before = { ...window.seen };
    await new Promise((done) => setTimeout(done, 8000));
    return {
      hz: (window.seen.pictures - before.pictures) / 8,
      ms: (window.seen.ms - before.ms) / (window.seen.pictures - before.pictures),
    };
  });
  console.log(
    `  four lines before a camera of 640 × 360, 30 a second ${seen.hz.toFixed(0).padStart(8)} pictures/s (aim: 15), ${seen.ms.toFixed(1)} ms each`,
  );
  await browser.close();
}

/** Opens the first sequence of a client in Coach and starts it. */
async function startRun(page, client) {
  await page.goto(`${client}/write`);
  await page.locator('main ul a').first().click();
  await page
    .getByRole('link', { name: 'Coach it' })
    .or(page.getByRole('button', { name: 'Coach it' }))
    .first()
    .click();
  await page.getByRole('button', { name: 'Start', exact: true }).first().click();
}

/** A run beside the mat, its figure and trunk breathing, in software rendering. */
async function coached(browser, base, file) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await startRun(page, `${base}${file}`);
  await page.getByRole('img', { name: /^Trunk/ }).waitFor();
  await page.waitForTimeout(1000);
  console.log(`  a run, figure and trunk breathing          ${said(await framesOf(page))}`);
  await page.close();
}

/** A figure that glides through a move with the breath, once what lies between is traced; beside an empty page. */
async function moving(browser, base) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto('about:blank');
  const empty = said(await framesOf(page));
  await page.goto(base);
  await page.getByLabel('Name as you use it').fill('Frames');
  await page.getByRole('button', { name: 'Begin with Screen' }).click();
  await page.waitForURL(/screen$/);
  await page.goto(page.url().replace('screen', 'write'));
  await page.getByLabel('Kind of wish').selectOption({ label: 'has to be in' });
  await page.getByLabel('Drill wished for').selectOption({ label: 'Seated elbows: close, raise, both' });
  await page.getByRole('button', { name: 'Keep and coach it' }).click();
  const heading = page.getByRole('heading', { level: 1, name: 'Seated elbows: close, raise, both' });
  while (!(await heading.isVisible())) await page.getByRole('button', { name: /^Next/ }).click();
  await page.getByRole('button', { name: 'Start', exact: true }).first().click();
  await page.getByRole('button', { name: 'Ready now' }).click();
  await page.waitForTimeout(15000);
  const bodies = new Set();
  for (let i = 0; i < 20; i++) {
    bodies.add(await page.locator('.dim svg.h-44').first().innerHTML());
    await page.waitForTimeout(200);
  }
  console.log(`  an empty page                              ${empty}`);
  console.log(
    `  a run, figure gliding, ${String(bodies.size).padStart(2)} bodies seen       ${said(await framesOf(page))}`,
  );
  await page.close();
}

/** A sequence of 100 blocks on its staves: frames while an edge is dragged, beside an empty page that only counts frames. */
async function staves(browser, base, file) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(base);
  const idle = said(await framesOf(page));
  await page.goto(`${base}${file}/write`);
  await page.locator('main ul a').first().click();
  await page.getByRole('region', { name: 'Staves' }).waitFor();
  const blocks = () => page.getByRole('region', { name: 'Staves' }).getByRole('button').count();
  while ((await blocks()) < 100) {
    const now = await blocks();
    await page.keyboard.press('ArrowLeft');
    for (let i = 0; i < now; i++) await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('y');
    await page.keyboard.press('p');
    if ((await blocks()) === now) break;
    if ((await blocks()) > 60) {
      while ((await blocks()) < 100) {
        await page.keyboard.press('ArrowRight');
        await page.keyboard.press('y');
        await page.keyboard.press('p');
      }
    }
  }
  await page.getByRole('region', { name: 'Staves' }).getByRole('button').nth(5).focus();
  await page.keyboard.press('Enter');
  const grip = await page.locator('[data-lengthen]').boundingBox();
  const counting = framesOf(page);
  await page.mouse.move(grip.x + 5, grip.y + 40);
  await page.mouse.down();
  for (let i = 0; i < 150; i++) await page.mouse.move(grip.x + 5 + 60 * Math.sin(i / 12), grip.y + 40);
  const dragged = said(await counting);
  await page.mouse.up();
  console.log(`  staves of ${await blocks()} blocks, an edge dragged   ${dragged}`);
  console.log(`  reference, a page at rest                  ${idle}`);
  await page.close();
}

async function pages() {
  const { default: playwright } = await import('@playwright/test');
  const port = await freePort(4750);
  const server = spawn(process.execPath, [NEXT, 'start', '-H', '127.0.0.1', '-p', String(port)], {
    cwd: ROOT,
    env: { ...ENV, KOKYU_DB: database },
  });
  await new Promise((ready) =>
    server.stdout.on('data', (chunk) => /Ready in/.test(String(chunk)) && ready()),
  );
  const base = `http://127.0.0.1:${port}`;
  try {
    await readers(base);
    const browser = await playwright.chromium.launch({
      executablePath: CHROMIUM,
      args: [
        '--disable-blink-features=OnDeviceWebSpeechAvailable',
        '--headless',
        '--no-sandbox',
        '--disable-gpu',
      ],
    });
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(base);
    const file = await page.locator('main ul a').first().getAttribute('href');
    for (const [name, path, then] of [
      ['Today', '/'],
      ['Screen', `${file}/screen`],
      ['Look', `${file}/look`, true],
      ['Read', `${file}/read`],
      ['Write', `${file}/write`, true],
      ['Coach', `${file}/coach`],
      ['Follow', `${file}/follow`],
    ]) {
      let address = base + path;
      if (then) {
        await page.goto(address);
        address = base + (await page.locator('main ul a').first().getAttribute('href'));
      }
      const fresh = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const tab = await fresh.newPage();
      const client = await fresh.newCDPSession(tab);
      await client.send('Network.enable');
      const scripts = new Set();
      let bytes = 0;
      client.on('Network.responseReceived', (e) => e.type === 'Script' && scripts.add(e.requestId));
      client.on('Network.loadingFinished', (e) => scripts.has(e.requestId) && (bytes += e.encodedDataLength));
      const start = performance.now();
      await tab.goto(address, { waitUntil: 'networkidle' });
      const ms = await tab.evaluate(() => performance.getEntriesByType('navigation')[0].loadEventEnd);
      console.log(
        `  first load of ${name.padEnd(29)}${(bytes / 1024).toFixed(0).padStart(8)} KB of compressed script, ${ms.toFixed(0)} ms to load (aim: under 200 KB); idle after ${(performance.now() - start).toFixed(0)} ms`,
      );
      await fresh.close();
    }
    await staves(browser, base, file);
    await clips(browser, base, file, playwright);
    await coached(browser, base, file);
    await moving(browser, base);
    await browser.close();
  } finally {
    server.kill();
  }
}
