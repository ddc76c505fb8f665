import { expect, test, type Page } from '@playwright/test';
import { demoClient, everyIssueFor, firstOf, newClient, propose, stationsOf } from './helpers';
import { part } from './part';

/** What the focus stands on, by the name that is read out. */
const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const has = document.activeElement as (HTMLElement & { labels?: NodeListOf<HTMLElement> }) | null;
    if (!has || has === document.body) return '(nothing)';
    const name = has.getAttribute('aria-label') ?? has.labels?.[0]?.innerText ?? has.innerText ?? '';
    return name.replace(/\s+/g, ' ').trim();
  });

/** Goes on with Tab until the focus stands on that name; comes round once at most. */
async function tabTo(page: Page, name: RegExp, key: 'Tab' | 'Shift+Tab' = 'Tab'): Promise<void> {
  for (let i = 0; i < 260; i++) {
    await page.keyboard.press(key);
    if (name.test(await focused(page))) return;
  }
  throw new Error(`${key} does not come to ${name}.`);
}
/** Goes to a control and presses it; afterwards the focus stands somewhere. */
async function press(page: Page, name: RegExp, key = 'Enter'): Promise<void> {
  await tabTo(page, name);
  await page.keyboard.press(key);
  await expect.poll(() => focused(page), { message: `after ${name}` }).not.toBe('(nothing)');
}

for (const [width, height] of [
  [1280, 800],
  [390, 844],
] as const)
  test(`the whole story by keyboard alone, ${width} wide`, async ({ page }) => {
    test.setTimeout(240_000);
    await page.setViewportSize({ width, height });
    await page.goto('/');
    await page.locator('[data-awake=true]').first().waitFor();
    await tabTo(page, /^Name as you use it/);
    await page.keyboard.type(`By Key ${width}`);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: `By Key ${width}` })).toBeVisible();
    await page.locator('[data-awake=true]').first().waitFor();
    await press(page, /^Positions that are out/);
    await press(page, /^knees cannot kneel$/, ' ');
    await press(page, /^Consent, props, size/);
    await press(page, /^to be watched$/, ' ');
    await expect(page.getByRole('checkbox', { name: 'to be watched' })).toBeChecked();
    await press(page, /^straw$/, ' ');
    await tabTo(page, /^Goals$/);
    await page.keyboard.type('sing long lines');
    await press(page, /^Task/);
    await press(page, /^sings, speaks$/, ' ');
    await tabTo(page, /^On to Look$/, 'Shift+Tab');
    await page.keyboard.press('Enter');
    const surface = page.getByTestId('tap-surface');
    await expect(surface).toBeVisible();
    await tabTo(page, /press Space to start/);
    for (let i = 0; i < 8; i++) {
      await page.keyboard.press(' ');
      await page.waitForTimeout(400);
    }
    await press(page, /^Finish the watch$/);
    await expect(page.getByText('7 taps').first()).toBeVisible();
    await press(page, /^Rib rings/);
    await expect(page.getByRole('heading', { name: 'Rib rings' })).toBeFocused();
    await tabTo(page, /^sternum$/);
    for (let i = 0; i < 7; i++) await page.keyboard.press('ArrowUp');
    await tabTo(page, /^belly$/);
    await page.keyboard.press('ArrowUp');
    await press(page, /^Finish and read$/);
    await page.waitForURL(/\/read$/);
    await expect(page.getByRole('heading', { name: 'Patterns', exact: true })).toBeVisible();
    await press(page, /^Write a sequence$/);
    await page.waitForURL(/\/write$/);
    await expect(page.getByRole('button', { name: 'Keep this sequence' })).toBeEnabled();
    await press(page, /^Keep this sequence$/);
    await page.waitForURL(/\/write\/[0-9a-f-]{36}$/);
    const staves = page.getByRole('region', { name: 'Staves' });
    await expect(staves).toBeVisible();
    const blocks = staves.locator('[data-block]');
    const count = await blocks.count();
    await page.locator('[data-awake=true]').first().waitFor();
    for (let i = 0; i < 260; i++) {
      await page.keyboard.press('Tab');
      if (await page.evaluate(() => document.activeElement?.hasAttribute('data-block') ?? false)) break;
    }
    await page.keyboard.press('Enter');
    const total = page.getByTestId('total');
    const before = await total.innerText();
    await press(page, /^out: more$/);
    await expect(total).not.toHaveText(before);
    await press(page, /^Swap$/);
    const dialog = page.getByRole('dialog');
    await expect(dialog).toBeVisible();
    await page.keyboard.press('Escape');
    await expect.poll(() => focused(page)).toBe('Swap');
    // Passing through the fields on the way changed nothing that would have to be undone first.
    await press(page, /^Undo$/);
    await expect(total).toHaveText(before);
    await press(page, /^Take out$/);
    await expect(blocks).toHaveCount(count - 1);
    await press(page, /^Undo$/);
    await expect(blocks).toHaveCount(count);
    await press(page, /^Coach it$/);
    await page.waitForURL(/\/coach\/[0-9a-f-]{36}$/);
    await press(page, /^Start$/);
    await expect(page.getByRole('button', { name: 'Pause', exact: true }).first()).toBeVisible();
    // Two presses of one button so soon after another are one.
    await page.waitForTimeout(400);
    await press(page, /^Ready now$/);
    await expect(page.getByTestId('phase')).toBeVisible();
    await press(page, /^Next$/);
    await press(page, /^4 of 5$/, ' ');
    await press(page, /^Stop sign$/);
    await expect(dialog).toBeVisible();
    await page.keyboard.press('Escape');
    await press(page, /^Leave/);
    await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible();
    await press(page, /^Follow/);
    await page.waitForURL(/\/follow$/);
    await expect(page.getByRole('heading', { name: 'Follow' })).toBeFocused();
    await expect(page.getByRole('region', { name: 'Quiet rate' })).toBeVisible();
  });

