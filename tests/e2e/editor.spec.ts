import { expect, test, type Page } from '@playwright/test';
import { demoClient, newClient, propose, saved, unfold } from './helpers';

const staves = (page: Page) => page.getByRole('region', { name: 'Staves' });
const blocks = (page: Page) => staves(page).getByRole('button');
const names = (page: Page) =>
  blocks(page).evaluateAll((all) => all.map((b) => b.getAttribute('aria-label')!.replace(/, [\d:]+.*$/, '')));
const total = (page: Page) => page.getByTestId('total');

test('by mouse: a block is moved, lengthened in whole breaths, and a drill is dragged in from the shelf', async ({
  page,
}) => {
  await propose(page, await newClient(page, 'By mouse'), 15);
  const before = await names(page);
  const whole = await total(page).innerText();
  const box = (i: number) => blocks(page).nth(i).locator('rect').first().boundingBox();
  const [one, last] = [(await box(0))!, (await box(before.length - 1))!];
  await page.mouse.move(one.x + 30, one.y + 250);
  await page.mouse.down();
  await page.mouse.move(one.x + 200, one.y + 250, { steps: 4 });
  await expect(page.getByTestId('drop')).toBeVisible();
  await page.mouse.move(last.x + last.width, one.y + 250, { steps: 6 });
  await page.mouse.up();
  await expect.poll(() => names(page)).toEqual([...before.slice(1), before[0]]);
  await page.keyboard.press('u');
  await expect.poll(() => names(page)).toEqual(before);

  const paced = page.getByRole('textbox', { name: 'breaths' });
  for (let i = 0; i < before.length && !(await paced.isVisible()); i++) await blocks(page).nth(i).click();
  const breaths = Number(await paced.inputValue());
  const grip = (await staves(page).locator('[data-lengthen]').boundingBox())!;
  await page.mouse.move(grip.x + grip.width / 2, grip.y + 40);
  await page.mouse.down();
  await page.mouse.move(grip.x + 60, grip.y + 40, { steps: 5 });
  await expect(total(page)).not.toHaveText(whole);
  await page.mouse.up();
  await expect.poll(async () => Number(await paced.inputValue())).toBeGreaterThan(breaths);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(total(page)).toHaveText(whole);

  // Staves, shelf and all tools have to be in sight at once for a drag.
  await page.setViewportSize({ width: 1280, height: 1100 });
  await page.getByRole('button', { name: 'Shelf of drills' }).click();
  await page.getByLabel('Find on the shelf').fill('side bend breathe');
  const card = (await page
    .getByRole('button', { name: 'Put in: Side bend, breathe into the long side' })
    .boundingBox())!;
  const second = (await box(1))!;
  await page.mouse.move(card.x + 40, card.y + 40);
  await page.mouse.down();
  await page.mouse.move(card.x + 60, card.y - 60, { steps: 4 });
  await page.mouse.move(second.x + 4, second.y + 100, { steps: 6 });
  await expect(page.getByTestId('drop')).toBeVisible();
  await page.mouse.up();
  await expect
    .poll(() => names(page))
    .toEqual([before[0], 'Side bend, breathe into the long side', ...before.slice(1)]);
  await saved(page);
});

test('by keyboard alone: choose, lengthen, move, copy, group, mend, take out, and take all of it back', async ({
  page,
}) => {
  await propose(page, await newClient(page, 'By keyboard'), 20);
  const before = await names(page);
  const whole = await total(page).innerText();
  await blocks(page).first().focus();
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key);
  };
  await press('ArrowRight', ']');
  await expect.poll(() => names(page)).toEqual([before[0], before[2], before[1], ...before.slice(3)]);
  await press('[');
  await expect.poll(() => names(page)).toEqual(before);
  // Good doses leave time open; breath by breath it is used up, and gone over.
  const over = page.getByText(/over the 20 min/);
  for (let i = 0; i < 200 && (await over.count()) === 0; i++) await page.keyboard.press('.');
  await expect(over).toBeVisible();
  await press('f');
  await expect(page.getByText(/over the 20 min/)).toHaveCount(0);
  await press('Shift+ArrowRight', 'g');
  await expect(page.getByRole('button', { name: 'Ungroup' })).toBeEnabled();
  await press('y', 'p');
  await expect(blocks(page)).toHaveCount(before.length + 2);
  await press('Delete');
  await expect(blocks(page)).toHaveCount(before.length);
  await press('ArrowUp', 'c', 'Control+z', 'Control+z');
  for (let i = 0; i < 240; i++) await page.keyboard.press('u');
  await expect.poll(() => names(page)).toEqual(before);
  await expect(total(page)).toHaveText(whole);
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
  await press('?');
  await expect(page.getByRole('dialog')).toContainText('mend what breaks a rule');
  await page.keyboard.press('Escape');
  await press('a');
  await page
    .getByRole('button', { name: /^Put in: / })
    .first()
    .focus();
  await page.keyboard.press('Enter');
  await expect(blocks(page)).toHaveCount(before.length + 1);
  await saved(page);
});

