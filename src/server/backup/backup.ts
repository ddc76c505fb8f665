import { randomBytes, randomUUID } from 'node:crypto';
import { existsSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import Database from 'better-sqlite3';
import { keptByRule } from '@/core/base/keep-rule';
import { fail, ok, type Result } from '@/core/base/result';
import { KDF, LEAST_PASSPHRASE, type BackupHeader, type BackupSettings } from '@/core/formats/backup';
import { databasePath, db } from '../db/client';
import { usableFolder } from '../folders';
import type { Scope } from '../scope';
import { backupSettings, saveBackupSettings } from '../settings';
import { away, besides, closeCopy, namedBackup, wrongWith } from './closed-copy';
import { headerOf, keyOf, unseal } from './sealed-file';
import { atHome } from '../within';

const DAY_MS = 24 * 3600e3;
/** A last good backup older than this is said on Today: a day and a half. Our choice. */
const STALE_MS = 1.5 * DAY_MS;
/** After one that failed the next is tried so much later. */
const AGAIN_MS = 3600e3;

/** No backup works for so long. */
const LEFT_MS = 3600e3;

const newTag = (): string => randomBytes(4).toString('hex');

/** Sets where backups go and by what they are closed. Backups that are there already keep the passphrase they were made with. */
export async function setUpBackup(scope: Scope, folder: string, passphrase: string): Promise<Result<null>> {
  atHome(scope);
  const usable = usableFolder(folder);
  if (!usable.ok) return usable;
  if ([...passphrase].length < LEAST_PASSPHRASE)
    return fail(`A passphrase has ${LEAST_PASSPHRASE} letters at least: five words are easy to keep.`);
  const salt = randomBytes(16).toString('base64');
  const key = (await keyOf(passphrase, { ...KDF, salt })).toString('base64');
  const tag = backupSettings(scope)?.tag ?? newTag();
  saveBackupSettings(scope, { tag, folder, salt, key, last: null, failed: null });
  return ok(null);
}

/** Takes away what a backup left open that was killed on its way: a copy of the records that nobody needs. */
function sweep(folder: string, now: Date): void {
  for (const name of readdirSync(folder)) {
    if (!/^\.[0-9a-f-]{36}\.tmp/.test(name)) continue;
    const path = join(folder, name);
    const file = statSync(path, { throwIfNoEntry: false });
    if (file && now.getTime() - file.mtimeMs > LEFT_MS) rmSync(path, { force: true });
  }
}

/**
 * Makes a backup now: a copy of the database while it is in use, closed by the key, opened again and compared; then the older
 * ones go by the rule. What went wrong is kept to be shown.
 */
export async function backUp(
  scope: Scope,
  now = new Date(),
): Promise<Result<{ file: string; bytes: number }>> {
  const known = backupSettings(scope);
  if (!known) return fail('Where backups go is not set yet: Settings asks for it.');
  const set = { ...known, tag: known.tag ?? newTag() };
  if (known.tag === undefined) saveBackupSettings(scope, set);
  const made = await copyClosed(set, now).catch((error: NodeJS.ErrnoException) =>
    fail(`The folder for backups answered ${error.code ?? error.message}: is the disk full, or gone?`),
  );
  const at = now.toISOString();
  const latest = backupSettings(scope);
  // Set anew meanwhile: what was made belongs to the passphrase before.
  if (latest?.salt !== set.salt) return made;
  saveBackupSettings(
    scope,
    made.ok
      ? { ...latest, last: { at, ...made.value }, failed: null }
      : { ...latest, failed: { at, why: made.why } },
  );
  if (made.ok) dropByRule(set.folder, set.tag);
  return made;
}

async function copyClosed(set: BackupSettings, now: Date): Promise<Result<{ file: string; bytes: number }>> {
  sweep(dirname(databasePath()), now);
  const copy = besides(databasePath());
  try {
    await db().$client.backup(copy);
    return closeCopy(copy, set, now);
  } finally {
    away(copy);
  }
}

/** Only files of this database go: another that is kept in the same folder looks after its own. */
function dropByRule(folder: string, tag: string): void {
  const there = readdirSync(folder).flatMap((name) => {
    const named = namedBackup(name);
    return named?.tag === tag ? [{ name, at: named.at }] : [];
  });
  const kept = keptByRule(there.map((f) => f.at));
  for (const { name, at } of there) if (!kept.has(at)) rmSync(join(folder, name), { force: true });
}

/** How backups stand, for pages. */
export type BackupState = {
  folder: string;
  last: BackupSettings['last'];
  failed: BackupSettings['failed'];
  /** The last good one is too old, or there is none. */
  stale: boolean;
  /** Newest first. */
  files: { name: string; at: string; bytes: number }[];
};

/** Null while nothing is set. */
export function backupState(scope: Scope, now = new Date()): BackupState | null {
  const set = backupSettings(scope);
  if (!set) return null;
  const { folder, last, failed } = set;
  const names = existsSync(folder) ? readdirSync(folder) : [];
  const files = names
    .flatMap((name) => {
      const named = namedBackup(name);
      // Those of before there was a tag may be of this database.
      if (!named || (named.tag !== null && named.tag !== set.tag)) return [];
      return [{ name, at: named.at, bytes: statSync(join(folder, name)).size }];
    })
    .sort((x, y) => y.at.localeCompare(x.at));
  const newest = last && files.some((f) => f.name === last.file) ? Date.parse(last.at) : -Infinity;
  return { folder, last, failed, stale: now.getTime() - newest > STALE_MS, files };
}

/** What is wrong with the backups, as a sentence; null: nothing, or none are set up. */
export function backupTrouble(scope: Scope, now: Date): string | null {
  const state = backupState(scope, now);
  if (state?.failed) return `The last backup failed. ${state.failed.why}`;
  return state?.stale ? 'The last backup is older than a day and a half, or gone.' : null;
}

/** Whether a backup is due: none was made for a day, and none failed within the hour. A clock that went back makes one. */
export function backupDue(set: Pick<BackupSettings, 'last' | 'failed'>, now: Date): boolean {
  const since = (at: string) => Math.abs(now.getTime() - Date.parse(at));
  if (set.failed && since(set.failed.at) < AGAIN_MS) return false;
  return !set.last || since(set.last.at) >= DAY_MS;
}

async function opened(path: string, to: string, passphrase: string): Promise<Result<BackupHeader>> {
  const header = headerOf(path);
  if (!header.ok) return header;
  const done = unseal(path, to, await keyOf(passphrase, header.value.header.kdf));
  if (!done.ok) return done;
  const wrong = wrongWith(to, done.value);
  if (wrong === null) return done;
  away(to);
  return fail(wrong, 'file');
}

/** What a backup holds, after it was opened beside itself and compared. */
export async function verifyBackup(
  path: string,
  passphrase: string,
): Promise<Result<Pick<BackupHeader, 'madeAt' | 'migrations' | 'bytes' | 'rows'>>> {
  const to = join(dirname(resolve(path)), `.${randomUUID()}.tmp`);
  try {
    const done = await opened(resolve(path), to, passphrase);
    if (!done.ok) return done;
    const { madeAt, migrations, bytes, rows } = done.value;
    return ok({ madeAt, migrations, bytes, rows });
  } finally {
    away(to);
  }
}

/** Who was signed in when the backup was made is not by it coming back: a device that was given away since stays out. */
function endSignIns(path: string): void {
  const raw = new Database(path);
  if (raw.prepare("SELECT 1 FROM sqlite_master WHERE name = 'sessions'").get())
    raw.exec('DELETE FROM sessions');
  raw.pragma('wal_checkpoint(TRUNCATE)');
  raw.close();
}

/** Puts the database of a backup where none is yet; a file that is there is never written over. */
export async function restoreBackup(
  path: string,
  passphrase: string,
  to: string,
): Promise<Result<Pick<BackupHeader, 'madeAt' | 'rows'> & { to: string }>> {
  const target = resolve(to);
  if (existsSync(target))
    return fail('there is a file of this name already: move it away first, or give another name', 'to');
  if (!existsSync(dirname(target))) return fail('there is no such folder: make it first', 'to');
  const part = join(dirname(target), `.${randomUUID()}.tmp`);
  try {
    const done = await opened(resolve(path), part, passphrase);
    if (!done.ok) return done;
    endSignIns(part);
    renameSync(part, target);
    return ok({ to: target, madeAt: done.value.madeAt, rows: done.value.rows });
  } finally {
    away(part);
  }
}
