import { expect, test } from '@playwright/test';
import { demoClient, propose, saved, unfold } from './helpers';

test('a proposal says how good it is, until it is changed by hand', async ({ page }) => {
  const file = await demoClient(page, 'Bram T.');
  await propose(page, file, 10);
  const proof = page.getByText(/no choice of drills serves the needs better|within [\d.]+ % of the best/);
  await expect(proof).toBeVisible();
  await page.keyboard.press('.');
  await expect(proof).toHaveCount(0);
  await page.keyboard.press('u');
  await expect(proof).toBeVisible();
});

test('the air-moved guard marks what would over-breathe and eases it in one step that can be undone', async ({
  page,
}) => {
  const file = await demoClient(page, 'Wen L.');
  await page.goto(`${file}/write`);
  await page.locator('main ul a').first().click();
  const air = page.getByRole('region', { name: 'Air moved' });
  await expect(air).toContainText('within its limit');
  await air.getByRole('button').first().click();
  await expect(air).toContainText('an assumed body');
  await air.getByRole('radio', { name: 'large' }).click();
  await expect(air).toContainText('too much in');
  await air.getByRole('button', { name: 'Ease it' }).click();
  await expect(air).toContainText('within its limit');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(air).toContainText('too much in');
  await saved(page);
  await page.goto(`${file}/screen`);
  await unfold(page, 'Consent, props, size');
  await page.getByLabel('height, cm').fill('162');
  await page.getByLabel('age, y').fill('300');
  await expect(page.getByText('Not kept: at most 105.')).toBeVisible();
  await page.getByLabel('age, y').fill('38');
  await page.getByRole('radio', { name: 'woman', exact: true }).click();
  await saved(page);
  await page.goto(`${file}/write`);
  await page.locator('main ul a').first().click();
  await air.getByRole('button').first().click();
  await expect(air).toContainText('the client’s size');
});

test('when to breathe in a lift, and who may not hold', async ({ page }) => {
  const file = await demoClient(page, 'Jorun S.');
  await page.goto(`${file}/write`);
  await page.getByText('A lift: when to breathe').click();
  await expect(page.getByRole('heading', { name: 'breathe with the movement' })).toBeVisible();
  await page.getByRole('radio', { name: 'opens the ribs' }).click();
  await expect(page.getByText('In with the effort')).toBeVisible();
  await page.getByLabel('Could be lifted, times').fill('10');
  await page.getByLabel('with, kg').fill('100');
  await expect(page.getByText('125 to 135 kg by seven formulas')).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'Not for this client' })).toContainText(
    'blood pressure',
  );
});

test('a sequence says what it is for, and can be renamed', async ({ page }) => {
  const file = await demoClient(page, 'Petra');
  await page.goto(`${file}/write`);
  await page.getByRole('button', { name: 'Keep this sequence' }).click();
  await page.waitForURL(/\/write\/[0-9a-f-]{36}$/);
  const heading = page.getByRole('heading', { level: 2, name: /· 20 min/ });
  await expect(heading).toContainText(/^[A-Z][a-z ]+, [a-z ]+ · 20 min/);
  await page.getByRole('button', { name: 'Rename' }).click();
  const field = page.getByRole('textbox', { name: 'Name of the sequence' });
  await field.fill('Stairs without leaking');
  await field.press('Escape');
  await expect(heading).toBeVisible();
  await page.getByRole('button', { name: 'Rename' }).click();
  await field.fill('Stairs without leaking');
  await field.press('Enter');
  await expect(page.getByRole('heading', { name: /^Stairs without leaking/ })).toBeVisible();
  await page.goto(`${file}/write`);
  await expect(page.locator('main ul a').first()).toContainText('Stairs without leaking');
});
