import { randomUUID } from 'node:crypto';
import { and, asc, desc, eq, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Excursions as Rings } from '@/core/body/zones';
import { cleanName } from '@/core/base/clean-text';
import { parseWith } from '@/core/base/parse';
import { Excursions } from '@/core/look/look.schema';
import type { Control, School } from '@/core/aims/school';
import { isEmptyLook } from '@/core/look/look';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { fail, ok, type Result } from '@/core/base/result';
import { db } from './db/client';
import { clients, looks, screens } from './db/schema';
import { readJson, shapeOf, writeJson } from './record-json';
import type { Scope } from './scope';
import { stopsOfRow } from './stopped';
import { atHome, CLIENTS, ofClients } from './within';

export type ClientRow = {
  id: string;
  name: string;
  goals: string;
  openRedFlags: number;
  lastLookAt: string | null;
  lookOpen: boolean;
  lastRunAt: string | null;
  runOpen: string | null;
  sequences: number;
  /** Rings of the newest look that has some, lying. */
  rings: Rings | null;
};

export const PAGE_SIZE = 40;

/** A client whose file was put by. */
export type ArchivedRow = { id: string; name: string; archivedAt: string };

export const countArchived = (scope: Scope): number =>
  db()
    .select({ n: sql<number>`count(*)` })
    .from(clients)
    .where(and(ofClients(scope, CLIENTS), isNotNull(clients.archivedAt)))
    .get()!.n;

/** Those taken off the list whose name holds the search, the latest first. */
export function listArchived(scope: Scope, search = ''): ArchivedRow[] {
  return db()
    .select({ id: clients.id, name: clients.name, archivedAt: clients.archivedAt })
    .from(clients)
    .where(and(ofClients(scope, CLIENTS), isNotNull(clients.archivedAt), nameHolds(search)))
    .orderBy(desc(clients.archivedAt), asc(clients.id))
    .limit(ARCHIVED_SHOWN)
    .all()
    .map((row) => ({ ...row, archivedAt: row.archivedAt! }));
}
/** More than these are found by name. */
const ARCHIVED_SHOWN = 100;

const nameHolds = (search: string) =>
  sql`${clients.name} LIKE ${`%${search.replace(/[\\%_]/g, (c) => `\\${c}`)}%`} ESCAPE '\\'`;

/** A page of clients by name, with what is due; `search` matches any part of the name. */
export function listClients(
  scope: Scope,
  search: string,
  page: number,
): { rows: ClientRow[]; total: number; page: number } {
  const mine = and(ofClients(scope, CLIENTS), isNull(clients.archivedAt), nameHolds(search));
  const total = db()
    .select({ n: sql<number>`count(*)` })
    .from(clients)
    .where(mine)
    .get()!.n;
  const last = Math.max(0, Math.ceil(total / PAGE_SIZE) - 1);
  const at = Math.min(last, Math.max(0, Math.floor(page) || 0));
  // The page is cut out first, so that what is asked about a client is asked of the few that are shown.
  const onPage = db()
    .select({ id: clients.id })
    .from(clients)
    .where(mine)
    .orderBy(asc(clients.name), asc(clients.id))
    .limit(PAGE_SIZE)
    .offset(at * PAGE_SIZE);
  const rows = db()
    .select({
      id: clients.id,
      name: clients.name,
      goals: sql<string>`coalesce((select json_extract(data, '$.goals') from screens where client_id = clients.id and json_valid(data)), '')`,
      openRedFlags: stopsOfRow(sql.raw('clients.id')),
      lastLookAt: sql<
        string | null
      >`(select max(at) from looks where client_id = clients.id and purpose = 'visit' and finished_at is not null)`,
      lastRunAt: sql<string | null>`(select max(started_at) from runs where client_id = clients.id)`,
      runOpen: sql<
        string | null
      >`(select id from runs where client_id = clients.id and ended_at is null order by started_at desc limit 1)`,
      sequences: sql<number>`(select count(*) from sequences where client_id = clients.id)`,
      rings: sql<
        string | null
      >`(select json_extract(data, '$.rings.hookLying') from looks where client_id = clients.id and json_valid(data) and json_extract(data, '$.rings.hookLying') is not null order by at desc limit 1)`,
    })
    .from(clients)
    .where(inArray(clients.id, onPage))
    .orderBy(asc(clients.name), asc(clients.id))
    .all();
  const begun = openVisits(
    scope,
    rows.map((r) => r.id),
  );
  return {
    rows: rows.map((r) => {
      const open = begun.get(r.id) ?? null;
      const lastLookAt = open !== null && open > (r.lastLookAt ?? '') ? open : r.lastLookAt;
      return { ...r, lastLookAt, lookOpen: open !== null, rings: ringsOf(r.rings) };
    }),
    total,
    page: at,
  };
}

