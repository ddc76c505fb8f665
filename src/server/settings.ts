import { and, eq } from 'drizzle-orm';
import { USUAL_HOUSE, type House } from '@/core/base/house';
import type { BackupSettings } from '@/core/formats/backup';
import type { Retention } from '@/core/people/retention.schema';
import type { PeopleSettings } from '@/core/people/settings.schema';
import { withOwn, type OwnThresholds, type Thresholds } from '@/core/read/thresholds';
import { fail, ok, type Result } from '@/core/base/result';
import { taskById } from '@/core/task/library';
import type { Task } from '@/core/task/task.schema';
import { addCounts, cueCounts, type CueCounts } from '@/core/run/cue-memory';
import type { RunRecord } from '@/core/run/merge';
import { NO_SET_UPS, setUpsIn, withSetUps, type SetUps } from '@/core/run/set-ups';
import { db } from './db/client';
import { readJson, writeJson } from './record-json';
import type { Scope } from './scope';
import { settings } from './db/schema';
import { atHome } from './within';

/** As many tasks of its own a studio keeps. */
const MOST_TASKS = 200;

type Subject =
  | 'thresholds'
  | 'setUps'
  | 'cues'
  | 'films'
  | 'backup'
  | 'people'
  | 'retention'
  | 'house'
  | 'drafts'
  | 'tasks';

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

export function saveThresholds(scope: Scope, own: OwnThresholds): void {
  atHome(scope);
  save(scope, 'thresholds', own);
}

/** The studio's own tasks. */
export function ownTasks(scope: Scope): readonly Task[] {
  const kept = db().select().from(settings).where(row(scope, 'tasks')).get();
  const read = kept && readJson('tasks', scope.ownerId, kept.data);
  return read?.ok ? read.value : [];
}

/** Keeps a task of the studio's own, new or changed. A shipped one is never written over. */
export function saveTask(scope: Scope, task: Task): Result<{ id: string }> {
  if (taskById(task.id))
    return fail('This task ships with Kokyu and stays as it is. Copy it and change the copy.', 'id');
  const saved = saveTasks(scope, [task]);
  return saved.ok ? ok({ id: task.id }) : saved;
}

/** Keeps several tasks, all or none of them; one of the same id is replaced. */
export function saveTasks(scope: Scope, list: readonly Task[]): Result<{ added: number; replaced: number }> {
  atHome(scope);
  const shipped = list.find((t) => taskById(t.id));
  if (shipped)
    return fail(
      `“${shipped.name}” has the id of a task that ships with Kokyu. Nothing was brought in.`,
      'id',
    );
  const before = ownTasks(scope);
  const kept = before.filter((t) => !list.some((n) => n.id === t.id));
  if (kept.length + list.length > MOST_TASKS) return fail(`A studio keeps at most ${MOST_TASKS} tasks.`);
  save(scope, 'tasks', [...kept, ...list]);
  const replaced = before.length - kept.length;
  return ok({ added: list.length - replaced, replaced });
}

/** Takes a task out of what is offered. Lessons that have it keep it; whose goal it stood for chooses another. */
export function dropTask(scope: Scope, id: string): Result<null> {
  atHome(scope);
  save(
    scope,
    'tasks',
    ownTasks(scope).filter((t) => t.id !== id),
  );
  return ok(null);
}

/** How this studio writes and measures. */
export function house(scope: Scope): House {
  const kept = db().select().from(settings).where(row(scope, 'house')).get();
  const read = kept && readJson('house', scope.ownerId, kept.data);
  return read?.ok ? read.value : USUAL_HOUSE;
}

export function saveHouse(scope: Scope, set: House): void {
  atHome(scope);
  save(scope, 'house', set);
}

/** The folder in which films are kept; null while none was named. */
export function filmsFolder(scope: Scope): string | null {
  const kept = db().select().from(settings).where(row(scope, 'films')).get();
  const read = kept && readJson('films', scope.ownerId, kept.data);
  return read?.ok ? read.value.folder : null;
}

export const saveFilmsFolder = (scope: Scope, folder: string): void => save(scope, 'films', { folder });

/** Where backups go and how the last ones went; null while nothing is set. */
export function backupSettings(scope: Scope): BackupSettings | null {
  const kept = db().select().from(settings).where(row(scope, 'backup')).get();
  const read = kept && readJson('backup', scope.ownerId, kept.data);
  return read?.ok ? read.value : null;
}

export const saveBackupSettings = (scope: Scope, set: BackupSettings): void => save(scope, 'backup', set);

/** Whether several people use the studio; null while nobody was asked. */
export function keptPeople(scope: Scope): PeopleSettings | null {
  const kept = db().select().from(settings).where(row(scope, 'people')).get();
  const read = kept && readJson('people', scope.ownerId, kept.data);
  return read?.ok ? read.value : null;
}

export const savePeople = (scope: Scope, set: PeopleSettings): void => save(scope, 'people', set);

/** Of what the keys of drafts are made; drawn when the database was opened first. */
export function draftSecret(scope: Scope): string | null {
  const kept = db().select().from(settings).where(row(scope, 'drafts')).get();
  const read = kept && readJson('drafts', scope.ownerId, kept.data);
  return read?.ok ? read.value.secret : null;
}

/** How long records are kept; null while nothing is set. */
export function retention(scope: Scope): Retention | null {
  const kept = db().select().from(settings).where(row(scope, 'retention')).get();
  const read = kept && readJson('retention', scope.ownerId, kept.data);
  return read?.ok ? read.value : null;
}

/** Sets how long records are kept; null: no rule. */
export function saveRetention(scope: Scope, years: number | null): void {
  atHome(scope);
  if (years === null) db().delete(settings).where(row(scope, 'retention')).run();
  else save(scope, 'retention', { years });
}

/** How long set-ups really took in this studio. */
export function setUps(scope: Scope): SetUps {
  const kept = db().select().from(settings).where(row(scope, 'setUps')).get();
  const read = kept && readJson('setUps', scope.ownerId, kept.data);
  return read?.ok ? read.value : NO_SET_UPS;
}

/** How cues did in this studio, in all runs that are over. */
export function studioCues(scope: Scope): CueCounts {
  const kept = db().select().from(settings).where(row(scope, 'cues')).get();
  const read = kept && readJson('cues', scope.ownerId, kept.data);
  return read?.ok ? read.value : {};
}

/** Adds what a run showed, once it is over: set-ups, and what cues did. */
export function learnFrom(scope: Scope, run: RunRecord): void {
  save(scope, 'setUps', withSetUps(setUps(scope), setUpsIn(run)));
  if (run.state.cues?.length) save(scope, 'cues', addCounts(studioCues(scope), cueCounts([run.state])));
}

/** Takes over what another studio has set and learnt, where this one has nothing of the kind. */
export function takeSettings(
  scope: Scope,
  given: { thresholds: OwnThresholds; setUps: SetUps; cues: CueCounts; house?: House },
): void {
  for (const subject of ['thresholds', 'setUps', 'cues', 'house'] as const)
    if (given[subject] && !db().select().from(settings).where(row(scope, subject)).get())
      save(scope, subject, given[subject]);
}
