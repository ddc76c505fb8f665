import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { argon2id } from 'hash-wasm';
import { keptByRule } from '@/core/base/keep-rule';
import { BACKUP_VERBS } from '@/cli/backup';
import {
  backUp,
  backupDue,
  backupState,
  restoreBackup,
  setUpBackup,
  verifyBackup,
} from '@/server/backup/backup';
import { headerOf } from '@/server/backup/sealed-file';
import { createClient } from '@/server/clients';
import { disconnect } from '@/server/db/client';
import { STUDIO } from '@/server/scope';
import { backupSettings } from '@/server/settings';
import { must, why } from '../helpers';

const root = mkdtempSync(join(tmpdir(), 'kokyu-backup-'));
process.env.KOKYU_DB = join(root, 'live', 'kokyu.db');
const folder = join(root, 'backups');
mkdirSync(folder);
afterAll(() => {
  disconnect();
  rmSync(root, { recursive: true, force: true });
});

const PASSPHRASE = 'five words easy to keep';
const ONE = new Date('2026-11-27T03:10:00.000Z');

const backupFiles = () => readdirSync(folder).filter((n) => n.endsWith('.kokyu-backup'));
const only = () => join(folder, backupFiles()[0]!);

// RFC 9106 has one vector with secret and associated data; this is the reference implementation's test of version 0x13 with
// t 2, m 65536 KiB, p 1, "password", "somesalt" (phc-winner-argon2, src/test.c; from memory).
test('the key comes of argon2id as its reference implementation makes it', async () => {
  const hash = await argon2id({
    password: 'password',
    salt: Buffer.from('somesalt'),
    iterations: 2,
    memorySize: 65_536,
    parallelism: 1,
    hashLength: 32,
    outputType: 'hex',
  });
  expect(hash).toBe('09316115d5cf24ed5a15a31a3ba326e5cf32edc24702987c02b6566f61913cf7');
});

test('nothing is made before it is set up, and a short passphrase or a folder that is not there are refused', async () => {
  must(createClient(STUDIO, 'Ada of the pier'));
  expect(why(await backUp(STUDIO, ONE))).toMatch(/not set yet/);
  expect(why(await setUpBackup(STUDIO, folder, 'too short'))).toMatch(/12 letters/);
  expect(why(await setUpBackup(STUDIO, join(root, 'none'), PASSPHRASE))).toMatch(/no such folder/);
  expect(backupState(STUDIO)).toBeNull();
});

test('a backup holds everything, closed: no name can be read in it, and no copy lies open beside it', async () => {
  must(await setUpBackup(STUDIO, folder, PASSPHRASE));
  expect(backupState(STUDIO, ONE)!.stale).toBe(true);
  const made = must(await backUp(STUDIO, ONE));
  expect(made.file).toMatch(/^kokyu-[0-9a-f]{8}-2026-11-27T03-10-00-000Z\.kokyu-backup$/);
  const bytes = readFileSync(only());
  expect(bytes.includes('Ada of the pier')).toBe(false);
  expect(bytes.includes(PASSPHRASE)).toBe(false);
  expect(statSync(only()).mode & 0o077).toBe(0);
  expect(readdirSync(folder)).toEqual([made.file]);
  expect(readdirSync(join(root, 'live')).filter((n) => n.includes('.tmp'))).toEqual([]);
  const state = backupState(STUDIO, new Date(ONE.getTime() + 3600e3))!;
  expect([state.stale, state.last!.file, state.files.length]).toEqual([false, made.file, 1]);
  expect(backupState(STUDIO, new Date(ONE.getTime() + 48 * 3600e3))!.stale).toBe(true);
});

