import { createHash, randomUUID } from 'node:crypto';
import { closeSync, existsSync, openSync, readSync, rmSync } from 'node:fs';
import { and, desc, eq } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import { codeOf } from '@/core/client/code';
import { bearsName } from '@/core/client/erasure';
import type { ErasePreview, Erasure } from '@/core/client/erasure.schema';
import { backupState } from './backup/backup';
import { namingOf, takeOut } from './class-names';
import { findClientEver } from './clients';
import { databasePath, db } from './db/client';
import { BY_CLIENT, BY_LOOK, rowsByTable } from './db/rows';
import { clients, erasures } from './db/schema';
import { plainCopiesOf } from './db/upgrade';
import { fileOf } from './films';
import { readJson, writeJson } from './record-json';
import type { Scope } from './scope';
import { atHome, CLIENTS, ofClients, ofStudio } from './within';

type Film = Parameters<typeof fileOf>[0];

/** Every row that goes with a client: its table, its random id. Visits are those of the client and those that bear the name. */
function rowsOf(scope: Scope, clientId: string, name: string): { table: string; id: string }[] {
  const { $client } = db();
  const list = (table: string, where: string, ...given: string[]) =>
    (
      $client
        .prepare(`SELECT id FROM ${table} WHERE owner_id = ? AND ${where}`)
        .pluck()
        .all(scope.ownerId, ...given) as string[]
    ).map((id) => ({ table, id }));
  const own = [
    ...BY_CLIENT.flatMap((table) => list(table, 'client_id = ?', clientId)),
    ...BY_LOOK.flatMap((table) =>
      list(table, 'look_id IN (SELECT id FROM looks WHERE client_id = ?)', clientId),
    ),
  ];
  // Earlier screenings are kept under the id of the client.
  const revisions = [clientId, ...own.map(({ id }) => id)].flatMap((id) =>
    list('revisions', 'record_id = ?', id),
  );
  const visits = [
    ...list('visits', 'client_id = ?', clientId),
    ...visitsNaming(scope, name).map(({ id }) => ({ table: 'visits', id })),
  ];
  return [{ table: 'clients', id: clientId }, ...own, ...revisions, ...visits];
}

/** Visits without a file of their own whose title bears the name. */
const visitsNaming = (scope: Scope, name: string): { id: string; title: string }[] =>
  (
    db()
      .$client.prepare('SELECT id, title FROM visits WHERE owner_id = ? AND client_id IS NULL')
      .all(scope.ownerId) as { id: string; title: string }[]
  ).filter(({ title }) => bearsName(title, name));

const filmsOfClient = (clientId: string): Film[] =>
  db()
    .$client.prepare(
      'SELECT films.id, films.type, films.folder FROM films JOIN looks ON looks.id = films.look_id WHERE looks.client_id = ?',
    )
    .all(clientId) as Film[];

/** Backups of a time when the client was there already. */
const backupsWith = (scope: Scope, createdAt: string): string[] =>
  (backupState(scope)?.files ?? []).filter((f) => f.at >= createdAt).map((f) => f.name);

/** What holds a client: still on the list, or in a run that goes on, whose screens would write it back. */
function heldBy(scope: Scope, clientId: string): string | null {
  const client = findClientEver(scope, clientId);
  if (!client?.archivedAt) return 'Archive this client first.';
  const { $client } = db();
  const going = (sql: string) => Number($client.prepare(sql).pluck().get(scope.ownerId, clientId)) > 0;
  if (going('SELECT count(*) FROM runs WHERE owner_id = ? AND client_id = ? AND ended_at IS NULL'))
    return 'A sequence of this client is being coached: end it first.';
  if (going('SELECT count(*) FROM class_runs WHERE owner_id = ? AND instr(data, ?) > 0 AND ended_at IS NULL'))
    return 'A class that this client is in is being coached: end it first.';
  return null;
}

/** Undefined where there is no such client. */
export function erasePreview(scope: Scope, clientId: string): ErasePreview | undefined {
  const client = findClientEver(scope, clientId);
  if (!client) return undefined;
  return {
    name: client.name,
    code: codeOf(clientId),
    rows: rowsByTable(rowsOf(scope, clientId, client.name)),
    filmsUnreachable: filmsOfClient(clientId).filter((f) => !existsSync(f.folder)).length,
    classes: namingOf(scope.ownerId, clientId).filter((r) => r.table !== 'revisions').length,
    visits: visitsNaming(scope, client.name).map((v) => v.title),
    backups: backupsWith(scope, client.createdAt),
    copies: plainCopiesOf(databasePath()).length,
    held: heldBy(scope, clientId),
  };
}

/**
 * Takes a client out of everything that is kept here, for good: rows, earlier values, classes, films, copies of an
 * upgrade. What SQLite
 * frees is overwritten, the file is written anew and its log emptied; then both are searched for the random names.
 *
 * @param typed the name as it was typed to confirm
 */
