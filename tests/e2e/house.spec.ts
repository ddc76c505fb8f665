import { expect, test } from '@playwright/test';
import { GLOSSARY } from '@/core/base/glossary';
import { demoClient, everyIssueFor, stationsOf, unfold } from './helpers';
import { part } from './part';

/** Every place of the house, with data in it. */
const PLACES: readonly {
  name: string;
  open: (file: string) => string;
  then?: string;
  also?: string;
  ask?: string;
}[] = [
  { name: 'Today', open: () => '/' },
  { name: 'Drills', open: () => '/drills' },
  { name: 'Words', open: () => '/words' },
  { name: 'a drill of one’s own', open: () => '/drills', then: 'text=Copy and change' },
  { name: 'Screen', open: (f) => `${f}/screen` },
  { name: 'Looks', open: (f) => `${f}/look` },
  { name: 'Look', open: (f) => `${f}/look`, then: 'main ul a' },
  ...[
    'sweep',
    'tape',
    'exhale',
    'symptoms',
    'bands',
    'stack',
    'sideBend',
    'numbers',
    'hold',
    'rings',
    'core',
  ].map((t) => ({
    name: `Look at ${t}`,
    open: (f: string) => `${f}/look`,
    then: 'main ul a',
    ask: `?test=${t}`,
  })),
  { name: 'Read', open: (f) => `${f}/read` },
  { name: 'the model in Read', open: (f) => `${f}/read`, then: 'text=Read it otherwise' },
  { name: 'Sequences', open: (f) => `${f}/write` },
  { name: 'Write', open: (f) => `${f}/write`, then: 'main ul a' },
  {
    name: 'the shelf in Write',
    open: (f) => `${f}/write`,
    then: 'main ul a',
    also: 'button[aria-label="Shelf of drills"]',
  },
  { name: 'Coach', open: (f) => `${f}/coach` },
  { name: 'a run', open: (f) => `${f}/coach`, then: 'text=Go on with it' },
  { name: 'Follow', open: (f) => `${f}/follow` },
  { name: 'two looks', open: (f) => `${f}/follow/two` },
  { name: 'the report for the client', open: (f) => `/reports/${idIn(f)}?for=client` },
  { name: 'the report for a clinician', open: (f) => `/reports/${idIn(f)}?for=clinician` },
  { name: 'Studio', open: () => '/studio' },
  { name: 'Settings', open: () => '/settings' },
];
const idIn = (file: string): string => file.split('/').at(-1)!;

for (const place of part(PLACES, 3)) {
  test(`${place.name}: no request leaves the machine, no error, nothing at all for axe with all unfolded`, async ({
    page,
    baseURL,
  }) => {
    const outside: string[] = [];
    const errors: string[] = [];
    page.on('request', (r) => {
      if (!r.url().startsWith(baseURL!) && !/^(data|blob):/.test(r.url())) outside.push(r.url());
    });
    page.on('console', (m) => m.type() === 'error' && errors.push(m.text()));
    page.on('pageerror', (e) => errors.push(String(e)));
    const file = await demoClient(page, 'Odile K.');
    const response = await page.goto(place.open(file));
    if (place.then) await page.locator(place.then).first().click();
    if (place.also) await page.locator(place.also).click();
    if (place.ask) {
      await page.waitForURL(/[0-9a-f-]{36}$/);
      await page.goto(page.url() + place.ask);
    }
    await page.waitForLoadState('networkidle');
    expect(response!.headers()['content-security-policy']).toContain("connect-src 'self'");
    expect(response!.headers()['content-security-policy']).toContain("default-src 'self'");
    await page.evaluate(() => document.querySelectorAll('details').forEach((d) => (d.open = true)));
    expect(await everyIssueFor(page)).toEqual([]);
    expect(outside).toEqual([]);
    expect(errors).toEqual([]);
  });
}

test('a script from outside is refused by the policy', async ({ page }) => {
  await page.goto('/');
  const refused = page.evaluate(
    () =>
      new Promise<string>((done) => {
        document.addEventListener('securitypolicyviolation', (e) => done(e.violatedDirective), {
          once: true,
        });
        void fetch('http://192.0.2.1/').catch(() => undefined);
      }),
  );
  expect(await refused).toBe('connect-src');
});

