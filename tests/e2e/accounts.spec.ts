import { join } from 'node:path';
import { execFileSync } from 'node:child_process';
import { expect, test, type Browser, type Page } from '@playwright/test';
import Database from 'better-sqlite3';
import { DATABASE } from '../../playwright.config';
import { everyIssueFor } from './helpers';
import { dropDatabase, ownServer, type OwnServer } from './own-server';
import { fromBase32, totp } from './totp';

test.describe.configure({ mode: 'serial' });

const database = join(DATABASE, '../accounts.db');
const PASSWORD = 'a pier a boat a rope';
const THEIRS = 'a hill a cart a drum';
let server: OwnServer;
let codes: string[] = [];

test.beforeAll(async () => {
  dropDatabase(database);
  execFileSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'src/demo/fill.ts'], {
    env: { ...process.env, KOKYU_DB: database },
    stdio: 'ignore',
  });
  server = await ownServer(database, 4696);
});

test.afterAll(async () => {
  await server?.stop();
  dropDatabase(database);
});

const onDisk = <T>(run: (db: Database.Database) => T): T => {
  const db = new Database(database);
  try {
    return run(db);
  } finally {
    db.close();
  }
};

const seat = async (browser: Browser): Promise<Page> =>
  (await browser.newContext({ baseURL: server.origin })).newPage();

async function enter(page: Page, username: string, password: string): Promise<void> {
  await page.getByLabel('Name to sign in by').fill(username);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
}

async function signedIn(browser: Browser, username: string, password: string, path = '/'): Promise<Page> {
  const page = await seat(browser);
  await page.goto(path);
  await enter(page, username, password);
  await expect(page.getByRole('button', { name: 'Lock' })).toBeVisible();
  return page;
}

/** The address of a file that is on the list of today. */
async function fileOf(page: Page, name: string): Promise<string> {
  const href = await page.getByRole('link', { name }).first().getAttribute('href');
  return /^\/clients\/[0-9a-f-]{36}/.exec(href!)![0];
}

test('the code of a code app is the one of the standard (RFC 6238, appendix B)', () => {
  const key = Buffer.from('12345678901234567890');
  for (const [at, code] of [
    [59, '94287082'],
    [1111111109, '07081804'],
    [1234567890, '89005924'],
    [20000000000, '65353130'],
  ] as const)
    expect(totp(key, at, 8)).toBe(code);
  expect(fromBase32('GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ')).toEqual(key);
});

