import { randomUUID } from 'node:crypto';
import { and, asc, eq } from 'drizzle-orm';
import type { Sequence } from '@/core/sequence/sequence';
import { db, LOCAL_OWNER } from './db/client';
import { templates } from './db/schema';

export type Template = { id: string; name: string; data: Sequence };

/** Sequences to start others from, by name. */
export const allTemplates = (): Template[] =>
  db()
    .select({ id: templates.id, name: templates.name, data: templates.data })
    .from(templates)
    .where(eq(templates.ownerId, LOCAL_OWNER))
    .orderBy(asc(templates.name))
    .all();

/** Keeps a template; one of the same name is replaced. Nothing about a client goes with it. */
export function saveTemplate(name: string, data: Sequence): void {
  db().transaction(() => {
    db()
      .delete(templates)
      .where(and(eq(templates.ownerId, LOCAL_OWNER), eq(templates.name, name)))
      .run();
    db()
      .insert(templates)
      .values({ id: randomUUID(), ownerId: LOCAL_OWNER, name, data, createdAt: new Date().toISOString() })
      .run();
  });
}

export function dropTemplate(id: string): void {
  db()
    .delete(templates)
    .where(and(eq(templates.ownerId, LOCAL_OWNER), eq(templates.id, id)))
    .run();
}
