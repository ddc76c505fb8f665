import { readFileSync, writeFileSync } from 'node:fs';
import { expect, test, type Locator, type Page } from '@playwright/test';
import { demoClient, textOf, unfold } from './helpers';

const idIn = (file: string): string => file.split('/').at(-1)!;

/** Presses a link that saves something, and gives back what was saved. */
async function save(page: Page, name: string | RegExp): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name, exact: typeof name === 'string' }).click(),
  ]);
  return download.path();
}

test('from Follow to the client’s page on paper: one page, a first name, what Follow calls changed and nothing of a flag', async ({
  page,
}) => {
  const file = await demoClient(page, 'Petra V.');
  await page.goto(`${file}/follow`);
  await unfold(page, 'More');
  await unfold(page, 'Reports and files');
  await page.getByRole('link', { name: 'For the client' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'How it went, Petra' })).toBeVisible();
  await expect(page.getByText(/Read it with the client/)).toBeVisible();
  const shown = await page.getByRole('article').innerText();
  const pages = await textOf(readFileSync(await save(page, 'PDF')));
  expect(pages).toHaveLength(1);
  expect(pages[0]).toContain('How it went, Petra');
  expect(pages[0]).toContain('Stop, breathe normally');
  expect(pages[0]).not.toMatch(/postpartum|leaking under effort|pelvic heaviness|Petra V|hook-lying/);
  // What she has to watch for herself in these weeks is said, and no flag with it.
  expect(pages[0]).toContain('heaviness or a bulge');
  for (const part of ['What has changed', 'What you did', 'We worked together 4 times.', 'What comes next'])
    for (const where of [shown, pages[0]!]) expect(where).toContain(part);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  await expect(page.getByText(/Read it with the client/)).toBeHidden();
});

test('to a clinician: cautions, units, methods and limits stand on paper as on the screen', async ({
  page,
}) => {
  const file = await demoClient(page, 'Petra V.');
  await page.goto(`/reports/${idIn(file)}?for=clinician`);
  await expect(page.getByText(/Hand it on only if the client agrees/)).toBeVisible();
  const text = (await textOf(readFileSync(await save(page, 'PDF')))).join(' ');
  const rows = page.getByRole('table').getByRole('row');
  for (const label of ['quiet rate', 'calm hold, hook-lying', 'low breath, standing']) {
    const row = rows.filter({ hasText: label }).first();
    const cells = await row.getByRole('cell').allInnerTexts();
    expect(cells.length).toBe(6);
    const first = text.indexOf(cells[0]!.split(' ')[0]!);
    expect(first).toBeGreaterThan(-1);
    for (const cell of cells.slice(1, 4)) expect(text).toContain(cell.trim());
  }
  for (const part of [
    'leaking under effort',
    'Patterns',
    'Methods',
    'No diagnosis was made',
    'what the client reported',
  ])
    expect(text.toLowerCase()).toContain(part.toLowerCase());
  const gone = await page.request.get('/reports/00000000-0000-4000-8000-000000000000/pdf?for=client');
  expect(gone.status()).toBe(404);
  expect((await page.request.get(`/reports/${idIn(file)}/pdf?for=everybody`)).status()).toBe(404);
});

test('two looks side by side: any two, their places changed by a key, bands and holds with them', async ({
  page,
}) => {
  const file = await demoClient(page, 'Odile K.');
  await page.goto(`${file}/follow`);
  await unfold(page, 'More');
  await unfold(page, 'Two looks');
  await page.getByRole('link', { name: 'Two looks side by side' }).click();
  const [left, right] = ['left', 'right'].map((name) => page.getByRole('combobox', { name })) as [
    Locator,
    Locator,
  ];
  await expect(left).toBeVisible();
  const options = await left.locator('option').allInnerTexts();
  expect(options.length).toBe(4);
  await left.selectOption({ index: 1 });
  await expect(page.getByRole('region', { name: `left: ${options[1]}` })).toBeVisible();
  await expect(page.getByRole('region', { name: `right: ${options[3]}` })).toBeVisible();
  for (const side of ['left', 'right'])
    await expect(
      page
        .getByRole('region', { name: new RegExp(`^${side}: `) })
        .locator('svg')
        .first(),
    ).toBeVisible();
  const row = page.getByRole('row', { name: /^quiet rate/ });
  const cells = await row.getByRole('cell').allInnerTexts();
  await page.keyboard.press('x');
  await expect(page.getByRole('region', { name: `left: ${options[3]}` })).toBeVisible();
  const turned = await row.getByRole('cell').allInnerTexts();
  expect([turned[1], turned[2], turned[4]]).toEqual([cells[2], cells[1], cells[4]]);
  expect(await right.inputValue()).not.toBe(await left.inputValue());
  await left.selectOption({ index: 1 });
  await expect(page.getByText('Both sides show the same look.')).toBeVisible();
});

