import { expect, test, type Locator, type Page } from '@playwright/test';
import { demoClient, newClient, saved, unfold } from './helpers';

/** Clicks, and the pages they led to. */
function counting(page: Page) {
  const count = { clicks: 0, pages: new Set<string>() };
  page.on('framenavigated', (frame) => {
    const path = new URL(frame.url()).pathname;
    if (frame === page.mainFrame() && path !== '/') count.pages.add(path.replace(/[0-9a-f-]{36}/g, '*'));
  });
  return {
    count,
    async click(target: Locator) {
      count.clicks++;
      await target.click();
    },
  };
}

const dueStation = (page: Page) =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('link').filter({ hasText: 'due' });

test('from a new client to the first running block: 21 clicks and 5 pages at most, and the row says what is due all the way', async ({
  page,
}) => {
  await page.goto('/');
  const { count, click } = counting(page);
  await page.getByLabel('Name as you use it').fill('Few Steps');
  await click(page.getByRole('button', { name: 'Begin with Screen' }));
  await page.getByLabel('Goals', { exact: true }).fill('breathe low while seated');
  for (const title of [
    'Pregnancy, birth, pelvic floor',
    'Heart, lungs, nerves, pressure',
    'Positions that are out',
  ])
    await click(page.getByRole('button', { name: `${title}: none of these` }));
  await click(page.getByRole('button', { name: 'May be watched' }));
  await saved(page);
  await expect(dueStation(page)).toContainText('Look');
  await expect(page.getByText('breathe low while seated').first()).toBeVisible();
  await click(page.getByRole('button', { name: 'On to Look' }));
  const surface = page.getByTestId('tap-surface');
  for (let i = 0; i < 7; i++) {
    await click(surface);
    await page.waitForTimeout(400);
  }
  await click(page.getByRole('button', { name: 'Finish the watch' }));
  await click(page.getByRole('button', { name: /^Two hands/ }));
  await click(page.getByRole('radio', { name: 'chest' }));
  await click(page.getByRole('button', { name: 'Finish and read' }));
  await expect(page.getByRole('heading', { name: 'Patterns', exact: true })).toBeVisible();
  await expect(dueStation(page)).toContainText(/Read|Write/);
  await click(page.getByRole('link', { name: 'Write a sequence' }));
  await expect(page.getByText('Nobody has looked yet')).toHaveCount(0);
  await click(page.getByRole('button', { name: 'Keep and coach it' }));
  await expect(page.getByRole('button', { name: 'Stop sign' })).toBeVisible();
  await click(page.getByRole('button', { name: 'Start', exact: true }).first());
  await expect(page.getByRole('button', { name: 'Pause', exact: true }).first()).toBeVisible();
  console.log(`  a new client to the first running block: ${count.clicks} clicks, ${count.pages.size} pages`);
  expect(count.clicks).toBeLessThanOrEqual(21);
  expect(count.pages.size).toBeLessThanOrEqual(5);
  await page.getByRole('button', { name: 'Leave' }).first().click();
  await expect(dueStation(page)).toContainText('Coach');
  await expect(dueStation(page)).toContainText('running');
});

test('a look that was opened and left empty is no visit, and a second opening makes no second one', async ({
  page,
}) => {
  const file = await newClient(page, 'Empty Look');
  for (let i = 0; i < 2; i++) {
    await page.goto(`${file}/screen`);
    await page.getByRole('button', { name: 'On to Look' }).click();
    await expect(page.getByTestId('tap-surface')).toBeVisible();
  }
  await page.goto(`${file}/look`);
  await expect(page.getByText('nothing recorded yet')).toHaveCount(1);
  const row = page.getByRole('navigation', { name: 'Stations' });
  await expect(row.getByRole('link', { name: /^Look/ })).toContainText('not looked yet');
  await page.goto('/');
  await expect(page.getByRole('link', { name: /^Empty Look/ })).toContainText('not looked at yet');
});

test('a client taken off the list is asked about, found by name and brought back', async ({ page }) => {
  const file = await newClient(page, 'Gone for Now');
  const takeOff = async (answer: string) => {
    await page.getByRole('button', { name: 'Client file' }).click();
    await page.getByRole('button', { name: 'Archive client', exact: true }).click();
    await page.getByRole('button', { name: answer }).click();
  };
  await takeOff('Keep on the list');
  await page.keyboard.press('Escape');
  await takeOff('Yes, archive');
  await expect(page.getByText('is archived')).toBeVisible();
  await page.getByRole('button', { name: 'Go to Today' }).click();
  await expect(page.getByRole('link', { name: /^Gone for Now/ })).toHaveCount(0);
  await unfold(page, 'More');
  await page.getByRole('button', { name: /^Archived clients/ }).click();
  await page.getByLabel('Find a name').fill('gone for');
  await page.getByRole('button', { name: 'Bring back Gone for Now' }).click();
  await page.waitForURL(new RegExp(`${file}/`));
  await expect(page.getByRole('heading', { level: 1, name: 'Gone for Now' })).toBeVisible();
  await page.getByRole('navigation', { name: 'House' }).getByRole('link', { name: 'Today' }).click();
  await expect(page.getByRole('link', { name: /^Gone for Now/ })).toBeVisible();
});

test.describe('dates', () => {
  test.use({ locale: 'de-DE' });
  test('are written as the browser’s reader writes them', async ({ page }) => {
    const trouble: string[] = [];
    page.on('pageerror', (error) => trouble.push(error.message));
    const dated = page.getByRole('link').filter({ hasText: /\d+\. \S+ 20\d\d/ });
    await page.goto(`${await demoClient(page, 'Petra V')}/look`);
    await expect(dated.first()).toBeVisible();
    await page.reload();
    await expect(dated.first()).toBeVisible();
    expect(trouble).toEqual([]);
  });
});
