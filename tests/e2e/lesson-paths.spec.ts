import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { expect, test, type Page } from '@playwright/test';
import { asSequence, composeLesson } from '@/core/lesson/compose';
import { MODEL_CLIENTS } from '@/core/lesson/model-clients';
import type { RunState } from '@/core/run/run';
import { createClient } from '@/server/clients';
import { startRun } from '@/server/runs';
import { STUDIO } from '@/server/scope';
import type { Sequence } from '@/core/sequence/sequence';
import { createSequence } from '@/server/sequences';
import { DATABASE } from '../../playwright.config';
import { heardIn, listen, offPlan } from './ear';
import { everyIssueFor, loseNextAnswer, saved } from './helpers';
import { inSight } from './in-sight';
import { ownServer } from './own-server';
import { part } from './part';

// A room that nobody set up: one thing at a time.
test.use({ storageState: { cookies: [], origins: [] } });

const PATHS = ['further', 'again', 'down'] as const;
type Path = (typeof PATHS)[number];
const HANDS = ['mouse', 'key', 'touch'] as const;
type Hand = (typeof HANDS)[number];
const WIDTHS = [1280, 834, 390] as const;

/** What a screen of a run may hold in its first view at 1280 × 800. */
const MOST = { words: 60, controls: 12 } as const;

/** Every fourth lesson along one path in an ordinary run, every lesson where it runs whole, along all three paths with KOKYU_WHOLE. */
const CASES = part([...MODEL_CLIENTS.entries()], 4).flatMap(([i, client]) =>
  PATHS.map((path, p) => ({
    client,
    n: i + 1,
    path,
    hand: HANDS[(i + p) % HANDS.length]!,
    width: WIDTHS[(i + 2 * p) % WIDTHS.length]!,
  })).filter((_, p) => process.env.KOKYU_WHOLE || p === i % PATHS.length),
);

/** The address of a run of a model lesson, kept as a press of Coach would keep it. */
function keptRun(
  client: (typeof MODEL_CLIENTS)[number],
  name: string,
  only: (sequence: Sequence) => Sequence = (s) => s,
): string {
  process.env.KOKYU_DB = DATABASE;
  const made = composeLesson(client);
  if (!made.ok) throw new Error(made.why);
  const sequence = only(asSequence(made.value, client));
  const kept = createClient(STUDIO, name);
  if (!kept.ok) throw new Error(kept.why);
  const { id } = kept.value;
  const sequenceId = createSequence(STUDIO, id, null, name, sequence);
  return `/clients/${id}/coach/${startRun(STUDIO, id, sequenceId, sequence)}`;
}

/** Presses something by hand, by key or by touch. */
async function press(page: Page, hand: Hand, name: RegExp | string, key: string): Promise<void> {
  if (hand === 'key') return page.keyboard.press(key);
  const button = page.getByRole('button', { name, exact: typeof name === 'string' }).first();
  return hand === 'touch' ? button.tap() : button.click();
}

