import { expect, test, type Page } from '@playwright/test';
import { newClient, propose, saved, startRunning, unfold } from './helpers';

/** Every station says so, and offers nothing to begin. */
async function stopsEverywhere(page: Page, file: string, what: string): Promise<void> {
  for (const station of ['look', 'read', 'write', 'coach', 'home']) {
    await page.goto(`${file}/${station}`);
    await expect(page.getByText(`A red flag is open (${what})`).first()).toBeVisible();
  }
  await page.goto(`${file}/coach`);
  await expect(page.getByRole('button', { name: /^(Start|Coach it)/ })).toHaveCount(0);
}

test('bleeding that is answered with yes stops every station until it is written what was done', async ({
  page,
}) => {
  const file = await newClient(page, 'Thirty-four weeks');
  await propose(page, file, 20);
  await page.goto(`${file}/screen`);
  await unfold(page, 'Pregnancy, birth, pelvic floor');
  await page.getByLabel('pregnancy, weeks').fill('34');
  const yes = page
    .getByRole('region', { name: 'Ask as well' })
    .getByRole('radiogroup', { name: /^Any bleeding now/ })
    .getByRole('radio', { name: 'yes' });
  await expect(yes).toHaveAttribute('aria-checked', 'false');
  await saved(page);
  // What was not asked is said where something is about to be done, and is not taken for a no.
  await page.goto(`${file}/write`);
  await expect(page.getByText(/bleeding/).first()).toBeVisible();
  await page.goto(`${file}/screen`);
  await yes.click();
  await expect(page.getByRole('status').filter({ hasText: 'Stop: bleeding' })).toBeInViewport();
  await saved(page);
  await stopsEverywhere(page, file, 'bleeding or fluid loss in pregnancy or after birth');
  await page.getByRole('link', { name: 'Go to Screen' }).click();
  await page.getByLabel('What was done, and by whom').fill('rang the midwife together; she saw her at noon');
  await page.getByRole('button', { name: 'Record it' }).click();
  await saved(page);
  await page.goto(`${file}/coach`);
  await expect(page.getByText(/A red flag is open/)).toHaveCount(0);
});

test('a red flag is pressed once: it looks pressed, the stop is in sight, and a second press takes it back', async ({
  page,
}) => {
  const file = await newClient(page, 'Pressed once');
  const chip = page.getByRole('button', { name: 'chest pain' });
  await expect(chip).toHaveAttribute('aria-pressed', 'false');
  await chip.click();
  await expect(chip).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('alert').filter({ hasText: 'chest pain' })).toBeInViewport();
  await saved(page);
  await stopsEverywhere(page, file, 'chest pain');
  await page.goto(`${file}/screen`);
  await expect(chip).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('alert').filter({ hasText: 'chest pain' })).toHaveCount(1);
  await chip.click();
  await expect(page.getByRole('alert').filter({ hasText: 'chest pain' })).toHaveCount(0);
  await saved(page);
});

test('no more is recorded of two hands than somebody touched', async ({ page }) => {
  const file = await newClient(page, 'Only the first');
  await page.goto(`${file}/look`);
  await page.getByRole('button', { name: 'Start a new look' }).click();
  await page.waitForURL(/\/look\/[0-9a-f-]{36}$/);
  await page.getByRole('button', { name: /^Two hands/ }).click();
  const [belly, chest] = ['belly hand moves', 'chest hand moves'].map((name) =>
    page.getByRole('slider', { name }),
  ) as [ReturnType<Page['getByRole']>, ReturnType<Page['getByRole']>];
  await page.getByRole('radio', { name: 'chest', exact: true }).click();
  await expect(belly).toHaveAttribute('aria-valuetext', 'not yet');
  await expect(chest).toHaveAttribute('aria-valuetext', 'not yet');
  await belly.press('ArrowUp');
  await expect(belly).toHaveAttribute('aria-valuetext', '60 %');
  await expect(chest).toHaveAttribute('aria-valuetext', 'not yet');
  await saved(page);
  await page.reload();
  // A look goes on with the test that is open; this one is done.
  await page.getByRole('button', { name: /^Two hands/ }).click();
  await expect(belly).toHaveAttribute('aria-valuetext', '60 %');
  await expect(chest).toHaveAttribute('aria-valuetext', 'not yet');
  await expect(page.getByRole('radio', { name: 'chest', exact: true })).toHaveAttribute(
    'aria-checked',
    'true',
  );
});

test('keys go on working after a quality was pressed', async ({ page }) => {
  const file = await newClient(page, 'Keys go on');
  await propose(page, file, 12);
  await page.getByRole('button', { name: 'Coach it' }).click();
  await page.waitForURL(/\/coach\/[0-9a-f-]{36}$/);
  await startRunning(page);
  await page.getByRole('button', { name: 'Next', exact: true }).click();
  const ready = page.getByRole('button', { name: 'Ready now' });
  await expect(ready).toBeVisible();
  await page.getByRole('button', { name: '4 of 5' }).click();
  // A press within the bounce of the one that started the run counts as the same.
  await expect(async () => {
    await page.keyboard.press(' ');
    await expect(ready).toHaveCount(0, { timeout: 1500 });
  }).toPass();
  await expect(page.getByTestId('phase')).toBeVisible();
  await page.getByRole('button', { name: '5 of 5' }).click();
  await page.waitForTimeout(400);
  await page.keyboard.press(' ');
  await expect(page.getByRole('button', { name: 'Go on', exact: true }).first()).toBeVisible();
  const name = await page.getByRole('heading', { level: 1 }).last().innerText();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { level: 1 }).last()).not.toHaveText(name);
});
