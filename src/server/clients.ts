import { randomUUID } from 'node:crypto';
import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Excursions } from '@/core/body/zones';
import type { Control, School } from '@/core/aims/school';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { fail, ok, type Result } from '@/core/base/result';
import { db, LOCAL_OWNER } from './db/client';
import { clients, screens } from './db/schema';

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
  rings: Excursions | null;
};

export const PAGE_SIZE = 40;

/** A page of clients by name, with what is due; `search` matches any part of the name. */
export function listClients(search: string, page: number): { rows: ClientRow[]; total: number } {
  const like = `%${search.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;
  const mine = and(
    eq(clients.ownerId, LOCAL_OWNER),
    isNull(clients.archivedAt),
    sql`${clients.name} LIKE ${like} ESCAPE '\\'`,
  );
  const total = db()
    .select({ n: sql<number>`count(*)` })
    .from(clients)
    .where(mine)
    .get()!.n;
  // The page is cut out first, so that what is asked about a client is asked of the few that are shown.
  const onPage = db()
    .select({ id: clients.id })
    .from(clients)
    .where(mine)
    .orderBy(asc(clients.name), asc(clients.id))
    .limit(PAGE_SIZE)
    .offset(page * PAGE_SIZE);
  const rows = db()
    .select({
      id: clients.id,
      name: clients.name,
      goals: sql<string>`coalesce((select json_extract(data, '$.goals') from screens where client_id = clients.id), '')`,
      openRedFlags: sql<number>`coalesce((select count(*) from screens, json_each(screens.data, '$.redFlags') where screens.client_id = clients.id and json_extract(json_each.value, '$.action') is null), 0)`,
      lastLookAt: sql<
        string | null
      >`(select max(at) from looks where client_id = clients.id and purpose = 'visit')`,
      lookOpen: sql<number>`exists(select 1 from looks where client_id = clients.id and purpose = 'visit' and finished_at is null)`,
      lastRunAt: sql<string | null>`(select max(started_at) from runs where client_id = clients.id)`,
      runOpen: sql<
        string | null
      >`(select id from runs where client_id = clients.id and ended_at is null order by started_at desc limit 1)`,
      sequences: sql<number>`(select count(*) from sequences where client_id = clients.id)`,
      rings: sql<
        string | null
      >`(select json_extract(data, '$.rings.hookLying') from looks where client_id = clients.id and json_extract(data, '$.rings.hookLying') is not null order by at desc limit 1)`,
    })
    .from(clients)
    .where(inArray(clients.id, onPage))
    .orderBy(asc(clients.name), asc(clients.id))
    .all();
  return {
    rows: rows.map((r) => ({
      ...r,
      lookOpen: Boolean(r.lookOpen),
      rings: r.rings === null ? null : (JSON.parse(r.rings) as Excursions),
    })),
    total,
  };
}

/** Makes a client with an empty screen and gives back the id. */
export function createClient(name: string, at = new Date().toISOString()): Result<{ id: string }> {
  const trimmed = name.trim();
  if (trimmed === '') return fail('A client needs a name: a first name or initials will do.', 'name');
  if (trimmed.length > 120) return fail('The name is longer than 120 characters.', 'name');
  const id = randomUUID();
  db().transaction((tx) => {
    tx.insert(clients)
      .values({ id, ownerId: LOCAL_OWNER, name: trimmed, createdAt: at, updatedAt: at })
      .run();
    tx.insert(screens)
      .values({
        id: randomUUID(),
        ownerId: LOCAL_OWNER,
        clientId: id,
        data: EMPTY_SCREEN,
        rev: 0,
        updatedAt: at,
      })
      .run();
  });
  return ok({ id });
}

const mine = (id: string) =>
  and(eq(clients.id, id), eq(clients.ownerId, LOCAL_OWNER), isNull(clients.archivedAt));

export const findClient = (id: string) => db().select().from(clients).where(mine(id)).get();

export function renameClient(id: string, name: string): Result<null> {
  const trimmed = name.trim();
  if (trimmed === '' || trimmed.length > 120) return fail('Give a name of 1 to 120 characters.', 'name');
  db().update(clients).set({ name: trimmed, updatedAt: new Date().toISOString() }).where(mine(id)).run();
  return ok(null);
}

/** Sets the school to read this client by; null gives it back to the default rule. */
export function setSchool(id: string, school: School | null): Result<null> {
  db().update(clients).set({ school, updatedAt: new Date().toISOString() }).where(mine(id)).run();
  return ok(null);
}

/** Sets the school of trunk control; null gives it back to the default. */
export function setControl(id: string, control: Control | null): Result<null> {
  db().update(clients).set({ control, updatedAt: new Date().toISOString() }).where(mine(id)).run();
  return ok(null);
}

/** Takes a client off the list. Nothing is deleted; `restoreClient` brings them back. */
export function archiveClient(id: string): Result<null> {
  db().update(clients).set({ archivedAt: new Date().toISOString() }).where(mine(id)).run();
  return ok(null);
}

export function restoreClient(id: string): Result<null> {
  db()
    .update(clients)
    .set({ archivedAt: null })
    .where(and(eq(clients.id, id), eq(clients.ownerId, LOCAL_OWNER)))
    .run();
  return ok(null);
}
