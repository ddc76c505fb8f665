import { randomBytes } from 'node:crypto';
import { closeSync, existsSync, mkdirSync, openSync, renameSync, rmSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import Database from 'better-sqlite3';
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3';
import { fileStamp } from '../folders';
import { LOCAL_OWNER } from '../scope';
import * as base from './schema';
import * as people from './schema-people';
import { knownVersion, NoCopy, upgrade } from './upgrade';

const schema = { ...base, ...people };

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database };

/** Why the database cannot be used, for the person at the screen. */
export type DbTrouble = {
  kind: 'readOnly' | 'newer' | 'unreadable' | 'noCopy' | 'foreign' | 'replaced' | 'held';
  path: string;
  why: string;
  help: string;
};

/** Opening waits so long for other processes, ms. */
const OPENING_WAIT_MS = 5000;

export type OpenedDb = { ok: true; db: Db } | { ok: false; trouble: DbTrouble };

/**
 * Opens the database file, brings it up to date, and turns on write-ahead logging and foreign keys. A file that is
 * read-only, newer than this program, or no database comes back as trouble and is not touched.
 */
export function openDb(path: string): OpenedDb {
  const file = resolve(path);
  let client: Database.Database | undefined;
  try {
    // Health data is for the eyes of its owner alone.
    mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
    if (!existsSync(file)) closeSync(openSync(file, 'a', 0o600));
    client = new Database(file);
    const version = client.pragma('user_version', { simple: true }) as number;
    const known = knownVersion();
    if (version > known) {
      client.close();
      return trouble(
        'newer',
        file,
        `it was written by a newer Kokyu (version ${version}; this one knows ${known})`,
        'Start the newer Kokyu, or point KOKYU_DB at another file. Nothing in the file was changed.',
      );
    }
    if (isForeign(client)) {
      client.close();
      return trouble(
        'foreign',
        file,
        'it is a database, but of another program',
        'Point KOKYU_DB at another file. Nothing in this one was changed.',
      );
    }
    // Others may be writing just now; opening waits for its turn.
    client.pragma(`busy_timeout = ${OPENING_WAIT_MS}`);
    client.pragma('journal_mode = WAL');
    if (version < known) upgrade(client, file);
    client.pragma('foreign_keys = ON');
    // A power cut must not take back what was answered as saved.
    client.pragma('synchronous = FULL');
    const db = drizzle(client, { schema });
    // A database of ours that cannot be written fails here and not at the first thing that the user types.
    client.exec('BEGIN IMMEDIATE; ROLLBACK');
    client
      .prepare('INSERT OR IGNORE INTO owners (id, name, created_at) VALUES (?, ?, ?)')
      .run(LOCAL_OWNER, 'This studio', new Date(0).toISOString());
    client
      .prepare("INSERT OR IGNORE INTO settings (owner_id, subject, data) VALUES (?, 'drafts', ?)")
      .run(LOCAL_OWNER, JSON.stringify({ secret: randomBytes(32).toString('base64') }));
    client.prepare('UPDATE owners SET name = name WHERE id = ?').run(LOCAL_OWNER);
    // From here on nobody waits long for a file that another program holds: the page is told and tries again.
    client.pragma('busy_timeout = 250');
    return { ok: true, db };
  } catch (error) {
    client?.close();
    const message = error instanceof Error ? error.message : String(error);
    if (error instanceof NoCopy)
      return trouble(
        'noCopy',
        file,
        `it has to be brought up to date, and no copy of it could be made before (${message})`,
        'Make room on the disk, or give yourself the right to write into its folder. Nothing in the file was changed.',
      );
    const code = (error as { code?: string }).code ?? '';
    if (code.startsWith('SQLITE_BUSY'))
      return trouble(
        'held',
        file,
        'another program holds it',
        'Wait until that one is done, or end it. Nothing was lost.',
      );
    if (/READONLY|EACCES|EROFS|EPERM|CANTOPEN/.test(code)) {
      return trouble(
        'readOnly',
        file,
        `it cannot be written (${code})`,
        'Give yourself the right to write the file and its folder, or point KOKYU_DB at another file. Nothing was lost.',
      );
    }
    return trouble(
      'unreadable',
      file,
      message,
      'End Kokyu and let doctor look at it (docs/commands.md), restore a backup, or point KOKYU_DB at another file. The file was not changed.',
    );
  }
}

