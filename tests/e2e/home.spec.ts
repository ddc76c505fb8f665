import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, request as ask } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { AxeBuilder } from '@axe-core/playwright';
import { chromium, expect, test, type Browser, type BrowserContext, type Page } from '@playwright/test';
import Database from 'better-sqlite3';
import ICAL from 'ical.js';
import type { HomePlan } from '@/core/home/home-plan.schema';
import { taskDrill } from '@/core/lesson/task-block';
import { taskById } from '@/core/task/library';
import { CHROMIUM, DATABASE, PORT } from '../../playwright.config';
import { demoClient, saved, unfold } from './helpers';

const BASE = `http://127.0.0.1:${PORT}`;
const PHONE = { viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true } as const;

/** Somebody who was coached already, as a client of the test's own. */
async function somebody(page: Page): Promise<string> {
  const file = await demoClient(page, 'Wen L.');
  const kept = (await (await page.request.get(`${file}/export`)).json()) as object;
  // A copy that a test before this one has made has its plan at home with it.
  const made = await page.request.post('/bring-in', {
    data: JSON.stringify({ ...kept, homes: [] }),
    headers: { 'content-type': 'application/json' },
  });
  const { value } = (await made.json()) as { value: { id: string } };
  return `/clients/${value.id}`;
}

/** A plan at home, and the address of its link. */
async function sentHome(page: Page, file: string): Promise<void> {
  await page.goto(`${file}/home`);
  await page.getByRole('button', { name: 'Plan for home' }).click();
  await expect(page.getByRole('heading', { name: 'Plan for home' })).toBeVisible();
  await page.getByRole('button', { name: 'Send it home' }).click();
  await expect(page.getByRole('heading', { name: 'At home now' })).toBeVisible();
}

async function linkOf(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'A link for their phone' }).click();
  const link = await page.getByTestId('link').innerText();
  await page.getByRole('button', { name: 'Close' }).click();
  return link;
}

/** What is kept of a client's reports, straight from the file. */
function reportsOf(file: string): { kind: string; data: string }[] {
  const db = new Database(DATABASE, { readonly: true });
  const rows = db
    .prepare('select kind, data from home_reports where client_id = ? order by at')
    .all(file.split('/').at(-1));
  db.close();
  return rows as { kind: string; data: string }[];
}

const phoneIn = (folder: string): Promise<BrowserContext> =>
  chromium.launchPersistentContext(folder, {
    ...PHONE,
    executablePath: CHROMIUM,
    args: [
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--disable-sync',
    ],
  });

/** A phone of its own. */
async function phoneOf(browser: Browser): Promise<{ context: BrowserContext; phone: Page }> {
  const context = await browser.newContext(PHONE);
  return { context, phone: await context.newPage() };
}

/** Does the first drill of the day without the count, and says how hard it was. */
async function doneOne(phone: Page, felt: number): Promise<void> {
  await phone
    .getByRole('button', { name: /^(Begin|Open)$/ })
    .first()
    .click();
  await phone.getByRole('button', { name: 'I have done it' }).click();
  await phone.getByRole('button', { name: String(felt), exact: true }).click();
  await expect(phone.getByRole('heading', { name: /, today$/ })).toBeVisible();
}

