import { mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { restoreBackup, verifyBackup } from '@/server/backup/backup';
import Database from 'better-sqlite3';
import { DATABASE } from '../../playwright.config';
import { everyIssueFor, newClient } from './helpers';

test('backups are set up, made, opened without Kokyu and seen to be gone', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'kokyu-backups-'));
  const to = join(folder, 'to');
  mkdirSync(to);
  const passphrase = 'a pier a boat a rope';
  try {
    await newClient(page, 'Kept in a backup');
    await page.goto('/settings#backups');
    const set = page.getByRole('button', { name: 'Set it, and make the first' });
    await page.getByLabel('Folder for backups, its whole path').fill(join(folder, 'nowhere'));
    await page.getByLabel(/^Passphrase/).fill(passphrase);
    await page.getByLabel('The same once more').fill('something else');
    await expect(page.getByText('The two passphrases differ.')).toBeVisible();
    await expect(set).toBeDisabled();
    await page.getByLabel('The same once more').fill(passphrase);
    await set.click();
    await expect(page.getByText('There is no such folder on this machine')).toBeVisible();
    await page.getByLabel('Folder for backups, its whole path').fill(to);
    await set.click();
    await expect(page.getByText(/^Last one: .* MB, in /)).toBeVisible();
    // Of one day the newest is kept.
    const [first] = readdirSync(to);
    await page.getByRole('button', { name: 'Back up now' }).click();
    await expect.poll(() => readdirSync(to).includes(first!)).toBe(false);
    await expect(page.getByText('1 in the folder', { exact: false })).toBeVisible();
    // The title comes after the page.
    await expect(page).toHaveTitle(/./);
    expect(await everyIssueFor(page)).toEqual([]);

    const [file] = readdirSync(to);
    const seen = await verifyBackup(join(to, file!), passphrase);
    expect(seen).toMatchObject({ ok: true, value: { rows: { owners: 1 } } });
    const restored = join(folder, 'again.db');
    expect((await restoreBackup(join(to, file!), passphrase, restored)).ok).toBe(true);
    const db = new Database(restored, { readonly: true });
    expect(db.prepare("select count(*) from clients where name = 'Kept in a backup'").pluck().get()).toBe(1);
    db.close();

    await page.goto('/');
    await expect(page.getByText('The last backup is older')).toHaveCount(0);
    for (const name of readdirSync(to)) rmSync(join(to, name));
    await page.reload();
    await expect(page.getByText('The last backup is older than a day and a half, or gone.')).toBeVisible();
    expect(await everyIssueFor(page)).toEqual([]);
    await page.getByRole('link', { name: 'Settings, Backups' }).click();
    await page.getByRole('button', { name: 'Back up now' }).click();
    await expect(page.getByText('1 in the folder', { exact: false })).toBeVisible();
  } finally {
    rmSync(folder, { recursive: true, force: true });
    // Other tests meet a house without backups, as it ships.
    const db = new Database(DATABASE);
    db.prepare("delete from settings where subject = 'backup'").run();
    db.close();
  }
});
