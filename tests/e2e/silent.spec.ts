import { expect, test, type Page } from '@playwright/test';
import { newClient } from './helpers';

/** From here on no command comes through, as where Kokyu was shut down beneath an open page. */
const silence = (page: Page) =>
  page.route('**/*', (route) =>
    route.request().method() === 'POST' ? route.abort('connectionrefused') : route.continue(),
  );

const told = (page: Page) => expect(page.getByText(/Kokyu does not answer/).first()).toBeVisible();

test('a command that nobody answers says so, and is there to be pressed again', async ({ page }) => {
  const file = await newClient(page, 'Pressed in vain');
  await page.goto(`${file}/write`);
  const keep = page.getByRole('button', { name: 'Keep this sequence' });
  await expect(keep).toBeEnabled();
  await silence(page);
  await keep.click();
  await told(page);
  await expect(keep).toBeEnabled();
  await page.unroute('**/*');
  await keep.click();
  await page.waitForURL(/\/write\/[0-9a-f-]{36}$/);
});

test('nothing that is pressed stays without a word, wherever it stands', async ({ page }) => {
  const file = await newClient(page, 'Silent house');
  const button = (name: string) => () => page.getByRole('button', { name, exact: true }).click();
  const pressed: [string, () => Promise<void>][] = [
    [`${file}/look`, button('Start a new look')],
    ['/drills', button('Retire')],
    ['/classes', button('Make it')],
    ['/', button('Begin with Screen')],
    ['/', () => page.getByLabel('Find').fill('Silent')],
    [`${file}/screen`, button('On to Look')],
  ];
  for (const [address, press] of pressed) {
    await page.unroute('**/*');
    await page.goto(address);
    await page.locator('[data-awake=true]').first().waitFor();
    await silence(page);
    await press();
    await told(page);
  }
});

test('a name that could not be changed stays in its field, and a client taken off in vain stays on the list', async ({
  page,
}) => {
  const file = await newClient(page, 'Stays as it is');
  await page.goto(`${file}/screen`);
  await page.locator('[data-awake=true]').first().waitFor();
  await page.getByRole('button', { name: 'Client file' }).click();
  await silence(page);
  const name = page.getByLabel('Name as you use it');
  await name.fill('Another name');
  await page.getByRole('button', { name: 'Rename' }).click();
  await told(page);
  await expect(name).toHaveValue('Another name');
  await page.getByRole('button', { name: 'Archive client' }).click();
  await page.getByRole('button', { name: 'Yes, archive' }).click();
  await told(page);
  await page.unroute('**/*');
  await page.getByRole('button', { name: 'Yes, archive' }).click();
  await expect(page.getByText('is archived', { exact: false })).toBeVisible();
});