test('one open door becomes accounts: the owner takes over what is kept, and nothing opens without signing in', async ({
  browser,
}) => {
  const page = await seat(browser);
  await page.goto('/settings#who');
  await page.getByRole('link', { name: 'Make accounts for several' }).click();
  await page.getByLabel('Your name, as others here see it').fill('Mara Quill');
  await page.getByLabel(/^Name to sign in by/).fill('Mara');
  await page.getByLabel(/^Password/).fill('password');
  await page.getByRole('button', { name: 'Make the owner’s account' }).click();
  await expect(page.getByRole('alert').filter({ hasText: '10 letters or more' })).toBeVisible();
  await page.getByLabel(/^Password/).fill(PASSWORD);
  await page.getByRole('button', { name: 'Make the owner’s account' }).click();
  await expect(page.getByRole('heading', { name: 'Codes for a lost password, of “mara”' })).toBeVisible();
  expect(await everyIssueFor(page)).toEqual([]);
  codes = await page.locator('ol.font-mono li').allInnerTexts();
  expect(new Set(codes).size).toBe(10);
  await page.getByRole('button', { name: 'They are put away: sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  expect(await everyIssueFor(page)).toEqual([]);
  await enter(page, 'mara', 'a pier a boat a cart');
  await expect(page.getByText('That is not right. Try again.')).toBeVisible();
  await enter(page, 'mara', PASSWORD);
  await expect(page.getByRole('heading', { name: 'Another account' })).toBeVisible();
  await page.locator('[data-awake=true]').first().waitFor();
  // By keys alone.
  for (const [name, username, role] of [
    ['Ilse Wren', 'ilse', 'instructor'],
    ['Tam Oke', 'tam', 'assistant'],
  ] as const) {
    await page.getByLabel('Name', { exact: true }).focus();
    await page.keyboard.type(name);
    await page.keyboard.press('Tab');
    await page.keyboard.type(username);
    await page.keyboard.press('Tab');
    await page.keyboard.type(THEIRS);
    await page.getByLabel('Role').selectOption(role);
    await page.getByLabel('First password').press('Enter');
    await page.getByRole('button', { name: 'They have them' }).click();
    await expect(page.getByText(`signs in as “${username}”`)).toBeVisible();
  }
  expect(await everyIssueFor(page)).toEqual([]);
  const secrets = onDisk((db) => db.prepare('SELECT password FROM credentials').pluck().all() as string[]);
  for (const hash of secrets) expect(hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
  await page.goto('/');
  await expect(page.getByRole('link', { name: /^Odile K\./ }).first()).toBeVisible();
});

test('a file is shared to look at, then to write, then taken back; another stays out of sight', async ({
  browser,
}) => {
  const mara = await signedIn(browser, 'mara', PASSWORD);
  const ilse = await signedIn(browser, 'ilse', THEIRS);
  const file = await fileOf(mara, 'Odile K.');
  const other = await fileOf(mara, 'Bram T.');
  await expect(ilse.getByText('Odile K.')).toHaveCount(0);
  await ilse.goto(file);
  await expect(ilse.getByRole('heading', { name: 'Nothing is kept under this address' })).toBeVisible();
  await mara.goto(file);
  await mara.getByRole('button', { name: 'Client file' }).click();
  await mara.getByRole('link', { name: /^Share it/ }).click();
  await expect(mara.getByText('Nobody. You alone see this file.')).toBeVisible();
  await mara.getByRole('button', { name: 'Share the file' }).click();
  await expect(mara.getByText('Ilse Wren sees the file')).toBeVisible();
  expect(await everyIssueFor(mara)).toEqual([]);

  await ilse.goto('/');
  await ilse.getByRole('region', { name: 'Shared with you' }).getByRole('link', { name: 'Odile K.' }).click();
  // The address of a file leads on to the station that is due.
  await ilse.waitForURL(/\/coach$/);
  await expect(ilse.getByRole('heading', { level: 1, name: 'Odile K.' })).toBeVisible();
  await ilse.goto(`${file}/screen`);
  await ilse.getByLabel('Goals', { exact: true }).fill('to carry a boat up a beach');
  await expect(ilse.getByText(/You may look at these records, not change them/).first()).toBeVisible();
  await ilse.goto(other);
  await expect(ilse.getByRole('heading', { name: 'Nothing is kept under this address' })).toBeVisible();

  await mara.getByLabel('What they may').selectOption('write');
  await mara.getByRole('button', { name: 'Share the file' }).click();
  await expect(mara.getByText('Ilse Wren sees and writes the file')).toBeVisible();
  await ilse.goto(`${file}/screen`);
  await ilse.getByLabel('Goals', { exact: true }).fill('to row without holding the breath');
  await expect(ilse.getByText(/^All saved/)).toBeVisible();

  await mara.getByRole('button', { name: 'take back from Ilse Wren' }).click();
  await expect(mara.getByText('Nobody. You alone see this file.')).toBeVisible();
  await ilse.goto(file);
  await expect(ilse.getByRole('heading', { name: 'Nothing is kept under this address' })).toBeVisible();
  // What she pressed is noted, what the router fetched ahead of a press is not.
  const seen = onDisk((db) =>
    db
      .prepare(
        "SELECT detail FROM traces WHERE what = 'seen' AND who = (SELECT id FROM users WHERE username = 'ilse') ORDER BY n",
      )
      .pluck()
      .all(),
  );
  expect(seen).toEqual(['file', 'coach', 'screen']);
  await mara.goto('/trace');
  await expect(mara.getByText(/The log is whole: \d+ entries/)).toBeVisible();
  await expect(mara.getByRole('row', { name: /Ilse Wren.*changed.*K-.*save screen/ }).first()).toBeVisible();
  expect(await everyIssueFor(mara)).toEqual([]);
});

test('an assistant coaches what was given for today and sees nothing of the file', async ({ browser }) => {
  const mara = await signedIn(browser, 'mara', PASSWORD);
  const tam = await signedIn(browser, 'tam', THEIRS);
  await expect(tam.getByText('Nothing is given to you now.')).toBeVisible();
  const file = await fileOf(mara, 'Odile K.');
  await mara.goto(`${file}/share`);
  await mara.getByRole('button', { name: 'Give it for today' }).click();
  await expect(mara.getByText(/Tam Oke coaches “.*” until/)).toBeVisible();
  await tam.reload();
  expect(await everyIssueFor(tam)).toEqual([]);
  await tam.getByRole('link', { name: 'Coach' }).click();
  await expect(tam.getByRole('heading', { level: 1, name: 'Odile K.' })).toBeVisible();
  await expect(tam.getByRole('navigation', { name: 'Stations' })).toHaveCount(0);
  await tam
    .getByRole('button', { name: /^Coach |^Begin|^Start/ })
    .first()
    .click();
  await tam.waitForURL(/\/coach\/[0-9a-f-]{36}$/);
  // A key that is pressed before the page has taken over is lost.
  await expect(async () => {
    await tam.keyboard.press(' ');
    await expect(tam.getByRole('button', { name: /^(Pause|Ready)$/ }).first()).toBeVisible({ timeout: 1500 });
  }).toPass();
  // One thing at a time says only what is not saved.
  await expect(tam.getByText('Saving …')).toHaveCount(0);
  const goals = onDisk(
    (db) =>
      db
        .prepare(
          "SELECT json_extract(data, '$.goals') FROM screens JOIN clients ON clients.id = client_id WHERE name = 'Odile K.'",
        )
        .pluck()
        .get() as string,
  );
  expect(await tam.content()).not.toContain(goals);
  await tam.goto(`${file}/screen`);
  await expect(tam.getByRole('heading', { name: 'This is not for your account' })).toBeVisible();
});

test('a screen locks by a press and by quiet, and opens by the PIN; five wrong ones end the sign-in', async ({
  browser,
}) => {
  const page = await signedIn(browser, 'ilse', THEIRS, '/account');
  expect(await everyIssueFor(page)).toEqual([]);
  await page.getByLabel('PIN, 4 to 8 digits').fill('1111');
  const own = page.getByRole('region', { name: 'PIN for a locked screen' });
  await own.getByLabel('Your password').fill(THEIRS);
  await own.getByRole('button', { name: 'Set the PIN' }).click();
  await expect(own.getByText(/not all the same/)).toBeVisible();
  await page.getByLabel('PIN, 4 to 8 digits').fill('4831');
  await own.getByRole('button', { name: 'Set the PIN' }).click();
  await expect(own.getByText('Your PIN opens it; so does the password.')).toBeVisible();
  // The press loads the page anew.
  await Promise.all([page.waitForEvent('load'), page.getByRole('button', { name: 'Lock' }).click()]);
  await expect(page.getByRole('heading', { name: 'Locked' })).toBeVisible();
  expect(await everyIssueFor(page)).toEqual([]);
  // Nothing opens meanwhile, whatever is asked for.
  expect((await page.request.get(`${server.origin}/bundle`)).status()).toBe(401);
  await page.getByLabel('PIN, or password').fill('4831');
  await page.getByRole('button', { name: 'Open' }).click();
  await expect(page.getByRole('heading', { name: 'Ilse Wren' })).toBeVisible();

  // Left alone for longer than ten minutes, as the server has it.
  onDisk((db) =>
    db
      .prepare(
        "UPDATE sessions SET seen_at = '2026-01-01T00:00:00.000Z' WHERE user_id = (SELECT id FROM users WHERE username = 'ilse')",
      )
      .run(),
  );
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Locked' })).toBeVisible();
  for (let n = 4; n >= 1; n--) {
    await page.getByLabel('PIN, or password').fill('9999');
    await page.getByRole('button', { name: 'Open' }).click();
    await expect(page.getByText(`${n} tries are left.`)).toBeVisible();
  }
  await page.getByLabel('PIN, or password').fill('9999');
  await page.getByRole('button', { name: 'Open' }).click();
  await expect(page.getByText(/Too many wrong tries/)).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
});

test('a second factor: a code app beside the password', async ({ browser }) => {
  const page = await signedIn(browser, 'ilse', THEIRS, '/account');
  const part = page.getByRole('region', { name: 'Second factor' });
  await part.getByLabel('Your password').fill(THEIRS);
  await part.getByRole('button', { name: 'Begin' }).click();
  const key = fromBase32(await part.locator('p.font-mono').innerText());
  await part.getByLabel('Code', { exact: true }).fill('000000');
  await part.getByRole('button', { name: /turn it on/ }).click();
  await expect(part.getByText(/That code is not right/)).toBeVisible();
  await part.getByLabel('Code', { exact: true }).fill(totp(key, Date.now() / 1000));
  await part.getByRole('button', { name: /turn it on/ }).click();
  await expect(part.getByText(/signing in asks for the six digits/)).toBeVisible();

  const other = await seat(browser);
  await other.goto('/');
  await enter(other, 'ilse', THEIRS);
  await expect(other.getByText(/The password is right/)).toBeVisible();
  // The password alone opens nothing.
  expect((await other.request.get(`${server.origin}/drills`)).status()).toBe(401);
  await other.getByLabel('Code').fill(totp(key, Date.now() / 1000));
  await other.getByRole('button', { name: 'Go on' }).click();
  await expect(other.getByRole('button', { name: 'Lock' })).toBeVisible();

  // The first sees the second, and ends it.
  await page.reload();
  await page
    .getByRole('button', { name: /^end Chromium/ })
    .first()
    .click();
  await expect.poll(async () => (await other.request.get(`${server.origin}/drills`)).status()).toBe(401);
  await part.getByLabel('Your password').fill(THEIRS);
  await part.getByRole('button', { name: 'Turn it off' }).click();
  await expect(part.getByRole('button', { name: 'Begin' })).toBeVisible();
});

test('a passkey of the device signs in, and is taken away', async ({ browser }) => {
  const page = await signedIn(browser, 'ilse', THEIRS, '/account');
  const device = await page.context().newCDPSession(page);
  await device.send('WebAuthn.enable');
  await device.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  const part = page.getByRole('region', { name: 'Passkeys' });
  await part.getByLabel('What this device is called').fill('the tablet');
  await part.getByRole('button', { name: 'Add a passkey of this device' }).click();
  await expect(part.getByText('the tablet')).toBeVisible();
  await page.getByRole('button', { name: 'sign out', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await page.getByRole('button', { name: 'with a passkey' }).click();
  await expect(page.getByRole('link', { name: 'Ilse Wren' })).toBeVisible();
  await page.goto('/account');
  await part.getByRole('button', { name: 'take the passkey “the tablet” away' }).click();
  await expect(part.getByText('the tablet')).toHaveCount(0);
  await page.getByRole('button', { name: 'sign out', exact: true }).click();
  await page.getByRole('button', { name: 'with a passkey' }).click();
  await expect(page.getByText('This passkey is not known here, or its account has ended.')).toBeVisible();
});

test('a printed code replaces a lost password once, and ends every sign-in', async ({ browser }) => {
  const before = await signedIn(browser, 'mara', PASSWORD);
  const page = await seat(browser);
  await page.goto('/');
  await page.getByRole('button', { name: 'password lost' }).click();
  const recover = async (code: string, password: string) => {
    await page.getByLabel('Name to sign in by').fill('mara');
    await page.getByLabel('Printed code').fill(code);
    await page.getByLabel(/^New password/).fill(password);
    await page.getByRole('button', { name: 'Set the new password' }).click();
  };
  await recover('AAAA-BBBB-CCCC-DDDD', 'a door a lamp a key');
  await expect(page.getByText(/do not belong together/)).toBeVisible();
  await recover(codes[0]!.toLowerCase().replaceAll('-', ' '), 'a door a lamp a key');
  await expect(page.getByText(/The password is changed/)).toBeVisible();
  expect((await before.request.get(`${server.origin}/drills`)).status()).toBe(401);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('button', { name: 'password lost' }).click();
  await recover(codes[0]!, PASSWORD);
  await expect(page.getByText(/or the code was used/)).toBeVisible();
  await page.getByRole('button', { name: 'back' }).click();
  await enter(page, 'mara', 'a door a lamp a key');
  await expect(page.getByRole('button', { name: 'Lock' })).toBeVisible();
});

test('a file is handed over with all that belongs to it, and an account ends', async ({ browser }) => {
  const mara = await signedIn(browser, 'mara', 'a door a lamp a key');
  const file = await fileOf(mara, 'Petra V.');
  const id = file.split('/')[2]!;
  const counts = () =>
    onDisk((db) =>
      ['screens', 'looks', 'sequences', 'runs', 'home_plans', 'home_reports'].map((t) =>
        db.prepare(`SELECT count(*) FROM ${t} WHERE client_id = ?`).pluck().get(id),
      ),
    );
  const before = counts();
  onDisk((db) => {
    const rows = db.prepare('SELECT id, data FROM classes').all() as { id: string; data: string }[];
    for (const row of rows) {
      const data = JSON.parse(row.data) as { roster: { clientId?: string }[] };
      data.roster = data.roster.filter((r) => !JSON.stringify(r).includes(id));
      db.prepare('UPDATE classes SET data = ? WHERE id = ?').run(JSON.stringify(data), row.id);
    }
  });
  await mara.goto(`${file}/share`);
  await mara.getByRole('button', { name: 'Hand over …' }).click();
  await mara.getByRole('button', { name: 'Yes, hand Petra V. to Ilse Wren' }).click();
  await expect(mara.getByRole('heading', { name: 'Clients' })).toBeVisible();
  await expect(mara.getByRole('link', { name: /^Petra V\./ })).toHaveCount(0);
  expect(counts()).toEqual(before);
  const ilse = await signedIn(browser, 'ilse', THEIRS);
  await ilse
    .getByRole('link', { name: /^Petra V\./ })
    .first()
    .click();
  await expect(ilse.getByRole('heading', { level: 1, name: 'Petra V.' })).toBeVisible();

  await mara.goto('/people');
  await mara.getByRole('button', { name: 'end the account of Ilse Wren' }).click();
  await mara.getByRole('button', { name: 'Yes, end this account' }).click();
  await expect(mara.getByText(/hand them over first/)).toBeVisible();
  await mara.getByRole('button', { name: 'hand over clients of Ilse Wren' }).click();
  await mara.getByRole('button', { name: 'Show the clients of Ilse Wren' }).click();
  await mara.getByRole('button', { name: 'hand over Petra V.' }).click();
  await expect(mara.getByText('No clients are left in this account.')).toBeVisible();
  await mara.getByRole('button', { name: 'end the account of Ilse Wren' }).click();
  await mara.getByRole('button', { name: 'Yes, end this account' }).click();
  await expect(mara.getByText(/^Ended: Ilse Wren/)).toBeVisible();
  await ilse.reload();
  await enter(ilse, 'ilse', THEIRS);
  await expect(ilse.getByText('That is not right. Try again.')).toBeVisible();
  // An entry of the log that is changed is found.
  onDisk((db) => {
    db.exec('DROP TRIGGER traces_stay');
    db.exec("UPDATE traces SET who = 'nobody' WHERE n = 5");
  });
  await mara.goto('/trace');
  await expect(mara.getByText(/The log is not whole: entry 5 is missing or was changed/)).toBeVisible();
});
