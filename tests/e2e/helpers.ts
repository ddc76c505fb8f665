import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Locator, type Page } from '@playwright/test';

/** Makes a client by hand and gives back the address of the file. */
export async function newClient(page: Page, name: string): Promise<string> {
  await page.goto('/');
  await page.getByLabel('Name as you use it').fill(name);
  await page.getByRole('button', { name: 'Begin with Screen' }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  return new URL(page.url()).pathname.replace(/\/screen$/, '');
}

/** Opens a question of Screen that is put away in one line; the section is what stands in it. */
export async function unfold(page: Page, title: string): Promise<Locator> {
  const section = page.getByRole('region', { name: title, exact: true });
  const line = section.getByRole('button', { name: title }).first();
  if ((await line.getAttribute('aria-expanded')) !== 'true') await line.click();
  await expect(line).toHaveAttribute('aria-expanded', 'true');
  return section;
}

export const saved = (page: Page) => expect(page.getByText(/^All saved/)).toBeVisible();

/** The file of a client of the made-up house. */
export async function demoClient(page: Page, name: string): Promise<string> {
  await page.goto('/');
  // Tests before this one may have filled the first page of the list.
  await page.locator('[data-awake=true]').first().waitFor();
  await page.getByLabel('Find').fill(name);
  const href = await page
    .getByRole('region', { name: 'Clients' })
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .first()
    .getAttribute('href');
  return href!;
}

/** Presses Space at the given moments (ms from now), each at its own time so that delays do not add up; gives back when they went out. */
export async function pressAt(page: Page, moments: readonly number[]): Promise<number[]> {
  const zero = Date.now();
  const pressed: number[] = [];
  for (const moment of moments) {
    await new Promise((done) => setTimeout(done, Math.max(0, zero + moment - Date.now())));
    pressed.push(Date.now() - zero);
    await page.keyboard.press(' ');
  }
  return pressed;
}

/** The number shown under a label among the large figures. */
export async function figure(page: Page, label: string): Promise<number> {
  const text = await page
    .locator('dt', { hasText: new RegExp(`^${label}$`) })
    .locator('xpath=following-sibling::dd')
    .first()
    .innerText();
  return Number.parseFloat(text);
}

/** Has Write propose a lesson, or drills alone. */
export async function proposeAs(page: Page, kind: 'Lesson' | 'Drills only'): Promise<void> {
  const wishes = await unfold(page, 'Wishes');
  await wishes.getByLabel('Propose').selectOption(kind);
}

/** Keeps what is proposed for so many minutes, and opens it. */
export async function propose(page: Page, file: string, minutes: number): Promise<void> {
  await page.goto(`${file}/write`);
  // A client with a task is proposed a lesson first.
  await proposeAs(page, 'Drills only');
  await page.getByLabel('Minutes', { exact: true }).fill(String(minutes));
  // Until the page has taken the minutes, the button is the one of the proposal before.
  await expect(page.getByRole('slider', { name: 'minutes' })).toHaveAttribute(
    'aria-valuetext',
    `${minutes} min`,
  );
  await page.getByRole('button', { name: 'Keep this sequence' }).click();
  await page.waitForURL(/\/write\/[0-9a-f-]{36}$/);
}

/** A breath curve as CSV: a sine of `rate` a minute at 25 Hz. */
export const sineCsv = (rate: number, seconds: number): string =>
  [
    'time_s,ribs',
    ...Array.from(
      { length: seconds * 25 },
      (_, i) => `${i / 25},${Math.sin((2 * Math.PI * rate * i) / 1500).toFixed(4)}`,
    ),
  ].join('\n');

/** Waits until a field is the page's own: what is selected in it before that is let go when the page takes it over. */
export const hydrated = (field: Locator): Promise<void> =>
  expect
    .poll(() => field.evaluate((node) => Object.keys(node).some((key) => key.startsWith('__reactProps'))))
    .toBe(true);

/** Starts a run from its first moment, whenever the page is ready to take keys. */
export async function startRunning(page: Page): Promise<void> {
  await expect(async () => {
    await page.keyboard.press(' ');
    await expect(page.getByRole('button', { name: 'Pause', exact: true }).first()).toBeVisible({
      timeout: 1500,
    });
  }).toPass();
}

/** The stations of a client, in their order. */
export const stationsOf = (file: string): string[] =>
  ['screen', 'look', 'read', 'write', 'coach', 'home', 'follow'].map((station) => `${file}/${station}`);

/** The first look, sequence or run that a station of a client lists. */
export async function firstOf(
  page: Page,
  file: string,
  station: 'look' | 'write' | 'coach',
): Promise<string> {
  await page.goto(`${file}/${station}`);
  const link = page.locator(`main a[href*="/${station}/"]`).first();
  await link.waitFor();
  return (await link.getAttribute('href'))!;
}

/** Screens on which everything has to fit; the narrow ones are 1280 wide at 200 and 400 per cent. */
export const SIZES = [
  [1280, 800],
  [1112, 834],
  [834, 1112],
  [640, 400],
  [390, 844],
  [320, 640],
] as const;

/** Whatever axe finds on a page, of any weight, WCAG 2.2 AA and its best practices. */
export async function everyIssueFor(page: Page): Promise<string[]> {
  // The title of a page comes a moment after what stands on it.
  await expect(page).toHaveTitle(/\S/);
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations.map((v) => `${v.impact} ${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`);
}

/** The text of a PDF, page by page, as pdf.js reads it. */
export async function textOf(bytes: Buffer): Promise<string[]> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const pdf = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: true }).promise;
  const pages: string[] = [];
  for (let n = 1; n <= pdf.numPages; n++)
    pages.push(
      (await (await pdf.getPage(n)).getTextContent()).items
        .map((i) => ('str' in i ? i.str : ''))
        .join(' ')
        .replace(/\s+/g, ' '),
    );
  return pages;
}

/** Lets the next save reach Kokyu and loses its answer. */
export async function loseNextAnswer(page: Page): Promise<void> {
  await page.route(
    '**/save/**',
    async (route) => {
      await route.fetch();
      await route.abort();
    },
    { times: 1 },
  );
}
