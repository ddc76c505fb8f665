import { closeSync, ftruncateSync, mkdtempSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { printEdf } from '@/core/formats/edf';
import { printWav } from '@/core/formats/wav';
import { simulateBands } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import { exhaleSound } from '@/core/simulate/exhale-sound';
import { expect, test, type Page } from '@playwright/test';
import { manoeuvres } from '../unit/signal/manoeuvres';
import { demoClient, figure, newClient, saved, unfold } from './helpers';

/** A client with a new look of all tests, opened at one of them. */
async function lookAt(page: Page, test: string): Promise<string> {
  const file = await newClient(page, 'Ines');
  await page.goto(`${file}/look`);
  await page.getByRole('button', { name: 'Start a new look' }).click();
  await page.waitForURL(/\/look\/[0-9a-f-]{36}/);
  await to(page, test);
  return file;
}
const to = (page: Page, test: string) =>
  page
    .getByRole('list', { name: 'Tests' })
    .getByRole('button', { name: new RegExp(`^${test}`) })
    .click();
const edf = (seconds = 90): Buffer =>
  Buffer.from(
    printEdf(simulateBands(bandSetup({ way: 'upperChest', ratePerMin: 16, seed: 5 }), seconds).record),
  );
const give = (page: Page, name: string, buffer: Buffer) =>
  page.locator('input[type=file]').setInputFiles({ name, mimeType: 'application/octet-stream', buffer });

test('protocols: a quick look, a test left out with a reason, an own choice kept and forgotten', async ({
  page,
}) => {
  const file = await newClient(page, 'Tove');
  await page.goto(`${file}/look`);
  await page.getByRole('button', { name: 'Own choice of tests' }).click();
  const dialog = page.getByRole('dialog', { name: 'Which tests?' });
  await dialog.getByLabel('Tape, 2 min').click();
  await dialog.getByLabel('Name').fill('First visit');
  await expect(dialog).toContainText('5 tests, about 6 minutes');
  await dialog.getByRole('button', { name: 'Keep for other looks' }).click();
  await page.getByRole('button', { name: /^First visit/ }).click();
  await page.waitForURL(/\/look\/[0-9a-f-]{36}/);
  const tests = page.getByRole('list', { name: 'Tests' });
  await expect(tests.getByRole('listitem')).toHaveCount(5);
  await to(page, 'Two hands');
  await page.getByRole('button', { name: 'Leave this test out' }).click();
  await page.getByRole('button', { name: 'no time today' }).click();
  await expect(tests.getByRole('button', { name: /^Two hands/ })).toContainText('left out');
  await page.getByRole('button', { name: 'Make it after all' }).click();
  await page.getByRole('radio', { name: 'belly' }).click();
  await expect(tests.getByRole('button', { name: /^Two hands/ })).toContainText('done');
  await page.getByRole('button', { name: 'Clear and redo' }).click();
  await expect(page.getByText('Not looked at yet')).toBeVisible();
  await page.getByRole('button', { name: 'Bring back what was recorded' }).click();
  await expect(page.getByRole('radio', { name: 'belly' })).toBeChecked();
  await saved(page);
  await page.goto(`${file}/look`);
  await page.getByRole('button', { name: 'Forget the choice First visit' }).click();
  await expect(page.getByRole('button', { name: /^First visit/ })).toHaveCount(0);
  await page.getByText('Look again at one test').click();
  await page.getByRole('button', { name: 'Side bend', exact: true }).click();
  await page.waitForURL(/\/look\/[0-9a-f-]{36}/);
  await expect(page.getByRole('list', { name: 'Tests' }).getByRole('listitem')).toHaveCount(1);
});

test('sweep, side bend, tape, complaints and numbers are recorded by keyboard and kept', async ({ page }) => {
  await lookAt(page, 'Position sweep');
  const set = async (name: string, steps: number) => {
    const cell = page.getByRole('slider', { name, exact: true });
    await cell.focus();
    for (let i = 0; i < steps; i++) await cell.press('ArrowRight');
  };
  for (const [place, belly] of [
    ['sitting', 6],
    ['sitting, arched', 3],
  ] as const) {
    await set(`belly, ${place}`, belly);
    await set(`lower ribs, right, ${place}`, 4);
    await set(`lower ribs, left, ${place}`, 4);
  }
  await expect(page.getByText(/sitting: most air reaches belly and ribs in between/)).toBeVisible();
  await to(page, 'Side bend');
  await page.getByRole('slider', { name: 'right side widens' }).press('End');
  await page.getByRole('slider', { name: 'left side widens' }).press('ArrowRight');
  await expect(page.getByText('The sides differ by')).toContainText('90 %');
  await to(page, 'Tape');
  await page.getByLabel('Read in').selectOption('inches');
  await page.getByLabel('At full exhale, in').fill('34');
  await page.getByLabel('At full inhale, in').fill('35.5');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('cell', { name: '1.5 in' })).toBeVisible();
  await page.getByLabel('Read in').selectOption('cm');
  await expect(page.getByRole('cell', { name: '3.8 cm' })).toBeVisible();
  await page.getByLabel('At full exhale, cm').fill('500');
  await expect(page.getByText('Not kept: at most 250.')).toBeVisible();
  await to(page, 'Complaints');
  await page
    .getByRole('radiogroup', { name: 'light-headed or dizzy' })
    .getByRole('radio', { name: '4' })
    .click();
  await page.getByRole('button', { name: 'The rest never' }).click();
  expect(await figure(page, 'total')).toBe(4);
  await to(page, 'Numbers');
  await page.getByLabel('Saturation, %').fill('88');
  await expect(page.getByText('Saturation under 92 % at rest')).toBeVisible();
  await saved(page);
  await page.reload();
  await to(page, 'Tape');
  await expect(page.getByRole('cell', { name: '3.8 cm' })).toBeVisible();
});

