import { readdirSync, renameSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { parseWith } from '@/core/base/parse';
import { BackupSettings } from '@/core/formats/backup';
import { away, besides, closeCopy } from '../backup/closed-copy';

const MIGRATIONS = join(process.cwd(), 'src/server/db/migrations');

/** Another process that upgrades the same file is waited for so long, ms. */
const WAIT_MS = 60_000;

/** Upgrades cannot begin without a copy of what was there. */
export class NoCopy extends Error {}

type Migration = ReturnType<typeof readMigrationFiles>[number];

/** How many migrations this version of Kokyu knows. */
export const knownVersion = (): number => migrations().length;
const migrations = (): Migration[] => readMigrationFiles({ migrationsFolder: MIGRATIONS });

/** The moment of the last migration that a database has seen; before all of them while it has seen none. */
function lastOf(client: Database.Database): number {
  client.exec(
    'CREATE TABLE IF NOT EXISTS __drizzle_migrations (id INTEGER PRIMARY KEY AUTOINCREMENT, hash text NOT NULL, created_at numeric)',
  );
  const last = client.prepare('SELECT max(created_at) FROM __drizzle_migrations').pluck().get() as
    number | null;
  return last ?? -Infinity;
}

/**
 * Brings a database to the newest shape. Whoever comes first holds the file until it is done, others wait and find it
 * done; all steps
 * are one transaction, so that an upgrade that is cut off anywhere leaves the file as it was. A copy of that is made first.
 *
 * @param told before each statement, by its number over all steps
 * @throws {NoCopy} where no copy could be made; nothing was changed
 */
export function upgrade(
  client: Database.Database,
  file: string,
  told: (statement: number) => void = () => {},
): void {
  const known = migrations();
  client.pragma(`busy_timeout = ${WAIT_MS}`);
  // A step that builds a table anew drops the old one, which must not take along what refers to it.
  client.pragma('foreign_keys = OFF');
  const isBehind = (): boolean => (client.pragma('user_version', { simple: true }) as number) < known.length;
  if (isBehind()) copyBefore(client, file, known.length);
  client
    .transaction(() => {
      if (!isBehind()) return;
      const orphans = () => (client.pragma('foreign_key_check') as unknown[]).length;
      const before = orphans();
      const last = lastOf(client);
      let statement = 0;
      for (const step of known.filter((m) => m.folderMillis > last)) {
        for (const sql of step.sql) {
          told(statement++);
          client.exec(sql);
        }
        client
          .prepare('INSERT INTO __drizzle_migrations (hash, created_at) VALUES (?, ?)')
          .run(step.hash, step.folderMillis);
      }
      if (orphans() > before) throw new Error('records would have lost what they belong to');
      told(statement);
      client.pragma(`user_version = ${known.length}`);
    })
    .exclusive();
}

/** A copy of a database that holds something: closed among the backups where those are set up, else as it is beside the file. */
function copyBefore(client: Database.Database, file: string, version: number): void {
  const from = client.pragma('user_version', { simple: true }) as number;
  if (from === 0 && client.prepare('SELECT count(*) FROM sqlite_master').pluck().get() === 0) return;
  let copy: string | undefined;
  try {
    copy = besides(file);
    client.prepare('VACUUM INTO ?').run(copy);
    // Somebody else was quicker: this is no copy of what was before.
    if (versionOf(copy) >= version) return;
    if (!closedCopy(client, copy)) {
      renameSync(copy, `${file}.before-version-${version}`);
      // The one of the upgrade before has done its service.
      for (const old of plainCopiesOf(file))
        if (old.includes('.before-version-') && !old.endsWith(`-${version}`)) rmSync(old, { force: true });
    }
  } catch (error) {
    throw new NoCopy((error as NodeJS.ErrnoException).code ?? (error as Error).message);
  } finally {
    if (copy) away(copy);
  }
}

function versionOf(path: string): number {
  const client = new Database(path, { readonly: true });
  try {
    return client.pragma('user_version', { simple: true }) as number;
  } finally {
    client.close();
  }
}

/** What Kokyu lays beside a database in the clear: copies before an upgrade or a repair, and one that was rescued. */
const COPIES = /^\.(before-version|before-repair|rescued)-[0-9TZ-]+$/;

/** Copies in the clear that were left beside a database. */
export function plainCopiesOf(file: string): string[] {
  const name = basename(file);
  return readdirSync(dirname(file))
    .filter((f) => f.startsWith(name) && COPIES.test(f.slice(name.length)))
    .map((f) => join(dirname(file), f));
}

function closedCopy(client: Database.Database, copy: string): boolean {
  try {
    const row = client.prepare("SELECT data FROM settings WHERE subject = 'backup'").pluck().get();
    const set = parseWith(BackupSettings, JSON.parse(String(row)));
    return set.ok && closeCopy(copy, set.value, new Date()).ok;
  } catch {
    // An older shape has no such settings, or the folder is gone: the plain copy stands in.
    return false;
  }
}
