import { and, asc, eq } from 'drizzle-orm';
import type { OwnLibrary } from '@/core/drills/catalogue';
import type { Drill } from '@/core/drills/drill';
import { drillById } from '@/core/drills/shelf';
import { fail, ok, type Result } from '@/core/base/result';
import { db } from './db/client';
import { readJson, writeJson } from './record-json';
import type { Scope } from './scope';
import { drills, retiredDrills } from './db/schema';
import { atHome } from './within';

const mine = (scope: Scope, id: string) => and(eq(drills.id, id), eq(drills.ownerId, scope.ownerId));

/** The studio's own drills and what it has retired. */
export const ownLibrary = (scope: Scope): OwnLibrary => ({
  own: db()
    .select({ id: drills.id, data: drills.data })
    .from(drills)
    .where(eq(drills.ownerId, scope.ownerId))
    .orderBy(asc(drills.createdAt))
    .all()
    .flatMap(({ id, data }) => {
      const read = readJson('drill', id, data);
      return read.ok ? [read.value] : [];
    }),
  retired: db()
    .select({ id: retiredDrills.drillId })
    .from(retiredDrills)
    .where(eq(retiredDrills.ownerId, scope.ownerId))
    .all()
    .map((d) => d.id),
});

/** Keeps a drill of the studio's own, new or changed. A shipped one is never written over. */
export function saveDrill(scope: Scope, drill: Drill): Result<{ id: string }> {
  atHome(scope);
  if (drillById(drill.id))
    return fail('This drill ships with Kokyu and stays as it is. Copy it and change the copy.', 'id');
  const at = new Date().toISOString();
  const row = db().select({ rev: drills.rev }).from(drills).where(mine(scope, drill.id)).get();
  if (row)
    db()
      .update(drills)
      .set({ data: writeJson(drill), rev: row.rev + 1, updatedAt: at })
      .where(mine(scope, drill.id))
      .run();
  else
    db()
      .insert(drills)
      .values({
        id: drill.id,
        ownerId: scope.ownerId,
        data: writeJson(drill),
        rev: 0,
        createdAt: at,
        updatedAt: at,
      })
      .run();
  return ok({ id: drill.id });
}

/** Brings in drills, all or none; one that is here already is replaced. */
export function bringInDrills(
  scope: Scope,
  list: readonly Drill[],
): Result<{ added: number; replaced: number }> {
  const here = new Set(ownLibrary(scope).own.map((d) => d.id));
  const shipped = list.find((d) => drillById(d.id));
  if (shipped)
    return fail(
      `“${shipped.name}” has the id of a drill that ships with Kokyu. Nothing was brought in.`,
      'id',
    );
  db().transaction(() => list.forEach((drill) => saveDrill(scope, drill)));
  const replaced = list.filter((d) => here.has(d.id)).length;
  return ok({ added: list.length - replaced, replaced });
}

/** Takes a drill out of what is offered; sequences that have it keep it. */
export function retireDrill(scope: Scope, id: string): Result<null> {
  atHome(scope);
  if (!drillById(id) && !ownLibrary(scope).own.some((d) => d.id === id))
    return fail('This drill is no longer here.', 'id');
  db()
    .insert(retiredDrills)
    .values({ ownerId: scope.ownerId, drillId: id, at: new Date().toISOString() })
    .onConflictDoNothing()
    .run();
  return ok(null);
}

export function bringBackDrill(scope: Scope, id: string): void {
  atHome(scope);
  db()
    .delete(retiredDrills)
    .where(and(eq(retiredDrills.ownerId, scope.ownerId), eq(retiredDrills.drillId, id)))
    .run();
}
