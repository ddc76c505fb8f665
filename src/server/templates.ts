import { randomUUID } from 'node:crypto';
import { and, asc, eq } from 'drizzle-orm';
import type { Sequence } from '@/core/sequence/sequence';
import { db } from './db/client';
import { readJson, writeJson } from './record-json';
import type { Scope } from './scope';
import { templates } from './db/schema';
import { atHome } from './within';

export type Template = { id: string; name: string; data: Sequence };

/** Sequences to start others from, by name. */
export const allTemplates = (scope: Scope): Template[] =>
  db()
    .select({ id: templates.id, name: templates.name, data: templates.data })
    .from(templates)
    .where(eq(templates.ownerId, scope.ownerId))
    .orderBy(asc(templates.name))
    .all()
    .flatMap(({ id, name, data }) => {
      const read = readJson('sequence', id, data);
      return read.ok ? [{ id, name, data: read.value }] : [];
    });

/** Keeps a template; one of the same name is replaced. Nothing about a client goes with it. */
export function saveTemplate(scope: Scope, name: string, data: Sequence): void {
  atHome(scope);
  db().transaction(() => {
    db()
      .delete(templates)
      .where(and(eq(templates.ownerId, scope.ownerId), eq(templates.name, name)))
      .run();
    db()
      .insert(templates)
      .values({
        id: randomUUID(),
        ownerId: scope.ownerId,
        name,
        data: writeJson(data),
        createdAt: new Date().toISOString(),
      })
      .run();
  });
}

export function dropTemplate(scope: Scope, id: string): void {
  atHome(scope);
  db()
    .delete(templates)
    .where(and(eq(templates.ownerId, scope.ownerId), eq(templates.id, id)))
    .run();
}
