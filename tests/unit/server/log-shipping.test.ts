import { copyFileSync, mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { createClient, everyClient } from '@/server/clients';
import { connect, databasePath, disconnect } from '@/server/db/client';
import { STUDIO } from '@/server/scope';
import { must } from '../helpers';

const root = mkdtempSync(join(tmpdir(), 'kokyu-shipping-'));

beforeAll(() => {
  process.env.KOKYU_DB = join(root, 'kokyu.db');
});
afterAll(() => {
  disconnect();
  rmSync(root, { recursive: true, force: true });
});

/**
 * What a program does that ships the log of SQLite to another machine: it holds a read transaction, so that what the log
 * holds stays there, and copies file and log while they are in use.
 */
test('beside a program that ships the log everything goes on, and what it ships is whole and has every save', () => {
  must(createClient(STUDIO, 'Before'));
  const holder = new Database(databasePath(), { readonly: true });
  holder.exec('BEGIN');
  holder.prepare('SELECT count(*) FROM clients').get();
  const page = holder.pragma('page_size', { simple: true }) as number;
  // More than the thousand pages after which SQLite would by itself write the log back and begin it anew.
  const names = Array.from({ length: 400 }, (_, i) => `Client ${i} ${'x'.repeat(60)}`);
  for (const name of names) must(createClient(STUDIO, name));
  expect(statSync(`${databasePath()}-wal`).size).toBeGreaterThan(1000 * page);
  const there = join(root, 'there.db');
  for (const end of ['', '-wal']) copyFileSync(databasePath() + end, there + end);
  const copy = new Database(there);
  expect(copy.pragma('integrity_check', { simple: true })).toBe('ok');
  expect(copy.prepare('SELECT count(*) FROM clients').pluck().get()).toBe(names.length + 1);
  copy.close();
  // Kokyu ends in peace though the log cannot be emptied, and finds everything when it begins again.
  disconnect();
  expect(connect().ok).toBe(true);
  expect(everyClient(STUDIO)).toHaveLength(names.length + 1);
  holder.exec('COMMIT');
  holder.close();
});