test('bands: live from the stand-in, a lost line leaves a gap, analysed, kept, exported and the same again', async ({
  page,
}) => {
  await lookAt(page, 'Bands');
  await unfold(page, 'Stand-in');
  await page.getByRole('combobox', { name: 'It happens' }).selectOption('loss');
  await page.getByRole('combobox', { name: 'It breathes' }).selectOption('upperChest');
  await page.getByLabel('Rate, a minute').fill('24');
  await page.getByRole('button', { name: 'Start the record' }).click();
  await expect(page.getByRole('img', { name: /^Live bands/ })).toBeVisible();
  await expect(page.getByText('live', { exact: false }).first()).toBeVisible();
  await page.getByRole('textbox', { name: 'Remark' }).fill('turned the head');
  await page.getByRole('textbox', { name: 'Remark' }).press('Enter');
  await expect(page.getByText(/Connection lost/)).toBeVisible({ timeout: 15_000 });
  await expect(page.getByText(/1 gap/)).toBeVisible({ timeout: 15_000 });
  await page.waitForTimeout(9000);
  await page.getByRole('button', { name: 'Stop and analyse' }).click();
  await expect(page.getByRole('group', { name: /^Bands, \d breaths found/ })).toBeVisible();
  await expect(page.getByText('Left out, hatched: connection lost.')).toBeVisible();
  await expect(page.getByText('Shares are relative')).toBeVisible();
  expect(Math.abs((await figure(page, 'rate')) - 24)).toBeLessThan(4);
  await page.getByRole('button', { name: 'Keep with this look' }).click();
  const records = page.getByRole('list', { name: 'Records of this look' });
  await expect(records).toContainText('bands-hookLying.edf');
  const shown = async () => [
    await figure(page, 'rate'),
    await figure(page, 'in'),
    await figure(page, 'ribs, relative'),
  ];
  const before = await shown();
  await saved(page);
  for (const kind of ['EDF+', 'CSV'] as const) {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      records.getByRole('link', { name: kind }).first().click(),
    ]);
    const bytes = readFileSync(await download.path());
    await page.getByRole('button', { name: 'Record or open another' }).click();
    await page.getByRole('radio', { name: 'file' }).click();
    await page.getByLabel('Position').selectOption('standing');
    await give(page, `back.${kind === 'CSV' ? 'csv' : 'edf'}`, bytes);
    await expect(page.getByText(/^back\..*hook-lying/)).toBeVisible();
    expect(await shown()).toEqual(before);
    await expect(page.locator('svg text', { hasText: 'turned the head' })).toBeVisible();
    await page.getByRole('button', { name: 'Throw it away' }).click();
    await page.reload();
    await to(page, 'Bands');
    await expect(page.getByRole('group', { name: /^Bands/ })).toBeVisible();
    expect(await shown()).toEqual(before);
  }
});

