import { randomUUID } from 'node:crypto';
import { closeSync, copyFileSync, existsSync, openSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import Database from 'better-sqlite3';
import { codeOf } from '@/core/client/code';
import { fail, ok, type Result } from '@/core/base/result';
import { away } from './backup/closed-copy';
import { isForeign } from './db/client';
import { rowsByTable } from './db/rows';
import { knownVersion, upgrade } from './db/upgrade';
import { fileOf } from './films';
import { fileStamp } from './folders';
import { readJson, shapeOf, type JsonKind } from './record-json';
import { LOCAL_OWNER } from './scope';

/** What is wrong with a database and what lies beside it. */
export type Findings = {
  /** What SQLite says of the pages, at most twenty lines; none: whole. */
  pages: string[];
  /** Rows whose owner is gone, by table. */
  orphans: Record<string, number>;
  /** Records that cannot be read. */
  unreadable: { table: string; id: string; why: string }[];
  /** Films that are noted but not there, and files that look like films but are noted nowhere. */
  filmsMissing: string[];
  filmsStray: string[];
  /** Rows that were set aside before. */
  setAside: number;
};

export type Repaired = {
  before: Findings;
  after: Findings;
  /** The file as it was. */
  copy: string;
  /** Rows by table that could be copied out of a file with damaged pages, and how many could not; null: not counted. */
  salvaged: Record<string, { kept: number; lost: number | null }> | null;
  /** Clients who were made anew, nameless, because their records were there and they were not. */
  foundAgain: string[];
  /** Records that were put back to their newest earlier value that can be read. */
  putBack: { table: string; id: string }[];
};

/** Where JSON stands: its kind, and whether earlier values of it are kept. */
const JSON_TABLES: readonly {
  table: string;
  kind: JsonKind;
  column?: string;
  shaped?: boolean;
  revised?: boolean;
}[] = [
  { table: 'screens', kind: 'screen', shaped: true, revised: true },
  { table: 'looks', kind: 'look', shaped: true, revised: true },
  { table: 'sequences', kind: 'sequence', shaped: true, revised: true },
  { table: 'classes', kind: 'class', shaped: true, revised: true },
  { table: 'class_runs', kind: 'classRun', shaped: true, revised: true },
  { table: 'home_plans', kind: 'homePlan', shaped: true, revised: true },
  { table: 'runs', kind: 'sequence', column: 'sequence' },
  { table: 'runs', kind: 'runState', column: 'state' },
  { table: 'home_reports', kind: 'homeReport' },
  { table: 'drills', kind: 'drill' },
  { table: 'templates', kind: 'sequence' },
  { table: 'protocols', kind: 'tests', column: 'tests' },
];

const MOST_LINES = 20;

/** Opens what may be examined; a sentence where it may not. */
function opened(path: string, readonly: boolean): Result<Database.Database> {
  const file = resolve(path);
  if (!existsSync(file)) return fail(`there is no file ${file}`, 'file');
  let client: Database.Database | undefined;
  try {
    client = new Database(file, { readonly, timeout: 250 });
    const version = client.pragma('user_version', { simple: true }) as number;
    if (isForeign(client)) return closing(client, 'it is a database of another program; nothing was changed');
    if (version > knownVersion())
      return closing(
        client,
        'it was written by a newer Kokyu: use the doctor of that one; nothing was changed',
      );
    return ok(client);
  } catch (error) {
    return closing(
      client,
      `it cannot be opened as a database (${(error as Error).message}): restore a backup`,
    );
  }
}

function closing(client: Database.Database | undefined, why: string): Result<never> {
  client?.close();
  return fail(why, 'file');
}

/** Looks through a database without changing it. */
export function examine(path: string): Result<Findings> {
  const client = opened(path, true);
  if (!client.ok) return client;
  try {
    return ok(findingsIn(client.value));
  } finally {
    client.value.close();
  }
}

/** A part of an examination; damaged pages may end it early. */
function tried<T>(look: () => T, otherwise: T): T {
  try {
    return look();
  } catch {
    return otherwise;
  }
}

function findingsIn(client: Database.Database): Findings {
  const pages = tried(
    () => client.pragma(`integrity_check(${MOST_LINES})`) as { integrity_check: string }[],
    [{ integrity_check: 'the pages cannot be walked through' }],
  )
    .flatMap((r) => r.integrity_check.split('\n'))
    .filter((line) => line !== 'ok' && !line.startsWith('***'))
    .slice(0, MOST_LINES);
  const orphans = tried(() => client.pragma('foreign_key_check') as { table: string }[], []);
  const films = tried(
    () => client.prepare('SELECT id, type, folder FROM films').all() as Parameters<typeof fileOf>[0][],
    [],
  );
  const known = new Set(films.map(fileOf));
  const folders = [...new Set(films.map((f) => f.folder))].filter((f) => existsSync(f));
  return {
    pages,
    orphans: rowsByTable(orphans),
    unreadable: tried(() => unreadableIn(client), []),
    filmsMissing: [...known].filter((f) => !existsSync(f)),
    filmsStray: folders.flatMap((f) =>
      readdirSync(f)
        .filter((name) => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}\.\w+$/.test(name))
        .map((name) => join(f, name))
        .filter((file) => !known.has(file)),
    ),
    setAside: tried(() => client.prepare('SELECT count(*) FROM set_aside').pluck().get() as number, 0),
  };
}

