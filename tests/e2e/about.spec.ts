import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { DATABASE } from '../../playwright.config';
import { everyIssueFor } from './helpers';

const OWN = JSON.parse(readFileSync(join(__dirname, '../../package.json'), 'utf8')) as {
  version: string;
  dependencies: Record<string, string>;
};

test('About says what this is, where its records lie and what it is made of; one page to start from fits one sheet', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Help ?' }).click();
  await page.getByRole('link', { name: 'About Kokyu' }).click();
  await expect(page.getByRole('heading', { name: 'About' })).toBeVisible();
  await expect(page.getByText(DATABASE, { exact: false })).toBeVisible();
  const rows = page.getByRole('table').getByRole('row');
  await expect(rows).toHaveCount(Object.keys(OWN.dependencies).length + 1);
  await expect(page.getByRole('row', { name: `zod ${OWN.dependencies.zod} MIT` })).toBeVisible();
  await expect(page.getByText('not stated')).toHaveCount(0);
  expect(await everyIssueFor(page)).toEqual([]);
  await page.getByRole('link', { name: 'One page to start from' }).click();
  await expect(page.getByRole('heading', { name: 'Your first client with Kokyu' })).toBeVisible();
  await expect(page.getByRole('listitem').filter({ hasText: /^9Follow/ })).toBeVisible();
  expect(await everyIssueFor(page)).toEqual([]);
  const pdf = await page.pdf({ format: 'A4', preferCSSPageSize: true });
  expect(pdf.toString('latin1').match(/\/Type \/Page\b(?!s)/g)).toHaveLength(1);
});
