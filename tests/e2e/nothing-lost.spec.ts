import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { expect, test, type Page } from '@playwright/test';
import { demoClient, newClient, propose, saved, startRunning } from './helpers';

/** All that the browser has written down for this address, names and values. */
const keptInBrowser = (page: Page): Promise<string> =>
  page.evaluate(async () => {
    const open = indexedDB.open('kokyu-drafts');
    await new Promise((done) => (open.onsuccess = done));
    const store = open.result.transaction('drafts').objectStore('drafts');
    const [names, values] = [store.getAllKeys(), store.getAll()];
    await new Promise((done) => (values.onsuccess = done));
    return JSON.stringify([{ ...localStorage }, { ...sessionStorage }, names.result, values.result]);
  });

test('two windows on one sequence: both versions are kept', async ({ page, context }) => {
  const file = await newClient(page, 'Two windows');
  await propose(page, file, 8);
  const other = await context.newPage();
  await other.goto(page.url());
  await page.getByRole('button', { name: 'set-up: more' }).click();
  await saved(page);
  const mine = await page.getByTestId('total').innerText();
  await other.getByRole('button', { name: 'set-up: less' }).click();
  await expect(other.getByText('This sequence was changed in another window.')).toBeVisible();
  await other.getByRole('button', { name: 'Keep mine here' }).click();
  await saved(other);
  const theirs = await other.getByTestId('total').innerText();
  expect(theirs).not.toBe(mine);
  await other.reload();
  await expect(other.getByTestId('total')).toHaveText(theirs);
  await other.getByRole('button', { name: /^Versions/ }).click();
  await expect(other.getByRole('dialog')).toContainText('set-up');
  await other.getByRole('button', { name: 'Bring back' }).first().click();
  await expect(other.getByTestId('total')).toHaveText(mine);
  await other.close();
});

test('keeping mine as a copy leaves theirs where it was', async ({ page, context }) => {
  const file = await newClient(page, 'A copy');
  await propose(page, file, 8);
  const address = page.url();
  const other = await context.newPage();
  await other.goto(address);
  await page.getByRole('button', { name: 'set-up: more' }).click();
  await saved(page);
  await other.getByRole('button', { name: 'set-up: less' }).click();
  await other.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await other.waitForURL((url) => url.href !== address && /\/write\/[0-9a-f-]{36}$/.test(url.pathname));
  await expect(other.getByRole('heading', { level: 2, name: /, copy$/ })).toBeVisible();
  await other.close();
});

test('what was typed while Kokyu did not answer is there after a reload', async ({ page }) => {
  const file = await newClient(page, 'Cut off');
  await page.route('**/save/**', (route) => route.abort());
  await page.getByLabel('Goals', { exact: true }).fill('written into the dark');
  await expect(page.getByText(/Kokyu does not answer/)).toBeVisible();
  const kept = await keptInBrowser(page);
  expect(kept).toContain('kokyu-draft:screen-');
  expect(kept).not.toContain('into the dark');
  await page.goto(`${file}/screen`);
  await expect(page.getByLabel('Goals', { exact: true })).toHaveValue('written into the dark');
  await page.unroute('**/save/**');
  await expect(page.getByText('unsaved changes were recovered')).toBeVisible({ timeout: 15_000 });
  await saved(page);
  // What is left for a page that was asked for before the save came through is closed too.
  const left = await keptInBrowser(page);
  expect(left).toContain('kokyu-saved:');
  expect(left).not.toContain('into the dark');
  await page.reload();
  await expect(page.getByLabel('Goals', { exact: true })).toHaveValue('written into the dark');
});

test('a stop sign ends the run safely and stays in the record', async ({ page }) => {
  const file = await newClient(page, 'Stops early');
  await propose(page, file, 8);
  await page.getByRole('button', { name: 'Coach it' }).click();
  await page.waitForURL(/\/coach\/[0-9a-f-]{36}$/);
  await startRunning(page);
  await page.keyboard.press('x');
  const dialog = page.getByRole('dialog', { name: 'Stop sign' });
  await expect(dialog).toContainText('breathe normally, sit or lie down');
  await dialog.getByLabel('Note').fill('pale');
  await dialog.getByRole('button', { name: 'tingling lips or fingers' }).click();
  await expect(page.getByRole('heading', { name: 'The run was stopped' })).toBeVisible();
  await page.getByRole('button', { name: 'Back to the runs' }).click();
  await expect(page.getByRole('row').filter({ hasText: 'stopped: tingling' })).toBeVisible();
});

test('easier takes the neighbour that the client may do and starts it anew', async ({ page }) => {
  const file = await demoClient(page, 'Wen L.');
  await page.goto(`${file}/coach`);
  await page.getByRole('button', { name: 'Start this sequence' }).click();
  await page.waitForURL(/\/coach\/[0-9a-f-]{36}$/);
  await startRunning(page);
  await page.keyboard.press('ArrowRight');
  const harder = await page.getByRole('heading', { level: 1 }).last().innerText();
  await page.keyboard.press('e');
  await expect(page.getByRole('heading', { level: 1, name: harder })).toHaveCount(0);
  await expect(page.getByText('seconds; tap when they are ready')).toBeVisible();
  await expect(page.getByTestId('said')).toContainText('Made easier');
});

test('an address that holds nothing says so', async ({ page }) => {
  for (const path of ['/clients/00000000-0000-4000-8000-000000000009/screen', '/nowhere']) {
    await page.goto(path);
    await expect(page.getByRole('heading', { name: 'Nothing is kept under this address' })).toBeVisible();
  }
});

test('records from a newer Kokyu are left alone and the page says what to do', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'kokyu-newer-'));
  const database = join(folder, 'newer.db');
  const raw = new Database(database);
  raw.pragma('user_version = 999');
  raw.close();
  const server = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', '4698'],
    { env: { ...process.env, KOKYU_DB: database, NEXT_TELEMETRY_DISABLED: '1' } },
  );
  try {
    await new Promise<void>((ready) =>
      server.stdout.on('data', (chunk) => /Ready in/.test(String(chunk)) && ready()),
    );
    await page.goto('http://127.0.0.1:4698/');
    await expect(page.getByRole('heading', { name: 'The records are from a newer Kokyu' })).toBeVisible();
    await expect(page.getByText('point KOKYU_DB at another file')).toBeVisible();
  } finally {
    server.kill();
    rmSync(folder, { recursive: true, force: true });
  }
});