test('a plan goes home, is done without a network, survives a kill, and arrives once', async ({ page }) => {
  const file = await somebody(page);
  await sentHome(page, file);
  const link = await linkOf(page);
  expect(link).toMatch(/\/home#[A-Za-z0-9_-]{22}$/);
  const folder = mkdtempSync(join(tmpdir(), 'kokyu-phone-'));
  try {
    let browser = await phoneIn(folder);
    let phone = await browser.newPage();
    await phone.goto(link);
    await expect(phone.getByRole('heading', { name: 'Wen, today' })).toBeVisible();
    await expect(phone.getByText('All of it has arrived')).toBeVisible();
    await phone.evaluate(() => navigator.serviceWorker.ready.then(() => true));
    // A first name and the drills are all that a phone has; nothing that was screened, and no reading.
    const kept = await phone.evaluate(() => document.body.innerText);
    expect(kept).not.toMatch(/Wen L|reflux|reading/i);
    await browser.setOffline(true);
    await phone.reload();
    await expect(phone.getByRole('heading', { name: 'Wen, today' })).toBeVisible();
    await doneOne(phone, 3);
    await expect(phone.getByText(/1 thing waits to be sent/)).toBeVisible();
    // Killed, as a phone is that runs out of power: closing it would give it its network back for a moment.
    spawnSync('pkill', ['-9', '-f', folder]);
    await expect.poll(() => phone.isClosed()).toBe(true);
    expect(reportsOf(file)).toHaveLength(0);

    browser = await phoneIn(folder);
    await browser.setOffline(true);
    phone = await browser.newPage();
    await phone.goto(link);
    await expect(phone.getByText(/1 thing waits to be sent/)).toBeVisible();
    // The answer to the first sending is lost on the way: it is sent again, and kept once.
    let sendings = 0;
    await browser.route('**/home/said', async (route) => {
      sendings++;
      if (sendings > 1) return route.continue();
      await route.fetch();
      await route.abort();
    });
    await browser.setOffline(false);
    await expect.poll(() => reportsOf(file).length).toBe(1);
    await phone.reload();
    await expect(phone.getByText('All of it has arrived')).toBeVisible();
    expect(sendings).toBeGreaterThan(1);
    expect(reportsOf(file).map((r) => [r.kind, (JSON.parse(r.data) as { felt: number }).felt])).toEqual([
      ['done', 3],
    ]);
    await phone.getByRole('button', { name: 'Take back' }).click();
    await expect.poll(() => reportsOf(file).length).toBe(2);
    await doneOne(phone, 5);
    await expect.poll(() => reportsOf(file).length).toBe(3);
    await browser.close();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  await page.goto(`${file}/home`);
  await expect(page.getByText('How hard it was: 5.0 of 10')).toBeVisible();
});

test('a run on the phone counts with the engine of the room, and a stop sign stands on top of Today until it is seen', async ({
  page,
  browser,
}) => {
  const file = await somebody(page);
  await sentHome(page, file);
  const link = await linkOf(page);
  const { context, phone } = await phoneOf(browser);
  await phone.goto(link);
  await phone
    .getByRole('button', { name: /^(Begin|Open)$/ })
    .first()
    .click();
  await expect(phone.getByRole('heading', { name: 'Get there' })).toBeVisible();
  expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([]);
  await phone.getByRole('button', { name: 'Begin, with the count' }).click();
  await expect(phone.getByTestId('phase')).toHaveText('ready');
  await expect(phone.getByTestId('phase')).toHaveText('in');
  await expect(phone.getByTestId('phase')).toHaveText('out');
  await phone.getByRole('button', { name: 'Pause' }).click();
  await expect(phone.getByRole('button', { name: 'Go on' })).toBeVisible();
  expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([]);
  await phone.getByRole('button', { name: 'Something is not right' }).click();
  await expect(phone.getByText(/Sit down or lie down/)).toBeVisible();
  expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([]);
  await phone.getByRole('button', { name: 'tingling lips or fingers', exact: true }).click();
  await expect(phone.getByText('nobody watches this meanwhile')).toBeVisible();
  // Pressed twice in a fright it is said once.
  await phone.getByRole('button', { name: 'tingling lips or fingers', exact: true }).click();
  await expect.poll(() => reportsOf(file).map((r) => r.kind)).toEqual(['stop']);
  // Another sign as well, taken back again; and nothing more of the plan is offered on that day.
  await phone.getByRole('button', { name: 'something else', exact: true }).click();
  await phone.getByRole('button', { name: 'Take back: something else' }).click();
  await expect.poll(() => reportsOf(file).map((r) => r.kind)).toEqual(['stop', 'stop', 'undo']);
  await phone.getByRole('button', { name: '← Today' }).click();
  await expect(
    phone.getByText('You stopped today (tingling lips or fingers). Nothing more today.'),
  ).toBeVisible();
  await phone.getByRole('button', { name: 'Open', exact: true }).first().click();
  await expect(phone.getByText('Not now. Read it if you like, and leave it out.')).toBeVisible();
  await expect(phone.getByRole('button', { name: /Begin|I have done it/ })).toHaveCount(0);
  await phone.getByRole('button', { name: '← Today' }).click();
  expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([]);
  await context.close();
  await page.goto('/');
  const line = page.getByRole('listitem').filter({ hasText: 'tingling lips or fingers' });
  await expect(line).toBeVisible();
  await line.getByRole('button', { name: /I have seen/ }).click();
  await expect(line).toHaveCount(0);
  await page.goto(`${file}/home`);
  await expect(page.getByText(/Stop sign at home.*tingling/)).toBeVisible();
});

test('on the phone sets stand apart, each asks whether it was easy, and a walk is counted in steps', async ({
  page,
  browser,
}) => {
  const file = await somebody(page);
  await sentHome(page, file);
  const db = new Database(DATABASE);
  const row = db
    .prepare('select id, data from home_plans where client_id = ?')
    .get(file.split('/').at(-1)) as { id: string; data: string };
  const plan = JSON.parse(row.data) as HomePlan;
  const [first, ...rest] = plan.entries;
  const twice = {
    ...first!.block,
    breathing: { kind: 'paced', pattern: { inhaleS: 1, holdInS: 0, exhaleS: 1.5, holdOutS: 0 } },
    dose: { breaths: 1, rounds: 2, restS: 30, sides: 1 },
  };
  const walk = taskDrill(taskById('walk')!, 1);
  const walked = { ...first!.block, id: 'w1', drillId: walk.id, drill: walk, position: 'walking', props: [] };
  const once = { breaths: 1, rounds: 1, restS: 0, sides: 1 };
  const entries = [
    { ...first!, block: twice },
    { id: 'w1', place: 'kettle', block: { ...walked, breathing: { kind: 'free', freeS: 60 }, dose: once } },
    ...rest,
  ];
  db.prepare('update home_plans set data = ? where id = ?').run(JSON.stringify({ ...plan, entries }), row.id);
  db.close();
  const link = await linkOf(page);
  const { context, phone } = await phoneOf(browser);
  await phone.goto(link);
  const begin = async (nth: number) => {
    await phone
      .getByRole('button', { name: /^(Begin|Open)$/ })
      .nth(nth)
      .click();
    await phone.getByRole('button', { name: 'Begin, with the count' }).click();
  };
  const easy = phone.getByText('Was that easy?');
  await begin(0);
  await expect(phone.getByRole('heading', { name: /set 1 of 2/ })).toBeVisible();
  await expect(easy).toBeVisible();
  expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([]);
  await phone.getByRole('button', { name: 'Yes, once more' }).click();
  await expect(phone.getByRole('heading', { name: /set 2 of 2/ })).toBeVisible();
  await expect(phone.getByRole('heading', { name: 'How hard was it?' })).toBeVisible();
  await phone.getByRole('button', { name: '2', exact: true }).click();
  const said = () => reportsOf(file).map((r) => JSON.parse(r.data) as object);
  await expect.poll(() => said()[0]).toMatchObject({ felt: 2, sets: 2 });
  await phone.getByRole('button', { name: 'Take back' }).click();
  // Left amid the first set: no whole set was done.
  await begin(0);
  await phone.getByRole('button', { name: 'That is enough' }).click();
  await phone.getByRole('button', { name: 'Leave it out' }).click();
  await expect.poll(() => said().at(-1)).toMatchObject({ sets: 0 });
  await phone.getByRole('button', { name: 'Take back' }).click();
  // Not easy: it ends there, and that is said.
  await begin(0);
  await expect(easy).toBeVisible();
  await phone.getByRole('button', { name: 'Not easy: stop here' }).click();
  await phone.getByRole('button', { name: 'Leave it out' }).click();
  await expect.poll(() => said().at(-1)).toMatchObject({ notEasy: true, sets: 1 });
  await phone
    .getByRole('listitem')
    .filter({ hasText: 'Walk' })
    .getByRole('button', { name: /Begin|Open/ })
    .click();
  await phone.getByRole('button', { name: 'Begin, with the count' }).click();
  await expect(phone.getByText(/^in, \d+ steps$/)).toBeVisible();
  await expect(phone.getByText(/^out, \d+ steps$/)).toBeVisible();
  expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([]);
  await phone.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(phone.getByRole('heading', { name: 'How hard was it?' })).toBeVisible();
  await context.close();
  await page.goto(`${file}/home`);
  await expect(page.getByText(/a set that was not easy/)).toBeVisible();
});

test('links that are withdrawn, over or guessed open nothing; what was done before still comes in', async ({
  page,
  browser,
}) => {
  const file = await somebody(page);
  await sentHome(page, file);
  const [withdrawn, good] = [await linkOf(page), await linkOf(page)];
  const { context, phone } = await phoneOf(browser);
  await phone.goto(withdrawn);
  await expect(phone.getByRole('heading', { name: 'Wen, today' })).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Withdraw' }).last().click();
  await expect(page.getByText('Withdrawn: this link')).toBeVisible();
  await phone.reload();
  await expect(phone.getByRole('alert')).toHaveText(/was withdrawn/);
  const token = (link: string) => link.split('#')[1]!;
  const plan = (t: string) => page.request.get('/home/plan', { headers: { authorization: `Bearer ${t}` } });
  expect((await plan(token(withdrawn))).status()).toBe(410);
  for (const guess of ['', 'x', 'AAAAAAAAAAAAAAAAAAAAAA', token(good).slice(0, -1), `${token(good)}A`]) {
    const answer = await plan(guess);
    expect([guess, answer.status()]).toEqual([guess, 404]);
    expect(await answer.text()).not.toContain('Wen');
  }
  expect((await plan(token(good))).status()).toBe(200);
  await phone.goto(good);
  await expect(phone.getByRole('heading', { name: 'Wen, today' })).toBeVisible();
  await context.setOffline(true);
  await doneOne(phone, 2);
  await page.reload();
  await page.getByRole('button', { name: 'End it' }).click();
  await page.getByRole('button', { name: 'Press again to end it' }).click();
  await expect(page.getByRole('button', { name: 'Plan for home' })).toBeVisible();
  await context.setOffline(false);
  await phone.reload();
  await expect(phone.getByRole('alert')).toHaveText(/This plan is over/);
  await expect.poll(() => reportsOf(file).map((r) => r.kind)).toEqual(['done']);
  // Of somebody else's plan nothing is taken by a good link.
  const other = await somebody(page);
  await sentHome(page, other);
  const otherLink = await linkOf(page);
  const db = new Database(DATABASE, { readonly: true });
  const { id } = db.prepare('select id from home_plans where client_id = ?').get(file.split('/').at(-1)) as {
    id: string;
  };
  db.close();
  const sent = await page.request.post('/home/said', {
    headers: { authorization: `Bearer ${token(otherLink)}` },
    data: { planId: id, reports: [] },
  });
  expect(sent.status()).toBe(400);
  await context.close();
});

test('a plan is replaced while the phone is away: what was done of the old one arrives as done of the old one', async ({
  page,
  browser,
}) => {
  const file = await somebody(page);
  await sentHome(page, file);
  const link = await linkOf(page);
  const { context, phone } = await phoneOf(browser);
  await phone.goto(link);
  await expect(phone.getByRole('heading', { name: 'Wen, today' })).toBeVisible();
  await context.setOffline(true);
  await doneOne(phone, 4);
  await page.reload();
  await page.getByRole('button', { name: 'Renew it' }).click();
  await page.getByRole('button', { name: 'Send it home' }).click();
  await expect(page.getByRole('heading', { name: 'At home now' })).toBeVisible();
  // The new plan comes; what was done cannot be sent at that moment.
  await context.route('**/home/said', (route) => route.abort());
  await context.setOffline(false);
  await phone.reload();
  await expect(phone.getByText(/1 thing waits to be sent/)).toBeVisible();
  await doneOne(phone, 6);
  await expect(phone.getByText(/2 things wait to be sent/)).toBeVisible();
  expect(reportsOf(file)).toHaveLength(0);
  await context.unroute('**/home/said');
  await phone.reload();
  await expect
    .poll(() => reportsOf(file).map((r) => (JSON.parse(r.data) as { felt: number }).felt))
    .toEqual([4, 6]);
  const db = new Database(DATABASE, { readonly: true });
  const plans = db
    .prepare(
      'select number from home_reports join home_plans on home_plans.id = plan_id where home_reports.client_id = ? order by at',
    )
    .pluck()
    .all(file.split('/').at(-1));
  db.close();
  expect(plans).toEqual([1, 2]);
  await context.close();
});

test('the paper with the link has no name on it, and nothing but how to open it', async ({ page }) => {
  const file = await somebody(page);
  await sentHome(page, file);
  await page.getByRole('button', { name: 'A link for their phone' }).click();
  const link = await page.getByTestId('link').innerText();
  await page.emulateMedia({ media: 'print' });
  const paper = await page.evaluate(() => document.body.innerText);
  expect(paper).toContain(link);
  expect(paper).not.toMatch(/Wen|reflux|done of|At home now/);
  await expect(page.getByRole('img', { name: /code for the camera/ })).toBeVisible();
});

test('the diary: a visit is put in, goes out as a calendar and comes in from one, and is taken out', async ({
  page,
}) => {
  await page.goto('/');
  const diary = page.getByRole('region', { name: 'Upcoming visits' });
  await page.locator('[data-awake=true]').first().waitFor();
  await diary.getByRole('button', { name: 'Add visit' }).click();
  await diary.getByRole('button', { name: 'Put it in' }).click();
  await expect(diary.getByText('Say who, the day and the time.')).toBeVisible();
  await diary.getByLabel('Client').fill('Petra V.');
  const day = new Date(Date.now() + 2 * 86_400_000);
  const two = (n: number) => String(n).padStart(2, '0');
  const when = `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}T07:15`;
  await diary.getByLabel('When').fill(when);
  await diary.getByRole('button', { name: 'Put it in' }).click();
  const mine = diary.getByRole('listitem').filter({ hasText: 'Petra V.' });
  await expect(mine).toHaveCount(1);
  await expect(mine.getByRole('link')).toHaveAttribute('href', /^\/clients\//);
  const text = await (await page.request.get('/diary')).text();
  const events = new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent');
  const put = events.find((e) => String(e.getFirstPropertyValue('summary')).includes('Petra V.'))!;
  const start = (put.getFirstPropertyValue('dtstart') as ICAL.Time).toJSDate();
  expect(start.toISOString()).toBe(new Date(when).toISOString());
  // The same calendar again moves nothing and doubles nothing; a line of somebody else's comes in beside it.
  const more = text.replace(
    'END:VCALENDAR',
    [
      'BEGIN:VEVENT',
      'UID:elsewhere-1',
      `DTSTAMP:20260101T000000Z`,
      `DTSTART:${new Date(start.getTime() + 3_600_000).toISOString().replace(/[-:]|\.\d+/g, '')}`,
      'DURATION:PT45M',
      'SUMMARY:Window cleaner',
      'END:VEVENT',
      'END:VCALENDAR',
    ].join('\r\n'),
  );
  const files = await unfold(page, 'More');
  const choose = page.locator('input[type=file][accept*=".ics"]');
  await choose.setInputFiles({ name: 'c.ics', mimeType: 'text/calendar', buffer: Buffer.from(more) });
  await expect(files.getByRole('status')).toHaveText(/visits imported/);
  await expect(diary.getByRole('listitem').filter({ hasText: 'Window cleaner' })).toHaveCount(1);
  await expect(mine).toHaveCount(1);
  await choose.setInputFiles({
    name: 'c.ics',
    mimeType: 'text/calendar',
    buffer: Buffer.from('no calendar'),
  });
  await expect(files.getByRole('status')).toHaveText(/not a calendar file.*Nothing was taken/);
  for (const who of ['Window cleaner', 'Petra V.']) {
    await files.getByRole('button', { name: `Cancel the visit of ${who}` }).click();
    await expect(diary.getByRole('listitem').filter({ hasText: who })).toHaveCount(0);
  }
});

test('the one file runs from disk without asking anybody, and its code and its file are taken in once', async ({
  page,
  browser,
}) => {
  const file = await somebody(page);
  await sentHome(page, file);
  await unfold(page, 'Other ways');
  const folder = mkdtempSync(join(tmpdir(), 'kokyu-file-'));
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'One file that runs by itself' }).click(),
  ]);
  const path = join(folder, 'home.html');
  await download.saveAs(path);
  const { context, phone } = await phoneOf(browser);
  const asked: string[] = [];
  phone.on(
    'request',
    (r) => !r.url().startsWith('file:') && !r.url().startsWith('data:') && asked.push(r.url()),
  );
  const errors: string[] = [];
  phone.on('console', (m) => m.type() === 'error' && errors.push(m.text()));
  await phone.goto(`file://${path}`);
  await doneOne(phone, 4);
  await phone.getByRole('button', { name: 'I looked' }).click();
  await phone.reload();
  await expect(phone.getByText('1 of 3 done')).toBeVisible();
  await phone.getByRole('button', { name: 'Hand back what was done' }).click();
  const code = await phone.getByTestId('code').innerText();
  const href = await phone.getByRole('link', { name: 'Save it as a file' }).getAttribute('href');
  expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([]);
  expect([asked, errors]).toEqual([[], []]);
  await context.close();
  await unfold(page, 'Code from their page');
  const take = async (text: string) => {
    await page.getByLabel('Code', { exact: true }).fill(text);
    await page.getByRole('button', { name: 'Import' }).click();
  };
  await take('HELLO');
  await expect(page.getByText('not a whole code')).toBeVisible();
  await take(code.toLowerCase());
  await expect(page.getByText('2 things taken in.')).toBeVisible();
  await expect(page.getByText('How hard it was: 4.0 of 10')).toBeVisible();
  await take(code);
  await expect(page.getByText('0 taken in; 2 were here already.')).toBeVisible();
  const handed = join(folder, 'home.json');
  writeFileSync(handed, decodeURIComponent(href!.split(',').slice(1).join(',')));
  await page.locator('input[type=file]').setInputFiles(handed);
  await expect(page.getByText('2 things taken in.')).toBeVisible();
  await expect(page.getByText(/self-checks: 1 of 1/)).toBeVisible();
  rmSync(folder, { recursive: true, force: true });
});