/** Controls whose Enter or Space a key of the screen took away. */
const stolen = (page: Page) =>
  page.evaluate(() => {
    const controls = document.querySelectorAll<HTMLElement>(
      'button:not(:disabled), a[href], summary, select, input:not(:disabled), textarea, [role="slider"], [role="button"]',
    );
    let prevented = false;
    const note = (event: Event) => (prevented = event.defaultPrevented);
    document.addEventListener('keydown', note);
    const found: string[] = [];
    for (const control of controls) {
      if (!control.isConnected || control.getClientRects().length === 0) continue;
      for (const key of ['Enter', ' ']) {
        control.focus({ preventScroll: true });
        if (document.activeElement !== control) continue;
        const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
        control.dispatchEvent(event);
        // The control’s own handlers and the page’s have run when the event is at the document; keys of the screen come after.
        if (event.defaultPrevented !== prevented)
          found.push(
            `${key === ' ' ? 'Space' : key} on ${control.getAttribute('aria-label') ?? control.innerText}`,
          );
      }
    }
    document.removeEventListener('keydown', note);
    return { found, tried: controls.length };
  });

test('on every page, whatever control has the focus keeps Enter and Space', async ({ page }) => {
  test.setTimeout(240_000);
  const file = await demoClient(page, 'Petra');
  const paths = [
    '/',
    '/drills',
    '/words',
    ...stationsOf(file),
    await firstOf(page, file, 'write'),
    await firstOf(page, file, 'coach'),
  ];
  for (const path of part(paths, 2)) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    const { found, tried } = await stolen(page);
    expect([path.replace(file, ''), found]).toEqual([path.replace(file, ''), []]);
    expect(tried).toBeGreaterThan(4);
  }
  // Every test of a look, and a run: there keys mean most.
  await page.goto(await firstOf(page, file, 'look'));
  const tests = page.getByRole('list', { name: 'Tests' }).getByRole('button');
  for (const i of part([...Array(await tests.count()).keys()], 3)) {
    await tests.nth(i).click();
    await page.waitForTimeout(150);
    expect((await stolen(page)).found).toEqual([]);
  }
  const other = await newClient(page, 'Keys of a run');
  await propose(page, other, 12);
  await page.getByRole('button', { name: 'Coach it' }).click();
  await expect(page.getByRole('button', { name: 'Stop sign' })).toBeVisible();
  expect((await stolen(page)).found).toEqual([]);
});

