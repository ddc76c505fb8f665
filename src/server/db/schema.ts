import { blob, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { REVISED_KINDS } from '../../core/base/revision';
import { FILM_TYPES } from '../../core/formats/film-type';
import { RECORDING_KINDS } from '../../core/formats/recording-kind';

/** Every record carries its owner, so that accounts can come without a change of shape. */
const owned = {
  id: text('id').primaryKey(),
  ownerId: text('owner_id')
    .notNull()
    .references(() => owners.id),
};

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
    /** The school of trunk control set for this client; null leaves it to the default. */
    control: text('control', { enum: ['drawIn', 'brace'] }),
    createdAt: text('created_at').notNull(),
    updatedAt: text('updated_at').notNull(),
    archivedAt: text('archived_at'),
  },
  (t) => [index('clients_by_owner').on(t.ownerId, t.archivedAt, t.name)],
);

/** JSON stands as text here and is parsed by its schema where it is read, one record at a time. */
const revised = {
  rev: integer('rev').notNull(),
  /** Who saved last, the number of that save, and from which revision on every save was theirs. */
  writer: text('writer'),
  writerN: integer('writer_n').notNull().default(0),
  writerFrom: integer('writer_from').notNull().default(0),
  /** The version of the shape that the JSON was written in. */
  shape: integer('shape').notNull().default(1),
};

const ofClient = {
  ...owned,
  clientId: text('client_id')
    .notNull()
    .references(() => clients.id, { onDelete: 'cascade' }),
};

/** One row a client; what it was before is kept in `revisions`. */
export const screens = sqliteTable(
  'screens',
  {
    ...ofClient,
    data: text('data').notNull(),
    ...revised,
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
    data: text('data').notNull(),
    rulesVersion: text('rules_version').notNull(),
    ...revised,
    at: text('at').notNull(),
    updatedAt: text('updated_at').notNull(),
    finishedAt: text('finished_at'),
  },
  (t) => [index('looks_by_client').on(t.clientId, t.at)],
);

