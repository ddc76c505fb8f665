import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { demoClient, everyIssueFor, newClient, propose, saved, textOf } from './helpers';

const names = (page: Page) =>
  page
    .getByRole('region', { name: 'Staves' })
    .getByRole('button')
    .evaluateAll((all) =>
      all.map((b) => b.getAttribute('aria-label')!.replace(/(, set \d+)?, [\d:]+.*$/, '')),
    );

async function pdf(page: Page, sheet: string, large: boolean): Promise<string[]> {
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('in large type').setChecked(large);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('listitem').filter({ hasText: sheet }).getByRole('link', { name: 'PDF' }).click(),
  ]);
  return textOf(readFileSync(await download.path()));
}

test('the sheets as PDF hold every block; the instructor’s takes one page; the client’s names nobody', async ({
  page,
}) => {
  await page.goto(`${await demoClient(page, 'Bram T.')}/write`);
  await page.locator('main ul a').first().click();
  await expect(page.getByRole('region', { name: 'Staves' })).toBeVisible();
  const blocks = await names(page);
  await page.getByRole('button', { name: 'Sheets and files' }).click();
  const instructor = await pdf(page, 'Sheet for you', false);
  expect(instructor).toHaveLength(1);
  for (const name of blocks) expect(instructor[0]).toContain(name);
  expect(instructor[0]).toMatch(/Watch: /);
  expect(instructor[0]).toMatch(/Look again: /);
  const pages = await pdf(page, 'Sheet for the client', false);
  const client = pages.join(' ');
  for (const name of blocks) expect(client).toContain(name);
  expect(client).toMatch(/In for \d/);
  expect(client).not.toMatch(/Bram|Watch:|Caution/);
  expect(client).toContain('Stop, breathe normally');
  const large = await pdf(page, 'Sheet for the client', true);
  expect(large.length).toBeGreaterThanOrEqual(pages.length);
  for (const name of blocks) expect(large.join(' ')).toContain(name);
});

test('the browser prints the same sheet, and another sequence comes back from its JSON', async ({
  page,
  context,
}) => {
  const file = await newClient(page, 'On paper');
  await propose(page, file, 12);
  const blocks = await names(page);
  await page.getByRole('button', { name: 'Sheets and files' }).click();
  const href = await page
    .getByRole('dialog')
    .getByRole('listitem')
    .filter({ hasText: 'client' })
    .getByRole('link', { name: 'Print' })
    .getAttribute('href');
  const paper = await context.newPage();
  await paper.goto(href!);
  await expect(paper.getByRole('heading', { level: 2 })).toHaveCount(blocks.length);
  await expect(paper.getByText('On paper')).toHaveCount(0);
  expect(await everyIssueFor(paper)).toEqual([]);
  await paper.emulateMedia({ media: 'print' });
  await expect(paper.getByRole('button', { name: 'Print' })).toBeHidden();
  const printed = (await textOf(await paper.pdf())).join(' ');
  for (const name of blocks) expect(printed).toContain(name);
  await paper.goto(href!.replace('for=client', 'for=nobody'));
  await expect(paper.getByText(/not here|no longer|nothing/i).first()).toBeVisible();
  await paper.close();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('dialog').getByRole('link', { name: 'Save as JSON' }).click(),
  ]);
  const kept = await download.path();
  await page.keyboard.press('Escape');
  await saved(page);
  await page.goto(`${file}/write`);
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'sequence.kokyu.json', mimeType: 'application/json', buffer: readFileSync(kept) });
  await page.waitForURL(/\/write\/[0-9a-f-]{36}$/);
  await expect.poll(() => names(page)).toEqual(blocks);
});

test('sheets that are asked for at once hold the same words as one that is asked for alone', async ({
  page,
}) => {
  await page.goto(`${await demoClient(page, 'Bram T.')}/write`);
  await page.locator('main ul a').first().click();
  await expect(page.getByRole('region', { name: 'Staves' })).toBeVisible();
  await page.getByRole('button', { name: 'Sheets and files' }).click();
  const links = page.getByRole('dialog').getByRole('link', { name: 'PDF' });
  await expect(links.first()).toBeVisible();
  const hrefs = await links.evaluateAll((all) => all.map((a) => (a as HTMLAnchorElement).href));
  expect(hrefs.length).toBeGreaterThanOrEqual(2);
  const words = async (href: string) => (await textOf(await (await page.request.get(href)).body())).join(' ');
  const alone: string[] = [];
  for (const href of hrefs) alone.push(await words(href));
  const together = await Promise.all([...hrefs, ...hrefs].map(words));
  expect(together).toEqual([...alone, ...alone]);
});