test('what other minutes would add or drop is taken with one press', async ({ page }) => {
  await propose(page, await demoClient(page, 'Petra V.'), 15);
  const panel = page.getByRole('region', { name: 'Other minutes' });
  await panel.getByRole('button').first().click();
  await expect(panel.getByText(/^20 min (adds |the same)/)).toBeVisible({ timeout: 20_000 });
  await expect(panel.getByText(/^10 min (drops |the same)/)).toBeVisible({ timeout: 20_000 });
  await panel.getByRole('button', { name: 'Take 20 min' }).click();
  const total = page.locator('[aria-live=polite]');
  await expect(total).toContainText('of 20:00');
  await expect(panel.getByRole('button', { name: 'Look again for this sequence' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(total).toContainText('of 15:00');
});

test('what would be proposed is drawn at once, wishes are kept, and a conflict is named with the nearest way out', async ({
  page,
}) => {
  const file = await newClient(page, 'With wishes');
  await page.goto(`${file}/write`);
  const wish = async (kind: string, drill: string) => {
    await page.getByLabel('Kind of wish').selectOption({ label: kind });
    await page.getByLabel('Drill wished for').selectOption({ label: drill });
  };
  const keep = page.getByRole('button', { name: 'Keep this sequence' });
  const drawn = page.getByRole('group', { name: /^Sequence, \d+ blocks/ });
  await expect(drawn).toBeVisible();
  await expect(page.getByText(/^Best fit for these/)).toBeVisible();
  await expect(page.getByText(/^First we /)).toBeVisible();
  const slider = page.getByRole('slider', { name: 'minutes' });
  await slider.focus();
  const before = await drawn.getAttribute('aria-label');
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowLeft');
  await expect(page.getByLabel('Minutes', { exact: true })).toHaveValue('10');
  await expect(drawn).not.toHaveAttribute('aria-label', before!);
  await unfold(page, 'Wishes');
  await page.getByLabel('There is').selectOption({ label: 'at the desk, seated' });
  await expect(drawn).toBeVisible();
  await wish('has to be in', 'Back-fill over the cushion');
  await expect(keep).toBeDisabled();
  await page.getByLabel('There is').selectOption({ label: 'a floor to lie on' });
  await expect(
    page.getByText(
      '“Back-fill over the cushion” locked in cannot be: needs a half-ball. Nearest to give up: “Back-fill over the cushion” locked in (unlock it).',
    ),
  ).toBeVisible({ timeout: 20_000 });
  await wish('leave out', 'Two hands, low breath');
  await page.getByRole('button', { name: 'Take back the wish: Back-fill over the cushion' }).click();
  await wish('has to be in', 'Soft pelvic floor');
  await page.getByLabel('Minutes', { exact: true }).fill('12');
  await keep.click();
  await page.waitForURL(/\/write\/[0-9a-f-]{36}$/);
  await expect(blocks(page).first()).toBeVisible();
  const made = await names(page);
  expect(made).toContain('Soft pelvic floor');
  expect(made).not.toContain('Two hands, low breath');
  await page.getByText(/^Left out, and why/).click();
  await expect(page.getByText('you asked to leave it out')).toBeVisible();
});

test('two windows join their edits when they are about different things, and undoing takes back only one’s own', async ({
  page,
  context,
}) => {
  await propose(page, await newClient(page, 'Joined'), 15);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(blocks(other).first()).toBeVisible();
  const count = await blocks(page).count();
  await blocks(page).first().click();
  await page.getByRole('button', { name: 'set-up: more' }).click();
  await saved(page);
  await blocks(other).nth(1).click();
  await other.getByRole('button', { name: 'set-up: more' }).click();
  await expect(other.getByText('merged with edits from another window')).toBeVisible();
  await other.getByRole('button', { name: 'Undo' }).click();
  await saved(other);
  await other.reload();
  await expect(blocks(other)).toHaveCount(count);
  await blocks(other).first().click();
  const kept = await other.getByRole('textbox', { name: 'set-up' }).inputValue();
  await blocks(page).first().click();
  expect(kept).toBe(await page.getByRole('textbox', { name: 'set-up' }).inputValue());
  await other.close();
});

test('a version is kept under a name, read as a difference and brought back', async ({ page }) => {
  await propose(page, await newClient(page, 'Versions'), 10);
  await page.getByRole('button', { name: /^Versions/ }).click();
  await page.getByLabel('Keep what stands here now, as').fill('before the exam');
  await page.getByRole('button', { name: 'Keep version' }).click();
  await expect(page.getByText('before the exam')).toBeVisible();
  await page.keyboard.press('Escape');
  const name = (await names(page))[0]!;
  await blocks(page).first().click();
  await page.keyboard.press('Delete');
  await page.getByRole('button', { name: /^Versions/ }).click();
  await expect(page.getByRole('dialog')).toContainText(`Taken out: ${name}`);
  await page.getByRole('button', { name: 'Bring back' }).first().click();
  await expect.poll(async () => (await names(page))[0]).toBe(name);
});

test('a template starts a sequence for another client, changed where that one needs it', async ({ page }) => {
  await page.goto(`${await demoClient(page, 'Wen L.')}/write`);
  await page.locator('main ul a').first().click();
  await page.getByRole('button', { name: 'Sheets and files' }).click();
  await page.getByLabel('Keep as a template called').fill('Singer’s half hour');
  await page.getByRole('button', { name: 'Keep template' }).click();
  await expect(page.getByText(/can be started from/)).toBeVisible();
  const file = await newClient(page, 'From a template');
  await unfold(page, 'Pregnancy, birth, pelvic floor');
  await page.getByLabel('pregnancy, weeks').fill('30');
  await saved(page);
  await page.goto(`${file}/write`);
  await page.getByRole('button', { name: 'Start from: Singer’s half hour' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Changed for this client');
  await expect(dialog).toContainText(/in its place \(|take a position that is open \(/);
  await dialog.getByRole('button', { name: 'Begin with this' }).click();
  await page.waitForURL(/\/write\/[0-9a-f-]{36}$/);
  await expect(page.getByRole('button', { name: 'Coach it' })).toBeEnabled();
  await page.goto(`${file}/write`);
  await page.getByRole('button', { name: 'Drop the template: Singer’s half hour' }).click();
  await expect(page.getByText('From a template').last()).toBeVisible();
});
