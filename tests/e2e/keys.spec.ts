import { expect, test, type Page } from '@playwright/test';
import {
  demoClient,
  firstOf,
  newClient,
  propose,
  saved,
  SIZES,
  startRunning,
  stationsOf,
  unfold,
} from './helpers';
import { part } from './part';

/** Goes on with Tab until what has the focus has that name; the keyboard alone. */
async function tabTo(page: Page, name: RegExp | string, most = 120): Promise<void> {
  const wanted = typeof name === 'string' ? new RegExp(`^${name}$`) : name;
  for (let i = 0; i < most; i++) {
    await page.keyboard.press('Tab');
    if (wanted.test(await nameOfFocus(page))) return;
  }
  throw new Error(`Tab does not come to ${wanted}.`);
}
const nameOfFocus = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const has = document.activeElement as HTMLElement | null;
    return (has?.getAttribute('aria-label') ?? has?.innerText ?? '').replace(/\s+/g, ' ').trim();
  });
const focusTag = (page: Page) => page.evaluate(() => document.activeElement?.tagName ?? '');

async function quietWatch(page: Page): Promise<void> {
  const file = await newClient(page, 'Keys alone');
  await page.goto(`${file}/look`);
  await page.getByRole('button', { name: 'Start a new look' }).click();
  await expect(page.getByRole('region', { name: 'Quiet watch' })).toBeVisible();
}
const taps = (page: Page, n: number) => expect(page.getByText(new RegExp(`^${n} taps(;|$)`))).toBeVisible();

async function running(page: Page, name: string): Promise<void> {
  const file = await newClient(page, name);
  await propose(page, file, 15);
  await page.goto(`${file}/coach`);
  await page.getByRole('button', { name: 'Start this sequence' }).click();
  await expect(page.getByRole('button', { name: 'Stop sign' })).toBeVisible();
}

test('the quiet watch: a control that has the focus keeps Enter and Space', async ({ page }) => {
  await quietWatch(page);
  const surface = page.getByTestId('tap-surface');
  await surface.focus();
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press(' ');
    await page.waitForTimeout(250);
  }
  await taps(page, 3);
  await tabTo(page, 'Take the last tap back');
  await page.keyboard.press(' ');
  await taps(page, 2);
  await tabTo(page, 'Finish the watch', 200);
  await page.keyboard.press('Enter');
  await expect(page.getByText('Tap or press Space to watch anew')).toBeVisible();
  await taps(page, 2);
  // Another test is chosen from the keyboard: what was tapped stays, and the focus goes with it.
  await tabTo(page, /^Two hands/, 200);
  await page.keyboard.press(' ');
  await expect(page.getByRole('region', { name: 'Two hands' })).toBeVisible();
  await expect.poll(() => nameOfFocus(page)).toBe('Two hands');
  await page.getByRole('button', { name: /^Quiet watch/ }).click();
  await taps(page, 2);
});

test('a tap area takes a click without a pointer, one finger, the main button, and nothing that bounces', async ({
  page,
}) => {
  await quietWatch(page);
  const surface = page.getByTestId('tap-surface');
  await surface.evaluate((e: HTMLElement) => e.click());
  await taps(page, 0);
  await page.waitForTimeout(300);
  await surface.evaluate((e: HTMLElement) => e.click());
  await taps(page, 1);
  await page.waitForTimeout(300);
  // All at once: a machine that is busy puts no time between them.
  const touch = (...all: object[]) =>
    surface.evaluate((e, inits) => {
      for (const init of inits)
        e.dispatchEvent(new PointerEvent('pointerdown', { bubbles: true, cancelable: true, ...init }));
    }, all);
  await touch({ isPrimary: false, button: 0 });
  await touch({ isPrimary: true, button: 2 });
  await page.waitForTimeout(200);
  await taps(page, 1);
  await touch({ isPrimary: true, button: 0 }, { isPrimary: true, button: 0 });
  await taps(page, 2);
  // No moment lies before the start.
  await page.waitForTimeout(1000);
  await page.keyboard.press(' ');
  await taps(page, 3);
});

