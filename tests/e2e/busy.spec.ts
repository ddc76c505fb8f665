import Database from 'better-sqlite3';
import { expect, test, type Page } from '@playwright/test';
import { DATABASE, PORT } from '../../playwright.config';
import { demoClient, newClient, saved } from './helpers';

const ORIGIN = `http://127.0.0.1:${PORT}`;

/** How long a small question waits for its answer, ms. */
async function waits(page: Page): Promise<number> {
  const began = Date.now();
  const answer = await page.request.post('/find', { data: { search: 'a' } });
  expect(answer.ok()).toBe(true);
  return Date.now() - began;
}

/** Asks for the simulated bands and gives back the open stream. */
function bands(fromMs: number, stop: AbortController): Promise<Response> {
  return fetch(`${ORIGIN}/bands`, {
    method: 'POST',
    body: JSON.stringify({ setup: { hz: 200 }, fromMs }),
    headers: { 'content-type': 'application/json' },
    signal: stop.signal,
  });
}

test('bands a day ahead begin at once and hold nobody up', async ({ page }) => {
  const stop = new AbortController();
  const began = Date.now();
  const stream = await bands(86_400_000, stop);
  expect(Date.now() - began).toBeLessThan(3000);
  const reader = stream.body!.getReader();
  let text = '';
  while (!/^864\d+/m.test(text)) text += new TextDecoder().decode((await reader.read()).value);
  expect(await waits(page)).toBeLessThan(3000);
  stop.abort();
});

test('streams are limited in number, and one that ends makes room', async ({ page }) => {
  const stops = Array.from({ length: 8 }, () => new AbortController());
  const open = await Promise.all(stops.map((stop) => bands(0, stop)));
  expect(open.map((r) => r.status)).toEqual(open.map(() => 200));
  const ninth = await page.request.post('/bands', { data: { setup: {}, fromMs: 0 } });
  expect(ninth.status()).toBe(429);
  expect(await ninth.json()).toMatchObject({ ok: false, why: expect.stringMatching(/^busy/) });
  for (const stop of stops) stop.abort();
  await expect(async () => {
    const stop = new AbortController();
    const again = await bands(0, stop);
    stop.abort();
    expect(again.status).toBe(200);
  }).toPass({ timeout: 10_000 });
  for (const wrong of [{ setup: { hz: 1e9 } }, { setup: {}, fromMs: -1 }, 'bands'])
    expect((await page.request.post('/bands', { data: wrong })).status()).toBe(400);
});

test('many sheets at once come one after another, and nobody else waits for them', async ({ page }) => {
  const file = await demoClient(page, 'Wen L.');
  await page.goto(`${file}/write`);
  const href = await page.getByRole('link', { name: /min/ }).first().getAttribute('href');
  const id = /write\/([0-9a-f-]{36})/.exec(href!)![1]!;
  const sheets = Array.from({ length: 6 }, () => page.request.get(`/sheets/${id}/pdf?for=client`));
  const waited = await waits(page);
  const made = await Promise.all(sheets);
  expect(made.map((r) => r.status())).toEqual(made.map(() => 200));
  for (const sheet of made) expect((await sheet.body()).subarray(0, 5).toString()).toBe('%PDF-');
  // They are made in a thread of their own: nobody waits for them, whatever else this machine does.
  expect(waited).toBeLessThan(1500);
});

test('a database that another program holds is said to be busy, and what was typed is saved when it is free', async ({
  page,
}) => {
  await newClient(page, 'Locked out');
  const other = new Database(DATABASE);
  other.exec('BEGIN IMMEDIATE');
  try {
    await page.getByLabel('Goals', { exact: true }).fill('patience');
    await expect(page.getByText(/another program holds the database/)).toBeVisible();
    expect(await waits(page)).toBeLessThan(3000);
  } finally {
    other.exec('ROLLBACK');
    other.close();
  }
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Goals', { exact: true })).toHaveValue('patience');
});
