import { expect, test, type Page } from '@playwright/test';
import { demoClient, firstOf, newClient } from './helpers';
import { inSight, type Counts } from './in-sight';

/** What a page may hold: controls and words in its first view at 1280 × 800, and words and controls in all. */
type Limit = { controls: number; words: number; allControls?: number; allWords?: number };

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
  const petra = await demoClient(page, 'Petra V');
  const fresh = await newClient(page, 'Calm and New');
  const places: [Name, string][] = [
    ['Today', '/'],
    ['Screen, new client', `${fresh}/screen`],
    ['Screen', `${petra}/screen`],
    ['Read', `${petra}/read`],
    ['Write, proposal', `${petra}/write`],
    ['Write, editor', await firstOf(page, petra, 'write')],
    ['Home', `${petra}/home`],
    ['Follow', `${petra}/follow`],
    ['Class', await firstClass(page)],
    ['Settings', '/settings'],
  ];
  console.log(`  ${'page'.padEnd(24)} controls     words          controls all words all`);
  for (const [name, at] of places) held(name, await counted(page, at), LIMITS[name]);
});

async function firstClass(page: Page): Promise<string> {
  await page.goto('/classes');
  const link = page.locator('main a[href^="/classes/"]').first();
  await link.waitFor();
  return (await link.getAttribute('href'))!;
}

test('no test of a look holds more than a person takes in beside somebody who is looked at', async ({
  page,
}) => {
  test.setTimeout(240_000);
  await newClient(page, 'Calm Look');
  await page.getByRole('button', { name: 'On to Look' }).click();
  await page.waitForURL(/\/look\/[0-9a-f-]{36}$/);
  held('Look', await inSight(page), LOOK);
});