test('Coach by the keyboard: what has the focus is pressed, the rest of the page is out of reach', async ({
  page,
}) => {
  await running(page, 'Coach keys');
  await expect(page.locator('header', { hasText: 'Kokyu' }).first()).toHaveJSProperty('inert', true);
  await tabTo(page, 'Stop sign');
  await page.keyboard.press(' ');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
  await expect.poll(() => nameOfFocus(page)).toBe('Stop sign');
  const counted = await page.getByTestId('count').innerText();
  await page.waitForTimeout(1200);
  expect(await page.getByTestId('count').innerText()).toBe(counted);
  await tabTo(page, /^(Start|Go on)$/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Pause' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Ready now' })).toBeVisible();
  // Two presses of one button so soon after another are one.
  await page.waitForTimeout(400);
  await tabTo(page, 'Ready now');
  await page.keyboard.press(' ');
  await expect(page.getByTestId('phase')).toBeVisible();
  // Names of buttons are each there once.
  const names = await page
    .locator('.dim button')
    .evaluateAll((all) =>
      all
        .filter((b) => b.checkVisibility())
        .map((b) => b.getAttribute('aria-label') ?? (b as HTMLElement).innerText.trim()),
    );
  expect(new Set(names).size).toBe(names.length);
  await tabTo(page, /^Leave/);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/coach$/);
  await expect(page.locator('header', { hasText: 'Kokyu' }).first()).toHaveJSProperty('inert', false);
});

test('a note that is written while a block ends stays a note, and no letter of it is a command', async ({
  page,
}) => {
  await running(page, 'A long note');
  await page.keyboard.press('ArrowRight');
  const before = await page.locator('.dim h1').innerText();
  const note = page.getByRole('textbox', { name: /^Note on/ });
  const named = await note.getAttribute('aria-label');
  await note.focus();
  await page.keyboard.type('he ex');
  // The run goes on below the hands.
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.type('hales');
  expect(await page.locator('.dim h1').innerText()).toBe(before);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: named! })).toHaveValue('he ex');
});

test('what is said of a run: the block, its set-up, and each phase once for those who want it', async ({
  page,
}) => {
  await running(page, 'Said aloud');
  await page.evaluate(() => {
    const said: string[] = [];
    Object.assign(window, { said });
    const region = document.querySelector('[data-testid="spoken"]')!;
    said.push(region.textContent!);
    new MutationObserver(() => said.push(region.textContent!)).observe(region, {
      childList: true,
      characterData: true,
      subtree: true,
    });
  });
  await page.getByRole('checkbox', { name: 'Say each phase of the breath' }).focus();
  await page.keyboard.press(' ');
  await expect(page.getByRole('checkbox', { name: 'Say each phase of the breath' })).toBeChecked();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  // The same button says ready; pressed twice at once it is one press.
  await page.waitForTimeout(500);
  await page.getByRole('button', { name: 'Ready now' }).click();
  await page.waitForTimeout(17_000);
  const said = await page.evaluate(() => (window as unknown as { said: string[] }).said);
  expect(said[0]).toMatch(/\. .*\. (Set up|Change position)\.$/);
  const phases = said.slice(1).filter((s) => s !== '');
  expect(phases.slice(0, 3)).toEqual(['in', 'out', 'in']);
  phases.slice(1).forEach((phase, i) => expect(phase).not.toBe(phases[i]));
  expect(
    await page
      .locator('[aria-live]:not([aria-live="off"])')
      .evaluateAll((all) => all.filter((e) => e.closest('.dim')).length),
  ).toBe(1);
});

test('letters can be changed and switched off', async ({ page }) => {
  await page.goto('/');
  const dialog = page.getByRole('dialog', { name: 'Help' });
  await expect(async () => {
    await page.keyboard.press('?');
    await expect(dialog).toBeVisible({ timeout: 1500 });
  }).toPass();
  await dialog.getByLabel('Key for: new client').fill('/');
  await expect(dialog.getByRole('alert')).toContainText('“/” already does: find a client');
  await dialog.getByLabel('Key for: new client').fill('w');
  await page.keyboard.press('Escape');
  await expect.poll(() => nameOfFocus(page)).not.toBe('');
  await page.locator('h1').first().focus();
  await page.waitForTimeout(1600);
  await page.keyboard.press('n');
  await expect(page.getByLabel('Name as you use it')).not.toBeFocused();
  await page.keyboard.press('w');
  await expect(page.getByLabel('Name as you use it')).toBeFocused();
  await page.reload();
  // Keys are there when the page is awake.
  await expect(async () => {
    await page.keyboard.press('?');
    await expect(dialog).toBeVisible({ timeout: 1500 });
  }).toPass();
  await dialog.getByLabel('Single letters, figures and signs are keys').uncheck();
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
  await page.keyboard.press('w');
  await expect(page.getByLabel('Name as you use it')).not.toBeFocused();
  await page.keyboard.press('?');
  await dialog.getByLabel('Single letters, figures and signs are keys').check();
  await dialog.getByRole('button', { name: 'All keys as shipped' }).click();
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
  await page.keyboard.press('n');
  await expect(page.getByLabel('Name as you use it')).toBeFocused();
});

