import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { demoClient, firstOf, SIZES, stationsOf } from './helpers';
import { part } from './part';

const LONG = 'Donaudampfschifffahrtsgesellschaftskapitänswitwenrentenauszahlungsstellenleiterin';
const GOAL = 'Treppensteigenohneatemnotundwiedersingenkönnen'.repeat(22).slice(0, 1000);

type File = {
  name: string;
  screen: { goals: string };
  looks: { id: string; at: string; finishedAt: string | null; runId: string | null; purpose: string }[];
  sequences: { id: string; name: string; createdAt: string; updatedAt: string }[];
  runs: { sequenceId: string }[];
  recordings: unknown[];
};

/** A client of the house brought in again under another name, with so many looks and sequences. */
async function grown(page: Page, name: string, looks: number, sequences: number): Promise<string> {
  const answer = await page.request.get(`${await demoClient(page, 'Petra')}/export`);
  const file = (await answer.json()) as File;
  const day = 86_400_000;
  const visits = file.looks.filter((l) => l.purpose === 'visit');
  const given: File = {
    ...file,
    name,
    screen: { ...file.screen, goals: GOAL },
    recordings: [],
    looks: Array.from({ length: looks }, (_, i) => {
      const at = new Date(Date.parse('2026-11-20T09:00:00Z') - i * 7 * day).toISOString();
      return { ...visits[i % visits.length]!, id: randomUUID(), at, finishedAt: at };
    }),
    sequences: [
      ...file.sequences.map((s) => ({ ...s, name: `${LONG} ${s.name}`.slice(0, 120) })),
      ...Array.from({ length: Math.max(0, sequences - file.sequences.length) }, (_, i) => ({
        ...file.sequences[i % file.sequences.length]!,
        id: randomUUID(),
        name: `${name.slice(0, 80)} · ${i}`,
      })),
    ],
  };
  const text = JSON.stringify(given);
  const brought = await page.request.post('/bring-in', {
    data: text,
    headers: { 'x-kokyu-length': String(Buffer.byteLength(text)), origin: new URL(page.url()).origin },
  });
  const told = (await brought.json()) as { ok: true; value: { id: string } } | { ok: false; why: string };
  if (!told.ok) throw new Error(told.why);
  return `/clients/${told.value.id}`;
}

const over = (page: Page) =>
  page.evaluate(() => document.scrollingElement!.scrollWidth - document.scrollingElement!.clientWidth);

/** What reaches furthest to the right, for the message. */
const widest = (page: Page) =>
  page.evaluate(() => {
    const all = [...document.querySelectorAll<HTMLElement>('main *')].map(
      (e) => [e.getBoundingClientRect().right, e] as const,
    );
    const [right, e] = all.reduce((a, b) => (b[0] > a[0] ? b : a));
    return `${e.tagName} ${e.className.toString().slice(0, 60)} to ${Math.round(right)}`;
  });

test('a name of 80 letters, a goal of 1,000 in one word, 30 looks and 12 sequences fit at every size', async ({
  page,
}) => {
  test.setTimeout(300_000);
  const file = await grown(page, LONG, 30, 12);
  await page.goto(`${file}/write`);
  await expect(page.locator('main a[href*="/write/"]')).toHaveCount(12);
  await page.goto(`${file}/look`);
  await expect(page.locator('main a[href*="/look/"]')).toHaveCount(30);
  const wide: string[] = [];
  const paths = [
    '/',
    ...stationsOf(file),
    await firstOf(page, file, 'look'),
    await firstOf(page, file, 'write'),
  ];
  for (const path of part(paths, 3)) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    for (const [width, height] of SIZES) {
      await page.setViewportSize({ width, height });
      await page.waitForTimeout(150);
      if ((await over(page)) > 0) wide.push(`${path.replace(file, '')} at ${width}: ${await widest(page)}`);
    }
  }
  expect(wide).toEqual([]);
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${file}/write`);
  await page.locator('main a[href*="/write/"]').first().click();
  await page.getByRole('button', { name: 'Coach it' }).click();
  await expect(page.getByRole('button', { name: 'Stop sign' })).toBeVisible();
  for (const [width, height] of SIZES.filter(([w]) => w >= 390)) {
    await page.setViewportSize({ width, height });
    expect([width, await page.locator('.dim').evaluate((e) => e.scrollWidth - e.clientWidth)]).toEqual([
      width,
      0,
    ]);
  }
});

const SCRIPTS = [
  ['German', 'Jörg Großmüller', null, 'Hyperlegible'],
  ['Chinese', '王小明', 'Noto Sans Chinese', 'NotoSansSC'],
  ['Arabic', 'فاطمة الزهراء', 'Plex Sans Arabic', 'IBMPlexSansArabic'],
] as const;

for (const [language, name, screenFont, paperFont] of SCRIPTS)
  test(`a name in ${language} is drawn by a type that is shipped, on screen and in the PDF`, async ({
    page,
  }) => {
    const file = await grown(page, name, 2, 1);
    await page.goto(`${file}/write`);
    await expect(page.getByRole('heading', { level: 1, name })).toHaveAttribute('dir', 'auto');
    await page.locator('main a[href*="/write/"]').first().click();
    await page.getByRole('button', { name: 'Rename' }).click();
    await page.getByRole('textbox', { name: /name/i }).fill(`${name} 25`);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 2, name: `${name} 25` })).toBeVisible();
    if (screenFont) {
      const loaded = () =>
        page.evaluate(() => [...document.fonts].flatMap((f) => (f.status === 'loaded' ? [f.family] : [])));
      await expect.poll(async () => (await loaded()).join()).toContain(screenFont);
    }
    await page.getByRole('button', { name: 'Sheets and files' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('dialog').getByRole('link', { name: 'PDF' }).first().click(),
    ]);
    const bytes = readFileSync(await download.path());
    // The title is the name of the sequence: its letters come out again, drawn from the embedded part of our own type.
    const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
    const pdf = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: true }).promise;
    const content = await (await pdf.getPage(1)).getTextContent();
    const text = content.items.map((i) => ('str' in i ? i.str : '')).join('');
    const letters = (s: string) => [...s.normalize('NFKC').replace(/\s/g, '')].sort().join('');
    // What reads from the right stands in the order in which it is drawn.
    const title = `${name} 25`.replace(/\s/g, '');
    expect(letters(text.normalize('NFKC').replace(/\s/g, '').slice(0, title.length))).toBe(letters(title));
    expect(bytes.toString('latin1')).toContain(paperFont);
  });
