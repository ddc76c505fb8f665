import { randomBytes, randomUUID } from 'node:crypto';
import { closeSync, openSync, rmSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { fail, ok, type Result } from '@/core/base/result';
import { KDF, type BackupHeader, type BackupSettings } from '@/core/formats/backup';
import { fileStamp } from '../folders';
import { digestOf, seal, unseal } from './sealed-file';

const ENDING = '.kokyu-backup';
const CHUNK_BYTES = 1 << 20;

const nameOf = (at: string, tag?: string): string => `kokyu-${tag ? `${tag}-` : ''}${fileStamp(at)}${ENDING}`;

/** What the name of a backup says: when it was made, and of which database (null: by a Kokyu that did not say yet). */
export function namedBackup(name: string): { at: string; tag: string | null } | null {
  const t = /^kokyu-(?:([0-9a-f]{8})-)?(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z\.kokyu-backup$/.exec(
    name,
  );
  return t && { at: `${t[2]}T${t[3]}:${t[4]}:${t[5]}.${t[6]}Z`, tag: t[1] ?? null };
}

/** Takes away a database with what SQLite lays beside it. */
export const away = (path: string): void => {
  for (const end of ['', '-wal', '-shm', '-journal']) rmSync(path + end, { force: true });
};

/** A file of our own beside another, for its owner alone, until it is done with. */
export function besides(path: string): string {
  const file = join(dirname(path), `.${randomUUID()}.tmp`);
  closeSync(openSync(file, 'wx', 0o600));
  return file;
}

/** Rows of each table, by name. */
function rowsOf(client: Database.Database): Record<string, number> {
  const names = client
    .prepare("select name from sqlite_master where type = 'table' and name not like 'sqlite_%' order by name")
    .pluck()
    .all() as string[];
  return Object.fromEntries(
    names.map((n) => [n, client.prepare(`select count(*) from "${n}"`).pluck().get() as number]),
  );
}

/** What is wrong with a database that came out of a backup; null: it is whole and has the rows that it had. */
export function wrongWith(path: string, header: BackupHeader): string | null {
  const client = new Database(path, { readonly: true });
  try {
    const check = client.pragma('integrity_check', { simple: true });
    if (check !== 'ok') return `the database in it is damaged (${String(check)})`;
    const rows = rowsOf(client);
    const other = Object.entries(header.rows).find(([table, n]) => rows[table] !== n);
    return other ? `the table ${other[0]} has ${rows[other[0]] ?? 'no'} rows, not ${other[1]}` : null;
  } finally {
    client.close();
  }
}

/**
 * Closes a copy of the database into a folder, opens it again and compares. One that does not come out as it went in is taken
 * away. The copy stays.
 */
export function closeCopy(
  copy: string,
  { folder, key, salt, tag }: Pick<BackupSettings, 'folder' | 'key' | 'salt' | 'tag'>,
  now: Date,
): Result<{ file: string; bytes: number }> {
  const again = `${copy}-again`;
  const secret = Buffer.from(key, 'base64');
  const file = nameOf(now.toISOString(), tag);
  const to = join(folder, file);
  try {
    const from = new Database(copy, { readonly: true });
    const [rows, migrations] = [rowsOf(from), from.pragma('user_version', { simple: true }) as number];
    from.close();
    const header: BackupHeader = {
      format: 'kokyu-backup',
      version: 1,
      madeAt: now.toISOString(),
      migrations,
      kdf: { ...KDF, salt },
      cipher: 'aes-256-gcm',
      chunkBytes: CHUNK_BYTES,
      nonce: randomBytes(8).toString('base64'),
      ...digestOf(copy),
      rows,
    };
    seal(copy, to, secret, header);
    const opened = unseal(to, again, secret);
    const wrong = opened.ok ? wrongWith(again, header) : opened.why;
    if (wrong !== null) {
      rmSync(to, { force: true });
      return fail(`The backup did not come out as it went in: ${wrong}. It was taken away; try again.`);
    }
    return ok({ file, bytes: statSync(to).size });
  } finally {
    away(again);
  }
}
