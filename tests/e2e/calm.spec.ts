import Database from 'better-sqlite3';
import { expect, test, type Page } from '@playwright/test';
import { TEST, TESTS } from '@/core/look/tests';
import { DATABASE } from '../../playwright.config';
import { demoClient, figure, firstOf, newClient, saved, unfold } from './helpers';
import { inSight, type Counts } from './in-sight';

/** What a page may hold: controls and words in its first view at 1280 × 800, and words and controls in all. */
type Limit = { controls: number; words: number; allControls?: number; allWords?: number };

const DEMO = ['Odile K.', 'Bram T.', 'Sunniva A.', 'Petra V.', 'Wen L.', 'Jorun S.'];

const LIMITS = {
  Today: { controls: 25, words: 180 },
  'Screen, new client': { controls: 30, words: 200 },
  Screen: { controls: 30, words: 200 },
  Read: { controls: 20, words: 180 },
  'Write, proposal': { controls: 20, words: 160 },
  'Write, editor': { controls: 25, words: 160 },
  Home: { controls: 20, words: 150 },
  Follow: { controls: 15, words: 150, allWords: 400 },
  Class: { controls: 25, words: 180, allControls: 60, allWords: 500 },
  Settings: { controls: 20, words: 180, allWords: 500 },
} as const satisfies Record<string, Limit>;
type Name = keyof typeof LIMITS;
const LOOK: Limit = { controls: 25, words: 140 };

// A browser that nobody has opened anything in.
test.use({ storageState: { cookies: [], origins: [] } });

/** A page that has come to rest. */
async function counted(page: Page, at: string): Promise<Counts> {
  await page.goto(at);
  await page.locator('main').waitFor();
  await page.waitForLoadState('networkidle');
  let last = await inSight(page);
  await expect(async () => {
    const now = await inSight(page);
    const same = now.controls === last.controls && now.words === last.words;
    last = now;
    expect(same).toBe(true);
  }).toPass({ intervals: [400] });
  return last;
}

function held(name: string, got: Counts, limit: Limit): void {
  const of = (is: number, most: number | undefined) => (most === undefined ? `${is}` : `${is} of ${most}`);
  console.log(
    `  ${name.padEnd(24)} ${of(got.controls, limit.controls).padEnd(12)} ${of(got.words, limit.words).padEnd(14)} ${of(got.allControls, limit.allControls).padEnd(12)} ${of(got.allWords, limit.allWords)}`,
  );
  for (const key of ['controls', 'words', 'allControls', 'allWords'] as const)
    if (limit[key] !== undefined)
      expect.soft(got[key], `${name}, ${key}: ${got.said}`).toBeLessThanOrEqual(limit[key]);
}

test('no page holds more than a person takes in', async ({ page }) => {
  test.setTimeout(240_000);
  const made = archiveMade();
  const today = await counted(page, '/');
  bringBack(made);
  const petra = await demoClient(page, 'Petra V');
  const odile = await demoClient(page, 'Odile K');
  const fresh = await newClient(page, 'Calm and New');
  const places: [Name, string][] = [
    ['Screen, new client', `${fresh}/screen`],
    ['Screen', `${odile}/screen`],
    ['Read', `${petra}/read`],
    ['Write, proposal', `${petra}/write`],
    ['Write, editor', await firstOf(page, petra, 'write')],
    ['Home', `${petra}/home`],
    ['Follow', `${petra}/follow`],
    ['Class', await firstClass(page)],
    ['Settings', '/settings'],
  ];
  console.log(`  ${'page'.padEnd(24)} controls     words          controls all words all`);
  held('Today', today, LIMITS.Today);
  for (const [name, at] of places) held(name, await counted(page, at), LIMITS[name]);
});

/** Takes off the list for a moment whoever other tests have made: Today is looked at as the demo fills it. */
function archiveMade(): string[] {
  const db = new Database(DATABASE);
  const ids = db
    .prepare(
      'SELECT id FROM clients WHERE archived_at IS NULL AND name NOT IN (' + DEMO.map(() => '?').join() + ')',
    )
    .pluck()
    .all(...DEMO) as string[];
  for (const id of ids)
    db.prepare('UPDATE clients SET archived_at = ? WHERE id = ?').run(new Date().toISOString(), id);
  db.close();
  return ids;
}

function bringBack(ids: readonly string[]): void {
  const db = new Database(DATABASE);
  for (const id of ids) db.prepare('UPDATE clients SET archived_at = NULL WHERE id = ?').run(id);
  db.close();
}

async function firstClass(page: Page): Promise<string> {
  await page.goto('/classes');
  const link = page.locator('main a[href^="/classes/"]').first();
  await link.waitFor();
  return (await link.getAttribute('href'))!;
}

/** Begins a look of a client; its address. */
async function newLook(page: Page, file: string): Promise<string> {
  await page.goto(`${file}/look`);
  await page.getByRole('button', { name: 'Start a new look' }).click();
  await page.waitForURL(/\/look\/[0-9a-f-]{36}$/);
  return page.url();
}

test('a look shows one test, and no more than a person takes in beside somebody who is looked at', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const file = await newClient(page, 'Calm Look');
  const look = await newLook(page, file);
  await page.goto(`${file}/screen`);
  await unfold(page, 'Consent, props, size');
  for (const to of ['watched', 'filmed']) await page.getByRole('checkbox', { name: `to be ${to}` }).click();
  await saved(page);
  for (const id of TESTS) {
    const got = await counted(page, `${look}?test=${id}`);
    held(`Look, ${TEST[id].name}`, got, LOOK);
  }
});

test('questions of a look come one at a time, answered by a digit, gone back to and left out', async ({
  page,
}) => {
  const look = await newLook(page, await newClient(page, 'Calm Answers'));
  await page.goto(`${look}?test=symptoms`);
  await page.waitForLoadState('networkidle');
  const asked = page.getByRole('heading', { level: 3 });
  await expect(asked).toHaveText('pain in the chest');
  for (const [digit, then] of [
    ['0', 'feeling on edge'],
    ['3', 'sight goes blurry'],
  ] as const) {
    await page.keyboard.press(digit);
    await expect(asked).toHaveText(then);
  }
  await page.getByRole('button', { name: 'Skip' }).click();
  await expect(asked).toHaveText('light-headed or dizzy');
  await page.keyboard.press('4');
  expect(await figure(page, 'total')).toBe(7);
  expect(await figure(page, 'answered')).toBe(3);
  // Back to one that was answered: another answer takes the place of the first, and skipping takes it out.
  await page.getByRole('button', { name: 'Back' }).click();
  await expect(page.getByRole('button', { name: 'very often' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'rarely' }).click();
  await expect.poll(() => figure(page, 'total')).toBe(4);
  await page.getByRole('button', { name: 'Back' }).click();
  await page.getByRole('button', { name: 'Skip' }).click();
  await expect.poll(() => figure(page, 'total')).toBe(3);
  expect(await figure(page, 'answered')).toBe(2);
  await page.getByRole('button', { name: 'The rest never' }).click();
  expect(await figure(page, 'answered')).toBe(16);
  expect(await figure(page, 'total')).toBe(3);
  await page.getByRole('button', { name: 'All questions' }).click();
  await expect(page.getByRole('radiogroup')).toHaveCount(16);
  await saved(page);
});