test('a serial device that sends garbage: what can be read is recorded, the rest is told', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const encoder = new TextEncoder();
    let t = 0;
    const port = {
      readable: new ReadableStream<Uint8Array>({
        start(controller) {
          controller.enqueue(encoder.encode('# places lowerRibs,belly\n'));
          setInterval(() => {
            let text = '';
            for (let i = 0; i < 4; i++, t += 20)
              text += `${t},${Math.sin(t / 400).toFixed(4)},${Math.sin(t / 400 - 0.3).toFixed(4)}\n`;
            controller.enqueue(encoder.encode(t % 1600 === 0 ? `${text}\u0007%$,no sample\n` : text));
          }, 80);
        },
      }),
      open: () => Promise.resolve(),
      close: () => Promise.resolve(),
    };
    Object.defineProperty(navigator, 'serial', { value: { requestPort: () => Promise.resolve(port) } });
  });
  await lookAt(page, 'Bands');
  await page.getByRole('radio', { name: 'serial device' }).click();
  await page.getByRole('button', { name: 'Start the record' }).click();
  await expect(page.getByText(/lines? from the device could not be read/)).toBeVisible();
  await expect(page.getByText(/“·%\$,no sample”: not all parts are numbers/)).toBeVisible();
  await page.waitForTimeout(9000);
  await page.getByRole('button', { name: 'Stop and analyse' }).click();
  await expect(page.getByRole('group', { name: /^Bands, \d breaths found/ })).toBeVisible();
  expect(Math.abs((await figure(page, 'rate')) - 60_000 / (2 * Math.PI * 400))).toBeLessThan(1.5);
});

test('a record that was running when the page went is found again', async ({ page }) => {
  await lookAt(page, 'Bands');
  await page.getByRole('button', { name: 'Start the record' }).click();
  await page.waitForTimeout(11_500);
  await page.reload();
  await to(page, 'Bands');
  await expect(page.getByText(/A record of 0:\d\d was running when this page went/)).toBeVisible();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByRole('group', { name: /^Bands, \d breaths? found/ })).toBeVisible();
});

