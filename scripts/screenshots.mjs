import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM, ENV, ensureBuilt, ensureInstalled, freePort, NEXT, ROOT, run, TSX } from './lib.mjs';

// npm run screenshots: one picture of each main view from fresh demo data, into docs/screenshots.
ensureInstalled();
ensureBuilt();
const folder = mkdtempSync(join(tmpdir(), 'kokyu-shots-'));
const database = join(folder, 'demo.db');
const env = { ...ENV, KOKYU_DB: database };
run(process.execPath, [TSX, 'src/demo/fill.ts'], { env });
const port = await freePort(4780);
const server = spawn(process.execPath, [NEXT, 'start', '-H', '127.0.0.1', '-p', String(port)], {
  cwd: ROOT,
  env,
});
await new Promise((ready) => server.stdout.on('data', (chunk) => /Ready in/.test(String(chunk)) && ready()));
const { default: playwright } = await import('@playwright/test');
const browser = await playwright.chromium.launch({
  executablePath: CHROMIUM,
  args: [
    '--headless',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-blink-features=OnDeviceWebSpeechAvailable',
    '--autoplay-policy=no-user-gesture-required',
  ],
});
try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const out = join(ROOT, 'docs/screenshots');
  mkdirSync(out, { recursive: true });
  const shot = async (name) => {
    await page.waitForTimeout(900);
    await page.screenshot({ path: join(out, `${name}.png`) });
  };
  const at = (path) => page.goto(`http://127.0.0.1:${port}${path}`, { waitUntil: 'networkidle' });
  const client = async (name) => {
    await at('/');
    return page
      .getByRole('region', { name: 'Clients' })
      .getByRole('link', { name: new RegExp(`^${name}`) })
      .getAttribute('href');
  };
  const newest = async (path) => {
    await at(path);
    await page.locator('main ul a').last().click();
    await page.waitForURL(/[0-9a-f-]{36}$/);
  };
  await at('/');
  await shot('today');
  await at('/drills');
  await page.getByRole('button').filter({ hasText: 'Balloon, something between the knees' }).click();
  await shot('drills');
  const petra = await client('Petra');
  await at(`${petra}/screen`);
  await shot('screen');
  const odile = await client('Odile');
  await newest(`${odile}/look`);
  await page.goto(`${page.url()}?test=rings`, { waitUntil: 'networkidle' });
  await shot('look-rings');
  const wen = await client('Wen');
  await page.goto(`http://127.0.0.1:${port}${wen}/look`, { waitUntil: 'networkidle' });
  await page.locator('main section ul a').first().click();
  await page.waitForURL(/[0-9a-f-]{36}$/);
  const latest = page.url();
  await page.goto(`${latest}?test=bands`, { waitUntil: 'networkidle' });
  await page.waitForTimeout(800);
  await shot('look-bands');
  await at(`${odile}/read`);
  await page.getByRole('region', { name: 'Patterns', exact: true }).getByRole('button').first().click();
  await shot('read');
  await page.goto(`${latest}?test=clip`, { waitUntil: 'networkidle' });
  // The made-up clip is one of many: always the same one for the picture. Only while it is chosen: calls of a worker are told
  // apart by random numbers too.
  await page.evaluate(() => {
    const { random } = Math;
    Math.random = () => 0.25;
    setTimeout(() => (Math.random = random), 500);
  });
  await page.getByRole('button', { name: 'Try a simulated clip' }).click();
  await page.getByRole('button', { name: 'Propose lines' }).click();
  await page.getByRole('list', { name: 'Lines' }).getByRole('listitem').first().waitFor();
  await page.getByRole('button', { name: 'Follow them' }).click();
  await page.getByRole('region', { name: 'What the clip shows' }).waitFor();
  await page.getByRole('heading', { name: 'Clip', exact: true }).evaluate((e) => e.scrollIntoView());
  await shot('look-clip');
  await at(`${await client('Bram')}/write`);
  await page.getByRole('heading', { name: 'Ask today' }).waitFor();
  await page.getByRole('button', { name: 'Save lesson' }).evaluate((e) => e.scrollIntoView());
  await shot('lesson');
  await page.getByRole('button', { name: 'Save lesson' }).click();
  await page.locator('[data-sets]').waitFor();
  await page.mouse.move(640, 4);
  await shot('write');
  await page.getByRole('button', { name: 'Sheets and files' }).click();
  const paper = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await paper.goto(
    `http://127.0.0.1:${port}${await page.locator('a[href*="for=home"]').getAttribute('href')}`,
    { waitUntil: 'networkidle' },
  );
  await paper.screenshot({ path: join(out, 'sheet-client.png') });
  await paper.close();
  await page.keyboard.press('Escape');
  await at(`${petra}/coach`);
  await page.getByRole('button', { name: 'Start this sequence' }).click();
  await page.waitForURL(/coach\/.+/);
  await page.waitForTimeout(600);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press(' ');
  await page.waitForTimeout(700);
  await page.keyboard.press('Enter');
  await page.waitForTimeout(7200);
  await shot('coach');
  await at(`${wen}/follow`);
  await shot('follow');
  await at(`/reports/${petra.split('/').at(-1)}?for=clinician`);
  await shot('report');
  await at('/studio');
  await page.getByRole('heading', { name: 'How they fare' }).waitFor();
  await shot('studio');
  await at('/settings');
  await shot('settings');
  await at(`${petra}/home`);
  await page.getByRole('button', { name: 'A link for their phone' }).click();
  const link = await page.getByTestId('link').innerText();
  await page.getByRole('button', { name: 'Close' }).click();
  const phone = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await phone.goto(link, { waitUntil: 'networkidle' });
  await phone.waitForTimeout(900);
  await phone.screenshot({ path: join(out, 'at-home.png') });
  await phone.close();
  await at(`${wen}/home`);
  await page.getByRole('button', { name: 'Plan for home' }).click();
  await page.getByRole('heading', { name: 'Plan for home' }).waitFor();
  await shot('home');
  await at('/classes');
  await page.getByRole('link', { name: /Breath on the floor/ }).click();
  await page.getByRole('list', { name: 'The blocks of the class' }).waitFor();
  await shot('class');
  // A lesson in the room: between two sets, at its gate. Last, since it begins a run.
  await at(`${await client('Sunniva')}/write`);
  await page.getByRole('button', { name: /^Wishes/ }).click();
  await page.getByLabel('Propose').selectOption('Lesson');
  await page.getByRole('button', { name: 'Save lesson' }).click();
  await page.getByRole('button', { name: 'Coach it' }).click();
  await page.getByRole('button', { name: 'To the sign' }).click();
  await page.getByRole('button', { name: /^Begin/ }).click();
  await page.getByRole('button', { name: 'Ready', exact: true }).click();
  await page.waitForTimeout(800);
  await page.getByRole('button', { name: 'Next', exact: true }).click();
  await page.locator('[data-gate]').waitFor();
  await page.waitForTimeout(3400);
  await shot('gate');
} finally {
  await browser.close();
  server.kill();
  rmSync(folder, { recursive: true, force: true });
}
