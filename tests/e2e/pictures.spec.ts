import { expect, test } from '@playwright/test';
import { seriousFor } from './helpers';

test('every picture in every state: drawn, named, without a broken number, in light and dim', async ({
  page,
}) => {
  const errors: string[] = [];
  page.on('pageerror', (e) => errors.push(e.message));
  page.on('console', (m) => m.type() === 'error' && errors.push(m.text()));
  await page.goto('/pictures');
  const states = page.locator('[data-picture]');
  expect(await states.count()).toBeGreaterThan(60);
  const near = page.locator('[data-picture^="near, chosen"]');
  // Every block of a stave has its body, which comes a moment after the lines.
  await expect.poll(() => near.locator('svg [role=img]').count()).toBeGreaterThanOrEqual(3);
  for (const dim of [false, true]) {
    if (dim) await page.getByRole('checkbox', { name: 'as in a dim room' }).click();
    const found = await states.evaluateAll((all) =>
      all.map((state) => {
        const picture = state.querySelector('svg, [role=img], [role=group]');
        const box = picture?.getBoundingClientRect();
        return {
          name: state.getAttribute('data-picture')!,
          size: box ? Math.min(box.width, box.height) : 0,
          broken: /NaN|Infinity|undefined|null[,"]/.exec(state.innerHTML)?.[0] ?? null,
          spills:
            state.scrollWidth > state.clientWidth + 1 && getComputedStyle(state).overflowX === 'visible',
        };
      }),
    );
    for (const f of found) {
      expect([f.name, f.size > 20]).toEqual([f.name, true]);
      expect([f.name, f.broken, f.spills]).toEqual([f.name, null, false]);
    }
  }
  expect(
    new Set(await states.evaluateAll((all) => all.map((s) => s.id || s.outerHTML.length))).size,
  ).toBeGreaterThan(30);
  expect(await seriousFor(page)).toEqual([]);
  expect(errors).toEqual([]);
});

test('the rings of the gallery take a drag and the arrow keys', async ({ page }) => {
  await page.goto('/pictures');
  const input = page.getByRole('region', { name: 'Rings, as an input' });
  await expect(input.getByText('belly 60 %')).toBeVisible();
  const belly = input.getByRole('slider', { name: /belly/ });
  await belly.focus();
  await page.keyboard.press('ArrowUp');
  await expect(input.getByText('belly 70 %')).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(input.getByText('belly 50 %')).toBeVisible();
});

test('the gallery is linked from nowhere', async ({ page }) => {
  for (const place of ['/', '/drills']) {
    await page.goto(place);
    await expect(page.locator('a[href^="/pictures"]')).toHaveCount(0);
  }
});