test('axe finds nothing in any dialog, nor in Write and a run with their panels open', async ({ page }) => {
  test.setTimeout(240_000);
  const file = await demoClient(page, 'Petra');
  const found: string[] = [];
  const check = async (where: string) => {
    for (const issue of await everyIssueFor(page)) found.push(`${where}: ${issue}`);
  };
  const unfold = () =>
    page.evaluate(() => document.querySelectorAll('details').forEach((d) => (d.open = true)));
  const dialog = async (path: string, name: string | RegExp) => {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    await page.getByRole('button', { name }).first().click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await check(`${path.replace(file, '')}, ${String(name)}`);
  };
  const dialogs: [string, string | RegExp][] = [
    ['screen', 'Client file'],
    ['screen', /^Help/],
    ['look', 'Own choice of tests'],
  ];
  for (const [station, name] of part(dialogs, 2)) await dialog(`${file}/${station}`, name);
  await page.goto(`${file}/write`);
  await page.locator('main a[href*="/write/"]').first().click();
  await expect(page.getByRole('region', { name: 'Staves' })).toBeVisible();
  await page.getByRole('region', { name: 'Staves' }).locator('[data-block]').first().click();
  for (const panel of ['Other minutes', 'Air moved'])
    await page.getByRole('region', { name: panel }).getByRole('button').first().click();
  await unfold();
  await check('write, panels open');
  for (const name of [/^Swap$/, /^Sheets and files$/, /^Versions/]) {
    await page.getByRole('button', { name }).first().click();
    await expect(page.getByRole('dialog')).toBeVisible();
    await check(`write, ${String(name)}`);
    await page.keyboard.press('Escape');
  }
  await page.getByRole('button', { name: 'Coach it' }).click();
  await expect(page.getByRole('button', { name: 'Stop sign' })).toBeVisible();
  await check('run');
  await page.getByRole('button', { name: 'Stop sign' }).click();
  await check('run, stop sign');
  expect(found).toEqual([]);
});

/** Controls smaller than a fingertip; words in running text and marks on a picture may be. */
const small = (page: Page, least: number) =>
  page.evaluate((px) => {
    const controls = document.querySelectorAll<HTMLElement>(
      px > 30
        ? '.reach :is(button, a[href], summary, select, input:not([type=checkbox]):not([type=radio]):not([type=file]))'
        : 'main :is(button, a[href], summary, select, input:not([type=checkbox]):not([type=radio]):not([type=file]))',
    );
    return [...controls].flatMap((e) => {
      const { width, height } = e.getBoundingClientRect();
      if (
        width === 0 ||
        e.closest('svg, p, [inert], .sr-only') ||
        e.matches('.cursor-help, .sr-only, .check-row *')
      )
        return [];
      if (width >= px - 0.5 && height >= px - 0.5) return [];
      // A line of text whose row is large enough to be pressed beside it (WCAG 2.5.8, spacing).
      const row = e.parentElement!.getBoundingClientRect();
      if (px < 30 && row.height >= px && e.parentElement!.querySelectorAll('button, a[href]').length === 1)
        return [];
      return [
        `${e.tagName} ${(e.getAttribute('aria-label') ?? e.innerText).slice(0, 30)} ${Math.round(width)}×${Math.round(height)}`,
      ];
    });
  }, least);

test('what is pressed is 44 px beside the mat and 24 px elsewhere', async ({ page }) => {
  const file = await demoClient(page, 'Petra');
  const found: string[] = [];
  const check = async (where: string, least: number) => {
    for (const control of await small(page, least)) found.push(`${where}: ${control}`);
  };
  for (const path of part(['/', '/drills', '/words', ...stationsOf(file)], 3)) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    await check(path.replace(file, ''), 24);
  }
  await page.goto(`${file}/write`);
  await page.locator('main a[href*="/write/"]').first().click();
  await page.getByRole('region', { name: 'Staves' }).locator('[data-block]').first().click();
  await check('a sequence', 24);
  await page.goto(`${file}/look`);
  await page.getByRole('button', { name: 'Start a new look' }).click();
  const tests = page.getByRole('list', { name: 'Tests' }).getByRole('button');
  await expect(tests.first()).toBeVisible();
  for (let i = 0; i < (await tests.count()); i++) {
    await tests.nth(i).click();
    await page.waitForTimeout(150);
    const name = await tests.nth(i).innerText();
    await check(name, 44);
  }
  await page.goto(`${file}/write`);
  await page.locator('main a[href*="/write/"]').first().click();
  await page.getByRole('button', { name: 'Coach it' }).click();
  await expect(page.getByRole('button', { name: 'Stop sign' })).toBeVisible();
  await check('a run', 44);
  expect(found).toEqual([]);
});
