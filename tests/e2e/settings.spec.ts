import { expect, test } from '@playwright/test';
import Database from 'better-sqlite3';
import { USUAL_HOUSE } from '@/core/base/house';
import { DATABASE } from '../../playwright.config';
import { demoClient, everyIssueFor, firstOf, newClient, saved, textOf, unfold } from './helpers';

test.describe.configure({ mode: 'serial' });

/** Other tests meet a studio as it ships. */
test.afterAll(() => {
  const db = new Database(DATABASE);
  db.prepare("delete from settings where subject in ('house', 'thresholds')").run();
  db.close();
});

const kept = <T>(sql: string): T => {
  const db = new Database(DATABASE, { readonly: true });
  const row = db.prepare(sql).get() as { data: string } | undefined;
  db.close();
  return JSON.parse(row?.data ?? 'null') as T;
};
const house = () => kept<typeof USUAL_HOUSE | null>("select data from settings where subject = 'house'");

test('what a studio writes and measures in is set in one place, is seen elsewhere, and is taken back', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('navigation', { name: 'House' }).getByRole('link', { name: 'Settings' }).click();
  await expect(page.getByRole('heading', { name: 'Settings' })).toBeVisible();
  await unfold(page, 'Writing and measuring');
  await expect(page.getByLabel('Name of the studio')).toBeEnabled();
  await page.getByLabel('Name of the studio').pressSequentially('The Lower Room');
  await expect(page.getByText('Kept.', { exact: true })).toBeVisible();
  await page.getByRole('radio', { name: 'inches' }).click();
  await page.getByRole('radio', { name: 'pounds' }).click();
  await page.getByRole('radio', { name: 'Sunday' }).click();
  await page.getByLabel('Language of dates').selectOption('de');
  await expect(page.getByText(/^Now: \d+\. \S+ \d{4}, \d\d:\d\d$/)).toBeVisible();
  await expect
    .poll(house)
    .toEqual({ name: 'The Lower Room', length: 'in', weight: 'lb', firstDay: 7, language: 'de' });
  expect(await everyIssueFor(page)).toEqual([]);

  // A height is typed key by key in inches and kept in centimetres.
  const file = await newClient(page, 'Measured in inches');
  await page.goto(`${file}/screen`);
  await unfold(page, 'Consent, props, size');
  const height = page.getByLabel('height, in');
  await expect(height).toBeEnabled();
  await height.pressSequentially('66.5');
  await expect(height).toHaveValue('66.5');
  await page.getByLabel('age, y').fill('40');
  await page.getByRole('radio', { name: 'woman', exact: true }).click();
  await saved(page);
  const id = file.split('/').at(-1)!;
  expect(
    kept<{ size: { heightCm: number } }>(`select data from screens where client_id = '${id}'`).size.heightCm,
  ).toBeCloseTo(168.91, 2);
  await page.reload();
  await unfold(page, 'Consent, props, size');
  await expect(height).toHaveValue('66.5');
  await height.fill('2');
  await expect(page.getByText(/^Not kept: at least/)).toBeVisible();

  // What is handed out says whose it is, on the screen and on paper.
  const petra = await demoClient(page, 'Petra');
  const sequence = (await firstOf(page, petra, 'write')).split('/').at(-1)!;
  await page.goto(`/sheets/${sequence}?for=client`);
  await expect(page.getByText('The Lower Room')).toBeVisible();
  for (const path of [
    `/sheets/${sequence}/pdf?for=client`,
    `/reports/${petra.split('/').at(-1)}/pdf?for=client`,
  ])
    expect((await textOf(await (await page.request.get(path)).body())).join(' ')).toContain('The Lower Room');

  // The week of a plan begins on Sunday.
  await page.goto(`${petra}/home`);
  const days = page.locator('svg text', { hasText: /^(Mon|Tue|Wed|Thu|Fri|Sat|Sun)$/ });
  await expect(days.first()).toHaveText('Sun');

  await page.goto('/settings#house');
  await page.getByRole('radio', { name: 'Monday' }).click();
  await expect.poll(() => house()?.firstDay).toBe(1);
  await page.getByRole('button', { name: 'Take the last change back' }).click();
  await expect.poll(() => house()?.firstDay).toBe(7);
  // A page that is left at once takes the change with it.
  await page.getByLabel('Name of the studio').fill('The Upper Room');
  await page.getByRole('link', { name: 'Today' }).click();
  await expect.poll(() => house()?.name).toBe('The Upper Room');
});

test('figures of one’s own hold at once, carry their source, and a caution cannot be put off', async ({
  page,
}) => {
  await page.goto('/settings');
  await unfold(page, 'Lying on the back in pregnancy');
  await unfold(page, 'Thresholds');
  const week = page.getByLabel('in pregnancy no long work on the back from week');
  await week.fill('40');
  await expect(page.getByText('Not kept: at most 28.')).toBeVisible();
  await week.fill('12');
  const fast = page.getByLabel('quiet breathing reads as fast above');
  await fast.fill('');
  await fast.pressSequentially('17.5');
  await expect(fast).toHaveValue('17.5');
  const own = () => kept<Record<string, number>>("select data from settings where subject = 'thresholds'");
  await expect.poll(own).toEqual({ supineWeek: 12, fastPerMin: 17.5 });
  const petra = await demoClient(page, 'Petra');
  await page.goto(`${petra}/read`);
  await unfold(page, 'Read it otherwise');
  await page.getByRole('button', { name: 'Thresholds' }).first().click();
  await expect(page.getByRole('dialog').getByLabel('quiet breathing reads as fast above')).toHaveValue(
    '17.5',
  );
  await page.goto('/settings#held-against');
  await page.getByRole('button', { name: 'Shipped figures for all' }).click();
  await expect.poll(own).toEqual({});
});

test('sound and screen of Coach stand there too, in this browser', async ({ page }) => {
  // A machine with two voices of its own.
  await page.addInitScript(() => {
    const voices = ['Ash', 'Elm'].map((name) => ({ name, lang: 'en-GB', localService: true }));
    speechSynthesis.getVoices = () => voices as unknown as SpeechSynthesisVoice[];
  });
  await page.goto('/settings#machine');
  await page.getByLabel('The voice').selectOption('Elm');
  expect(await everyIssueFor(page)).toEqual([]);
  await page.getByRole('radio', { name: 'goes by the clock' }).click();
  await page.getByRole('checkbox', { name: 'Single letters, figures and signs are keys' }).click();
  await page.reload();
  await expect(page.getByRole('radio', { name: 'goes by the clock' })).toBeChecked();
  await expect(page.getByRole('checkbox', { name: /^Single letters/ })).not.toBeChecked();
  const stored = await page.evaluate(() => localStorage.getItem('kokyu-room'));
  expect(JSON.parse(stored!)).toMatchObject({ waits: false, voiceName: 'Elm' });
});
