import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { clipBody } from '../../src/core/simulate/clip';
import { CLIP_OF_TEST } from './clips/body';
import { everyIssueFor, newClient, propose, saved, startRunning, unfold } from './helpers';

const CLIPS = join(__dirname, 'clips');
const body = clipBody(CLIP_OF_TEST);
const { width, height } = body.setup;

async function openClip(page: Page, name: string, file: string): Promise<string> {
  const client = await newClient(page, name);
  await page.goto(`${client}/look`);
  await page.getByRole('button', { name: 'Start a new look' }).click();
  await page.getByRole('list', { name: 'Tests' }).getByRole('button', { name: /^Clip/ }).click();
  await page.locator('input[type=file][accept*="mp4"]').setInputFiles(join(CLIPS, file));
  return client;
}

/** Goes on to the first block that is counted, and begins it. */
async function toCounted(page: Page): Promise<void> {
  const paced = page.getByRole('button', { name: 'Exhale half a second shorter' });
  for (let i = 0; i < 6 && !(await paced.isVisible()); i++) {
    await page.getByRole('button', { name: 'Next', exact: true }).click();
    await page.waitForTimeout(450);
  }
  await page.getByRole('button', { name: 'Ready now' }).click();
}

const stage = (page: Page) => page.getByRole('group', { name: 'Lines on the picture' });

/** Drags a line over the picture, as a hand would: not quite where it belongs. */
async function drag(page: Page, place: string, line: ReturnType<typeof body.line>, off = 2) {
  const lines = page.getByRole('list', { name: 'Lines' }).getByRole('listitem');
  const known = await lines.filter({ hasText: place }).count();
  await page.getByRole('combobox', { name: 'A drag on the picture draws' }).selectOption({ label: place });
  const box = (await stage(page).boundingBox())!;
  const at = (p: { x: number; y: number }) =>
    [box.x + ((p.x + off) / width) * box.width, box.y + ((p.y - off) / height) * box.height] as const;
  await page.mouse.move(...at(line.from));
  await page.mouse.down();
  await page.mouse.move(...at(line.to), { steps: 4 });
  await page.mouse.up();
  await expect(lines.filter({ hasText: place })).toHaveCount(known + 1);
}

