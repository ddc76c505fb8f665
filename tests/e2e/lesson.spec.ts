import { expect, test, type Page } from '@playwright/test';
import { demoClient, newClient, proposeAs, saved, textOf, unfold } from './helpers';

// A room that nobody set up shows one thing at a time.
test.use({ storageState: { cookies: [], origins: [] } });

test('a goal becomes a task, and with a complaint and an answer of the day a lesson that is kept and coached', async ({
  page,
}) => {
  const file = await demoClient(page, 'Sunniva A.');
  await page.goto(`${file}/screen`);
  await page.getByRole('group', { name: 'Tasks for this goal' }).getByRole('button').first().click();
  await unfold(page, 'Task');
  await expect(page.getByLabel('Grade today')).toBeVisible();
  await page.getByLabel('Grade wanted').selectOption('4');
  const complaints = await unfold(page, 'Where it hurts today');
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
  await panel.getByRole('button', { name: 'Whole lesson' }).click();
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
  await expect(page.getByRole('heading', { name: /set 1\// })).toBeVisible();
  await page.getByRole('button', { name: 'Next', exact: true }).click();
  const gate = page.locator('[data-gate]');
  await expect(gate.getByText('Further only if')).toBeVisible();
  await expect(page.getByTestId('aside')).toHaveText('free breathing');
  await gate.getByRole('button', { name: 'Further' }).click();
  await expect(gate).toHaveCount(0);
  await expect(page.getByRole('heading', { name: /set 2\// })).toBeVisible();
  await expect(page.getByText(/^Limit: /)).toBeVisible();
  for (let i = 0; i < 30; i++) {
    if (await page.getByRole('heading', { name: 'Take the sign again' }).isVisible()) break;
    const down = gate.getByRole('button', { name: 'Step down' });
    await ((await down.isVisible()) ? down : page.getByRole('button', { name: 'Next', exact: true })).click();
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
  // What comes next, and what goes home.
  const next = page.locator('[data-next-time]');
  await expect(next.getByText(/^The same again/)).toBeVisible();
  await expect(next.getByRole('heading', { name: 'Home' })).toBeVisible();
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
  await panel.getByRole('button', { name: 'Whole lesson' }).click();
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
  await expect(page.getByText('Haul a net over the rail, grade 1 → 5')).toBeVisible();
  await saved(page);
  await page.goto(`${file}/write`);
  await expect(page.locator('[data-lesson]')).toContainText('Haul a net over the rail');
});

test('a lesson is edited set by set, mended by a press, asked what if, and a sequence made one', async ({
  page,
}) => {
  const file = await demoClient(page, 'Bram T.');
  await page.goto(`${file}/write`);
  await page.getByRole('button', { name: 'Save lesson' }).click();
  const sets = page.locator('[data-sets]');
  const first = sets.locator('ol > li').first();
  await expect(first).toContainText('Set 1');
  const before = await first.innerText();
  const gates = page.locator('[data-stave-gate]');
  expect(await gates.count()).toBeGreaterThan(1);
  // Longer than was measured: the rule says so beside the block, and one press mends it.
  for (let i = 0; i < 8; i++) await sets.getByRole('button', { name: 'out: more' }).click();
  const rule = page.getByRole('list', { name: 'Rules to look at' }).filter({ hasText: 'measured exhale' });
  await rule.getByRole('button', { name: 'Shorten the exhale' }).click();
  await expect(rule).toHaveCount(0);
  // A set more is one more on the staves, and gone again with undo.
  const many = await sets.locator('ol > li').count();
  await sets.getByRole('button', { name: 'Copy set' }).click();
  await expect(sets.locator('ol > li')).toHaveCount(many + 1);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(sets.locator('ol > li')).toHaveCount(many);
  // A set is dragged behind the next one of its block.
  const spoken = async () =>
    (await sets.locator('ol > li').allInnerTexts()).map((t) => t.replace(/^Set \d+ /, ''));
  const order = await spoken();
  expect(order[0]).not.toBe(order[1]);
  const stave = page.getByRole('region', { name: 'Staves' }).getByRole('button');
  const [from, to] = [(await stave.nth(0).boundingBox())!, (await stave.nth(1).boundingBox())!];
  await page.mouse.move(from.x + from.width / 2, from.y + 120);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width / 2, from.y + 120, { steps: 4 });
  await page.mouse.move(to.x + to.width - 3, from.y + 120, { steps: 4 });
  await page.mouse.up();
  await expect.poll(spoken).toEqual([order[1], order[0], ...order.slice(2)]);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(spoken).toEqual(order);
  const gate = sets.getByRole('textbox', { name: /^Gate: / }).first();
  await gate.fill('the breath stayed silent');
  await gate.press('Enter');
  await expect(page.locator('[data-stave-gate] title').first()).toHaveText(/the breath stayed silent/);
  await sets.getByRole('button', { name: 'Make optional' }).click();
  await expect(sets.getByRole('button', { name: 'Make core' })).toBeVisible();
  const idea = page.getByLabel('Idea of the lesson');
  await idea.fill('The quiet side wakes first, then both row.');
  await idea.press('Enter');
  await saved(page);
  await page.reload();
  await expect(idea).toHaveValue('The quiet side wakes first, then both row.');
  await expect(first).not.toHaveText(before);

  await page.getByRole('button', { name: 'What if' }).click();
  const what = page.getByRole('dialog', { name: 'What if' });
  await what.getByLabel('Minutes').fill('40');
  await expect(what.locator('[data-difference="in"], [data-difference="other"]').first()).toBeVisible();
  await what.getByRole('button', { name: 'Use that lesson' }).click();
  await expect(page.getByTestId('total').locator('..')).toContainText('of 40:00');

  // What goes home on paper names two moments of life, and when to stop.
  const id = /write\/([0-9a-f-]{36})/.exec(page.url())![1]!;
  await saved(page);
  await page.goto(`/sheets/${id}?for=home`);
  await expect(page.locator('[data-client-sheet]')).toContainText('Stop if:');
  await expect(page.locator('[data-client-sheet]')).not.toContainText('Bram');
  const pdf = async (whom: string) =>
    textOf(await (await page.request.get(`/sheets/${id}/pdf?for=${whom}`)).body());
  const home = await pdf('home');
  expect(home).toHaveLength(1);
  expect(home[0]).toMatch(/Stop if: .*Then call: /);
  expect(home[0]).not.toContain('Bram');
  // Whoever stands in has everything: what is asked, the sign, each set with its gate, and home.
  const lesson = (await pdf('lesson')).join(' ');
  for (const part of ['Ask today', 'Sign', 'Set 2', 'Gate', 'Right:', 'Limit:', 'Sign again', 'Home'])
    expect(lesson).toContain(part);
  expect(await pdf('nobody').catch(() => null)).toBeNull();

  await page.goto(`${file}/write`);
  await proposeAs(page, 'Drills only');
  await page.getByRole('button', { name: 'Keep this sequence' }).click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: 'Make a lesson' }).click();
  await expect(page.getByLabel('Idea of the lesson')).toBeVisible();
  await expect(page.locator('[data-sets]')).toBeVisible();
});
