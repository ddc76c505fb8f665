import { createHash } from 'node:crypto';
import { and, desc, eq, gt, isNull, like, lt } from 'drizzle-orm';
import { codeOf } from '@/core/client/code';
import { boundText, brokenAt, FIRST, SAME_MIN, type Trace } from '@/core/people/trace';
import type { TraceKind } from '@/core/people/trace-kinds';
import { db } from '../db/client';
import { traces } from '../db/schema-people';

const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

/**
 * Adds to the log who did what. Nothing is noted while nobody signs in: there is no one to tell apart. What was noted
 * minutes ago is not noted again, but for what is done once.
 *
 * @param clientId whose file; the log keeps the code that is made of it, never a name
 */
export function note(
  who: string | undefined,
  what: TraceKind,
  clientId: string | null,
  detail: string,
  now = new Date(),
): void {
  if (who === undefined) return;
  const code = clientId === null ? null : codeOf(clientId);
  try {
    db().transaction(
      (tx) => {
        if ((what === 'seen' || what === 'changed' || what === 'refused') && isNoted()) return;
        const last = tx.select().from(traces).orderBy(desc(traces.n)).limit(1).get();
        const entry = {
          n: (last?.n ?? 0) + 1,
          at: now.toISOString(),
          who,
          what,
          code,
          detail,
          previous: last?.hash ?? FIRST,
        };
        tx.insert(traces)
          .values({ ...entry, hash: sha256(boundText(entry)) })
          .run();

        function isNoted(): boolean {
          const since = new Date(now.getTime() - SAME_MIN * 60e3).toISOString();
          const same = and(
            eq(traces.who, who!),
            eq(traces.what, what),
            code === null ? isNull(traces.code) : eq(traces.code, code),
            eq(traces.detail, detail),
            gt(traces.at, since),
          );
          return tx.select({ n: traces.n }).from(traces).where(same).limit(1).get() !== undefined;
        }
      },
      { behavior: 'immediate' },
    );
  } catch (error) {
    // Whoever only looks is not held up by a file that is busy; what changes something goes the same way and is refused there.
    if (what !== 'seen' && what !== 'refused') throw error;
  }
}

const PAGE = 200;

/** A page of the log, the newest first; of one client or one person where that is asked for. */
export function tracesBefore(
  before: number | null,
  of: { code?: string; who?: string } = {},
): { entries: Trace[]; more: boolean } {
  const entries = db()
    .select()
    .from(traces)
    .where(
      and(
        before === null ? undefined : lt(traces.n, before),
        of.code ? like(traces.code, of.code) : undefined,
        of.who ? eq(traces.who, of.who) : undefined,
      ),
    )
    .orderBy(desc(traces.n))
    .limit(PAGE + 1)
    .all();
  return { entries: entries.slice(0, PAGE), more: entries.length > PAGE };
}

/** Whether the log is whole, how long it is, and the last hash: written down elsewhere, it shows whether the end was cut off. */
export function traceState(): { brokenAt: number | null; n: number; head: string | null } {
  const last = db().select().from(traces).orderBy(desc(traces.n)).limit(1).get();
  const walk = db().$client.prepare('SELECT * FROM traces ORDER BY n').iterate() as IterableIterator<Trace>;
  return { brokenAt: brokenAt(walk, sha256), n: last?.n ?? 0, head: last?.hash ?? null };
}