for (const { client, n, path, hand, width } of CASES) {
  test.describe(`model lesson ${n}, ${path}, by ${hand} at ${width}`, () => {
    test.use({ viewport: { width, height: 800 }, hasTouch: hand === 'touch' });
    test('is coached to the sign again', async ({ page }) => {
      const at = keptRun(client, `Lesson ${n} ${path}`);
      await page.addInitScript(() => Object.assign(window, { AudioContext: undefined }));
      await page.clock.install();
      await page.goto(at);
      await expect(page.getByRole('heading', { name: 'Ask first' })).toBeVisible();
      await press(page, hand, 'To the sign', 'Enter');
      await expect(page.getByRole('heading', { name: 'Take the sign' })).toBeVisible();
      await press(page, hand, /^Begin/, 'Enter');
      const gate = page.locator('[data-gate]');
      const over = page.getByRole('heading', { name: 'Take the sign again' });
      const gates: Path[] = [];
      const looked = new Set<string>();
      let again = false;
      const passed: string[] = [];
      for (let i = 0; i < 400 && !(await over.isVisible()); i++) {
        const stage = (await gate.isVisible())
          ? 'gate'
          : (await page.getByRole('button', { name: 'Ready', exact: true }).isVisible())
            ? 'set-up'
            : 'set';
        passed.push(`${stage} ${await page.locator('h1').last().innerText()}`);
        if (!looked.has(stage) && (await page.locator('[data-calm]').isVisible())) {
          looked.add(stage);
          if (width === 1280) {
            const { words, controls, said } = await inSight(page, '[data-calm]');
            expect.soft(words, `${stage}: ${said}`).toBeLessThanOrEqual(MOST.words);
            expect.soft(controls, stage).toBeLessThanOrEqual(MOST.controls);
          }
          expect(
            await page.evaluate(() => document.documentElement.scrollWidth - innerWidth),
          ).toBeLessThanOrEqual(0);
          if (path === 'further') expect(await everyIssueFor(page)).toEqual([]);
        }
        if (stage === 'gate') {
          // Once more at every other gate, else a lesson would never end.
          const choice: Path = path === 'again' ? (again ? 'further' : 'again') : path;
          again = !again;
          const before = await page.locator('h1').last().innerText();
          const can =
            choice !== 'again' || (await gate.getByRole('button', { name: 'Once more' }).isVisible());
          const done = can ? choice : 'further';
          if (done === 'further') await press(page, hand, 'Further', ' ');
          else if (done === 'again') await press(page, hand, 'Once more', 'a');
          else await press(page, hand, 'Step down', 'd');
          gates.push(done);
          // Longer than a press may bounce.
          await page.clock.runFor(400);
          // Where the page has not yet drawn what was pressed, the next press would fall into the same gate.
          await expect
            .poll(
              async () =>
                !(await gate.isVisible()) || (await page.locator('h1').last().innerText()) !== before,
            )
            .toBe(true);
        } else if (stage === 'set-up') {
          await press(page, hand, 'Ready', 'Enter');
          await page.clock.runFor(3500);
        } else {
          await page.clock.fastForward(20_000);
          await page.clock.runFor(150);
        }
      }
      await expect(over, passed.slice(-40).join('\n')).toBeVisible();
      expect(gates.length).toBeGreaterThan(0);
      await page.getByRole('button', { name: 'End the lesson' }).click();
      await page.clock.runFor(500);
      await expect(page.locator('[data-next-time]')).toBeVisible();
      const kept = page.getByRole('region', { name: 'Gates' }).getByRole('listitem');
      await expect(kept).toHaveCount(gates.length);
      const SAID = { further: 'further', again: 'once more', down: 'stepped down' };
      for (const [i, choice] of gates.entries()) await expect(kept.nth(i)).toContainText(SAID[choice]);
    });
  });
}

test('what is decided at a gate is kept once, whether its answer is lost or the page ends with the press', async ({
  page,
}) => {
  const at = keptRun(MODEL_CLIENTS[1]!, 'Gate in a storm');
  await page.goto(at);
  await page.getByRole('button', { name: 'To the sign' }).click();
  await page.getByRole('button', { name: /^Begin/ }).click();
  const gate = page.locator('[data-gate]');
  const toGate = async () => {
    await expect(async () => {
      await page.keyboard.press('ArrowRight');
      await expect(gate).toBeVisible({ timeout: 1500 });
    }).toPass();
  };
  await page.getByRole('button', { name: 'Ready', exact: true }).click();
  await toGate();
  await loseNextAnswer(page);
  await page.keyboard.press('a');
  await expect(gate).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Go on' })).toBeVisible();
  await page.getByRole('button', { name: 'Go on' }).click();
  await toGate();
  // The page goes with the press, as a tablet does whose cover is shut.
  await page.keyboard.press('d');
  await page.goto('about:blank');
  await page.goto(at);
  await expect(page.getByRole('button', { name: /^(Go on|Ready)$/ }).first()).toBeVisible();
  const over = page.getByRole('heading', { name: 'Take the sign again' });
  for (let i = 0; i < 60 && !(await over.isVisible()); i++) {
    await page.getByRole('button', { name: 'More' }).or(over).first().waitFor();
    if (await gate.isVisible()) await gate.getByRole('button', { name: 'Further' }).click();
    else if (!(await over.isVisible())) await page.keyboard.press('PageDown');
    await page.waitForTimeout(300);
  }
  await page.getByRole('button', { name: 'End the lesson' }).click();
  const kept = page.getByRole('region', { name: 'Gates' }).getByRole('listitem');
  await expect(kept.filter({ hasText: 'once more' })).toHaveCount(1);
  await expect(kept.filter({ hasText: 'stepped down' })).toHaveCount(1);
});

