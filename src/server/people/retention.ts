import { asc, sql } from 'drizzle-orm';
import { keptUntil } from '@/core/people/retention';
import { db } from '../db/client';
import { clients } from '../db/schema';
import type { Scope } from '../scope';
import { retention } from '../settings';
import { CLIENTS, ofClients } from '../within';

export type RetentionDue = { id: string; name: string; lastAt: string; onList: boolean };

/**
 * Clients whose records have been kept for as long as the studio has set, the longest ago first. Nothing is ever erased by it.
 * Looks, runs, what came back from home and the day they came count as being here; being taken off the list does not.
 */
export function retentionDue(scope: Scope, now: Date): RetentionDue[] {
  const rule = retention(scope);
  if (!rule) return [];
  const last = sql<string>`max(${clients.createdAt}, coalesce((select max(at) from looks where client_id = ${clients.id}), ''), coalesce((select max(started_at) from runs where client_id = ${clients.id}), ''), coalesce((select max(received_at) from home_reports where client_id = ${clients.id}), ''))`;
  return db()
    .select({ id: clients.id, name: clients.name, lastAt: last, archivedAt: clients.archivedAt })
    .from(clients)
    .where(ofClients(scope, CLIENTS))
    .orderBy(asc(last), asc(clients.id))
    .all()
    .filter((c) => keptUntil(c.lastAt, rule.years) <= now.toISOString())
    .map(({ id, name, lastAt, archivedAt }) => ({ id, name, lastAt, onList: archivedAt === null }));
}
