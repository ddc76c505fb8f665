import { asc, eq } from 'drizzle-orm';
import { fail, ok, type Result } from '@/core/base/result';
import { namingOf, takeOut } from '../class-names';
import { findClientEver } from '../clients';
import { db } from '../db/client';
import { BY_CLIENT, BY_LOOK } from '../db/rows';
import { clients } from '../db/schema';
import { shares, users } from '../db/schema-people';
import type { Scope } from '../scope';
import { asOwner, atHome } from '../within';
import { note } from './trace';

/** Tables whose rows go with a client to another instructor. */
const GO_ALONG = [...BY_CLIENT, 'visits'];

/**
 * Gives a client with the whole file to a colleague. The instructor does it for their own; the owner of the studio for
 * anybody’s, as when somebody leaves.
 */
export function handOver(scope: Scope, clientId: string, toUserId: string): Result<null> {
  atHome(scope);
  const isOwner = scope.role === 'owner';
  const client = isOwner
    ? db().select().from(clients).where(eq(clients.id, clientId)).get()
    : findClientEver(scope, clientId);
  if (!client) return fail('This client is no longer here.');
  const to = db().select().from(users).where(eq(users.id, toUserId)).get();
  if (!to || to.endedAt !== null || to.recordsOf === null)
    return fail('Choose an instructor to hand this file to.');
  if (to.recordsOf === client.ownerId) return fail(`This client is with ${to.name} already.`);
  const { $client } = db();
  const open = $client
    .prepare('SELECT count(*) FROM runs WHERE client_id = ? AND ended_at IS NULL')
    .pluck()
    .get(clientId) as number;
  if (open > 0) return fail('A sequence of this client is being coached: end it first.');
  const inClass = $client
    .prepare('SELECT count(*) FROM classes WHERE owner_id = ? AND archived_at IS NULL AND instr(data, ?) > 0')
    .pluck()
    .get(client.ownerId, clientId) as number;
  if (inClass > 0) return fail('This client is on the roster of a class: take them off it first.');
  db().transaction(
    () => {
      const records = `SELECT id FROM screens WHERE client_id = @id UNION SELECT id FROM looks WHERE client_id = @id UNION SELECT id FROM sequences WHERE client_id = @id UNION SELECT id FROM runs WHERE client_id = @id UNION SELECT id FROM home_plans WHERE client_id = @id UNION SELECT @id`;
      const given = { id: clientId, to: to.recordsOf };
      $client.prepare(`UPDATE revisions SET owner_id = @to WHERE record_id IN (${records})`).run(given);
      for (const table of BY_LOOK)
        $client
          .prepare(
            `UPDATE ${table} SET owner_id = @to WHERE look_id IN (SELECT id FROM looks WHERE client_id = @id)`,
          )
          .run(given);
      for (const table of GO_ALONG)
        // A visit of the same calendar that the colleague has already is one with it.
        $client.prepare(`UPDATE OR REPLACE ${table} SET owner_id = @to WHERE client_id = @id`).run(given);
      $client.prepare('UPDATE clients SET owner_id = @to WHERE id = @id').run(given);
      // Classes that were held stay with whoever held them, without this client: their own run of it goes with the file.
      for (const row of namingOf(client.ownerId, clientId)) takeOut(row, clientId);
      // Whoever could look in was let in by the one who gave the file away.
      db().delete(shares).where(eq(shares.clientId, clientId)).run();
    },
    { behavior: 'immediate' },
  );
  note(scope.userId, 'handedOver', clientId, toUserId);
  return ok(null);
}

/** Clients of an account, by name, for whoever hands them over; the owner of the studio asks this of anybody. */
export function clientsOfAccount(scope: Scope, userId: string): { id: string; name: string }[] {
  asOwner(scope);
  const user = db().select().from(users).where(eq(users.id, userId)).get();
  if (!user?.recordsOf) return [];
  return db()
    .select({ id: clients.id, name: clients.name })
    .from(clients)
    .where(eq(clients.ownerId, user.recordsOf))
    .orderBy(asc(clients.name))
    .all();
}