/** Whether a database holds something, and none of it is ours. */
export function isForeign(client: Database.Database): boolean {
  const tables = client.prepare("SELECT name FROM sqlite_master WHERE type = 'table'").pluck().all();
  return tables.length > 0 && !tables.includes('owners') && !tables.includes('__drizzle_migrations');
}

const trouble = (kind: DbTrouble['kind'], path: string, why: string, help: string): OpenedDb => ({
  ok: false,
  trouble: { kind, path, why, help },
});

const DEFAULT_DB_PATH = join(process.cwd(), 'data/kokyu.db');

/** Where the records of this process lie. */
export const databasePath = (): string => resolve(process.env.KOKYU_DB ?? DEFAULT_DB_PATH);

type Shared = Extract<OpenedDb, { ok: true }> & { path: string; inode: number };
const shared = globalThis as { kokyuDb?: Shared };

/** The one connection of this process; trouble is tried again at the next call. */
export function connect(): OpenedDb {
  if (shared.kokyuDb) {
    const there = statSync(shared.kokyuDb.path, { throwIfNoEntry: false });
    if (there?.ino === shared.kokyuDb.inode) return shared.kokyuDb;
    const gone = rescued(shared.kokyuDb, there !== undefined);
    if (gone) return gone;
  }
  const path = databasePath();
  const opened = openDb(path);
  if (opened.ok) {
    shared.kokyuDb = { ...opened, path, inode: statSync(path).ino };
    // However the process ends in peace, the one file holds everything and can be copied as it is.
    process.off('exit', disconnect);
    process.once('exit', disconnect);
  }
  return opened;
}

/**
 * The file was deleted or exchanged while it was open. This process still has all of it: it is written back where
 * nothing is, beside what
 * is there now otherwise. Trouble where that fails or has to be seen; null: all is as it was.
 */
function rescued({ db, path }: Shared, isReplaced: boolean): OpenedDb | null {
  const to = isReplaced ? `${path}.rescued-${fileStamp(new Date().toISOString())}` : path;
  const part = `${to}.part`;
  try {
    rmSync(part, { force: true });
    closeSync(openSync(part, 'wx', 0o600));
    db.$client.prepare('VACUUM INTO ?').run(part);
  } catch (error) {
    return trouble(
      'replaced',
      path,
      `it was deleted or exchanged while Kokyu was running, and could not be written anew (${(error as Error).message})`,
      'Leave Kokyu running, make room or put the folder back, and reload: what it holds is still there.',
    );
  }
  delete shared.kokyuDb;
  // Nothing of this log may be read into the file that is there now.
  db.$client.pragma('wal_checkpoint(TRUNCATE)');
  db.$client.close();
  if (!isReplaced) for (const end of ['-wal', '-shm']) rmSync(path + end, { force: true });
  renameSync(part, to);
  return isReplaced
    ? trouble(
        'replaced',
        path,
        'another file was put in its place while Kokyu was running',
        `What Kokyu had is kept as ${to}. Reload to go on with the file that is there now.`,
      )
    : null;
}

/** Writes the log back into the file and closes it; the next call opens it anew. */
export function disconnect(): void {
  const opened = shared.kokyuDb;
  if (!opened) return;
  delete shared.kokyuDb;
  const { $client } = opened.db;
  if (!$client.open) return;
  $client.pragma('wal_checkpoint(TRUNCATE)');
  $client.close();
}

/** The database for queries. Throws `DbUnavailable` where `connect` reports trouble; pages check that first. */
export function db(): Db {
  const opened = connect();
  if (!opened.ok) throw new DbUnavailable(opened.trouble);
  return opened.db;
}

class DbUnavailable extends Error {
  constructor(readonly trouble: DbTrouble) {
    super(`The database ${trouble.path} cannot be used: ${trouble.why}. ${trouble.help}`);
  }
}