test('after a change of page the focus stands on its heading, and the tab says where', async ({ page }) => {
  const file = await demoClient(page, 'Petra');
  await page.goto(`${file}/screen`);
  for (const station of ['Look', 'Read', 'Write', 'Coach', 'Follow', 'Screen']) {
    await tabTo(page, new RegExp(`^${station}\\b`));
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(new RegExp(`/${station.toLowerCase()}$`));
    await expect.poll(() => nameOfFocus(page)).toBe(station);
    await expect.poll(() => page.title()).toBe(`${station}, Petra V. – Kokyu`);
  }
  await tabTo(page, 'Client file');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect.poll(() => nameOfFocus(page)).toBe('Client file');
});

test('in Write arrows work on the staves alone, and the focus goes with the choice', async ({ page }) => {
  const file = await newClient(page, 'Staves by key');
  await propose(page, file, 25);
  const staves = page.getByRole('region', { name: 'Staves' });
  const blocks = staves.locator('[data-block]');
  const length = () => staves.getByRole('group').first().getAttribute('aria-label');
  const before = await length();
  await page.locator('h1').first().focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowDown');
  expect(await length()).toBe(before);
  await blocks.first().focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowRight');
  await expect
    .poll(() => page.evaluate(() => document.activeElement?.getAttribute('data-block')))
    .toBe(await blocks.nth(1).getAttribute('data-block'));
  const n = await blocks.count();
  const after = await blocks
    .nth(2)
    .getAttribute('data-block')
    .catch(() => null);
  await page.keyboard.press('Delete');
  await expect(blocks).toHaveCount(n - 1);
  const has = await page.evaluate(() => document.activeElement?.getAttribute('data-block'));
  expect(has).not.toBeNull();
  if (after) expect([after, await blocks.first().getAttribute('data-block')]).toContain(has);
  expect(await focusTag(page)).not.toBe('BODY');
});

test('no page scrolls sideways, at four sizes and at 200 and 400 per cent', async ({ page }) => {
  test.setTimeout(240_000);
  const file = await demoClient(page, 'Petra');
  const pages = [
    '/',
    '/drills',
    ...stationsOf(file),
    await firstOf(page, file, 'look'),
    await firstOf(page, file, 'write'),
    '/pictures',
    `${file}/follow/two`,
    `/reports/${file.split('/').at(-1)}?for=client`,
    `/reports/${file.split('/').at(-1)}?for=clinician`,
    '/studio',
    '/settings',
  ];
  for (const path of part(pages, 3)) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    for (const [width, height] of SIZES) {
      await page.setViewportSize({ width, height });
      const over = () =>
        page.evaluate(() => document.scrollingElement!.scrollWidth - document.scrollingElement!.clientWidth);
      await expect.poll(over, { message: `${path.replace(file, '')} at ${width}` }).toBe(0);
    }
  }
});

test('in the system’s colours and with less motion what is chosen still differs, and pictures take them', async ({
  page,
}) => {
  await page.emulateMedia({ forcedColors: 'active', reducedMotion: 'reduce' });
  const file = await demoClient(page, 'Petra');
  await page.goto(`${file}/read`);
  await unfold(page, 'Read it otherwise');
  const colour = (name: string) =>
    page
      .getByRole('radio', { name })
      .evaluate((e) => [getComputedStyle(e).backgroundColor, getComputedStyle(e).color].join(' '));
  expect(await colour('by the rule')).not.toBe(await colour('low and quiet'));
  const [figure, text, zone, highlight] = await page.evaluate(() => {
    const probe = document.createElement('i');
    document.body.append(probe);
    const resolved = (value: string) => {
      probe.style.cssText = `forced-color-adjust:none;color:${value}`;
      return getComputedStyle(probe).color;
    };
    const found = ['var(--figure)', 'CanvasText', 'var(--zone)', 'Highlight'].map(resolved);
    probe.remove();
    return found;
  });
  expect([figure, zone]).toEqual([text, highlight]);
});

