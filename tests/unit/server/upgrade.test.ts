import { execFileSync, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { KDF } from '@/core/formats/backup';
import { verifyBackup } from '@/server/backup/backup';
import { keyOf } from '@/server/backup/sealed-file';
import { disconnect, openDb } from '@/server/db/client';
import { knownVersion, NoCopy, plainCopiesOf, upgrade } from '@/server/db/upgrade';
import { damagedOf } from '@/server/damaged';
import { allClasses } from '@/server/classes';
import { clientFileOf } from '@/server/client-file';
import { STUDIO } from '@/server/scope';

const OLD = join(__dirname, 'old');
const VERSIONS = readdirSync(OLD).map((name) => Number(/^version-(\d+)\.db\.gz$/.exec(name)![1]));
const folder = mkdtempSync(join(tmpdir(), 'kokyu-upgrade-'));
let nth = 0;
afterAll(() => {
  disconnect();
  rmSync(folder, { recursive: true, force: true });
});

/** A database as that version left it, in a folder of its own. */
function old(version: number): string {
  const at = join(folder, String(nth++));
  mkdirSync(at);
  const path = join(at, 'kokyu.db');
  writeFileSync(path, gunzipSync(readFileSync(join(OLD, `version-${version}.db.gz`))));
  return path;
}

const digest = (path: string): string => createHash('sha256').update(readFileSync(path)).digest('hex');

/** Everything that a database holds of the tables that another one has too, curves apart, which moved into recordings. */
function rowsOf(path: string): Record<string, number> {
  const raw = new Database(path, { readonly: true });
  const names = raw
    .prepare("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE '%\\_%' ESCAPE '\\'")
    .pluck()
    .all() as string[];
  const rows = Object.fromEntries(
    names.map((n) => [n, raw.prepare(`SELECT count(*) FROM "${n}"`).pluck().get() as number]),
  );
  raw.close();
  return rows;
}

const versionOf = (path: string): number => {
  const raw = new Database(path, { readonly: true });
  const version = raw.pragma('user_version', { simple: true }) as number;
  raw.close();
  return version;
};

test('a file is kept of every version that was ever written, but that of this one and the second, which never ended a day', () => {
  expect(VERSIONS.sort((a, b) => a - b)).toEqual(
    Array.from({ length: knownVersion() - 1 }, (_, i) => i + 1).filter((v) => v !== 2),
  );
});

describe.each(VERSIONS)('a database of version %i', (version) => {
  test('comes up to date with all that it had, every record readable, and a copy of what it was', () => {
    const path = old(version);
    const before = rowsOf(path);
    process.env.KOKYU_DB = path;
    const opened = openDb(path);
    if (!opened.ok) throw new Error(opened.trouble.why);
    opened.db.$client.close();
    const after = rowsOf(path);
    const { curves = 0, ...same } = before;
    // What is made at the first opening: an owner, and what the keys of drafts are made of.
    const made = (table: string, n: number) =>
      table === 'owners' ? Math.max(n, 1) : table === 'settings' ? n + 1 : n;
    for (const [table, n] of Object.entries(same))
      expect([table, after[table]]).toEqual([table, made(table, n)]);
    if (curves > 0) expect(after.recordings).toBe(curves);
    expect(before.clients).toBe(2);
    expect(before.runs).toBeGreaterThan(0);
    const raw = new Database(path, { readonly: true });
    expect(raw.pragma('integrity_check', { simple: true })).toBe('ok');
    expect(raw.pragma('foreign_key_check')).toEqual([]);
    const ids = raw.prepare('SELECT id FROM clients').pluck().all() as string[];
    raw.close();
    for (const id of ids) {
      expect(damagedOf(STUDIO, id)).toEqual([]);
      expect(clientFileOf(STUDIO, id)).toBeDefined();
    }
    const { rows, damaged } = allClasses(STUDIO);
    expect([rows.length, damaged]).toEqual([before.classes ?? 0, []]);
    disconnect();
    const [copy, ...more] = plainCopiesOf(path);
    expect(more).toEqual([]);
    expect([versionOf(copy!), rowsOf(copy!)]).toEqual([version, before]);
  });
});

describe('an upgrade that does not come to its end', () => {
  /** So many statements an upgrade from the first version takes. */
  const statements = (() => {
    let last = 0;
    const path = old(1);
    const client = new Database(path);
    upgrade(client, path, (n) => (last = n));
    client.close();
    return last + 1;
  })();

  test('leaves the file as it was, whichever statement fails, and goes through the next time', () => {
    expect(statements).toBeGreaterThan(30);
    const path = old(1);
    const was = rowsOf(path);
    for (let at = 0; at < statements; at++) {
      const client = new Database(path);
      expect(() =>
        upgrade(client, path, (n) => {
          if (n === at) throw new Error('the plug');
        }),
      ).toThrow('the plug');
      client.close();
      expect([at, versionOf(path), rowsOf(path)]).toEqual([at, 1, was]);
    }
    const opened = openDb(path);
    expect(opened.ok).toBe(true);
    if (opened.ok) opened.db.$client.close();
    expect(versionOf(path)).toBe(knownVersion());
  });

  /** Upgrades in a process of its own, which ends before a statement without a word. */
  const child = (path: string, killedAt: number) => [
    join(__dirname, '../../../node_modules/tsx/dist/cli.mjs'),
    join(__dirname, 'upgrade-child.ts'),
    path,
    String(killedAt),
  ];

  test('or whichever is the last before the process is killed', () => {
    // In part by seed here: five moments spread over all; each statement is tried above without a process.
    for (const at of [0, 1, Math.floor(statements / 2), statements - 2, statements - 1]) {
      const path = old(1);
      const was = rowsOf(path);
      expect(() => execFileSync(process.execPath, child(path, at), { stdio: 'ignore' })).toThrow(
        /SIGKILL|killed|Command failed/,
      );
      expect([versionOf(path), rowsOf(path)]).toEqual([1, was]);
      const opened = openDb(path);
      expect(opened.ok).toBe(true);
      if (opened.ok) opened.db.$client.close();
      expect([at, versionOf(path)]).toEqual([at, knownVersion()]);
    }
  }, 120_000);

  test('three processes that open one old file at once all find it up to date, upgraded once', async () => {
    const path = old(3);
    const codes = await Promise.all(
      [0, 1, 2].map(
        () =>
          new Promise((done) => {
            spawn(process.execPath, child(path, -1), { stdio: 'ignore' }).on('exit', done);
          }),
      ),
    );
    expect(codes).toEqual([0, 0, 0]);
    const raw = new Database(path, { readonly: true });
    expect(raw.prepare('SELECT count(*) FROM __drizzle_migrations').pluck().get()).toBe(knownVersion());
    expect(raw.pragma('integrity_check', { simple: true })).toBe('ok');
    raw.close();
    expect(plainCopiesOf(path).map(versionOf)).toEqual([3]);
  }, 60_000);
});

test('a newer file is refused and not one byte of it changes', () => {
  const path = old(8);
  const raw = new Database(path);
  raw.pragma(`user_version = ${knownVersion() + 1}`);
  raw.close();
  const was = digest(path);
  expect(openDb(path)).toMatchObject({ ok: false, trouble: { kind: 'newer' } });
  expect(digest(path)).toBe(was);
  expect(readdirSync(join(path, '..'))).toEqual(['kokyu.db']);
});

describe('the copy before', () => {
  test('is closed and goes where backups go, once those are set up', async () => {
    const path = old(8);
    const to = join(path, '..', 'backups');
    mkdirSync(to);
    const salt = Buffer.alloc(16, 7).toString('base64');
    const key = (await keyOf('five words are quite enough', { ...KDF, salt })).toString('base64');
    const raw = new Database(path);
    raw
      .prepare('INSERT INTO settings (owner_id, subject, data) VALUES (?, ?, ?)')
      .run(STUDIO.ownerId, 'backup', JSON.stringify({ folder: to, salt, key, last: null, failed: null }));
    raw.close();
    const before = rowsOf(path);
    const opened = openDb(path);
    if (!opened.ok) throw new Error(opened.trouble.why);
    opened.db.$client.close();
    const [file, ...more] = readdirSync(to);
    expect(more).toEqual([]);
    const kept = await verifyBackup(join(to, file!), 'five words are quite enough');
    expect(kept).toMatchObject({ ok: true, value: { migrations: 8, rows: before } });
    expect(plainCopiesOf(path)).toEqual([]);
  });

  test('a later one takes the place of an earlier', () => {
    const path = old(6);
    copyFileSync(path, `${path}.before-version-4`);
    const client = new Database(path);
    upgrade(client, path);
    client.close();
    expect(plainCopiesOf(path)).toEqual([`${path}.before-version-${knownVersion()}`]);
  });

  test('without room for one nothing is changed, and it is said', () => {
    const path = old(5);
    const client = new Database(path);
    // Whoever runs this may be allowed everything, so the way is blocked, not the right.
    const gone = join(path, '..', 'gone', 'kokyu.db');
    expect(() => upgrade(client, gone)).toThrow(NoCopy);
    client.close();
    expect(versionOf(path)).toBe(5);
  });
});
