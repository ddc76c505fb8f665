import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { CONSENT_KINDS, CONSENT_WAYS } from '../../core/people/consent-kinds';
import { ROLES, SHARE_KINDS } from '../../core/people/roles';
import { TRACE_KINDS } from '../../core/people/trace-kinds';
import { clients, owners } from './schema';

const moment = (name: string) => integer(name, { mode: 'timestamp_ms' });
const made = { createdAt: moment('created_at').notNull(), updatedAt: moment('updated_at').notNull() };
const ofUser = () => ({
  userId: text('user_id')
    .notNull()
    .references(() => users.id, { onDelete: 'cascade' }),
});

/** Who signs in. Without a row here Kokyu is one open door for one person. */
export const users = sqliteTable('users', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  /** The library wants one; nothing is ever sent, so it is made of the name that they sign in by. */
  email: text('email').notNull().unique(),
  emailVerified: integer('email_verified', { mode: 'boolean' }).notNull(),
  image: text('image'),
  username: text('username').unique(),
  displayUsername: text('display_username'),
  twoFactorEnabled: integer('two_factor_enabled', { mode: 'boolean' }),
  role: text('role', { enum: ROLES }).notNull(),
  /** Whose records are theirs; null for an assistant, who has none. */
  recordsOf: text('records_of').references(() => owners.id),
  /** When the account was ended; it can no longer sign in, and what it wrote stays. */
  endedAt: text('ended_at'),
  /** Argon2id of the PIN that opens a locked screen; null: the password does. */
  pin: text('pin'),
  ...made,
});

export const sessions = sqliteTable(
  'sessions',
  {
    id: text('id').primaryKey(),
    token: text('token').notNull().unique(),
    expiresAt: moment('expires_at').notNull(),
    ipAddress: text('ip_address'),
    userAgent: text('user_agent'),
    ...ofUser(),
    /** When the screen was locked; null: it is open. */
    lockedAt: text('locked_at'),
    /** When somebody last did something, to the minute. */
    seenAt: text('seen_at'),
    ...made,
  },
  (t) => [index('sessions_by_user').on(t.userId)],
);

/** How a user proves who they are: here the hash of a password. The other columns are the library's. */
export const credentials = sqliteTable(
  'credentials',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id').notNull(),
    providerId: text('provider_id').notNull(),
    ...ofUser(),
    password: text('password'),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: moment('access_token_expires_at'),
    refreshTokenExpiresAt: moment('refresh_token_expires_at'),
    scope: text('scope'),
    ...made,
  },
  (t) => [index('credentials_by_user').on(t.userId)],
);

export const verifications = sqliteTable(
  'verifications',
  {
    id: text('id').primaryKey(),
    identifier: text('identifier').notNull(),
    value: text('value').notNull(),
    expiresAt: moment('expires_at').notNull(),
    ...made,
  },
  (t) => [index('verifications_by_identifier').on(t.identifier)],
);

export const secondFactors = sqliteTable(
  'second_factors',
  {
    id: text('id').primaryKey(),
    secret: text('secret').notNull(),
    backupCodes: text('backup_codes').notNull(),
    ...ofUser(),
    verified: integer('verified', { mode: 'boolean' }),
    failedVerificationCount: integer('failed_verification_count'),
    lockedUntil: moment('locked_until'),
  },
  (t) => [index('second_factors_by_user').on(t.userId)],
);

export const passkeys = sqliteTable(
  'passkeys',
  {
    id: text('id').primaryKey(),
    name: text('name'),
    publicKey: text('public_key').notNull(),
    ...ofUser(),
    credentialID: text('credential_id').notNull(),
    counter: integer('counter').notNull(),
    deviceType: text('device_type').notNull(),
    backedUp: integer('backed_up', { mode: 'boolean' }).notNull(),
    transports: text('transports'),
    createdAt: moment('created_at'),
    aaguid: text('aaguid'),
  },
  (t) => [index('passkeys_by_user').on(t.userId), uniqueIndex('passkeys_by_credential').on(t.credentialID)],
);

/** Printed codes by which a lost password is replaced; of each only its hash is kept. */
export const recoveryCodes = sqliteTable(
  'recovery_codes',
  { id: text('id').primaryKey(), ...ofUser(), hash: text('hash').notNull(), usedAt: text('used_at') },
  (t) => [index('recovery_codes_by_user').on(t.userId)],
);

/** Wrong guesses, by what was guessed at: a hash of a name, or of a session and its PIN. */
export const guesses = sqliteTable('guesses', {
  key: text('key').primaryKey(),
  n: integer('n').notNull(),
  lastAt: text('last_at').notNull(),
});

/** What of a client somebody else than their instructor may do. */
export const shares = sqliteTable(
  'shares',
  {
    id: text('id').primaryKey(),
    clientId: text('client_id')
      .notNull()
      .references(() => clients.id, { onDelete: 'cascade' }),
    ...ofUser(),
    may: text('may', { enum: SHARE_KINDS }).notNull(),
    /** The one sequence that an assistant coaches; null otherwise. */
    sequenceId: text('sequence_id'),
    createdAt: text('created_at').notNull(),
    /** When it ends by itself; null: when it is taken back. */
    until: text('until'),
  },
  (t) => [uniqueIndex('shares_by_user').on(t.userId, t.clientId), index('shares_by_client').on(t.clientId)],
);

/** Who saw, changed or took out what: only added to, each entry bound to the one before by its hash. */
export const traces = sqliteTable(
  'traces',
  {
    n: integer('n').primaryKey(),
    at: text('at').notNull(),
    /** The id of the user. */
    who: text('who').notNull(),
    what: text('what', { enum: TRACE_KINDS }).notNull(),
    /** The code of the client, which says nothing of who it is; null where it is of none. */
    code: text('code'),
    detail: text('detail').notNull(),
    previous: text('previous').notNull(),
    hash: text('hash').notNull(),
  },
  (t) => [index('traces_by_code').on(t.code, t.at), index('traces_by_who').on(t.who, t.at)],
);

/** What a client has agreed to. One that was withdrawn stays, with its day. */
export const consents = sqliteTable(
  'consents',
  {
    id: text('id').primaryKey(),
    ownerId: text('owner_id')
      .notNull()
      .references(() => owners.id),
    clientId: text('client_id')
      .notNull()
      .references(() => clients.id, { onDelete: 'cascade' }),
    kind: text('kind', { enum: CONSENT_KINDS }).notNull(),
    /** The words that were agreed to. */
    wording: text('wording').notNull(),
    way: text('way', { enum: CONSENT_WAYS }).notNull(),
    /** Who agreed: the client, or who speaks for them. */
    by: text('by').notNull(),
    at: text('at').notNull(),
    withdrawnAt: text('withdrawn_at'),
  },
  (t) => [index('consents_by_client').on(t.clientId, t.at)],
);
