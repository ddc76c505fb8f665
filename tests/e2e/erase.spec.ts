import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import Database from 'better-sqlite3';
import { DATABASE } from '../../playwright.config';
import { everyIssueFor, newClient, unfold } from './helpers';

const drafts = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    const open = indexedDB.open('kokyu-drafts');
    const disk = await new Promise<IDBDatabase>((done) => (open.onsuccess = () => done(open.result)));
    const keys = disk.objectStoreNames.contains('drafts')
      ? await new Promise<IDBValidKey[]>((done) => {
          const asked = disk.transaction('drafts').objectStore('drafts').getAllKeys();
          asked.onsuccess = () => done(asked.result);
        })
      : [];
    disk.close();
    return [...Object.keys(localStorage), ...keys.map(String)].filter((k) => k.startsWith('kokyu-draft:'));
  });

test('a client taken off the list is erased, here and in another browser, and a receipt stands', async ({
  page,
  browser,
}) => {
  const name = 'Ottilie to be Erased';
  await newClient(page, name);
  const id = /clients\/([0-9a-f-]{36})/.exec(page.url())![1]!;
  await page.goto(`/erase/${id}`);
  await expect(page.getByText('Archive this client first.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Erase for good' })).toHaveCount(0);

  const db = new Database(DATABASE);
  db.prepare("UPDATE clients SET archived_at = '2026-11-27T09:00:00.000Z' WHERE id = ?").run(id);
  const screen = db.prepare('SELECT id FROM screens WHERE client_id = ?').pluck().get(id) as
    string | undefined;
  db.close();
  // A second browser has drafts of the same client, and one of somebody else.
  const elsewhere = await (await browser.newContext()).newPage();
  const other = '00000000-0000-4000-8000-000000000001';
  for (const p of [page, elsewhere]) {
    await p.goto('/words');
    await p.evaluate(
      ([gone, stays]) => {
        const draft = (writer: string) =>
          JSON.stringify({ writer, rev: 0, value: { note: 'unsaved words' }, at: 1 });
        localStorage.setItem(`kokyu-draft:screen-${gone}#w1`, draft('w1'));
        localStorage.setItem(`kokyu-draft:screen-${stays}#w2`, draft('w2'));
      },
      [id, other],
    );
  }

  await page.goto('/');
  await unfold(page, 'More');
  await page.getByRole('button', { name: /^Archived clients/ }).click();
  await page.getByLabel('Find a name').last().fill('Ottilie');
  await page.getByRole('link', { name: `Erase ${name} …` }).click();
  await expect(page.getByRole('heading', { name: `Erase ${name}` })).toBeVisible();
  const go = page.getByRole('button', { name: 'Erase for good' });
  await expect(go).toBeDisabled();
  await page.getByLabel(/^Type the name/).fill('Ottilie');
  await expect(go).toBeDisabled();
  expect(await everyIssueFor(page)).toEqual([]);
  const saving = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save the client file' }).click();
  expect(readFileSync(await (await saving).path(), 'utf8')).toContain(name);
  await page.getByLabel(/^Type the name/).fill(name);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Erased' })).toBeVisible();
  await expect(page.getByText(/is gone: .*1 file/)).toBeVisible();
  // What was read out on the way here, by the title of that page, is not the page.
  await expect(page.getByRole('main').getByText(name)).toHaveCount(0);
  expect(await everyIssueFor(page)).toEqual([]);
  const receipt = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save the receipt' }).click();
  const text = readFileSync(await (await receipt).path(), 'utf8');
  expect(text).toContain('none of their random names is in it');
  expect(text).not.toContain('Ottilie');

  await expect.poll(() => drafts(page)).toEqual([`kokyu-draft:screen-${other}#w2`]);
  await elsewhere.goto('/');
  await expect.poll(() => drafts(elsewhere)).toEqual([`kokyu-draft:screen-${other}#w2`]);
  await elsewhere.context().close();

  for (const end of ['', '-wal'])
    expect([
      end,
      readFileSync(DATABASE + end).includes(id),
      readFileSync(DATABASE + end).includes(name),
    ]).toEqual([end, false, false]);
  expect(screen === undefined || !readFileSync(DATABASE).includes(screen)).toBe(true);
  const answer = await page.request.get(`/clients/${id}`);
  expect(answer.status()).toBe(404);
  expect((await page.request.get(`/erase/${id}`)).status()).toBe(404);
  await page.goto('/studio');
  await expect(page.getByRole('heading', { name: 'Erased' })).toBeVisible();
  await expect(page.getByText(`K-${id.slice(0, 8).toUpperCase()}`)).toBeVisible();
  await page.evaluate(() => localStorage.clear());
});