test('the plan is changed by hand, halved at once, taken back, and its calendar is replaced by the next one’s', async ({
  page,
}) => {
  const file = await somebody(page);
  await page.goto(`${file}/home`);
  await page.getByRole('button', { name: 'Plan for home' }).click();
  await expect(page.getByRole('heading', { name: 'Plan for home' })).toBeVisible();
  const head = page.getByText(/counted breaths on the fullest day/);
  const first = await head.innerText();
  await page.getByRole('radio', { name: 'half of that' }).click();
  await expect(head).not.toHaveText(first);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(head).toHaveText(first);
  await page
    .getByRole('button', { name: /^more breaths of/ })
    .first()
    .click();
  await expect(head).not.toHaveText(first);
  await page.getByLabel('To, the next visit').fill('2020-01-01');
  await expect(page.getByText('Not to be sent: it ends before it begins')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Send it home' })).toBeDisabled();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Sun' }).click();
  await page.getByLabel('A sentence to the client').fill('Slowly is the way.');
  await saved(page);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.reload();
  await expect(page.getByLabel('A sentence to the client')).toHaveValue('Slowly is the way.');
  await page.getByRole('button', { name: 'Send it home' }).click();
  await expect(page.getByRole('heading', { name: 'At home now' })).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  const calendar = async () => {
    await unfold(page, 'Other ways');
    const href = await page.getByRole('link', { name: 'Calendar with alarms' }).getAttribute('href');
    return (await page.request.get(href!)).text();
  };
  const kept = new Map<string, { sequence: number; cancelled: boolean; alarms: number }>();
  const take = (text: string) => {
    for (const event of new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent')) {
      const uid = String(event.getFirstPropertyValue('uid'));
      const sequence = Number(event.getFirstPropertyValue('sequence'));
      if ((kept.get(uid)?.sequence ?? -1) < sequence)
        kept.set(uid, {
          sequence,
          cancelled: event.getFirstPropertyValue('status') === 'CANCELLED',
          alarms: event.getAllSubcomponents('valarm').length,
        });
    }
  };
  const shown = () => [...kept.values()].filter((e) => !e.cancelled);
  take(await calendar());
  const before = shown().length;
  expect(before).toBeGreaterThan(2);
  expect(shown().every((e) => e.alarms === 1)).toBe(true);
  const link = await linkOf(page);
  await page.getByRole('button', { name: 'Renew it' }).click();
  await expect(page.getByRole('heading', { name: 'The next plan' })).toBeVisible();
  await page.getByRole('radio', { name: 'only five minutes a day' }).click();
  await expect(page.getByRole('radio', { name: 'only five minutes a day' })).toBeChecked();
  await saved(page);
  await page.getByRole('button', { name: 'Send it home' }).click();
  await expect(page.getByRole('heading', { name: 'The next plan' })).toHaveCount(0);
  await expect(page.getByText(/^plan 2, sent/)).toBeVisible();
  take(await calendar());
  expect(shown().length).toBeLessThan(before);
  // The paper on the wall opens the plan that is at home now.
  const opened = await page.request.get('/home/plan', {
    headers: { authorization: `Bearer ${link.split('#')[1]}` },
  });
  expect(((await opened.json()) as { doc: { number: number } }).doc.number).toBe(2);
});

