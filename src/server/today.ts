import { and, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { ClientCase } from '@/core/client/case';
import { dueOfClient, sortDue, type Due } from '@/core/client/due';
import { weekdayOf } from '@/core/home/clock-time';
import { caseFor } from './case';
import { allClasses } from './classes';
import { db } from './db/client';
import { clients, homePlans, runs } from './db/schema';
import { unseenStops } from './home-reports';
import type { Scope } from './scope';
import { stopsOfRow } from './stopped';
import { CLIENTS, ofClients } from './within';

/** Of so many at most the whole file is looked through for what is due: all with a plan at home, then who was here last. */
const MOST_LOOKED_AT = 60;
const MOST_LATELY = 20;

/** What needs doing today in the studio, what may harm first. Between two files the server answers others. */
export async function dueToday(scope: Scope, now: Date, today: string): Promise<Due[]> {
  const stops = unseenStops(scope).map(({ id, clientId, name, report }): Due => ({
    who: name,
    clientId,
    what: { kind: 'stop', sign: report.sign, at: report.at, reportId: id },
  }));
  const classes = allClasses(scope)
    .rows.filter((c) => c.data.weekday === weekdayOf(today))
    .map((c): Due => ({
      who: c.data.name,
      clientId: null,
      what: { kind: 'class', classId: c.id, time: c.data.time ?? null },
    }));
  const looked: Due[] = [];
  const withPlan = withPlans(scope);
  const lately = latelyHere(scope).filter((c) => !withPlan.some((p) => p.id === c.id));
  const read = [...withPlan, ...lately];
  for (const { id, name } of read) {
    const known = soundCase(scope, id);
    if (known)
      looked.push(...dueOfClient(known, now).map((what): Due => ({ who: name, clientId: id, what })));
    await new Promise((next) => setImmediate(next));
  }
  const seen = new Set(read.map((c) => c.id));
  const others = [...withRedFlags(scope), ...withOpenRuns(scope)].filter((d) => !seen.has(d.clientId!));
  return sortDue([...stops, ...classes, ...looked, ...others]);
}

/** A damaged file says so on its own page. */
function soundCase(scope: Scope, id: string): ClientCase | null {
  try {
    return caseFor(scope, id);
  } catch {
    return null;
  }
}

const mine = (scope: Scope) => and(ofClients(scope, CLIENTS), isNull(clients.archivedAt));

/** Clients with a plan at home. */
const withPlans = (scope: Scope): { id: string; name: string }[] =>
  db()
    .selectDistinct({ id: clients.id, name: clients.name })
    .from(homePlans)
    .innerJoin(clients, eq(clients.id, homePlans.clientId))
    .where(and(mine(scope), isNotNull(homePlans.sentAt), isNull(homePlans.endedAt)))
    .limit(MOST_LOOKED_AT)
    .all();

/** Clients who were looked at or coached last: a look may not be finished, or a harder step come next. */
const latelyHere = (scope: Scope): { id: string; name: string }[] =>
  db()
    .select({ id: clients.id, name: clients.name })
    .from(clients)
    .where(mine(scope))
    .orderBy(
      sql`max(coalesce((select max(at) from looks where client_id = ${clients.id}), ''), coalesce((select max(started_at) from runs where client_id = ${clients.id}), '')) desc`,
    )
    .limit(MOST_LATELY)
    .all();

/** Clients of whom a red flag is open, without reading their files. */
const withRedFlags = (scope: Scope): Due[] =>
  db()
    .select({ id: clients.id, name: clients.name })
    .from(clients)
    .where(and(mine(scope), sql`${stopsOfRow(sql`${clients.id}`)} > 0`))
    .limit(MOST_LOOKED_AT)
    .all()
    .map(({ id, name }): Due => ({ who: name, clientId: id, what: { kind: 'redFlag' } }));

/** Runs that were begun and not ended. */
const withOpenRuns = (scope: Scope): Due[] =>
  db()
    .select({ id: clients.id, name: clients.name, runId: runs.id })
    .from(runs)
    .innerJoin(clients, eq(clients.id, runs.clientId))
    .where(and(mine(scope), isNull(runs.endedAt)))
    .orderBy(desc(runs.startedAt))
    .limit(MOST_LOOKED_AT)
    .all()
    .map(({ id, name, runId }): Due => ({ who: name, clientId: id, what: { kind: 'runOpen', runId } }));
