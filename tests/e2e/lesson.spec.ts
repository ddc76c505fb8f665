import { expect, test, type Page } from '@playwright/test';
import { demoClient, newClient, saved } from './helpers';

test('a goal becomes a task, and with a complaint and an answer of the day a lesson that is kept and coached', async ({
  page,
}) => {
  const file = await demoClient(page, 'Sunniva A.');
  await page.goto(`${file}/screen`);
  await page.getByRole('group', { name: 'Tasks for this goal' }).getByRole('button').first().click();
  await expect(page.getByLabel('Grade today')).toBeVisible();
  await page.getByLabel('Grade wanted').selectOption('4');
  const complaints = page.getByRole('region', { name: 'Where it hurts' });
  await complaints.getByRole('radio', { name: 'Back' }).click();
  await complaints.getByRole('button', { name: 'low back', exact: true }).click();
  await complaints.getByRole('radio', { name: 'Left' }).click();
  await expect(complaints.getByRole('button', { name: 'low back, 4 of 10' })).toBeVisible();
  await expect(complaints.getByRole('button', { name: 'hip, left', exact: true })).toBeVisible();
  await expect(complaints.getByText('hurts 4 of 10')).toBeVisible();
  await complaints.getByRole('radio', { name: 'pulls' }).click();
  await expect(complaints.getByText('pulls 4 of 10')).toBeVisible();
  await saved(page);

  await page.goto(`${file}/write`);
  await expect(page.getByRole('button', { name: 'Lesson', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  const lesson = page.locator('[data-lesson]');
  await expect(lesson.getByRole('heading', { name: 'Ask today' })).toBeVisible();
  await expect(lesson.getByRole('heading', { name: 'Sign again' })).toBeVisible();
  const before = await lesson.locator('[data-lesson-block] h3').allInnerTexts();
  expect(before.length).toBeGreaterThan(1);
  // Nothing is coached once the gravest question is answered with yes; taken back, the lesson is there again.
  await lesson.getByRole('button', { name: /^Yes: Bleeding/ }).click();
  await expect(page.getByText(/Today nothing is coached/)).toBeVisible();
  await page.getByRole('button', { name: 'Clear the answers' }).click();
  await expect(lesson.locator('[data-lesson-block] h3')).toHaveText(before);

  await page.getByRole('button', { name: 'Save lesson' }).click();
  const panel = page.locator('[data-lesson-panel]');
  await expect(panel).toBeVisible();
  await panel.locator('summary').first().click();
  await expect(panel.locator('[data-lesson-block] h3')).toHaveText(before);
  const sheet = page.waitForEvent('popup');
  await panel.getByRole('link', { name: 'Print lesson' }).click();
  await expect((await sheet).getByRole('heading', { name: 'Sign again' })).toBeVisible();
  await page.getByRole('button', { name: 'Coach it' }).click();
  await expect(page).toHaveURL(/\/coach\//);

  // In the room: the questions, the sign, the blocks, the sign again beside the first.
  await expect(page.getByRole('heading', { name: 'Ask first' })).toBeVisible();
  const worst = page.getByRole('button', { name: /^Yes: Bleeding/ });
  await worst.click();
  await expect(page.getByText(/Nothing is coached today/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'To the sign' })).toBeDisabled();
  await worst.click();
  await page.getByRole('button', { name: /^No: / }).last().click();
  await page.getByRole('button', { name: 'To the sign' }).click();
  await take(page, 30);
  await page.getByRole('button', { name: 'Begin the lesson' }).click();
  await expect(page.getByTestId('left')).toBeVisible();
  await page.reload();
  await expect(page.getByTestId('left')).toBeVisible();
  // Between two sets the breath is left alone, and a gate asks how it goes on.
  await expect(page.getByRole('heading', { name: /set 1 of/ })).toBeVisible();
  await page.getByRole('button', { name: 'Next' }).click();
  const gate = page.locator('[data-gate]');
  await expect(gate.getByText('Further only if')).toBeVisible();
  await expect(page.getByTestId('aside')).toHaveText('free breathing');
  await gate.getByRole('button', { name: 'Further' }).click();
  await expect(gate).toHaveCount(0);
  await expect(page.getByRole('heading', { name: /set 2 of/ })).toBeVisible();
  await expect(page.locator('[data-taught]')).toContainText('Limit:');
  for (let i = 0; i < 30; i++) {
    if (await page.getByRole('heading', { name: 'Take the sign again' }).isVisible()) break;
    const down = gate.getByRole('button', { name: 'Step down' });
    await ((await down.isVisible()) ? down : page.getByRole('button', { name: 'Next' })).click();
    await page.waitForTimeout(400);
  }
  await expect(page.getByRole('heading', { name: 'Take the sign again' })).toBeVisible();
  const again = page.locator('[data-sign-again]');
  await expect(again.getByText('30 cm', { exact: true })).toBeVisible();
  await take(page, 22);
  await expect(again.getByText('30 cm, then 22 cm: a change for the better.')).toBeVisible();
  await page.getByRole('button', { name: 'End the lesson' }).click();
  await expect(page.getByRole('heading', { name: 'The run is over' })).toBeVisible();
  await expect(page.getByText('30 cm, then 22 cm: a change for the better.')).toBeVisible();
});

/** The sign of a back that hurts: fingertips to floor, cm. */
const take = (page: Page, cm: number) => page.getByLabel('Value, cm').fill(String(cm));

test('a block that is edited by hand is taught anew, and what was not touched keeps its words', async ({
  page,
}) => {
  const file = await demoClient(page, 'Bram T.');
  await page.goto(`${file}/write`);
  await page.getByRole('button', { name: 'Save lesson' }).click();
  const panel = page.locator('[data-lesson-panel]');
  await panel.locator('summary').first().click();
  const sets = panel.locator('[data-lesson-block]').first().locator('ol > li');
  const before = await sets.allInnerTexts();
  await page.getByLabel('Staves').focus();
  await page.keyboard.press('.');
  await expect(async () => expect(await sets.allInnerTexts()).not.toEqual(before)).toPass();
  await page.keyboard.press('u');
  await expect(async () => expect(await sets.allInnerTexts()).toEqual(before)).toPass();
});

test('a task of one’s own is copied, changed, shared, and found by the words of a goal', async ({ page }) => {
  await page.goto('/tasks');
  await page.getByRole('button', { name: /^Lift a child or a box/ }).click();
  await page.getByRole('button', { name: 'Copy and change' }).click();
  const form = page.getByRole('form', { name: 'Task' });
  await form.getByLabel('Name').fill('');
  await form.getByRole('button', { name: 'Save task' }).click();
  await expect(page.getByText('Not kept: name: cannot be empty')).toBeVisible();
  await form.getByLabel('Name').fill('Haul a net over the rail');
  await form.getByLabel('Words of a goal, with commas').fill('net, rail, haul');
  await form.getByLabel('Grade 1').fill('an empty net, one knee on the bench');
  await form.getByRole('button', { name: 'Save task' }).click();
  await expect(page.getByText('“Haul a net over the rail” is kept.')).toBeVisible();
  await expect(page.getByText('an empty net, one knee on the bench', { exact: true })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save own tasks' }).click();
  const path = await (await download).path();
  await page.getByRole('button', { name: 'Remove' }).click();
  await expect(page.getByText('None yet. Copy one that is near, and change it.')).toBeVisible();
  await page.locator('input[type=file]').setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('not tasks'),
  });
  await expect(page.getByText(/not JSON/)).toBeVisible();
  await page.locator('input[type=file]').setInputFiles(path);
  await expect(page.getByText('1 new, 0 replaced.')).toBeVisible();

  const file = await newClient(page, 'Signe');
  await page.goto(`${file}/screen`);
  await page.getByLabel('Goals', { exact: true }).fill('haul the net in again without my back');
  await page
    .getByRole('group', { name: 'Tasks for this goal' })
    .getByRole('button', { name: 'Haul a net over the rail' })
    .click();
  await expect(page.getByLabel('Grade today')).toBeVisible();
  await saved(page);
  await page.goto(`${file}/write`);
  await expect(page.locator('[data-lesson]')).toContainText('Haul a net over the rail');
});
