import { and, eq, inArray, sql, type SQL } from 'drizzle-orm';
import type { AnySQLiteColumn } from 'drizzle-orm/sqlite-core';
import { db } from './db/client';
import { clients, homePlans, looks, runs, screens, sequences } from './db/schema';
import type { Scope } from './scope';

type Owned = { ownerId: AnySQLiteColumn };

/** The list of clients, as a table of records of clients. */
export const CLIENTS = { ownerId: clients.ownerId, clientId: clients.id };

/** Which rows of clients a scope reaches: all of its owner, or those of the one client that was shared. */
export const ofClients = (scope: Scope, table: Owned & { clientId: AnySQLiteColumn }): SQL =>
  and(
    eq(table.ownerId, scope.ownerId),
    scope.only === undefined ? undefined : eq(table.clientId, scope.only),
  )!;

/** The same of rows that hang on a look. */
export const ofLooks = (scope: Scope, table: Owned & { lookId: AnySQLiteColumn }): SQL =>
  and(
    eq(table.ownerId, scope.ownerId),
    scope.only === undefined ? undefined : inArray(table.lookId, idsIn(looks, scope.only)),
  )!;

/** The same of rows that name a record of a client. */
export const ofRecords = (scope: Scope, table: Owned & { recordId: AnySQLiteColumn }): SQL =>
  and(
    eq(table.ownerId, scope.ownerId),
    scope.only === undefined
      ? undefined
      : sql`(${sql.join(
          [screens, looks, sequences, runs, homePlans].map((t) =>
            inArray(table.recordId, idsIn(t, scope.only!)),
          ),
          sql` or `,
        )})`,
  )!;

const idsIn = (
  table: typeof screens | typeof looks | typeof sequences | typeof runs | typeof homePlans,
  clientId: string,
) => db().select({ id: table.id }).from(table).where(eq(table.clientId, clientId));

/** Which rows of a studio that belong to no single client a scope reaches: none where one client was shared. */
export const ofStudio = (scope: Scope, table: Owned): SQL =>
  scope.only === undefined ? eq(table.ownerId, scope.ownerId) : sql`0`;

/** What is asked for is for the owner of the records, not for whom one client is shared with. */
export class NotYours extends Error {
  constructor() {
    super('This is for the instructor whose client it is.');
  }
}

/** Throws `NotYours` where no more than one client was shared. */
export function atHome(scope: Scope): void {
  if (scope.only !== undefined || scope.may === 'coach') throw new NotYours();
}

/** Throws where it is not the owner of the studio who asks. */
export function asOwner(scope: Scope): void {
  if (scope.role !== 'owner' || scope.only !== undefined) throw new NotYours();
}
