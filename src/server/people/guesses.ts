import { createHash } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { db } from '../db/client';
import { guesses } from '../db/schema-people';

/** So many wrong guesses cost nothing; each after that makes one wait twice as long, up to a quarter of an hour. Our choice. */
const FREE = 5;
const FIRST_WAIT_S = 15;
const LONGEST_WAIT_S = 900;
/** Wrong guesses are forgotten after a day without one, ms. */
const FORGOTTEN_MS = 24 * 3600e3;

const keyOf = (of: string): string => createHash('sha256').update(of).digest('hex');

/** How long the next guess has to wait, s; 0: it may be made. */
export function waitOf(of: string, now = new Date()): number {
  const row = db()
    .select()
    .from(guesses)
    .where(eq(guesses.key, keyOf(of)))
    .get();
  if (!row || row.n < FREE) return 0;
  const sinceMs = now.getTime() - Date.parse(row.lastAt);
  if (sinceMs > FORGOTTEN_MS) return 0;
  const waitS = Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** (row.n - FREE));
  // A clock that was set back makes nobody wait longer than the wait itself.
  return Math.ceil(Math.max(0, waitS - Math.max(0, sinceMs) / 1000));
}

/** Counts a guess before it is looked at, so that many at once are counted too. Gives back how many there are now. */
export function countGuess(of: string, now = new Date()): number {
  const key = keyOf(of);
  return db().transaction(
    (tx) => {
      const row = tx.select().from(guesses).where(eq(guesses.key, key)).get();
      const isOld = row && now.getTime() - Date.parse(row.lastAt) > FORGOTTEN_MS;
      const n = (isOld ? 0 : (row?.n ?? 0)) + 1;
      const values = { n, lastAt: now.toISOString() };
      tx.insert(guesses)
        .values({ key, ...values })
        .onConflictDoUpdate({ target: guesses.key, set: values })
        .run();
      return n;
    },
    { behavior: 'immediate' },
  );
}

export const forgiveGuesses = (of: string): void =>
  void db()
    .delete(guesses)
    .where(eq(guesses.key, keyOf(of)))
    .run();