test('the sixteen questions are answered at home', async ({ page, browser }) => {
  const file = await somebody(page);
  await page.goto(`${file}/home`);
  await page.getByRole('button', { name: 'Plan for home' }).click();
  await page.getByLabel(/Ask the sixteen complaints/).click();
  await saved(page);
  await page.getByRole('button', { name: 'Send it home' }).click();
  await expect(page.getByRole('heading', { name: 'At home now' })).toBeVisible();
  const link = await linkOf(page);
  const { context, phone } = await phoneOf(browser);
  await phone.goto(link);
  await phone.getByRole('button', { name: 'Answer them' }).click();
  await expect(phone.getByRole('button', { name: '16 still to answer' })).toBeDisabled();
  expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([]);
  for (const group of await phone.getByRole('group').all()) await group.getByText('sometimes').click();
  await phone.getByRole('button', { name: 'Send the answers' }).click();
  await expect(phone.getByRole('button', { name: 'Answer them' })).toHaveCount(0);
  await expect.poll(() => reportsOf(file).map((r) => r.kind)).toEqual(['complaints']);
  await context.close();
  await page.goto('/');
  const due = page.getByRole('region', { name: 'Today' });
  await expect(due).toBeVisible();
  // What may harm stands above it; eight lines are shown at first.
  const more = due.getByRole('button', { name: /^\d+ more$/ });
  await expect(async () => {
    if (await more.isVisible()) await more.click();
    await expect(due.getByText('Answered the sixteen complaints at home: 32 of 64.').first()).toBeVisible({
      timeout: 1500,
    });
  }).toPass();
});

