import { and, asc, eq } from 'drizzle-orm';
import type { OwnLibrary } from '@/core/drills/catalogue';
import type { Drill } from '@/core/drills/drill';
import { drillById } from '@/core/drills/library';
import { fail, ok, type Result } from '@/core/base/result';
import { db, LOCAL_OWNER } from './db/client';
import { drills, retiredDrills } from './db/schema';

const mine = (id: string) => and(eq(drills.id, id), eq(drills.ownerId, LOCAL_OWNER));

/** The studio's own drills and what it has retired. */
export const ownLibrary = (): OwnLibrary => ({
  own: db()
    .select({ data: drills.data })
    .from(drills)
    .where(eq(drills.ownerId, LOCAL_OWNER))
    .orderBy(asc(drills.createdAt))
    .all()
    .map((d) => d.data),
  retired: db()
    .select({ id: retiredDrills.drillId })
    .from(retiredDrills)
    .where(eq(retiredDrills.ownerId, LOCAL_OWNER))
    .all()
    .map((d) => d.id),
});

/** Keeps a drill of the studio's own, new or changed. A shipped one is never written over. */
export function saveDrill(drill: Drill): Result<{ id: string }> {
  if (drillById(drill.id))
    return fail('This drill ships with Kokyu and stays as it is. Copy it and change the copy.', 'id');
  const at = new Date().toISOString();
  const row = db().select({ rev: drills.rev }).from(drills).where(mine(drill.id)).get();
  if (row)
    db()
      .update(drills)
      .set({ data: drill, rev: row.rev + 1, updatedAt: at })
      .where(mine(drill.id))
      .run();
  else
    db()
      .insert(drills)
      .values({ id: drill.id, ownerId: LOCAL_OWNER, data: drill, rev: 0, createdAt: at, updatedAt: at })
      .run();
  return ok({ id: drill.id });
}

/** Brings in drills, all or none; one that is here already is replaced. */
export function bringInDrills(list: readonly Drill[]): Result<{ added: number; replaced: number }> {
  const here = new Set(ownLibrary().own.map((d) => d.id));
  const shipped = list.find((d) => drillById(d.id));
  if (shipped)
    return fail(
      `“${shipped.name}” has the id of a drill that ships with Kokyu. Nothing was brought in.`,
      'id',
    );
  db().transaction(() => list.forEach(saveDrill));
  const replaced = list.filter((d) => here.has(d.id)).length;
  return ok({ added: list.length - replaced, replaced });
}

/** Takes a drill out of what is offered; sequences that have it keep it. */
export function retireDrill(id: string): void {
  db()
    .insert(retiredDrills)
    .values({ ownerId: LOCAL_OWNER, drillId: id, at: new Date().toISOString() })
    .onConflictDoNothing()
    .run();
}

export function bringBackDrill(id: string): void {
  db()
    .delete(retiredDrills)
    .where(and(eq(retiredDrills.ownerId, LOCAL_OWNER), eq(retiredDrills.drillId, id)))
    .run();
}