test('it is verified and restored without the interface, and never over a file that is there', async () => {
  const file = only();
  const seen = must(await verifyBackup(file, PASSPHRASE));
  expect(seen).toMatchObject({ madeAt: ONE.toISOString(), rows: { clients: 1, owners: 1 } });
  const to = join(root, 'restored.db');
  const restored = await BACKUP_VERBS['backup-restore']!({ file, passphrase: PASSPHRASE, to });
  expect(must(restored)).toMatchObject({ to, rows: { clients: 1 } });
  const db = new Database(to, { readonly: true });
  expect(db.prepare('select name from clients').pluck().all()).toEqual(['Ada of the pier']);
  db.close();
  const before = readFileSync(to);
  expect(why(await restoreBackup(file, PASSPHRASE, to))).toMatch(/a file of this name already/);
  expect(readFileSync(to)).toEqual(before);
  expect(why(await restoreBackup(file, PASSPHRASE, join(root, 'none/x.db')))).toMatch(/no such folder/);
  expect(why(await BACKUP_VERBS['backup-verify']!({ file }))).toMatch(/passphrase|expected/);
});

describe('what is not as it was made is refused, and leaves nothing behind', () => {
  const bad = join(root, 'bad.kokyu-backup');
  const changed = (change: (bytes: Buffer) => Buffer) => {
    writeFileSync(bad, change(Buffer.from(readFileSync(only()))));
    return verifyBackup(bad, PASSPHRASE);
  };
  const flipped = (at: (length: number) => number) => (bytes: Buffer) => {
    const i = at(bytes.length);
    bytes[i] = bytes[i]! ^ 1;
    return bytes;
  };

  test.each([
    ['another passphrase', () => verifyBackup(only(), `${PASSPHRASE}!`), /passphrase is another one/],
    ['a byte changed in the middle', () => changed(flipped((n) => n >> 1)), /changed or cut off/],
    ['a byte changed in the last tag', () => changed(flipped((n) => n - 1)), /changed or cut off/],
    ['its end cut off', () => changed((b) => b.subarray(0, b.length - 40)), /changed or cut off/],
    [
      'something put after it',
      () => changed((b) => Buffer.concat([b, Buffer.from('x')])),
      /changed or cut off/,
    ],
    [
      'a header that says another day',
      () =>
        changed((b) =>
          Buffer.from(b.toString('latin1').replace('2026-11-27T03:10', '2026-11-26T03:10'), 'latin1'),
        ),
      /changed or cut off/,
    ],
    ['a header cut short', () => changed((b) => b.subarray(0, 60)), /no backup/],
    ['another file', () => changed(() => Buffer.from('SQLite format 3\0')), /no backup/],
    ['an empty file', () => changed(() => Buffer.alloc(0)), /no backup/],
    ['no file', () => verifyBackup(join(root, 'nowhere'), PASSPHRASE), /no such file/],
  ] as const)('%s', async (_, does, says) => {
    const before = readdirSync(root);
    expect(why(await does())).toMatch(says);
    expect(readdirSync(root).filter((n) => n.includes('.tmp'))).toEqual([]);
    expect(readdirSync(root).length).toBeLessThanOrEqual(before.length + 1);
  });

  test('the header names how many rows each table has', async () => {
    const header = must(headerOf(only())).header;
    expect(Object.keys(header.rows)).toEqual(
      expect.arrayContaining(['clients', 'looks', 'recordings', 'films']),
    );
  });
});

test('a folder that is gone is kept as a failure to be shown; a good backup clears it', async () => {
  const { folder: was } = backupSettings(STUDIO)!;
  rmSync(was, { recursive: true });
  expect(why(await backUp(STUDIO, new Date('2026-11-28T04:00:00Z')))).toMatch(/ENOENT/);
  const failed = backupState(STUDIO, new Date('2026-11-28T04:01:00Z'))!;
  expect([failed.failed!.at, failed.stale, failed.files]).toEqual(['2026-11-28T04:00:00.000Z', true, []]);
  mkdirSync(was);
  must(await backUp(STUDIO, new Date('2026-11-28T05:00:00Z')));
  expect(backupState(STUDIO, new Date('2026-11-28T05:01:00Z'))).toMatchObject({ failed: null, stale: false });
});