test(
  'the page at home is small, painted soon on a slow phone, and holds at every width',
  { tag: '@timed' },
  async ({ page, browser }) => {
    const file = await somebody(page);
    await sentHome(page, file);
    const link = await linkOf(page);
    const script = readFileSync('public/at-home/page.js');
    expect(gzipSync(script).length / 1024).toBeLessThan(50);
    const { context, phone } = await phoneOf(browser);
    const cdp = await context.newCDPSession(phone);
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    await phone.goto(link);
    await expect(phone.getByRole('heading', { name: 'Wen, today' })).toBeVisible();
    const painted = await phone.evaluate(
      () => performance.getEntriesByName('first-contentful-paint')[0]!.startTime,
    );
    console.log(`first paint on a CPU slowed four times: ${painted.toFixed(0)} ms`);
    expect(painted).toBeLessThan(1000);
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 });
    for (const width of [320, 390, 834]) {
      await phone.setViewportSize({ width, height: 844 });
      expect(
        await phone.evaluate(() => document.documentElement.scrollWidth - innerWidth),
      ).toBeLessThanOrEqual(0);
    }
    for (const box of await phone.locator('button, a').all()) {
      const size = (await box.boundingBox())!;
      expect(Math.min(size.width, size.height)).toBeGreaterThanOrEqual(44);
    }
    await context.close();
  },
);

