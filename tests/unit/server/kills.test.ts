import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { killWhileWriting } from './kills';
import { battery } from '../../battery';

const { some } = battery(1);

const folder = mkdtempSync(join(tmpdir(), 'kokyu-kills-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

// Eighteen when it is whole; two hundred in scripts/kills.ts.
test('writers killed while six work on one file: what was answered as saved is there', async () => {
  const { acknowledged, lost, whole } = await killWhileWriting(join(folder, 'kokyu.db'), some(18, 5));
  expect(acknowledged).toBeGreaterThan(some(30, 8));
  expect([lost, whole]).toEqual([0, true]);
}, 180_000);
