import { expect, test } from '@playwright/test';
import { demoClient } from './helpers';

/** What an instructor should meet in the made-up house: who leads with which reading, what is said and what is barred. */
const PEOPLE: readonly { name: string; reading: string; caution: string | null; barred: string | null }[] = [
  {
    name: 'Odile K.',
    reading: 'upper chest, shoulders lift',
    caution: 'Keep breaths small and unhurried',
    barred: 'Short calm holds',
  },
  {
    name: 'Bram T.',
    reading: 'stuck on the inhale, ribs flared',
    caution: null,
    barred: 'Counter lean, tail gently under',
  },
  {
    name: 'Sunniva A.',
    reading: 'pelvic floor holding',
    caution: 'Seated or side-lying; feet forward, knees apart',
    barred: 'Stacked breath, small tilt',
  },
  {
    name: 'Petra V.',
    reading: 'pelvic floor overloaded, pressed from above',
    caution: 'Offer the way to a pelvic-health clinician',
    barred: 'Hands-and-knees hover',
  },
  {
    name: 'Wen L.',
    reading: 'belly only, stiff ribs',
    caution: 'Head and chest raised',
    barred: 'Folded back, breathe behind',
  },
  { name: 'Jorun S.', reading: 'reversed', caution: 'Nothing with strain', barred: 'Empty pause' },
];

for (const person of PEOPLE) {
  test(`${person.name}: ${person.reading}`, async ({ page }) => {
    const file = await demoClient(page, person.name);
    await page.goto(`${file}/read`);
    const readings = page.getByRole('region', { name: 'Patterns', exact: true });
    await expect(readings.getByRole('button', { name: new RegExp(`^${person.reading}`) })).toBeVisible();
    await page.goto(`${file}/screen`);
    if (person.caution) await expect(page.getByText(person.caution)).toBeVisible();
    if (person.barred) {
      await page.getByRole('button', { name: /^Drills/ }).click();
      const line = page.getByRole('listitem').filter({ hasText: person.barred });
      await expect(line).toContainText('barred');
    }
    await page.goto(`${file}/write`);
    await page.locator('main ul a').first().click();
    await expect(page.getByTestId('total')).toBeVisible();
    await expect(page.getByText('breaks a rule')).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'Coach it' })).toBeEnabled();
  });
}

test('a run that was left open is found from Today and taken up where it was', async ({ page }) => {
  const file = await demoClient(page, 'Odile K.');
  const list = page.getByRole('region', { name: 'Clients' });
  await expect(list.getByRole('link', { name: /^Odile K\./ })).toContainText('unfinished session');
  await page.goto(file);
  await page.waitForURL(/\/coach$/);
  await page.getByRole('link', { name: 'Go on with it' }).click();
  await expect(page.getByText(/^Odile K\. · 2 of/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Go on' })).toBeVisible();
});

test('a client who may hold no breath is not asked to', async ({ page }) => {
  const file = await demoClient(page, 'Jorun S.');
  await page.goto(`${file}/look`);
  await page.locator('main ul a').first().click();
  await expect(page.getByText(/^(All saved)/)).toBeVisible();
  await page.keyboard.press('h');
  await expect(page.getByText('a held breath raises blood pressure')).toBeVisible();
  await page.keyboard.press(' ');
  await page.waitForTimeout(400);
  await expect(page.getByText('0.0 s', { exact: true })).toBeVisible();
});

test('the whole way by keyboard: choose a block, lengthen its exhale, take it out, undo', async ({
  page,
}) => {
  const file = await demoClient(page, 'Bram T.');
  await page.goto(`${file}/write`);
  await page.locator('main ul a').first().focus();
  await page.keyboard.press('Enter');
  const total = page.getByTestId('total');
  await expect(total).toHaveText(/^\d+:\d\d$/);
  const before = await total.innerText();
  await expect(page.getByText('All saved')).toBeVisible();
  // Tab goes on to the block that is chosen; from there the arrows work on the staves.
  for (let i = 0; i < 60; i++) {
    await page.keyboard.press('Tab');
    if (await page.evaluate(() => document.activeElement?.hasAttribute('data-block'))) break;
  }
  await page.keyboard.press('ArrowRight');
  const block = page.getByRole('region', { name: /^Block:/ });
  const name = await block.getAttribute('aria-label');
  await page.keyboard.press('ArrowLeft');
  await expect(block).not.toHaveAttribute('aria-label', name!);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowUp');
  await expect(total).not.toHaveText(before);
  await page.keyboard.press('ArrowDown');
  await expect(total).toHaveText(before);
  await page.keyboard.press('Delete');
  await expect(total).not.toHaveText(before);
  await page.keyboard.press('u');
  await expect(total).toHaveText(before);
  await page.keyboard.press('+');
  await expect(page.getByRole('button', { name: 'Smaller' })).toBeEnabled();
});

test('the drills can be found by words and by stage, and each shows how it is taught', async ({ page }) => {
  await page.goto('/drills');
  const list = page.getByRole('list', { name: /drills$/ });
  await page.getByLabel('Find', { exact: true }).fill('quadruped');
  await expect(list.getByRole('listitem')).toHaveCount(5);
  await page.getByLabel('Find', { exact: true }).fill('');
  await page.getByLabel('Stage', { exact: true }).selectOption('hold');
  await expect(list.getByRole('listitem')).toHaveCount(5);
  await list.getByRole('button', { name: /Short calm holds/ }).click();
  const sheet = page.getByRole('article', { name: 'Short calm holds' });
  await expect(sheet).toContainText('Stop while it is still easy');
  await expect(sheet).toContainText('Empty pause');
  await page.getByLabel('Find', { exact: true }).fill('zither');
  await expect(page.getByText(/^No drill answers to all of this/)).toBeVisible();
});