type Unreadable = { table: string; id: string; why: string; kind: JsonKind; revised: boolean };

function unreadableIn(client: Database.Database): Unreadable[] {
  const tables = client
    .prepare("SELECT name FROM sqlite_master WHERE type = 'table'")
    .pluck()
    .all() as string[];
  return JSON_TABLES.filter((t) => tables.includes(t.table)).flatMap(
    ({ table, kind, column = 'data', shaped = false, revised = false }) =>
      tried(
        () =>
          client
            .prepare(`SELECT id, ${column} AS text, ${shaped ? 'shape' : '1 AS shape'} FROM ${table}`)
            .all() as {
            id: string;
            text: string;
            shape: number;
          }[],
        [],
      ).flatMap(({ id, text, shape }) => {
        const read = readJson(kind, `${table}-${id}`, String(text), shape);
        return read.ok ? [] : [{ table, id, kind, revised, why: read.why }];
      }),
  );
}

/**
 * Mends what can be: rows are copied out of damaged pages into a new file, clients who are gone are made anew for the
 * records that are
 * there, what belongs to nothing and what cannot be read is set aside with its newest readable value put back. Nothing is
 * deleted: the file as it was stays beside, and what is taken out is kept in a table of its own.
 */
export function repair(path: string, now = new Date()): Result<Repaired> {
  const file = resolve(path);
  const free = heldElsewhere(file);
  if (free !== null) return fail(free, 'file');
  const before = examine(file);
  if (!before.ok) return before;
  const copy = `${file}.before-repair-${fileStamp(now.toISOString())}`;
  copyFileSync(file, copy);
  let salvaged: Repaired['salvaged'] = null;
  if (before.value.pages.length > 0) {
    const saved = salvage(file);
    if (!saved.ok) return saved;
    salvaged = saved.value;
  }
  const client = new Database(file);
  try {
    upgrade(client, file);
    const at = now.toISOString();
    const done = client.transaction(() => ({
      foundAgain: mendOrphans(client, at),
      putBack: putBackIn(client, at),
    }))();
    return ok({ before: before.value, after: findingsIn(client), copy, salvaged, ...done });
  } finally {
    client.pragma('wal_checkpoint(TRUNCATE)');
    client.close();
  }
}

/** Why a file cannot be repaired just now; null: nobody else has it open, and its log is written back as far as it goes. */
function heldElsewhere(file: string): string | null {
  if (!existsSync(file)) return null;
  try {
    const client = new Database(file, { timeout: 250 });
    try {
      // Alone with the file, or not at all.
      client.pragma('locking_mode = EXCLUSIVE');
      client.exec('BEGIN EXCLUSIVE; ROLLBACK');
      client.pragma('wal_checkpoint(TRUNCATE)');
      return null;
    } finally {
      client.close();
    }
  } catch (error) {
    const code = (error as { code?: string }).code ?? '';
    return code.startsWith('SQLITE_BUSY') ? 'another program has it open: end Kokyu first' : null;
  }
}

/** Copies whatever rows can be read into a new file and puts that into the place of the old one. */
function salvage(file: string): Result<Record<string, { kept: number; lost: number | null }>> {
  const to = `${file}.part`;
  away(to);
  closeSync(openSync(to, 'wx', 0o600));
  const from = new Database(file, { readonly: true });
  const next = new Database(to);
  try {
    const all = from
      .prepare(
        "SELECT type, name, sql FROM sqlite_master WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite\\_%' ESCAPE '\\'",
      )
      .all() as {
      type: string;
      name: string;
      sql: string;
    }[];
    const tables = all.filter((t) => t.type === 'table');
    next.pragma('foreign_keys = OFF');
    for (const { sql } of tables) next.exec(sql);
    const rows: Record<string, { kept: number; lost: number | null }> = {};
    next.transaction(() => {
      for (const { name } of tables) rows[name] = copyRows(from, next, name);
    })();
    for (const { type, sql } of all) if (type !== 'table') next.exec(sql);
    next.pragma(`user_version = ${from.pragma('user_version', { simple: true }) as number}`);
    next.close();
    from.close();
    away(file);
    renameSync(to, file);
    return ok(rows);
  } catch (error) {
    next.close();
    from.close();
    rmSync(to, { force: true });
    return fail(
      `the list of tables itself is damaged (${(error as Error).message}): restore a backup`,
      'file',
    );
  }
}

/** Beyond the last row that can be found so many more are asked for, one by one. */
const PROBED_BEYOND = 20_000;