test('files that cannot be read are refused in words; what can be mended is', async ({ page }) => {
  await lookAt(page, 'Bands');
  await page.getByRole('radio', { name: 'file' }).click();
  const damaged = edf();
  damaged.write('##', 252);
  await give(page, 'damaged.edf', damaged);
  await expect(page.getByText(/damaged\.edf: header, byte 253: the number of signals is “##/)).toBeVisible();
  const bdf = edf();
  bdf[0] = 255;
  bdf.write('BIOSEMI', 1);
  await give(page, 'wide.bdf', bdf);
  await expect(page.getByText(/24-bit file \(BDF\)/)).toBeVisible();
  const folder = mkdtempSync(join(tmpdir(), 'kokyu-e2e-'));
  const huge = join(folder, 'huge.edf');
  const handle = openSync(huge, 'w');
  writeSync(handle, edf());
  ftruncateSync(handle, 1024 ** 3);
  closeSync(handle);
  await page.locator('input[type=file]').setInputFiles(huge);
  await expect(page.getByText(/huge\.edf: the file has 1024 MB; at most 200 MB are read/)).toBeVisible({
    timeout: 20_000,
  });
  rmSync(folder, { recursive: true });
  const cut = edf();
  cut.write('900     ', 236);
  await give(page, 'cut.edf', cut);
  await expect(page.getByText(/says 900 data records, the file holds 90/)).toBeVisible();
  expect(Math.abs((await figure(page, 'rate')) - 16)).toBeLessThan(1);
  await page.getByRole('combobox', { name: 'belly lay at' }).selectOption('');
  await expect(page.getByText('One band on the ribs and one on the belly')).toBeVisible();
});

test('a calibration says what it leaves open', async ({ page }) => {
  await lookAt(page, 'Bands');
  await page.getByRole('radio', { name: 'file' }).click();
  await give(page, 'leaky.edf', Buffer.from(printEdf(manoeuvres(0.2))));
  await page.getByText('Calibrate', { exact: true }).click();
  const use = async (from: number, to: number) => {
    await page.getByRole('textbox', { name: 'From, s' }).fill(String(from));
    await page.getByRole('textbox', { name: 'to, s' }).fill(String(to));
    await page.getByRole('button', { name: 'Use it' }).click();
  };
  await use(2, 38);
  await expect(page.getByText(/Air that leaked at the mouth during it would not be seen/)).toBeVisible();
  await page.getByRole('combobox', { name: 'Manoeuvre' }).selectOption('bag');
  await page.getByRole('textbox', { name: /^Volume/ }).fill('500');
  await use(42, 198);
  await expect(page.getByText(/The isovolume manoeuvre says otherwise than the bag/)).toBeVisible();
  await page.getByRole('button', { name: 'Take the calibration back' }).click();
  await expect(page.getByText(/Shares are relative/)).toBeVisible();
});

test('an exhale by the microphone, the stand-in and a file', { tag: '@timed' }, async ({ page }) => {
  await lookAt(page, 'Comfortable exhale');
  await page.getByRole('radio', { name: 'microphone' }).click();
  await page.getByTestId('tap-surface').click();
  await expect(page.getByText('listening;')).toBeVisible();
  await page.waitForTimeout(6500);
  await page.getByTestId('tap-surface').click();
  await expect(page.getByRole('button', { name: 'Keep, stayed quiet' }).first()).toBeVisible();
  await page.getByRole('radio', { name: 'stand-in' }).click();
  await page.getByRole('radio', { name: 'fading' }).click();
  await page.getByRole('checkbox').click();
  await page.getByTestId('tap-surface').click();
  await page.waitForTimeout(8500);
  await page.getByTestId('tap-surface').click();
  await expect(page.locator('dt', { hasText: 'sounds' }).locator('xpath=following-sibling::dd')).toHaveText(
    'fades',
  );
  await page.getByRole('button', { name: 'Keep, stayed quiet' }).first().click();
  await expect(page.getByRole('list', { name: 'Exhales' })).toContainText('fades');
  const sound = await page.request.get(
    (await page.getByRole('link', { name: 'sound' }).getAttribute('href'))!,
  );
  expect((await sound.body()).subarray(0, 4).toString()).toBe('RIFF');
  const wav = (samples: Float32Array) => Buffer.from(printWav({ hz: 16000, samples }));
  await give(page, 'even.wav', wav(exhaleSound('even', 5).samples));
  await expect(
    page.locator('dt', { hasText: 'length' }).locator('xpath=following-sibling::dd').first(),
  ).toHaveText(/5\.[01]s/);
  await give(page, 'silent.wav', wav(new Float32Array(40000)));
  await expect(page.getByText(/silent\.wav: the sound is silent/)).toBeVisible();
  await give(page, 'loud.wav', wav(exhaleSound('even', 5).samples.map((v) => v * 30)));
  await expect(page.getByText(/The sound is clipped at/)).toBeVisible();
  await give(page, 'words.wav', Buffer.from('no sound at all'));
  await expect(page.getByText(/words\.wav: this is no WAV file/)).toBeVisible();
});

/** Opens why a pattern is named, wherever it stands. */
async function openPattern(page: Page, name: string): Promise<void> {
  const line = page.getByRole('button', { name: new RegExp(`^${name}`) });
  await page.getByRole('heading', { name: 'Patterns', exact: true }).waitFor();
  if (!(await line.isVisible())) await unfold(page, 'Other patterns');
  await line.click();
}

test('Read: what disagrees is shown, a decision is kept and Follow holds it against the next visit', async ({
  page,
}) => {
  const file = await demoClient(page, 'Odile K.');
  await page.goto(`${file}/read`);
  await openPattern(page, 'fast or irregular');
  const sheet = page.getByRole('article', { name: 'fast or irregular' });
  await expect(sheet).toContainText('These do not agree');
  await expect(sheet).toContainText('The measured one counts, the rated one is set aside.');
  await sheet.getByRole('button', { name: 'Decide otherwise' }).click();
  await page.getByRole('slider', { name: 'Strength' }).press('Home');
  await expect(page.getByRole('button', { name: 'Decide so' })).toBeDisabled();
  await page.getByLabel('Why do you decide otherwise?').fill('she had run up the stairs');
  await page.getByRole('button', { name: 'Decide so' }).click();
  await expect(sheet).toContainText('You say 0.00 (faint) where');
  await page.goto(`${file}/follow`);
  await unfold(page, 'More');
  await unfold(page, 'Where you decided otherwise');
  await expect(page.getByRole('region', { name: 'Where you decided otherwise' })).toContainText(
    'she had run up the stairs',
  );
  await expect(page.getByRole('region', { name: 'Where you decided otherwise' })).toContainText(
    'not known yet',
  );
  await page.goto(`${file}/read`);
  await openPattern(page, 'fast or irregular');
  await page.getByRole('button', { name: 'Undo your decision' }).click();
  await expect(sheet).not.toContainText('You say');
});

test('Read: the studio’s own figures, trunk control, and the path of least resistance', async ({ page }) => {
  const file = await demoClient(page, 'Wen L.');
  await page.goto(`${file}/read`);
  await unfold(page, 'Read it otherwise');
  await page.getByRole('button', { name: 'Thresholds' }).click();
  const dialog = page.getByRole('dialog', { name: 'Thresholds' });
  await dialog.getByLabel(/^hold tolerance reads as low under/).fill('12');
  await dialog.getByRole('button', { name: 'Hold against these' }).click();
  await unfold(page, 'Other patterns');
  await page.getByRole('button', { name: /^low hold tolerance/ }).click();
  await expect(page.getByRole('article', { name: 'low hold tolerance' })).toContainText(
    'under 12 s as a screen (set here by hand)',
  );
  await page.getByRole('button', { name: 'Thresholds' }).click();
  await page.getByRole('button', { name: 'Shipped figures for all' }).click();
  await page.getByRole('button', { name: 'Hold against these' }).click();
  await page.getByRole('radio', { name: 'brace' }).click();
  await expect(page.getByText('the abdominal wall stiffens all round')).toBeVisible();
  await page.getByRole('radio', { name: 'draw in' }).click();
  await expect(page.getByText('A teaching aid, not a measurement')).toBeVisible();
  await page.getByRole('combobox', { name: 'What would open' }).selectOption('lowerRibsBack');
  await expect(
    page.getByRole('list', { name: 'What would open it' }).getByRole('listitem').first(),
  ).toContainText(/cushion|folded|counter/);
  await page.getByRole('combobox', { name: 'Predict for' }).selectOption('foldedOnHeels');
  await expect(page.getByText('Filled: predicted; not looked at there yet.')).toBeVisible();
});
