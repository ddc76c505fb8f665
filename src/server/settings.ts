import { and, eq } from 'drizzle-orm';
import { withOwn, type OwnThresholds, type Thresholds } from '@/core/read/thresholds';
import { db } from './db/client';
import { readJson, writeJson } from './record-json';
import type { Scope } from './scope';
import { settings } from './db/schema';

const row = (scope: Scope) => and(eq(settings.ownerId, scope.ownerId), eq(settings.subject, 'thresholds'));

/** The figures that the studio has set otherwise. */
export const ownThresholds = (scope: Scope): OwnThresholds => {
  const kept = db().select().from(settings).where(row(scope)).get();
  const read = kept && readJson('thresholds', scope.ownerId, kept.data);
  return read?.ok ? read.value : {};
};

/** What observations are held against in this studio. */
export const thresholds = (scope: Scope): Thresholds => withOwn(ownThresholds(scope));

export function saveThresholds(scope: Scope, own: OwnThresholds): void {
  const data = writeJson(own);
  db()
    .insert(settings)
    .values({ ownerId: scope.ownerId, subject: 'thresholds', data })
    .onConflictDoUpdate({ target: [settings.ownerId, settings.subject], set: { data } })
    .run();
}