test('a server that is killed while the page stands at a gate: what is decided there is kept once', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'kokyu-gate-'));
  const database = join(folder, 'kokyu.db');
  let server = await ownServer(database, 4694);
  try {
    await page.goto(server.origin);
    await page.getByLabel('Name as you use it').fill('Outlives it at a gate');
    await page.getByRole('button', { name: 'Begin with Screen' }).click();
    await page.waitForURL(/screen$/);
    await page.getByLabel('Goals', { exact: true }).fill('lift my child without leaking');
    await page.getByRole('group', { name: 'Tasks for this goal' }).getByRole('button').first().click();
    await saved(page);
    await page.goto(page.url().replace(/screen$/, 'write'));
    await page.getByRole('button', { name: 'Save and coach' }).click();
    await page.getByRole('button', { name: 'To the sign' }).click();
    await page.getByRole('button', { name: /^Begin/ }).click();
    await page.getByRole('button', { name: 'Ready', exact: true }).click();
    const gate = page.locator('[data-gate]');
    await expect(async () => {
      await page.keyboard.press('ArrowRight');
      await expect(gate).toBeVisible({ timeout: 1500 });
    }).toPass();
    await page.waitForTimeout(1000);
    await server.kill();
    await page.keyboard.press('a');
    await expect(gate).toHaveCount(0);
    await expect(page.getByText(/Kokyu does not answer/)).toBeVisible();
    server = await ownServer(database, 4694);
    await expect(page.getByText(/Kokyu does not answer/)).toHaveCount(0, { timeout: 30_000 });
    await page.reload();
    await expect(page.getByRole('button', { name: /^(Go on|Ready)$/ }).first()).toBeVisible();
    const raw = new Database(database, { readonly: true });
    const { state } = raw.prepare('SELECT state FROM runs').get() as { state: string };
    raw.close();
    const { gates } = (JSON.parse(state) as RunState).lesson!;
    expect(gates!.map((g) => g.choice)).toEqual(['again']);
  } finally {
    await server.kill();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('counted by touch: each second of a breath is felt, and nothing is heard', async ({ page }) => {
  const at = keptRun({ ...MODEL_CLIENTS[1]!, counting: 'touch' }, 'By touch');
  await page.addInitScript(() => {
    const felt: number[] = [];
    Object.assign(window, { AudioContext: undefined, felt });
    Object.defineProperty(navigator, 'vibrate', { value: () => felt.push(performance.now()) > 0 });
  });
  await page.clock.install();
  await page.goto(at);
  await page.getByRole('button', { name: 'To the sign' }).click();
  await page.getByRole('button', { name: /^Begin/ }).click();
  await page.getByRole('button', { name: 'Ready', exact: true }).click();
  await page.clock.runFor(3500);
  await expect(page.getByText('A finger each second')).toBeVisible();
  const felt = () => page.evaluate(() => (window as unknown as { felt: number[] }).felt.length);
  const before = await felt();
  for (let i = 0; i < 10; i++) await page.clock.runFor(1000);
  const after = (await felt()) - before;
  // A phase of half seconds begins a second of its own.
  expect(after).toBeGreaterThanOrEqual(9);
  expect(after).toBeLessThanOrEqual(13);
});

/** The block with the task alone. */
const taskOnly = ({ blocks, lesson, ...rest }: Sequence): Sequence => ({
  ...rest,
  blocks: blocks.slice(-1),
  lesson: { ...lesson!, blocks: lesson!.blocks.slice(-1) },
});

/** To the first breath of a run that is listened to. */
async function toFirstBreath(page: Page, at: string): Promise<void> {
  await listen(page);
  await page.goto(at);
  await page.getByRole('button', { name: 'To the sign' }).click();
  await page.getByRole('button', { name: /^Begin/ }).click();
  const ready = page.getByRole('button', { name: 'Ready', exact: true });
  // A gate before standing, then the set-up.
  const gate = page.locator('[data-gate]');
  await ready.or(gate).first().waitFor();
  if (await gate.isVisible()) await gate.getByRole('button', { name: 'Further' }).click();
  await ready.click();
}

const gapsOf = (at: readonly number[]): number[] => at.slice(1).map((t, i) => t - at[i]!);

test('steps are heard, each at its time; taps set their pace', { tag: '@timed' }, async ({ page }) => {
  test.setTimeout(120_000);
  await toFirstBreath(page, keptRun(MODEL_CLIENTS[6]!, 'Heard in steps', taskOnly));
  await expect(page.locator('[data-counted=steps]')).toBeVisible();
  const heardFrom = async (from: number, many: number): Promise<number[]> => {
    await expect
      .poll(async () => (await heardIn(page)).heard.filter((t) => t > from).length, { timeout: 30_000 })
      .toBeGreaterThan(many);
    return (await heardIn(page)).heard.filter((t) => t > from);
  };
  // The count before the first step is over.
  const last = (await heardIn(page)).heard.at(-1) ?? 0;
  const first = await heardFrom(last + 3.1, 12);
  // Easy walking where nobody tapped.
  for (const gap of gapsOf(first)) expect(gap).toBeCloseTo(0.55, 2);
  for (let i = 0; i < 6; i++) {
    await page.keyboard.press('s');
    await page.waitForTimeout(800);
  }
  const pace = page.getByText(/^steps · \d+ a minute$/);
  await expect(pace).not.toHaveText('steps · 109 a minute');
  const perMin = Number(/\d+/.exec(await pace.innerText())![0]);
  expect(perMin).toBeGreaterThan(60);
  expect(perMin).toBeLessThan(80);
  const slower = await heardFrom((await heardIn(page)).heard.at(-1)! + 1, 8);
  for (const gap of gapsOf(slower)) expect(Math.abs(60 / gap - perMin)).toBeLessThan(1.5);
  const ear = await heardIn(page);
  expect(Math.max(...offPlan(ear))).toBeLessThan(0.005);
});

test(
  'a phrase is left alone while it is spoken, and a tap keeps how long it took',
  { tag: '@timed' },
  async ({ page }) => {
    test.setTimeout(120_000);
    await toFirstBreath(page, keptRun(MODEL_CLIENTS[10]!, 'Heard in phrases', taskOnly));
    await expect(page.locator('[data-counted=phrase]')).toBeVisible();
    // Three pips count it in, one tone begins it.
    await expect.poll(async () => (await heardIn(page)).heard.length, { timeout: 15_000 }).toBe(4);
    for (let i = 0; i < 3; i++) {
      await page.waitForTimeout(4000);
      await page.keyboard.press('s');
      await expect(page.getByText(/^seconds; last \d/)).toBeVisible();
    }
    const lastS = Number(/\d+\.\d/.exec(await page.getByText(/^seconds; last/).innerText())![0]);
    expect(lastS).toBeGreaterThan(3.9);
    expect(lastS).toBeLessThan(5);
    // Nobody talks over a sentence: until the set is over nothing is heard.
    const ear = await heardIn(page);
    expect(ear.heard).toHaveLength(4);
    expect(gapsOf(ear.heard).every((gap) => Math.abs(gap - 1) < 0.01)).toBe(true);
    expect(Math.max(...offPlan(ear))).toBeLessThan(0.005);
  },
);