/** Raw records beside the look that they belong to, as the bytes that came. */
export const recordings = sqliteTable(
  'recordings',
  {
    ...owned,
    lookId: text('look_id')
      .notNull()
      .references(() => looks.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    kind: text('kind', { enum: RECORDING_KINDS }).notNull(),
    bytes: blob('bytes', { mode: 'buffer' }).notNull(),
    createdAt: text('created_at').notNull(),
  },
  (t) => [index('recordings_by_look').on(t.lookId)],
);

/** Clips that were kept because the client agreed to it; the bytes lie in a folder that the owner has named. */
export const films = sqliteTable(
  'films',
  {
    ...owned,
    lookId: text('look_id')
      .notNull()
      .references(() => looks.id, { onDelete: 'cascade' }),
    type: text('type', { enum: FILM_TYPES }).notNull(),
    /** The folder that it lies in, as it was named then. */
    folder: text('folder').notNull(),
    /** Length of the file, bytes. */
    length: integer('length').notNull(),
    /** When the client agreed that it is kept. */
    agreedAt: text('agreed_at').notNull(),
    createdAt: text('created_at').notNull(),
  },
  (t) => [index('films_by_look').on(t.lookId)],
);

/** Choices of tests that the owner has named. */
export const protocols = sqliteTable(
  'protocols',
  {
    ...owned,
    name: text('name').notNull(),
    tests: text('tests').notNull(),
    createdAt: text('created_at').notNull(),
  },
  (t) => [index('protocols_by_owner').on(t.ownerId)],
);

/** What the owner has set otherwise, by subject. */
export const settings = sqliteTable(
  'settings',
  {
    ownerId: text('owner_id')
      .notNull()
      .references(() => owners.id),
    subject: text('subject', {
      enum: [
        'thresholds',
        'setUps',
        'cues',
        'films',
        'backup',
        'people',
        'retention',
        'house',
        'drafts',
        'tasks',
      ],
    }).notNull(),
    data: text('data').notNull(),
  },
  (t) => [primaryKey({ columns: [t.ownerId, t.subject] })],
);

export const sequences = sqliteTable(
  'sequences',
  {
    ...ofClient,
    lookId: text('look_id'),
    name: text('name').notNull(),
    data: text('data').notNull(),
    rulesVersion: text('rules_version').notNull(),
    ...revised,
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
    sequence: text('sequence').notNull(),
    state: text('state').notNull(),
    ...revised,
    startedAt: text('started_at').notNull(),
    updatedAt: text('updated_at').notNull(),
    endedAt: text('ended_at'),
  },
  (t) => [index('runs_by_client').on(t.clientId, t.startedAt)],
);

/** Drills that the owner has made; the shipped ones stand in the program and are never changed in place. */
export const drills = sqliteTable(
  'drills',
  {
    /** The id inside the drill. */
    id: text('id').primaryKey(),
    ownerId: text('owner_id')
      .notNull()
      .references(() => owners.id),
    data: text('data').notNull(),
    rev: integer('rev').notNull(),
    createdAt: text('created_at').notNull(),
    updatedAt: text('updated_at').notNull(),
  },
  (t) => [index('drills_by_owner').on(t.ownerId)],
);

/** Drills, shipped or own, that the owner no longer wants to be offered. */
export const retiredDrills = sqliteTable(
  'retired_drills',
  {
    ownerId: text('owner_id')
      .notNull()
      .references(() => owners.id),
    drillId: text('drill_id').notNull(),
    at: text('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.ownerId, t.drillId] })],
);

/** Sequences without a client, to start others from. */
export const templates = sqliteTable(
  'templates',
  {
    ...owned,
    name: text('name').notNull(),
    data: text('data').notNull(),
    createdAt: text('created_at').notNull(),
  },
  (t) => [index('templates_by_owner').on(t.ownerId, t.name)],
);

/** Classes: who comes, when, what the room has, and the sequence that all of them do. */
export const classes = sqliteTable(
  'classes',
  {
    ...owned,
    data: text('data').notNull(),
    ...revised,
    createdAt: text('created_at').notNull(),
    updatedAt: text('updated_at').notNull(),
    archivedAt: text('archived_at'),
  },
  (t) => [index('classes_by_owner').on(t.ownerId, t.archivedAt)],
);

/** A class as it was coached, with everybody in it; each person's own run stands in `runs`. */
export const classRuns = sqliteTable(
  'class_runs',
  {
    ...owned,
    classId: text('class_id')
      .notNull()
      .references(() => classes.id, { onDelete: 'cascade' }),
    data: text('data').notNull(),
    ...revised,
    startedAt: text('started_at').notNull(),
    updatedAt: text('updated_at').notNull(),
    endedAt: text('ended_at'),
  },
  (t) => [index('class_runs_by_class').on(t.classId, t.startedAt)],
);

/** Plans for home. One that was sent is never changed: another takes its place. */
export const homePlans = sqliteTable(
  'home_plans',
  {
    ...ofClient,
    data: text('data').notNull(),
    ...revised,
    createdAt: text('created_at').notNull(),
    updatedAt: text('updated_at').notNull(),
    /** The number of the plan among those of the client that were sent; null while it is written. */
    number: integer('number'),
    sentAt: text('sent_at'),
    endedAt: text('ended_at'),
  },
  (t) => [index('home_plans_by_client').on(t.clientId, t.createdAt)],
);

/** Links that open a plan on a phone. Of the token only its hash is kept. */
export const homeLinks = sqliteTable(
  'home_links',
  {
    ...ofClient,
    planId: text('plan_id')
      .notNull()
      .references(() => homePlans.id, { onDelete: 'cascade' }),
    tokenHash: text('token_hash').notNull().unique(),
    createdAt: text('created_at').notNull(),
    withdrawnAt: text('withdrawn_at'),
    openedAt: text('opened_at'),
  },
  (t) => [index('home_links_by_plan').on(t.planId)],
);

/** What came back from home, under the ids that were made there. */
export const homeReports = sqliteTable(
  'home_reports',
  {
    ...ofClient,
    planId: text('plan_id')
      .notNull()
      .references(() => homePlans.id, { onDelete: 'cascade' }),
    kind: text('kind', { enum: ['done', 'stop', 'complaints', 'undo'] }).notNull(),
    data: text('data').notNull(),
    at: text('at').notNull(),
    receivedAt: text('received_at').notNull(),
    /** When the instructor said that they have seen it; of stop signs. */
    seenAt: text('seen_at'),
  },
  (t) => [
    index('home_reports_by_plan').on(t.planId, t.at),
    index('home_reports_by_kind').on(t.ownerId, t.kind),
  ],
);

/** Who comes when: a light diary beside the calendar that the instructor keeps elsewhere. */
export const visits = sqliteTable(
  'visits',
  {
    ...owned,
    /** Null where a calendar had somebody whom Kokyu does not know. */
    clientId: text('client_id').references(() => clients.id, { onDelete: 'cascade' }),
    title: text('title').notNull(),
    startAt: text('start_at').notNull(),
    lengthMin: integer('length_min').notNull(),
    /** The name that the event has in its calendar: what comes again is the same visit. */
    uid: text('uid').notNull(),
  },
  (t) => [
    uniqueIndex('visits_by_uid').on(t.ownerId, t.uid),
    index('visits_by_start').on(t.ownerId, t.startAt),
  ],
);

/** Earlier values of records that were corrected. */
export const revisions = sqliteTable(
  'revisions',
  {
    ...owned,
    kind: text('kind', { enum: REVISED_KINDS }).notNull(),
    recordId: text('record_id').notNull(),
    rev: integer('rev').notNull(),
    data: text('data').notNull(),
    /** What the user called this value; null where it was kept by itself. */
    label: text('label'),
    at: text('at').notNull(),
  },
  (t) => [index('revisions_by_record').on(t.recordId, t.rev)],
);

/** Who was erased: a receipt each, and SHA-256 of the ids of what went, by which browsers know which of their drafts go too. */
export const erasures = sqliteTable(
  'erasures',
  {
    ...owned,
    at: text('at').notNull(),
    data: text('data').notNull(),
    hashes: text('hashes').notNull(),
  },
  (t) => [index('erasures_by_owner').on(t.ownerId, t.at)],
);

/** Rows that `doctor` has taken out because they could not be read or belonged to nothing: kept as they were. */
export const setAside = sqliteTable('set_aside', {
  id: text('id').primaryKey(),
  table: text('table_name').notNull(),
  why: text('why').notNull(),
  /** The row as JSON; bytes as base64. */
  row: text('row').notNull(),
  at: text('at').notNull(),
});