test('an mp4 is opened, lines are drawn, and its breaths are counted, kept and read', async ({ page }) => {
  const client = await openClip(page, 'Clip by hand', 'side.mp4');
  await expect(page.getByText('side.mp4, from the side, 320 × 240')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Follow them' })).toBeDisabled();
  await drag(page, 'belly', body.line('belly'));
  await drag(page, 'chest', body.line('chest'));
  await expect(page.getByText('Draw one on the background')).toBeVisible();
  for (const still of body.stills) await drag(page, 'still background', still, 1);
  await page.getByRole('button', { name: 'Follow them' }).click();
  const shown = page.getByRole('region', { name: 'What the clip shows' });
  await expect(shown.getByRole('img', { name: /7 breaths/ })).toBeVisible();
  const figure = (label: string) => shown.locator('dl > div', { hasText: label }).locator('dd').first();
  await expect(figure('ordinary breaths')).toHaveText('4');
  await expect(figure('deep breaths')).toHaveText('3');
  const belly = shown.getByRole('row', { name: /^belly/ });
  const px = Number(/([\d.]+) px/.exec(await belly.innerText())![1]);
  const rises = body.breaths
    .filter((b) => !b.deep)
    .map((b) => body.shift('belly', b.turnS * 15) - body.shift('belly', b.fromS * 15))
    .sort((a, b) => a - b);
  expect(Math.abs(px / rises[2]! - 1)).toBeLessThan(0.2);
  await expect(belly).toContainText('counts');
  expect(await everyIssueFor(page)).toEqual([]);
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
  await shown.getByRole('button', { name: 'Keep the curves with this look' }).click();
  await expect(shown.getByText('Kept: Read and Follow use it.')).toBeVisible();
  await shown.getByRole('button', { name: /on the rings, standing/ }).click();
  await saved(page);
  await page.goto(`${page.url().split('?')[0]}?test=sweep`);
  await expect(page.getByText('From a clip: standing.')).toBeVisible();
  await page.getByRole('button', { name: 'Fill from the clip of this look' }).click();
  await expect(page.getByText('Its row is filled.')).toBeVisible();
  // It is there after a reload, computed anew from its curves.
  await page.reload();
  await page.getByRole('list', { name: 'Tests' }).getByRole('button', { name: /^Clip/ }).click();
  await page.getByRole('button', { name: 'side.mp4' }).click();
  await expect(shown.getByRole('img', { name: /7 breaths/ })).toBeVisible();
  await page.goto(`${client}/read`);
  await unfold(page, 'Other patterns');
  await page.getByRole('button', { name: /^reversed/ }).click();
  await expect(page.getByText(/comes out while the ribs rise \(clip, standing\)/).first()).toBeVisible();
});

test('a turned phone clip and VP9 are read alike; lines are proposed, moved by keys and taken away', async ({
  page,
}) => {
  await openClip(page, 'Clip proposed', 'turned.mp4');
  await expect(page.getByText('turned.mp4, from the side, 320 × 240')).toBeVisible();
  await page.getByRole('button', { name: 'Propose lines' }).click();
  const lines = page.getByRole('list', { name: 'Lines' }).getByRole('listitem');
  await expect(lines.filter({ hasText: 'belly' })).toHaveCount(1);
  await expect(lines.filter({ hasText: 'still' }).first()).toBeVisible();
  const mark = page.getByRole('button', { name: /^Line: belly/ });
  const before = await mark.locator('path').first().getAttribute('d');
  await mark.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect.poll(() => mark.locator('path').first().getAttribute('d')).not.toBe(before);
  await page.getByRole('button', { name: 'Follow them' }).click();
  const shown = page.getByRole('region', { name: 'What the clip shows' });
  await expect(shown.getByRole('img', { name: /7 breaths/ })).toBeVisible();
  await page.getByRole('button', { name: /^Line: belly/ }).focus();
  await page.keyboard.press('Delete');
  await expect(lines.filter({ hasText: 'belly' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Close the clip' }).click();
  await page.locator('input[type=file][accept*="mp4"]').setInputFiles(join(CLIPS, 'side.webm'));
  await expect(page.getByText('side.webm, from the side, 320 × 240')).toBeVisible();
  await page.getByRole('button', { name: 'Propose lines' }).click();
  await page.getByRole('button', { name: 'Follow them' }).click();
  await expect(shown.getByRole('img', { name: /7 breaths/ })).toBeVisible();
});

test('what is no clip is refused with a sentence that says what to do', async ({ page }) => {
  await openClip(page, 'No clip', 'sound-only.mp4');
  await expect(page.getByText(/holds no pictures, only sound/)).toBeVisible();
  const file = page.locator('input[type=file][accept*="mp4"]');
  await file.setInputFiles({ name: 'note.mp4', mimeType: 'video/mp4', buffer: Buffer.from('just a note') });
  await expect(page.getByText(/no recording that can be read here.*ffmpeg/)).toBeVisible();
});

test('Coach follows the breath by the made-up camera', async ({ page }) => {
  test.setTimeout(180_000);
  await page.addInitScript(() =>
    localStorage.setItem(
      'kokyu-room',
      JSON.stringify({ everything: true, waits: false, follow: 'madeUpCamera' }),
    ),
  );
  await propose(page, await newClient(page, 'Followed by camera'), 20);
  await page.getByRole('button', { name: 'Coach it' }).click();
  await page.waitForURL(/\/coach\/[0-9a-f-]{36}$/);
  await startRunning(page);
  await toCounted(page);
  await expect(page.getByTestId('followed')).toHaveText(/(together|s after|s before)/, { timeout: 60_000 });
});

test('Coach follows the breath by the camera of the machine, once lines are drawn on its picture', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await page.addInitScript(() => {
    if (!localStorage.getItem('kokyu-room')?.includes('camera'))
      localStorage.setItem(
        'kokyu-room',
        JSON.stringify({ everything: true, waits: false, follow: 'camera' }),
      );
  });
  await propose(page, await newClient(page, 'Followed by a real one'), 20);
  await page.getByRole('button', { name: 'Coach it' }).click();
  await page.waitForURL(/\/coach\/[0-9a-f-]{36}$/);
  await page.getByRole('button', { name: 'Sound and screen' }).click();
  const dialog = page.getByRole('dialog', { name: 'Sound and screen' });
  const pen = dialog.getByRole('combobox', { name: 'A drag on the picture draws' });
  const picture = dialog.getByRole('group', { name: 'Lines on the picture' });
  await expect(picture).toBeVisible();
  await page.waitForTimeout(500);
  const draw = async (
    place: string,
    line: { from: { x: number; y: number }; to: { x: number; y: number } },
  ) => {
    await pen.selectOption({ label: place });
    const box = (await picture.boundingBox())!;
    const at = (p: { x: number; y: number }) =>
      [box.x + (p.x / width) * box.width, box.y + (p.y / height) * box.height] as const;
    await page.mouse.move(...at(line.from));
    await page.mouse.down();
    await page.mouse.move(...at(line.to), { steps: 4 });
    await page.mouse.up();
  };
  await draw('belly', body.line('belly'));
  await draw('still background', body.stills[0]!);
  await expect(dialog.getByText('2 lines. The camera has to stay where it is.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
  // By its button: Space belongs to the one that opened the dialog, to which the focus goes back.
  await page.getByRole('button', { name: 'Start', exact: true }).first().click();
  await toCounted(page);
  await expect(page.getByTestId('followed')).toHaveText(/(together|s after|s before)/, { timeout: 60_000 });
});

test('a picture is measured by taps, twice, kept as points, and put among the signs', async ({ page }) => {
  const client = await newClient(page, 'Stands');
  await page.goto(`${client}/look`);
  await page.getByRole('button', { name: 'Start a new look' }).click();
  await page
    .getByRole('list', { name: 'Tests' })
    .getByRole('button', { name: /^Stack/ })
    .click();
  const picture = await page.screenshot();
  const file = page.locator('input[type=file][accept*="image/png"]');
  await file.setInputFiles({ name: 'no.png', mimeType: 'image/png', buffer: Buffer.from('nothing') });
  await expect(page.getByText(/no.png is no picture that can be shown here/)).toBeVisible();
  await file.setInputFiles({ name: 'side.png', mimeType: 'image/png', buffer: picture });
  const stage = page.getByRole('img', { name: /^Tap the/ });
  // A pelvis tipped 45° forward, ribs over it; what the rest would be cannot be seen.
  const points: Record<string, [number, number]> = {
    'lowest front rib': [640, 300],
    'front hip spine': [640, 420],
    'rear hip spine': [540, 320],
    // An arm that goes to 90°.
    shoulder: [590, 200],
    elbow: [690, 200],
    hip: [590, 440],
  };
  const tap = async (shift: number) => {
    for (let i = 0; i < 9; i++) {
      const asked = await page.getByText(/^Tap:/).innerText();
      const at = Object.entries(points).find(([name]) => asked.split('\n')[0]!.endsWith(` ${name}`))?.[1];
      if (!at) {
        await page.getByRole('button', { name: 'Cannot be seen' }).click();
        continue;
      }
      const box = (await stage.boundingBox())!;
      const scale = Math.min(box.width / 1280, box.height / 800);
      await page.mouse.click(
        box.x + box.width / 2 + (at[0] + shift - 640) * scale,
        box.y + box.height / 2 + (at[1] - 400) * scale,
      );
      if (!(await page.getByText(/^Tap:/).isVisible())) break;
    }
  };
  await tap(0);
  const tilt = page.getByRole('row', { name: /front hip spine below the rear one/ });
  await expect(tilt).toContainText(/4[45]\.\d °/);
  await expect(tilt).toContainText('tapped once');
  await page.getByRole('button', { name: 'Tap them once more' }).click();
  await tap(4);
  await expect(tilt).toContainText('by tapping twice');
  await page.getByRole('button', { name: 'Put it into the signs' }).click();
  await expect(page.getByRole('radio', { name: 'tipped forward' })).toBeChecked();
  expect(await everyIssueFor(page)).toEqual([]);
  await saved(page);
  await page.reload();
  await page
    .getByRole('list', { name: 'Tests' })
    .getByRole('button', { name: /^Stack/ })
    .click();
  await expect(tilt).toContainText(/4[45]\.\d °/);
  // The sweep knows how they stand, and Screen what the arm does.
  await page.goto(`${page.url().split('?')[0]}?test=sweep`);
  await expect(page.getByText('the row standing, arched is their usual one')).toBeVisible();
  await page.goto(`${client}/screen`);
  await expect(page.getByText(/an arm goes to 90° ± \d+°, short of 140°/)).toBeVisible();
  await page.getByRole('button', { name: 'Record: shoulder cannot lift or reach' }).click();
  await expect(page.getByRole('region', { name: 'Positions that are out' })).toContainText(
    'shoulder cannot lift or reach',
  );
  await saved(page);
  expect(await everyIssueFor(page)).toEqual([]);
});

test('following is cancelled, and the clip is still there to be followed', async ({ page }) => {
  const client = await newClient(page, 'Cancelled');
  await page.goto(`${client}/look`);
  await page.getByRole('button', { name: 'Start a new look' }).click();
  await page.getByRole('list', { name: 'Tests' }).getByRole('button', { name: /^Clip/ }).click();
  await page.getByRole('button', { name: 'Try a simulated clip' }).click();
  await page.getByRole('button', { name: 'Propose lines' }).click();
  await expect(page.getByRole('list', { name: 'Lines' }).getByRole('listitem').first()).toBeVisible();
  await page.getByRole('button', { name: 'Follow them' }).click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('Cancelled. Nothing was changed.')).toBeVisible();
  await page.getByRole('button', { name: 'Follow them' }).click();
  // A whole clip is followed, beside another browser that may be busy.
  await expect(page.getByRole('region', { name: 'What the clip shows' })).toBeVisible({ timeout: 90_000 });
  await expect(page.getByText('Cancelled. Nothing was changed.')).toHaveCount(0);
});

/** A look in which a clip was followed by proposed lines and its curves are kept; leaves its page open. */
async function keptClip(page: Page, client: string, file: string): Promise<void> {
  await page.goto(`${client}/look`);
  await page.getByRole('button', { name: 'Start a new look' }).click();
  await page.getByRole('list', { name: 'Tests' }).getByRole('button', { name: /^Clip/ }).click();
  await page.locator('input[type=file][accept*="mp4"]').setInputFiles(join(CLIPS, file));
  await page.getByRole('button', { name: 'Propose lines' }).click();
  await page.getByRole('button', { name: 'Follow them' }).click();
  await page.getByRole('button', { name: 'Keep the curves with this look' }).click();
  await expect(page.getByText('Kept: Read and Follow use it.')).toBeVisible();
}

const agree = async (page: Page) => {
  await page.getByRole('button', { name: 'Keep the film too' }).click();
  await expect(page.getByRole('button', { name: 'Keep the film', exact: true })).toBeDisabled();
  await page.getByRole('checkbox', { name: /The client has agreed today/ }).click();
  await page.getByRole('button', { name: 'Keep the film', exact: true }).click();
};

test('a film is kept only with consent and in the folder that was named, runs in step with the next one, and is deleted for good', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'kokyu-films-'));
  try {
    const client = await newClient(page, 'Filmed twice');
    await keptClip(page, client, 'side.mp4');
    await agree(page);
    await expect(page.getByText('No folder for films is named yet')).toBeVisible();
    await saved(page);
    const first = page.url();

    await page.goto('/settings#films');
    const named = page.getByLabel('Folder for films, its whole path');
    for (const [path, why] of [
      ['films', 'Give the whole path'],
      [join(folder, 'nowhere'), 'no such folder'],
    ] as const) {
      await named.fill(path);
      await page.getByRole('button', { name: 'Keep films here' }).click();
      await expect(page.getByText(why)).toBeVisible();
    }
    await named.fill(folder);
    await page.getByRole('button', { name: 'Keep films here' }).click();
    await expect(page.getByText('From now on films are kept there.')).toBeVisible();

    // Without consent to being filmed nothing is kept, whatever was pressed.
    await keptClip(page, client, 'side.webm');
    await agree(page);
    await expect(page.getByText('Consent to being filmed is not recorded in Screen: record')).toBeVisible();
    expect(readdirSync(folder)).toEqual([]);
    await saved(page);
    await page.goto(`${client}/screen`);
    await unfold(page, 'Consent, props, size');
    await page.getByRole('checkbox', { name: 'to be filmed' }).click();
    await saved(page);

    await keptClip(page, client, 'side.webm');
    await agree(page);
    await expect(page.getByText('The film itself is kept, as the client agreed.')).toBeVisible();
    await page.getByRole('button', { name: 'Keep one picture, without the face' }).click();
    await page.getByRole('radio', { name: 'cut off' }).click();
    await page.getByRole('button', { name: 'Keep this picture' }).click();
    const still = page.getByRole('img', { name: 'The picture that is kept, without the face' });
    await expect
      .poll(() => still.evaluate((i: HTMLImageElement) => [i.naturalWidth, i.naturalHeight]))
      .toEqual([width, expect.any(Number)]);
    expect(await still.evaluate((i: HTMLImageElement) => i.naturalHeight)).toBeLessThan(height);
    await saved(page);
    expect(await everyIssueFor(page)).toEqual([]);
    const [file] = readdirSync(folder);
    expect(file).toMatch(/^[0-9a-f-]{36}\.webm$/);
    expect(readFileSync(join(folder, file!))).toEqual(readFileSync(join(CLIPS, 'side.webm')));
    expect(statSync(join(folder, file!)).mode & 0o077).toBe(0);

    // Lines that were drawn are there again when the same clip is opened after the page was left.
    await page.goto(first);
    await page.getByRole('list', { name: 'Tests' }).getByRole('button', { name: /^Clip/ }).click();
    await page.locator('input[type=file][accept*="mp4"]').setInputFiles(join(CLIPS, 'side.mp4'));
    await expect(
      page.getByRole('list', { name: 'Lines' }).getByRole('listitem').filter({ hasText: 'belly' }),
    ).toHaveCount(1);
    await page.getByRole('button', { name: 'Follow them' }).click();
    await page.getByRole('button', { name: 'Keep the curves with this look' }).click();
    await agree(page);
    await expect(page.getByText('The film itself is kept, as the client agreed.')).toBeVisible();
    await saved(page);

    const ids = readdirSync(folder);
    expect(ids).toHaveLength(2);
    await page.goto(`${client}/follow/two?first=${first.split('/').at(-1)!.split('?')[0]}`);
    const films = page.locator('video');
    await expect(films).toHaveCount(2);
    await page.getByRole('button', { name: 'Play both in step' }).click();
    const times = () => films.evaluateAll((v) => (v as HTMLVideoElement[]).map((f) => f.currentTime));
    const begun = await times();
    await expect.poll(async () => (await times())[0]! - begun[0]!).toBeGreaterThan(2);
    const [left, right] = await times();
    expect(Math.abs(left! - right!)).toBeLessThan(0.4);
    await page.getByRole('button', { name: 'Pause' }).click();
    await expect(page.getByText(/breath \d of 4/)).toBeVisible();
    expect(await everyIssueFor(page)).toEqual([]);

    // A part of it is answered as a part, and what nobody kept is not there.
    const src = (await films.first().getAttribute('src'))!;
    const part = await page.request.get(src, { headers: { range: 'bytes=4-7' } });
    expect([part.status(), await part.text()]).toEqual([206, 'ftyp']);
    await page.goto(first);
    await page.getByRole('list', { name: 'Tests' }).getByRole('button', { name: /^Clip/ }).click();
    await page
      .getByRole('list', { name: 'Clips of this look' })
      .getByRole('button', { name: 'side.mp4' })
      .last()
      .click();
    await page.getByRole('button', { name: 'delete the film' }).click();
    await page.getByRole('button', { name: /^Press again/ }).click();
    await expect.poll(() => readdirSync(folder).length).toBe(1);
    expect((await page.request.get(src)).status()).toBe(404);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
});
