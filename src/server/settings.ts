import { and, eq } from 'drizzle-orm';
import { withOwn, type OwnThresholds, type Thresholds } from '@/core/read/thresholds';
import { db, LOCAL_OWNER } from './db/client';
import { settings } from './db/schema';

const row = and(eq(settings.ownerId, LOCAL_OWNER), eq(settings.subject, 'thresholds'));

/** The figures that the studio has set otherwise. */
export const ownThresholds = (): OwnThresholds => db().select().from(settings).where(row).get()?.data ?? {};

/** What observations are held against in this studio. */
export const thresholds = (): Thresholds => withOwn(ownThresholds());

export function saveThresholds(data: OwnThresholds): void {
  db()
    .insert(settings)
    .values({ ownerId: LOCAL_OWNER, subject: 'thresholds', data })
    .onConflictDoUpdate({ target: [settings.ownerId, settings.subject], set: { data } })
    .run();
}
