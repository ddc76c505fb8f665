import { and, eq } from 'drizzle-orm';
import { withOwn, type OwnThresholds, type Thresholds } from '@/core/read/thresholds';
import type { RunRecord } from '@/core/run/merge';
import { NO_SET_UPS, setUpsIn, withSetUps, type SetUps } from '@/core/run/set-ups';
import { db } from './db/client';
import { readJson, writeJson } from './record-json';
import type { Scope } from './scope';
import { settings } from './db/schema';

type Subject = 'thresholds' | 'setUps';

const row = (scope: Scope, subject: Subject) =>
  and(eq(settings.ownerId, scope.ownerId), eq(settings.subject, subject));

function save(scope: Scope, subject: Subject, value: unknown): void {
  const data = writeJson(value);
  db()
    .insert(settings)
    .values({ ownerId: scope.ownerId, subject, data })
    .onConflictDoUpdate({ target: [settings.ownerId, settings.subject], set: { data } })
    .run();
}

/** The figures that the studio has set otherwise. */
export const ownThresholds = (scope: Scope): OwnThresholds => {
  const kept = db().select().from(settings).where(row(scope, 'thresholds')).get();
  const read = kept && readJson('thresholds', scope.ownerId, kept.data);
  return read?.ok ? read.value : {};
};

/** What observations are held against in this studio. */
export const thresholds = (scope: Scope): Thresholds => withOwn(ownThresholds(scope));

export const saveThresholds = (scope: Scope, own: OwnThresholds): void => save(scope, 'thresholds', own);

/** How long set-ups really took in this studio. */
export function setUps(scope: Scope): SetUps {
  const kept = db().select().from(settings).where(row(scope, 'setUps')).get();
  const read = kept && readJson('setUps', scope.ownerId, kept.data);
  return read?.ok ? read.value : NO_SET_UPS;
}

/** Adds what a run showed, once it is over. */
export const learnSetUps = (scope: Scope, run: RunRecord): void =>
  save(scope, 'setUps', withSetUps(setUps(scope), setUpsIn(run)));