function copyRows(
  from: Database.Database,
  to: Database.Database,
  table: string,
): { kept: number; lost: number | null } {
  const columns = (from.pragma(`table_info("${table}")`) as { name: string }[]).map((c) => `"${c.name}"`);
  const put = to.prepare(
    `INSERT OR IGNORE INTO "${table}" (rowid, ${columns.join(', ')}) VALUES (?, ${columns.map(() => '?').join(', ')})`,
  );
  const one = from.prepare(`SELECT ${columns.join(', ')} FROM "${table}" WHERE rowid = ?`).raw();
  const count = tried(() => from.prepare(`SELECT count(*) FROM "${table}"`).pluck().get() as number, null);
  let kept = 0;
  let last = 0;
  const take = (rowid: number) => {
    const row = tried(() => one.get(rowid) as unknown[] | undefined, undefined);
    if (!row) return;
    kept += tried(() => put.run(rowid, ...row).changes, 0);
    last = rowid;
  };
  const most = tried(
    () => from.prepare(`SELECT max(rowid) FROM "${table}"`).pluck().get() as number | null,
    undefined,
  );
  if (most === null) return { kept: 0, lost: 0 };
  // Row by row: one that lies on a damaged page takes no other with it.
  for (let rowid = 1; rowid <= (most ?? last + PROBED_BEYOND); rowid++) take(rowid);
  return { kept, lost: count === null ? null : Math.max(0, count - kept) };
}

type Orphan = { table: string; rowid: number; parent: string; fkid: number };

/** Gives rows that belong to nothing somebody to belong to, or sets them aside; until there are none. */
function mendOrphans(client: Database.Database, at: string): string[] {
  const found: string[] = [];
  client
    .prepare('INSERT OR IGNORE INTO owners (id, name, created_at) VALUES (?, ?, ?)')
    .run(LOCAL_OWNER, 'This studio', at);
  for (;;) {
    const orphans = client.pragma('foreign_key_check') as Orphan[];
    if (orphans.length === 0) return found;
    for (const orphan of orphans) {
      const column = (
        client.pragma(`foreign_key_list("${orphan.table}")`) as { id: number; from: string }[]
      ).find((k) => k.id === orphan.fkid)!.from;
      const id = client
        .prepare(`SELECT "${column}" FROM "${orphan.table}" WHERE rowid = ?`)
        .pluck()
        .get(orphan.rowid);
      if (typeof id !== 'string' || !/^(owners|clients)$/.test(orphan.parent))
        setAside(client, orphan.table, orphan.rowid, `its ${orphan.parent} are gone`, at);
      else if (orphan.parent === 'owners')
        client
          .prepare('INSERT OR IGNORE INTO owners (id, name, created_at) VALUES (?, ?, ?)')
          .run(id, 'Found again', at);
      else {
        const name = `Found again ${codeOf(id)}`;
        const { changes } = client
          .prepare(
            'INSERT OR IGNORE INTO clients (id, owner_id, name, created_at, updated_at) VALUES (?, ?, ?, ?, ?)',
          )
          .run(id, LOCAL_OWNER, name, at, at);
        if (changes > 0) found.push(name);
      }
    }
  }
}

function setAside(
  client: Database.Database,
  table: string,
  rowid: number,
  why: string,
  at: string,
  keepRow = false,
): void {
  const row = client.prepare(`SELECT * FROM "${table}" WHERE rowid = ?`).get(rowid) as
    Record<string, unknown> | undefined;
  if (!row) return;
  const text = JSON.stringify(row, (_, v: unknown) => {
    const bytes = v as { type?: unknown; data?: unknown } | null;
    return bytes?.type === 'Buffer' ? { base64: Buffer.from(bytes.data as number[]).toString('base64') } : v;
  });
  client
    .prepare('INSERT INTO set_aside (id, table_name, why, row, at) VALUES (?, ?, ?, ?, ?)')
    .run(randomUUID(), table, why, text, at);
  if (!keepRow) client.prepare(`DELETE FROM "${table}" WHERE rowid = ?`).run(rowid);
}

/**
 * Puts records that cannot be read back to their newest earlier value that can; those without one stay, and are shown
 * as damaged.
 */
function putBackIn(client: Database.Database, at: string): { table: string; id: string }[] {
  return unreadableIn(client).flatMap(({ table, id, kind, revised, why }) => {
    if (!revised) return [];
    const earlier = client
      .prepare('SELECT data FROM revisions WHERE record_id = ? AND kind = ? ORDER BY rev DESC, at DESC')
      .pluck()
      .all(id, kind) as string[];
    const good = earlier.find((text, i) => readJson(kind, `doctor-${id}-${i}`, text).ok);
    if (good === undefined) return [];
    const rowid = client.prepare(`SELECT rowid FROM "${table}" WHERE id = ?`).pluck().get(id) as number;
    setAside(client, table, rowid, why, at, true);
    client
      .prepare(`UPDATE "${table}" SET data = ?, shape = ?, rev = rev + 1 WHERE id = ?`)
      .run(good, shapeOf(kind), id);
    return [{ table, id }];
  });
}