test('in the system’s colours every button can be read, the main one too', async ({ page }) => {
  await page.emulateMedia({ forcedColors: 'active' });
  const file = await demoClient(page, 'Petra');
  for (const path of ['/', `${file}/screen`, `${file}/write`, `${file}/home`]) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    const [seen, faint] = await page.evaluate(() => {
      const light = (c: string) => {
        const [r, g, b] = (c.match(/\d+(?:\.\d+)?/g) ?? []).map(Number).map((v) => {
          const s = v / 255;
          return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
        });
        return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
      };
      /** The first ground that is painted, from the button outwards. */
      const groundOf = (e: Element | null): string => {
        for (let at = e; at; at = at.parentElement) {
          const ground = getComputedStyle(at).backgroundColor;
          if (!/^rgba\(.*, 0\)$|transparent/.test(ground)) return ground;
        }
        return 'rgb(255, 255, 255)';
      };
      const controls = [...document.querySelectorAll('button, a.rounded-sm')].filter(
        (e) => (e as HTMLElement).innerText?.trim() && !(e as HTMLButtonElement).disabled,
      );
      const bad = controls.flatMap((e) => {
        const [a, b] = [light(getComputedStyle(e).color), light(groundOf(e))].toSorted((x, y) => y - x);
        const ratio = (a! + 0.05) / (b! + 0.05);
        return ratio < 4.5 ? [`${(e as HTMLElement).innerText} ${ratio.toFixed(1)}`] : [];
      });
      return [controls.length, bad] as const;
    });
    expect(seen).toBeGreaterThan(3);
    expect([path.replace(file, ''), faint]).toEqual([path.replace(file, ''), []]);
  }
});

test('two hands can be set on a tablet held upright and on a phone', async ({ page }) => {
  const file = await demoClient(page, 'Petra');
  await page.goto(`${file}/look`);
  await page.locator('main a[href*="/look/"]').first().click();
  await page.waitForURL(/look\/[0-9a-f-]{36}/);
  for (const width of [834, 390]) {
    await page.setViewportSize({ width, height: 844 });
    await page.keyboard.press('Escape');
    await page
      .getByRole('button', { name: /^Two hands/ })
      .first()
      .click();
    const track = page
      .getByRole('slider', { name: 'belly hand moves' })
      .locator('xpath=ancestor::span[contains(@class,"slide-row")]');
    await expect.poll(async () => (await track.boundingBox())?.width ?? 0).toBeGreaterThanOrEqual(160);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(
      0,
    );
  }
});

test('a sheet of a lesson, for the room and for home, fits a phone', async ({ page }) => {
  const file = await demoClient(page, 'Bram T.');
  await page.goto(`${file}/write`);
  await page.getByRole('button', { name: 'Save lesson' }).click();
  await page.waitForURL(/write\/[0-9a-f-]{36}/);
  const id = /write\/([0-9a-f-]{36})/.exec(page.url())![1]!;
  await saved(page);
  await page.setViewportSize({ width: 390, height: 844 });
  for (const whom of ['lesson', 'home', 'client', 'instructor']) {
    await page.goto(`/sheets/${id}?for=${whom}`);
    const over = await page.evaluate(() => Math.max(0, document.documentElement.scrollWidth - innerWidth));
    expect([whom, over]).toEqual([whom, 0]);
  }
});