test('the door for phones opens the page at home and nothing else of the house', async ({ page }) => {
  const { openFront } = (await import('../../scripts/front.mjs' as string)) as {
    openFront: (at: {
      host: string;
      port: number;
      target: number;
    }) => Promise<{ front: ReturnType<typeof createServer>; origin: string }>;
  };
  const file = await somebody(page);
  await sentHome(page, file);
  const token = (await linkOf(page)).split('#')[1]!;
  const { front, origin } = await openFront({ host: '127.0.0.1', port: 4797, target: PORT });
  /** Asked with the path as it is, which a browser would tidy up first. */
  const status = (method: string, path: string, headers: Record<string, string> = {}, body?: string) =>
    new Promise<number>((resolve, reject) => {
      const sent = ask({ host: '127.0.0.1', port: 4797, method, path, headers }, (answer) => {
        answer.resume();
        resolve(answer.statusCode!);
      });
      sent.on('error', reject);
      sent.end(body);
    });
  try {
    const bearer = { authorization: `Bearer ${token}` };
    expect(await status('GET', '/home')).toBe(200);
    expect(await status('GET', '/at-home/page.js')).toBe(200);
    expect(await status('GET', '/home/plan', bearer)).toBe(200);
    expect(await status('GET', '/home/plan')).toBe(404);
    for (const path of [
      '/',
      '/clients',
      `${file}/home`,
      `${file}/export`,
      '/classes',
      '/find',
      '/save/screen/x',
      '/home/',
      '/home/../',
      '/home/..%2f',
      '//',
      '/at-home/../clients',
      '/at-home/%2e%2e/',
      '/at-home/..',
      '/_next/static/x',
      '/drills',
      '/diary',
    ])
      expect([path, await status('GET', path, { ...bearer, host: `127.0.0.1:${PORT}` })]).toEqual([
        path,
        404,
      ]);
    expect(await status('POST', '/bring-in', bearer, '{}')).toBe(404);
    expect(await status('POST', '/home', bearer, '{}')).toBe(404);
    expect(await status('DELETE', '/home/said', bearer)).toBe(404);
    expect(await status('POST', '/home/said', { ...bearer, origin: 'http://elsewhere.test' }, '{}')).toBe(
      403,
    );
    expect(await status('POST', '/home/said', { ...bearer, origin }, '{}')).toBe(400);
    expect(await status('POST', '/home/said', { ...bearer, 'content-length': '9999999' })).toBe(413);
  } finally {
    await new Promise((done) => {
      front.close(done);
      front.closeAllConnections();
    });
  }
  // The house itself answers to this machine only, whatever a visitor says of themselves.
  const outside = await page.request
    .get(`${BASE}/`, { headers: { host: 'kokyu.test' }, maxRedirects: 0 })
    .catch(() => null);
  if (outside) expect(outside.status()).toBe(421);
});
