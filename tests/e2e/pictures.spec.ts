import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bodyName, bodyOf } from '@/core/body/figure/draw';
import { everyBody } from '@/core/body/figure/every';
import { boundsOf } from '@/core/body/figure/form';
import { PATH_UNIT } from '@/core/body/figure/path-unit';
import { expect, test } from '@playwright/test';
import { everyIssueFor } from './helpers';

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
  expect(await everyIssueFor(page)).toEqual([]);
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

const STORED = join(__dirname, 'outlines.json');
/** Points round each outline, and how far it may lie from the stored one on the average, both in percent of height. */
const [POINTS, MAY_DIFFER] = [40, 0.8];

// KOKYU_OUTLINES=1 npx playwright test pictures stores what is drawn now.
test('every body of the gallery has the outline that is stored: a change of a pose is seen here', async ({
  page,
}) => {
  await page.goto('/pictures');
  // The gallery shows more or fewer while it loads: what is held against is what is stored.
  const bodies = page.locator('use[href$="#near"]');
  await expect.poll(() => bodies.count()).toBeGreaterThan(80);
  const before = JSON.parse(readFileSync(STORED, 'utf8')) as Record<string, number[]>;
  const names = process.env.KOKYU_OUTLINES
    ? await bodies.evaluateAll((all) => [
        ...new Set(all.map((use) => /figures\/(.*)\.svg/.exec(use.getAttribute('href')!)![1]!)),
      ])
    : Object.keys(before);
  expect(names.length).toBeGreaterThan(80);
  const drawn = await page.evaluate(
    async ({ wanted, points }) => {
      const found: Record<string, number[]> = {};
      for (const name of wanted) {
        const text = await (await fetch(`/figures/${name}.svg`)).text();
        const near = new DOMParser().parseFromString(text, 'image/svg+xml').querySelector('#near path')!;
        // The longest ring is the body; others are holes between its limbs.
        const rings = near.getAttribute('d')!.split('Z').filter(Boolean);
        const paths = rings.map((d) => {
          const path = document.createElementNS('http://www.w3.org/2000/svg', 'path');
          path.setAttribute('d', `${d}Z`);
          return path;
        });
        const body = paths.reduce((a, b) => (b.getTotalLength() > a.getTotalLength() ? b : a));
        found[name] = Array.from({ length: points }, (_, i) => {
          const { x, y } = body.getPointAtLength((body.getTotalLength() * i) / points);
          return [x, y];
        }).flat();
      }
      return found;
    },
    { wanted: names.toSorted(), points: POINTS },
  );
  // In tenths of a percent of height.
  const tenths = Object.fromEntries(
    Object.entries(drawn).map(([name, list]) => [name, list.map((v) => Math.round(v * PATH_UNIT * 10))]),
  );
  if (process.env.KOKYU_OUTLINES)
    writeFileSync(STORED, `${JSON.stringify(tenths).replaceAll('],', '],\n')}\n`);
  const stored = process.env.KOKYU_OUTLINES ? tenths : before;
  for (const [name, outline] of Object.entries(tenths)) {
    const off = (apart(outline, stored[name]!) + apart(stored[name]!, outline)) / 20;
    expect([name, off < MAY_DIFFER || off]).toEqual([name, true]);
  }
});

/** How far the points of one outline are from the lines of the other, on the average. */
function apart(from: readonly number[], to: readonly number[]): number {
  const n = to.length / 2;
  let sum = 0;
  for (let i = 0; i < from.length; i += 2) {
    let least = Infinity;
    for (let k = 0; k < n; k++) {
      const [ax, ay, bx, by] = [
        to[2 * k]!,
        to[2 * k + 1]!,
        to[2 * ((k + 1) % n)]!,
        to[2 * ((k + 1) % n) + 1]!,
      ];
      const [dx, dy] = [bx - ax, by - ay];
      const t = Math.max(
        0,
        Math.min(1, ((from[i]! - ax) * dx + (from[i + 1]! - ay) * dy) / (dx * dx + dy * dy || 1)),
      );
      least = Math.min(least, Math.hypot(from[i]! - ax - t * dx, from[i + 1]! - ay - t * dy));
    }
    sum += least;
  }
  return sum / (from.length / 2);
}

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