test('the outlines of controls stand out three to one, and no text is under 13 px', async ({ page }) => {
  const file = await demoClient(page, 'Petra');
  for (const path of ['/', '/drills', `${file}/read`, `${file}/write`]) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    const found = await page.evaluate(() => {
      const rgb = (c: string) => (c.match(/\d+(?:\.\d+)?/g) ?? []).map(Number);
      const light = (c: string) => {
        const [r, g, b] = rgb(c).map((v) => {
          const s = v / 255;
          return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
        });
        return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
      };
      const ratio = (a: string, b: string) => {
        const [x, y] = [light(a), light(b)].toSorted((p, q) => q - p);
        return (x! + 0.05) / (y! + 0.05);
      };
      const paper = getComputedStyle(document.documentElement).backgroundColor;
      const controls = [
        ...document.querySelectorAll<HTMLElement>(
          'button, select, input:not([type=checkbox]):not([type=file])',
        ),
      ];
      const faint = controls.flatMap((e) => {
        const css = getComputedStyle(e);
        const edge = [css.borderBottomWidth, css.borderBottomColor] as const;
        // A line under a row of a list parts rows; the outline of a button goes round it.
        if (e.tagName === 'BUTTON' && parseFloat(css.borderTopWidth) === 0) return [];
        if (parseFloat(edge[0]) === 0 || rgb(edge[1])[3] === 0) return [];
        return ratio(edge[1], paper) < 3 ? [`${e.tagName} ${e.innerText.slice(0, 20)} ${edge[1]}`] : [];
      });
      const small = [...document.querySelectorAll<HTMLElement>('main *')].flatMap((e) =>
        [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent!.trim() !== '') &&
        !e.closest('svg') &&
        parseFloat(getComputedStyle(e).fontSize) < 13
          ? [e.textContent!.slice(0, 30)]
          : [],
      );
      return { faint, small };
    });
    expect([path, found]).toEqual([path, { faint: [], small: [] }]);
  }
});

test('a run shows its stop sign and its cue at every size', async ({ page }) => {
  await running(page, 'Sizes of a run');
  for (const [width, height] of SIZES.filter(([w]) => w >= 390)) {
    await page.setViewportSize({ width, height });
    const over = await page.locator('.dim').evaluate((e) => e.scrollWidth - e.clientWidth);
    expect([width, over]).toEqual([width, 0]);
    const stop = (await page.getByRole('button', { name: 'Stop sign' }).boundingBox())!;
    expect([width, stop.x >= 0 && stop.x + stop.width <= width && stop.y + stop.height <= height]).toEqual([
      width,
      true,
    ]);
    expect(Math.min(stop.width, stop.height)).toBeGreaterThanOrEqual(44);
  }
});

test('a run: one press is one press, a change of course is taken back, nothing done is lost by looking back', async ({
  page,
}) => {
  await running(page, 'Course of a run');
  const heading = page.locator('.dim h1');
  const first = await heading.innerText();
  const next = page.getByRole('button', { name: 'Next', exact: true });
  await startRunning(page);
  // A double press goes on by one block, not by two.
  await next.dblclick();
  await expect(heading).not.toHaveText(first);
  const second = await heading.innerText();
  await page.waitForTimeout(500);
  expect(await heading.innerText()).toBe(second);
  // What was said of the block before stays said when it is gone back to and left again.
  await page.keyboard.press('4');
  await expect(page.getByRole('button', { name: '4 of 5' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('ArrowLeft');
  await expect(heading).toHaveText(first);
  // Back at the first block begins it anew, and it runs on.
  await page.waitForTimeout(500);
  await page.keyboard.press('ArrowLeft');
  const count = page.getByTestId('count');
  const before = Number(await count.innerText());
  await expect.poll(async () => Number(await count.innerText())).not.toBe(before);
  await page.keyboard.press('u');
  await page.keyboard.press('u');
  await expect(heading).toHaveText(second);
  await expect(page.getByRole('button', { name: '4 of 5' })).toHaveAttribute('aria-pressed', 'true');
  // A note is kept as it is written, though the field is never left.
  await page.getByLabel(/^Note on/).fill('warm hands');
  await page.waitForTimeout(1200);
  await page.reload();
  await expect(page.getByLabel(/^Note on/)).toHaveValue('warm hands');
  // It was nothing: the run goes on as it was.
  await page
    .getByRole('button', { name: /^(Start|Go on)$/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Stop sign' }).click();
  await page.getByRole('button', { name: 'It was nothing; go on' }).click();
  await expect(page.getByRole('button', { name: 'Pause', exact: true }).first()).toBeVisible();
  // Sound can be taken away and given back while it runs.
  await page.keyboard.press('m');
  await expect(page.getByRole('button', { name: 'Tones on' })).toBeVisible();
});
