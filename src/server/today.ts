import { and, desc, eq, gt, isNotNull, isNull } from 'drizzle-orm';
import type { ClientCase } from '@/core/client/case';
import { dueOfClient, sortDue, type Due } from '@/core/client/due';
import { weekdayOf } from '@/core/home/clock-time';
import { caseFor } from './case';
import { allClasses } from './classes';
import { db } from './db/client';
import { clients, homePlans, runs } from './db/schema';
import { unseenStops } from './home-reports';
import type { Scope } from './scope';

/** Who has something going on: a plan sent, or a run not long ago. Nobody else can have anything due but a look. */
const LATELY_DAYS = 42;
const MOST_LOOKED_AT = 60;
const DAY_MS = 86_400_000;

/** What needs doing today in the studio, what may harm first. */
export function dueToday(scope: Scope, now: Date, today: string): Due[] {
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
  const busy = busyClients(scope, now).flatMap(({ id, name }) => {
    const known = soundCase(scope, id);
    return known ? dueOfClient(known, now).map((what): Due => ({ who: name, clientId: id, what })) : [];
  });
  return sortDue([...stops, ...classes, ...busy]);
}

/** A damaged file says so on its own page. */
function soundCase(scope: Scope, id: string): ClientCase | null {
  try {
    return caseFor(scope, id);
  } catch {
    return null;
  }
}

function busyClients(scope: Scope, now: Date): { id: string; name: string }[] {
  const since = new Date(now.getTime() - LATELY_DAYS * DAY_MS).toISOString();
  const found = new Map<string, string>();
  const mine = and(eq(clients.ownerId, scope.ownerId), isNull(clients.archivedAt));
  const add = (rows: readonly { id: string; name: string }[]) => rows.forEach((r) => found.set(r.id, r.name));
  add(
    db()
      .selectDistinct({ id: clients.id, name: clients.name })
      .from(homePlans)
      .innerJoin(clients, eq(clients.id, homePlans.clientId))
      .where(and(mine, isNotNull(homePlans.sentAt), isNull(homePlans.endedAt)))
      .limit(MOST_LOOKED_AT)
      .all(),
  );
  add(
    db()
      .select({ id: clients.id, name: clients.name })
      .from(runs)
      .innerJoin(clients, eq(clients.id, runs.clientId))
      .where(and(mine, gt(runs.startedAt, since)))
      .orderBy(desc(runs.startedAt))
      .limit(MOST_LOOKED_AT)
      .all(),
  );
  return [...found].slice(0, MOST_LOOKED_AT).map(([id, name]) => ({ id, name }));
}