/** When the newest unfinished look of each client was begun, of those that hold something. */
function openVisits(scope: Scope, of: readonly string[]): Map<string, string> {
  const open = db()
    .select()
    .from(looks)
    .where(
      and(
        ofClients(scope, looks),
        eq(looks.purpose, 'visit'),
        isNull(looks.finishedAt),
        inArray(looks.clientId, of),
      ),
    )
    .orderBy(asc(looks.at))
    .all();
  return new Map(
    open.flatMap((row) => {
      const read = readJson('look', row.id, row.data, row.shape);
      // A damaged one is shown as open: its page says what is the matter.
      return read.ok && isEmptyLook(read.value) ? [] : [[row.clientId, row.at] as const];
    }),
  );
}

/** Rings as they stand in a look; none where they are not what they should be. */
function ringsOf(text: string | null): Rings | null {
  if (text === null) return null;
  const parsed = parseWith(Excursions, JSON.parse(text));
  return parsed.ok ? parsed.value : null;
}

/** Makes a client with an empty screen and gives back the id. */
export function createClient(
  scope: Scope,
  name: string,
  at = new Date().toISOString(),
): Result<{ id: string }> {
  atHome(scope);
  const trimmed = cleanName(name);
  if (trimmed === '') return fail('A client needs a name: a first name or initials will do.', 'name');
  if (trimmed.length > 120) return fail('The name is longer than 120 characters.', 'name');
  const id = randomUUID();
  db().transaction((tx) => {
    tx.insert(clients)
      .values({ id, ownerId: scope.ownerId, name: trimmed, createdAt: at, updatedAt: at })
      .run();
    tx.insert(screens)
      .values({
        id: randomUUID(),
        ownerId: scope.ownerId,
        clientId: id,
        data: writeJson(EMPTY_SCREEN),
        shape: shapeOf('screen'),
        rev: 0,
        updatedAt: at,
      })
      .run();
  });
  return ok({ id });
}

const mine = (scope: Scope, id: string) =>
  and(eq(clients.id, id), ofClients(scope, CLIENTS), isNull(clients.archivedAt));

export const findClient = (scope: Scope, id: string) =>
  db().select().from(clients).where(mine(scope, id)).get();

/** A client whether on the list or taken off it. */
export const findClientEver = (scope: Scope, id: string) =>
  db()
    .select()
    .from(clients)
    .where(and(eq(clients.id, id), ofClients(scope, CLIENTS)))
    .get();

/** Everybody of the owner, taken off the list or not, in the order they came. */
export const everyClient = (scope: Scope): (typeof clients.$inferSelect)[] =>
  db()
    .select()
    .from(clients)
    .where(ofClients(scope, CLIENTS))
    .orderBy(asc(clients.createdAt), asc(clients.id))
    .all();

/** Takes clients out of the database with all that is kept of them: what was brought in and is taken back. */
export const removeClients = (scope: Scope, ids: readonly string[]): void =>
  db().transaction(() => {
    for (const id of ids)
      db()
        .delete(clients)
        .where(and(eq(clients.id, id), ofClients(scope, CLIENTS)))
        .run();
  });

/** Puts back when a client came, and when they were taken off the list, as it was where they come from. */
export const setTimes = (
  scope: Scope,
  id: string,
  times: { createdAt: string; archivedAt: string | null },
): void => void db().update(clients).set(times).where(mine(scope, id)).run();

export function renameClient(scope: Scope, id: string, name: string): Result<null> {
  if (!findClient(scope, id)) return fail(GONE);
  const trimmed = cleanName(name);
  if (trimmed === '' || trimmed.length > 120) return fail('Give a name of 1 to 120 characters.', 'name');
  db()
    .update(clients)
    .set({ name: trimmed, updatedAt: new Date().toISOString() })
    .where(mine(scope, id))
    .run();
  return ok(null);
}

const GONE = 'This client is no longer here.';

/** Sets the school to read this client by; null gives it back to the default rule. */
export function setSchool(scope: Scope, id: string, school: School | null): Result<null> {
  if (!findClient(scope, id)) return fail(GONE);
  db().update(clients).set({ school, updatedAt: new Date().toISOString() }).where(mine(scope, id)).run();
  return ok(null);
}

/** Sets the school of trunk control; null gives it back to the default. */
export function setControl(scope: Scope, id: string, control: Control | null): Result<null> {
  if (!findClient(scope, id)) return fail(GONE);
  db().update(clients).set({ control, updatedAt: new Date().toISOString() }).where(mine(scope, id)).run();
  return ok(null);
}

/** Takes a client off the list. Nothing is deleted; `restoreClient` brings them back. */
export function archiveClient(scope: Scope, id: string): Result<null> {
  atHome(scope);
  if (!findClient(scope, id)) return fail(GONE);
  db().update(clients).set({ archivedAt: new Date().toISOString() }).where(mine(scope, id)).run();
  return ok(null);
}

export function restoreClient(scope: Scope, id: string): Result<null> {
  atHome(scope);
  const { changes } = db()
    .update(clients)
    .set({ archivedAt: null })
    .where(and(eq(clients.id, id), ofClients(scope, CLIENTS)))
    .run();
  return changes > 0 ? ok(null) : fail(GONE);
}
