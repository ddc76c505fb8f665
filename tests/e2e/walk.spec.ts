import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { WALK } from '@/core/base/walk';
import { DATABASE } from '../../playwright.config';
import { everyIssueFor } from './helpers';
import { dropDatabase, ownServer, type OwnServer } from './own-server';

const database = join(DATABASE, '../walk.db');
let server: OwnServer;

test.beforeAll(async () => {
  dropDatabase(database);
  execFileSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'src/demo/fill.ts'], {
    env: { ...process.env, KOKYU_DB: database },
    stdio: 'ignore',
  });
  server = await ownServer(database, 4693, { KOKYU_DEMO: '1' });
});

test.afterAll(async () => {
  await server?.stop();
  dropDatabase(database);
});

test('the first walk of the demo goes through every station by keys, is ended at any step, and begins again', async ({
  page,
}) => {
  await page.goto(server.origin);
  const walk = page.getByRole('complementary', { name: 'A first walk' });
  await expect(walk).toContainText('1 of 9');
  expect(await everyIssueFor(page)).toEqual([]);
  for (const { at, href } of WALK.slice(1)) {
    await walk.getByRole('button', { name: `On to ${at}` }).press('Enter');
    await page.waitForURL(new RegExp(`${href.replace('CLIENT', '[0-9a-f-]{36}')}$`));
    await expect(walk).toContainText(`${at}.`);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
  }
  await page.reload();
  await expect(walk).toContainText('9 of 9');
  await walk.getByRole('button', { name: 'Done' }).press('Enter');
  await expect(walk).toHaveCount(0);
  await page.goto(`${server.origin}/about`);
  await expect(walk).toHaveCount(0);
  await page.getByRole('button', { name: 'The first walk through the demo, again' }).click();
  await page.waitForURL(`${server.origin}/`);
  await expect(walk).toContainText('1 of 9');
  await walk.getByRole('button', { name: 'end the walk' }).click();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Clients' })).toBeVisible();
  await expect(walk).toHaveCount(0);
});
