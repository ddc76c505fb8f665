import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { LookData } from '@/core/look/look';
import type { Screen } from '@/core/screen/screen';
import type { Sequence } from '@/core/sequence/sequence';
import type { RunState } from '@/core/sequence/run';

/** Every record carries its owner, so that accounts can come without a change of shape. */
const owned = { id: text('id').primaryKey(), ownerId: text('owner_id').notNull().references(() => owners.id) };

export const owners = sqliteTable('owners', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  createdAt: text('created_at').notNull(),
});

export const clients = sqliteTable(
  'clients',
  {
    ...owned,
    name: text('name').notNull(),
    /** The school set for this client; null leaves it to the default rule. */
    school: text('school', { enum: ['lowQuiet', 'allRound'] }),
    createdAt: text('created_at').notNull(),
    updatedAt: text('updated_at').notNull(),
    archivedAt: text('archived_at'),
  },
  (t) => [index('clients_by_owner').on(t.ownerId, t.archivedAt, t.name)],
);

const ofClient = { ...owned, clientId: text('client_id').notNull().references(() => clients.id, { onDelete: 'cascade' }) };

/** One row a client; what it was before is kept in `revisions`. */
export const screens = sqliteTable(
  'screens',
  {
    ...ofClient,
    data: text('data', { mode: 'json' }).$type<Screen>().notNull(),
    rev: integer('rev').notNull(),
    updatedAt: text('updated_at').notNull(),
  },
  (t) => [index('screens_by_client').on(t.clientId)],
);

export const looks = sqliteTable(
  'looks',
  {
    ...ofClient,
    purpose: text('purpose', { enum: ['visit', 'relook'] }).notNull(),
    runId: text('run_id'),
    data: text('data', { mode: 'json' }).$type<LookData>().notNull(),
    rulesVersion: text('rules_version').notNull(),
    rev: integer('rev').notNull(),
    at: text('at').notNull(),
    updatedAt: text('updated_at').notNull(),
    finishedAt: text('finished_at'),
  },
  (t) => [index('looks_by_client').on(t.clientId, t.at)],
);

/** Raw recorded curves beside the look that they belong to. */
export const curves = sqliteTable(
  'curves',
  {
    ...owned,
    lookId: text('look_id').notNull().references(() => looks.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    csv: text('csv').notNull(),
    createdAt: text('created_at').notNull(),
  },
  (t) => [index('curves_by_look').on(t.lookId)],
);

export const sequences = sqliteTable(
  'sequences',
  {
    ...ofClient,
    lookId: text('look_id'),
    name: text('name').notNull(),
    data: text('data', { mode: 'json' }).$type<Sequence>().notNull(),
    rulesVersion: text('rules_version').notNull(),
    rev: integer('rev').notNull(),
    createdAt: text('created_at').notNull(),
    updatedAt: text('updated_at').notNull(),
  },
  (t) => [index('sequences_by_client').on(t.clientId, t.updatedAt)],
);

/** A sequence as it was coached: its own copy of the sequence and where it stands. */
export const runs = sqliteTable(
  'runs',
  {
    ...ofClient,
    sequenceId: text('sequence_id').notNull(),
    sequence: text('sequence', { mode: 'json' }).$type<Sequence>().notNull(),
    state: text('state', { mode: 'json' }).$type<RunState>().notNull(),
    rev: integer('rev').notNull(),
    startedAt: text('started_at').notNull(),
    updatedAt: text('updated_at').notNull(),
    endedAt: text('ended_at'),
  },
  (t) => [index('runs_by_client').on(t.clientId, t.startedAt)],
);

/** Earlier values of records that were corrected. */
export const revisions = sqliteTable(
  'revisions',
  {
    ...owned,
    kind: text('kind', { enum: ['screen', 'look', 'sequence'] }).notNull(),
    recordId: text('record_id').notNull(),
    rev: integer('rev').notNull(),
    data: text('data', { mode: 'json' }).notNull(),
    at: text('at').notNull(),
  },
  (t) => [index('revisions_by_record').on(t.recordId, t.rev)],
);
