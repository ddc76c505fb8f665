import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { expect, test, type Page } from '@playwright/test';
import { demoClient } from './helpers';

/** Aim and limit of compressed script at the first load of a station, KB. */
const AIM_KB = 170;
const MOST_KB = 194;

/** The scripts that a page asks for by itself, compressed as a server would, KB. */
async function scriptOf(page: Page, address: string): Promise<number> {
  const html = await (await page.request.get(address)).text();
  const old = html.match(/<script[^>]+noModule[^>]*>/gi)?.join() ?? '';
  const scripts = new Set(
    html.match(/\/_next\/static\/[^"\\]+?\.js/g)?.filter((path) => !old.includes(path)),
  );
  return (
    [...scripts].reduce(
      (sum, path) => sum + gzipSync(readFileSync(join('.next', path.slice('/_next/'.length)))).length,
      0,
    ) / 1024
  );
}

test('every station is light at its first load', async ({ page }) => {
  const file = await demoClient(page, 'Wen L.');
  await page.goto(`${file}/write`);
  const sequence = await page.getByRole('link', { name: /min/ }).first().getAttribute('href');
  await page.goto(`${file}/look`);
  const look = await page.locator('a[href*="/look/"]').first().getAttribute('href');
  const stations: Record<string, string> = {
    Today: '/',
    Drills: '/drills',
    Screen: `${file}/screen`,
    Looks: `${file}/look`,
    Look: look!,
    Read: `${file}/read`,
    Sequences: `${file}/write`,
    Write: sequence!,
    Coach: `${file}/coach`,
    Follow: `${file}/follow`,
  };
  const heavy: string[] = [];
  for (const [name, address] of Object.entries(stations)) {
    const kb = await scriptOf(page, address);
    console.log(
      `  ${name.padEnd(10)} ${kb.toFixed(0).padStart(4)} KB of script (aim ${AIM_KB}, limit ${MOST_KB})`,
    );
    if (kb > MOST_KB) heavy.push(`${name}: ${kb.toFixed(0)} KB`);
  }
  expect(heavy).toEqual([]);
});
