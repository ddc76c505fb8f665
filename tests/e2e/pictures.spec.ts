import { bodyName, bodyOf } from '@/core/body/figure/draw';
import { everyBody } from '@/core/body/figure/every';
import { boundsOf } from '@/core/body/figure/form';
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

test('bodies stand in the page as large as the solids that they are traced from', async ({ page }) => {
  await page.goto('/pictures');
  const bodies = page.locator('use[href$="#near"]');
  await expect.poll(() => bodies.count()).toBeGreaterThan(80);
  const box = () =>
    bodies.evaluateAll((all) =>
      all.map((use) => {
        const { x, y, width, height } = (use as SVGGraphicsElement).getBBox();
        return {
          body: /figures\/(.*)\.svg/.exec(use.getAttribute('href')!)![1]!,
          box: [x, y, width, height],
        };
      }),
    );
  // They come a moment after the page.
  await expect
    .poll(async () => (await box()).filter((b) => b.box[2]! < 5).length, { timeout: 20_000 })
    .toBe(0);
  const known = new Map(everyBody().map((asked) => [bodyName(asked), asked]));
  for (const { body, box: found } of await box()) {
    const asked = known.get(body)!;
    const { form, far } = bodyOf(asked);
    const wanted = boundsOf({ ...form, pieces: form.pieces.filter((p) => !far.has(p.part)) });
    found.forEach((v, k) =>
      expect([body, k, Math.abs(v - wanted[k]!) < 2.5 || [v, wanted[k]]]).toEqual([body, k, true]),
    );
  }
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