test('values leave in open formats, by a code and without the name', async ({ page }) => {
  const file = await demoClient(page, 'Jorun S.');
  await page.goto(`${file}/follow`);
  await unfold(page, 'More');
  await unfold(page, 'Reports and files');
  const fhir = readFileSync(await save(page, 'FHIR R4'), 'utf8');
  const bundle = JSON.parse(fhir) as {
    resourceType: string;
    entry: { resource: { resourceType: string } }[];
  };
  expect(bundle.resourceType).toBe('Bundle');
  const kinds = new Set(bundle.entry.map((e) => e.resource.resourceType));
  expect([...kinds].sort()).toEqual(['CarePlan', 'CodeSystem', 'Observation', 'Patient', 'Procedure']);
  const table = readFileSync(await save(page, 'CSV'), 'utf8');
  const code = `K-${idIn(file).slice(0, 8).toUpperCase()}`;
  expect(table.split('\r\n')[0]).toBe('client,at,kind,id,place,value,unit,spread,n');
  expect(table.split('\r\n')[1]).toMatch(new RegExp(`^${code},20`));
  expect(readFileSync(await save(page, 'dictionary'), 'utf8')).toContain('measure,rate,quiet rate,a minute');
  for (const text of [fhir, table]) expect(text).not.toContain('Jorun');
});

test('the whole studio goes out as one zip and comes back; it is taken back; a changed one is refused', async ({
  page,
}) => {
  await page.goto('/studio');
  await expect(page.getByRole('heading', { name: 'How they fare' })).toBeVisible();
  const people = Number(
    /^(\d+) clients/.exec(await page.getByText(/archived ones included/).innerText())![1],
  );
  expect(people).toBeGreaterThan(20);
  await expect(page.getByRole('rowgroup').filter({ hasText: 'Everybody' })).toContainText('quiet rate');
  await page.getByLabel('by').selectOption('byGoal');
  await expect(page.getByRole('rowgroup').filter({ hasText: 'calm, sleep' })).toBeVisible();
  const zip = await save(page, /^Save everything/);
  const choose = page.locator('input[type=file]');
  const bytes = readFileSync(zip);
  // A byte of what is stored last, before the list of contents: the manifest is in the way of nobody's eye, not of the hash.
  const hurt = Buffer.from(bytes);
  hurt[Math.floor(bytes.length / 2)]! ^= 0xff;
  const path = test.info().outputPath('hurt.zip');
  writeFileSync(path, hurt);
  await choose.setInputFiles(path);
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByText(/Nothing was brought in/)).toBeVisible();
  await choose.setInputFiles(zip);
  await expect(page.getByText(/come in as new ones beside/)).toBeVisible();
  await page.getByRole('button', { name: 'Leave it' }).click();
  await choose.setInputFiles(zip);
  await page.getByRole('button', { name: 'Bring it in' }).click();
  await expect(page.getByText(new RegExp(`^Came in: ${people} clients`))).toBeVisible();
  await expect(
    page.getByText(`${2 * people} clients, archived ones included`, { exact: false }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(page.getByText('Taken back: nothing of it is here any more.')).toBeVisible();
  await expect(page.getByText(new RegExp(`^${people} clients, archived ones`))).toBeVisible();
});

test('a page elsewhere cannot reach the bundle, nor bring one in', async ({ page, baseURL }) => {
  const foreign = { origin: 'https://elsewhere.example' };
  expect((await page.request.post('/bundle', { headers: foreign, data: 'x' })).status()).toBe(403);
  const port = new URL(baseURL!).port;
  const named = await page.request.get('/bundle', { headers: { host: `elsewhere.example:${port}` } });
  expect(named.status()).toBe(421);
  const text = await page.request.post('/bundle', { data: 'no zip' });
  expect(await text.text()).toContain('cannot be read as a bundle');
});