export function eraseClient(
  scope: Scope,
  clientId: string,
  typed: string,
  now = new Date(),
): Result<Erasure> {
  atHome(scope);
  const client = findClientEver(scope, clientId);
  if (!client) return fail('This client is no longer here.');
  const held = heldBy(scope, clientId);
  if (held !== null) return fail(held);
  if (typed.trim() !== client.name)
    return fail('Type the name as it stands here, to be sure who is meant.', 'name');
  const rows = rowsOf(scope, clientId, client.name);
  const naming = namingOf(scope.ownerId, clientId);
  const films = dropFiles(filmsOfClient(clientId));
  const copies = plainCopiesOf(databasePath());
  for (const copy of copies) rmSync(copy, { force: true });
  const ids = rows.map((r) => r.id);
  const erasure: Erasure = {
    code: codeOf(clientId),
    at: now.toISOString(),
    rows: rowsByTable(rows),
    films: films.gone,
    filmsLeft: films.left,
    classes: naming.filter((r) => r.table !== 'revisions').length,
    backups: backupsWith(scope, client.createdAt),
    copies: copies.length,
    found: true,
  };
  const id = randomUUID();
  const { $client } = db();
  $client.pragma('secure_delete = ON');
  db().transaction(() => {
    for (const row of naming) takeOut(row, clientId);
    for (const gone of ids) $client.prepare('DELETE FROM set_aside WHERE instr(row, ?) > 0').run(gone);
    for (const { table, id: gone } of rows)
      if (table === 'revisions' || table === 'visits')
        $client.prepare(`DELETE FROM ${table} WHERE id = ?`).run(gone);
    // The rest hangs on the client.
    db()
      .delete(clients)
      .where(and(eq(clients.id, clientId), ofClients(scope, CLIENTS)))
      .run();
    db()
      .insert(erasures)
      .values({
        id,
        ownerId: scope.ownerId,
        at: erasure.at,
        data: writeJson(erasure),
        hashes: writeJson(ids.map(hashOf)),
      })
      .run();
  });
  // The receipt names films that are left, by their ids.
  const sought = ids.filter((gone) => !films.left.some((path) => path.includes(gone)));
  const clean: Erasure = { ...erasure, found: !writtenAnew() || foundIn(sought) };
  db()
    .update(erasures)
    .set({ data: writeJson(clean) })
    .where(eq(erasures.id, id))
    .run();
  return ok(clean);
}

const hashOf = (id: string): string => createHash('sha256').update(id).digest('hex');

function dropFiles(films: readonly Film[]): { gone: number; left: string[] } {
  const left = films.flatMap((film) => {
    const path = fileOf(film);
    try {
      if (!existsSync(film.folder)) return [path];
      rmSync(path, { force: true });
      return [];
    } catch {
      return [path];
    }
  });
  return { gone: films.length - left.length, left };
}

/** Writes the file without what was freed, and empties its log. False while another process holds it. */
function writtenAnew(): boolean {
  const { $client } = db();
  try {
    $client.exec('VACUUM');
    const [log] = $client.pragma('wal_checkpoint(TRUNCATE)') as { busy: number }[];
    return log?.busy === 0;
  } catch {
    return false;
  }
}

/** Whether one of these words is in the database file or in its log. */
function foundIn(words: readonly string[]): boolean {
  const wanted = new Set(words);
  return [databasePath(), `${databasePath()}-wal`].some((path) => existsSync(path) && holds(path, wanted));
}

/** Random ids are searched by their shape, so that one pass serves however many there are. */
const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;
const UUID_LENGTH = 36;

function holds(path: string, wanted: ReadonlySet<string>): boolean {
  const file = openSync(path, 'r');
  try {
    const part = Buffer.alloc(1 << 20);
    let rest = '';
    for (;;) {
      const n = readSync(file, part, 0, part.length, null);
      if (n === 0) return false;
      const text = rest + part.toString('latin1', 0, n);
      for (const [id] of text.matchAll(UUID)) if (wanted.has(id)) return true;
      rest = text.slice(-UUID_LENGTH + 1);
    }
  } finally {
    closeSync(file);
  }
}

/** Receipts, newest first. */
export const erasuresOf = (scope: Scope): Erasure[] =>
  db()
    .select()
    .from(erasures)
    .where(ofStudio(scope, erasures))
    .orderBy(desc(erasures.at))
    .all()
    .flatMap((row) => {
      const read = readJson('erasure', row.id, row.data);
      return read.ok ? [read.value] : [];
    });

/**
 * Which of these records belonged to somebody who was erased: a browser drops its drafts of them, of a client that was shared
 * too. Whoever knows a random id learns no more than that it is gone.
 */
export function erasedAmong(ids: readonly string[]): string[] {
  const rows = db().select({ hashes: erasures.hashes }).from(erasures).all();
  const gone = new Set(rows.flatMap((row) => JSON.parse(row.hashes) as string[]));
  return ids.filter((id) => gone.has(hashOf(id)));
}