test('a copy that a killed backup left open is taken away by the next one, and one that is at work is not', async () => {
  const live = join(root, 'live');
  const [left, working] = [1, 2].map((n) => join(live, `.00000000-0000-4000-8000-00000000000${n}.tmp`));
  for (const path of [left!, working!]) writeFileSync(path, 'records');
  const now = new Date('2026-11-29T05:00:00Z');
  utimesSync(left!, 0, 0);
  utimesSync(working!, now, now);
  must(await backUp(STUDIO, now));
  expect([existsSync(left!), existsSync(working!)]).toEqual([false, true]);
  rmSync(working!);
});

test('two studios that name one folder leave each other’s backups alone, and those of before files said whose they are', async () => {
  const [theirs, older] = [
    'kokyu-0badc0de-2026-11-29T08-00-00-000Z.kokyu-backup',
    'kokyu-2026-11-29T09-00-00-000Z.kokyu-backup',
  ];
  for (const name of [theirs, older]) writeFileSync(join(folder, name), 'closed');
  const ofOurs = () => backupFiles().filter((n) => n !== theirs && n !== older);
  must(await backUp(STUDIO, new Date('2026-11-29T06:00:00Z')));
  must(await backUp(STUDIO, new Date('2026-11-29T10:00:00Z')));
  expect(ofOurs().filter((n) => n.includes('-2026-11-29T'))).toEqual([backupSettings(STUDIO)!.last!.file]);
  expect(backupFiles()).toEqual(expect.arrayContaining([theirs, older]));
  const shown = backupState(STUDIO)!.files.map((f) => f.name);
  expect([shown.includes(older), shown.includes(theirs)]).toEqual([true, false]);
  // A new passphrase is no other studio.
  const { tag } = backupSettings(STUDIO)!;
  must(await setUpBackup(STUDIO, folder, `${PASSPHRASE} still`));
  expect(backupSettings(STUDIO)!.tag).toBe(tag);
  must(await setUpBackup(STUDIO, folder, PASSPHRASE));
  for (const name of [theirs, older]) rmSync(join(folder, name));
});

test('one a day is due; after a failure not within the hour; a clock that goes back does not stop it', () => {
  const at = (iso: string) => ({ at: iso, file: 'f', bytes: 1 });
  const now = new Date('2026-11-28T12:00:00Z');
  expect(backupDue({ last: null, failed: null }, now)).toBe(true);
  expect(backupDue({ last: at('2026-11-27T12:30:00Z'), failed: null }, now)).toBe(false);
  expect(backupDue({ last: at('2026-11-27T11:30:00Z'), failed: null }, now)).toBe(true);
  expect(backupDue({ last: at('2027-03-01T11:30:00Z'), failed: null }, now)).toBe(true);
  const failed = { at: '2026-11-28T11:30:00Z', why: 'x' };
  expect(backupDue({ last: null, failed }, now)).toBe(false);
  expect(backupDue({ last: null, failed: { ...failed, at: '2026-11-28T10:30:00Z' } }, now)).toBe(true);
});

describe('the rule of seven days, five weeks and twelve months', () => {
  const daily = (days: number) =>
    Array.from({ length: days }, (_, i) => new Date(Date.UTC(2026, 10, 27, 12) - i * 864e5).toISOString());

  test('after two years of one a day, nineteen to twenty-four are left, the newest with them', () => {
    const kept = [...keptByRule(daily(730))].sort();
    expect(kept.length).toBeGreaterThanOrEqual(19);
    expect(kept.length).toBeLessThanOrEqual(24);
    expect(kept.at(-1)).toBe(daily(1)[0]);
    // The twelfth month back is there, the thirteenth is not.
    expect(kept[0]!.slice(0, 7)).toBe('2025-12');
  });

  test('applied day by day it keeps what it would keep at once', () => {
    let there: string[] = [];
    for (const at of daily(400).toReversed()) there = [...keptByRule([...there, at])];
    expect(new Set(there)).toEqual(keptByRule(daily(400)));
  });

  test('a house that was closed for long loses none, and of one day the newest stays', () => {
    const few = ['2024-01-05T10:00:00.000Z', '2026-11-27T08:00:00.000Z', '2026-11-27T16:00:00.000Z'];
    expect([...keptByRule(few)].sort()).toEqual([few[0], few[2]]);
    expect(keptByRule([])).toEqual(new Set());
  });
});
