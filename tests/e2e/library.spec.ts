import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { newClient, saved, unfold } from './helpers';

test('a drill of one’s own is copied, changed with a preview, planned with, retired, saved and brought in again', async ({
  page,
}) => {
  await page.goto('/drills');
  const list = page.getByRole('list', { name: /drills$/ });
  await list.getByRole('button', { name: /Two hands, low breath/ }).click();
  await page.getByRole('button', { name: 'Copy and change' }).click();
  const form = page.getByRole('form', { name: 'A drill of your own' });
  await form.getByLabel('Name').fill('Harbour breath');
  await form.getByLabel('empty, s').fill('4');
  await expect(page.getByRole('complementary', { name: 'Preview' })).toContainText(
    'a pause over 1 s is a held breath',
  );
  await form.getByRole('button', { name: 'Keep this drill' }).click();
  await expect(page.getByText(/^Caution\.Not kept: demands/)).toBeVisible();
  await form.getByLabel('a held breath', { exact: true }).check();
  await expect(page.getByRole('complementary', { name: 'Preview' })).toContainText('Harbour breath');
  await form
    .getByLabel('Cue 1', { exact: true })
    .fill('one two three four five six seven eight nine ten eleven twelve thirteen');
  await form.getByRole('button', { name: 'Keep this drill' }).click();
  await expect(page.getByText(/at most 12 words/).first()).toBeVisible();
  await form.getByLabel('Cue 1', { exact: true }).fill('The quay stays, the water rises.');
  // Its hands are where the form says: what is out of reach is told, what is not is traced in a thread of its own.
  const preview = page.getByRole('complementary', { name: 'Preview' });
  await form.getByLabel('The hand toward you is').selectOption({ label: 'on the knee' });
  await expect(preview).toContainText(/The hand toward you does not get on the knee from there: \d+ %/);
  await form.getByLabel('The hand toward you is').selectOption({ label: 'on the hip' });
  await expect(preview).not.toContainText('does not get');
  const body = preview.getByRole('img', { name: /one hand on the hip/ });
  await expect(body.locator('use')).toHaveCount(0, { timeout: 20_000 });
  expect(await body.locator('path').count()).toBeGreaterThan(3);
  await form.getByRole('button', { name: 'Keep this drill' }).click();
  await expect(page.getByText('Kept: Harbour breath.')).toBeVisible();
  const sheet = page.getByRole('article', { name: 'Harbour breath' });
  await expect(sheet).toContainText('The quay stays, the water rises.');

  await list.getByRole('button', { name: /Two hands, low breath/ }).click();
  await expect(page.getByRole('article', { name: 'Two hands, low breath' })).not.toContainText('quay');

  const file = await newClient(page, 'Own drill');
  await page.goto(`${file}/write`);
  await unfold(page, 'Wishes');
  await page.getByLabel('Kind of wish').selectOption({ label: 'has to be in' });
  await page.getByLabel('Drill wished for').selectOption({ label: 'Harbour breath' });
  await page.getByRole('button', { name: 'Keep this sequence' }).click();
  await page.waitForURL(/\/write\/[0-9a-f-]{36}$/);
  await expect(
    page.getByRole('region', { name: 'Staves' }).getByRole('button', { name: /^Harbour breath/ }),
  ).toBeVisible();
  await saved(page);

  await page.goto('/drills');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /^Save your own as JSON/ }).click(),
  ]);
  const text = readFileSync(await download.path(), 'utf8');
  await list.getByRole('button', { name: /Harbour breath/ }).click();
  await page.getByRole('button', { name: 'Retire' }).click();
  await expect(page.getByText(/^Retired: Harbour breath/)).toBeVisible();
  await expect(list.getByRole('button', { name: /Harbour breath/ })).toHaveCount(0);
  const bringIn = (content: string) =>
    page.locator('input[type=file]').setInputFiles({
      name: 'drills.kokyu.json',
      mimeType: 'application/json',
      buffer: Buffer.from(content),
    });
  await bringIn(text);
  await expect(page.getByText('Brought in: 0 new, 1 replaced.')).toBeVisible();
  await bringIn(text.replace('"level": 0', '"level": 9'));
  await expect(page.getByText(/drill 1 \(“Harbour breath”\): level.*Nothing was brought in\./)).toBeVisible();
  await bringIn('{');
  await expect(page.getByText(/it is no JSON/)).toBeVisible();
  await page.getByLabel(/retired too/).check();
  await list.getByRole('button', { name: /Harbour breath/ }).click();
  await page.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByText('Offered again: Harbour breath.')).toBeVisible();

  await page.goto(`${file}/write`);
  await page.locator('main ul a').first().click();
  await expect(
    page.getByRole('region', { name: 'Staves' }).getByRole('button', { name: /^Harbour breath/ }),
  ).toBeVisible();
});

test('drills are found by need, position, prop, stage, flag and words together', async ({ page }) => {
  await page.goto('/drills');
  const found = page.getByRole('list', { name: /drills$/ }).getByRole('listitem');
  // The first of them come with the page, the rest when its scripts run.
  await expect.poll(() => found.count()).toBeGreaterThanOrEqual(60);
  const all = await found.count();
  await page.getByLabel('Need', { exact: true }).selectOption({ label: 'open the back ribs' });
  const back = await found.count();
  expect(back).toBeLessThan(all);
  await page.getByLabel('Open with').selectOption({ label: 'pregnancy' });
  expect(await found.count()).toBeLessThan(back);
  await page.getByLabel('Prop', { exact: true }).selectOption({ label: 'stiff towel' });
  await page.getByLabel('Find', { exact: true }).fill('deckchair');
  await expect(found).toHaveCount(1);
  await expect(found.first()).toContainText('Towel behind the mid-back');
  await page.getByLabel('Find', { exact: true }).fill('trombone');
  await expect(page.getByText(/^No drill answers to all of this/)).toBeVisible();
});