test('a style element without the nonce of the page does nothing; a dialog’s own is let in', async ({
  page,
}) => {
  const violations: string[] = [];
  await page.exposeFunction('violated', (what: string) => violations.push(what));
  await page.addInitScript(() => {
    document.addEventListener('securitypolicyviolation', (e) =>
      (window as unknown as { violated: (what: string) => void }).violated(e.violatedDirective),
    );
  });
  await page.goto('/');
  await page.getByRole('button', { name: /^Help/ }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  // The page behind an open dialog does not scroll: that is what its style does.
  expect(await page.evaluate(() => getComputedStyle(document.body).overflow)).toBe('hidden');
  expect(violations).toEqual([]);
  const colour = await page.evaluate(() => {
    const style = document.createElement('style');
    style.textContent = 'body { color: rgb(1, 2, 3) !important }';
    document.head.append(style);
    return getComputedStyle(document.body).color;
  });
  expect(colour).not.toBe('rgb(1, 2, 3)');
  await expect.poll(() => violations).toEqual(['style-src-elem']);
});

test('help says what every word of the trade on a screen means', async ({ page }) => {
  const file = await demoClient(page, 'Petra');
  let listed = 0;
  const paths = part(['/', '/drills', '/studio', '/settings', ...stationsOf(file)], 2);
  for (const path of paths) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    const text = (await page.locator('#main').innerText()).toLowerCase();
    await page.getByRole('button', { name: /^Help/ }).click();
    const words = page.getByRole('region', { name: 'Words of this screen' });
    await expect(words).toBeVisible();
    const shown = (await words.locator('dt').allInnerTexts()).map((w) => w.toLowerCase());
    for (const { word, means } of Object.values(GLOSSARY)) {
      const at = ` ${text.replace(/[^a-z-]+/g, ' ')} `.indexOf(` ${word.toLowerCase()} `);
      if (at >= 0) expect(shown, `${word} on ${path}`).toContain(word.toLowerCase());
      if (shown.includes(word.toLowerCase())) await expect(words).toContainText(means);
    }
    listed += shown.length;
    await page.keyboard.press('Escape');
  }
  expect(listed).toBeGreaterThan(5 * paths.length);
});

test('every key has its line in the help, and none fires in a text field', async ({ page }) => {
  const file = await demoClient(page, 'Odile K.');
  await page.goto(`${file}/write`);
  await page.locator('main ul a').first().click();
  await expect(page.getByTestId('total')).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Help' })).toContainText('exhale half a second longer');
  await page.keyboard.press('Escape');
  const total = await page.getByTestId('total').innerText();
  await page.getByRole('textbox', { name: 'set-up' }).focus();
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('u');
  await expect(page.getByTestId('total')).toHaveText(total);
});

test('the search finds a client without putting the name in an address', async ({ page }) => {
  const addresses: string[] = [];
  page.on('request', (r) => addresses.push(r.url()));
  await page.goto('/');
  await page.getByLabel('Find').fill('sunni');
  const clients = page.getByRole('region', { name: 'Clients' });
  await expect(clients.getByRole('listitem')).toHaveCount(1);
  await expect(clients.getByRole('link', { name: /^Sunniva A\./ })).toBeVisible();
  expect(addresses.join(' ').toLowerCase()).not.toContain('sunni');
});

test('a client file goes out and comes in as a new client; a wrong one is refused', async ({ page }) => {
  const file = await demoClient(page, 'Wen L.');
  await page.goto(`${file}/follow`);
  await page.getByRole('button', { name: 'Client file' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save the whole file as JSON' }).click(),
  ]);
  const path = await download.path();
  await page.goto('/');
  await unfold(page, 'More');
  const choose = page.locator('input[type=file][accept*=".json"]');
  await choose.setInputFiles({
    name: 'other.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"letter"}'),
  });
  await expect(page.getByText(/not a client file/)).toBeVisible();
  await choose.setInputFiles(path);
  await page.waitForURL(/\/screen$/);
  expect(page.url()).not.toContain(file);
  const copy = new URL(page.url()).pathname.replace(/\/screen$/, '');
  await expect(page.getByRole('heading', { level: 1, name: 'Wen L.' })).toBeVisible();
  await page.getByRole('button', { name: 'Client file' }).click();
  await page.getByRole('button', { name: 'Archive client', exact: true }).click();
  await page.getByRole('button', { name: 'Yes, archive' }).click();
  await page.getByRole('button', { name: 'Go to Today' }).click();
  const clients = page.getByRole('region', { name: 'Clients' });
  await expect(clients.locator(`a[href="${file}"]`)).toHaveCount(1);
  await expect(clients.locator(`a[href="${copy}"]`)).toHaveCount(0);
});
