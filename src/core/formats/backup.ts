import * as z from 'zod/mini';

/** What stands first in a backup, in the clear: how to open it, and what it has to be when it is open. */
export const BackupHeader = z.object({
  format: z.literal('kokyu-backup'),
  version: z.literal(1),
  madeAt: z.iso.datetime(),
  /** How many migrations the database had seen. */
  migrations: z.int().check(z.gte(0)),
  kdf: z.object({
    name: z.literal('argon2id'),
    memoryKiB: z.int().check(z.gte(8), z.lte(4_194_304)),
    passes: z.int().check(z.gte(1), z.lte(64)),
    lanes: z.int().check(z.gte(1), z.lte(64)),
    /** Base64. */
    salt: z.string().check(z.minLength(12), z.maxLength(200)),
  }),
  cipher: z.literal('aes-256-gcm'),
  chunkBytes: z.int().check(z.gte(1024), z.lte(16_777_216)),
  /** Eight bytes, base64; the number of the chunk makes twelve of them. */
  nonce: z.string().check(z.minLength(12), z.maxLength(12)),
  /** Of the database within: its length, SHA-256 in hex, and how many rows each table has. */
  bytes: z.int().check(z.gte(0)),
  sha256: z.string().check(z.regex(/^[0-9a-f]{64}$/)),
  rows: z.record(z.string(), z.int().check(z.gte(0))),
});

export type BackupHeader = z.infer<typeof BackupHeader>;

/** How a key is made of a passphrase: the second recommended choice of RFC 9106, section 4. */
export const KDF = { name: 'argon2id', memoryKiB: 65_536, passes: 3, lanes: 4 } as const;

/** A passphrase has so many letters at least. Our choice: about five words. */
export const LEAST_PASSPHRASE = 12;

/** What the studio has set for its backups, and how the last ones went. */
export const BackupSettings = z.object({
  /**
   * Tells the files of this database from those of another in the same folder; random. Absent in settings of before there was
   * one.
   */
  tag: z.optional(z.string().check(z.regex(/^[0-9a-f]{8}$/))),
  folder: z.string().check(z.minLength(1), z.maxLength(1000)),
  salt: z.string(),
  /** The key that was made of the passphrase, base64: whoever reads this reads the live file anyway. */
  key: z.string(),
  last: z.nullable(z.object({ at: z.iso.datetime(), file: z.string(), bytes: z.int() })),
  failed: z.nullable(z.object({ at: z.iso.datetime(), why: z.string() })),
});

export type BackupSettings = z.infer<typeof BackupSettings>;
