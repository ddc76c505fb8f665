import { randomUUID } from 'node:crypto';
import { RULES_VERSION } from '@/core/drills/shelf';
import { base64Of, bytesOf, type BundledClient, type ClientFile } from '@/core/formats/client-file';
import { recordingPath } from '@/core/formats/bundle';
import type { HomeReport } from '@/core/home/report.schema';
import type { LookData } from '@/core/look/look';
import { ok, type Result } from '@/core/base/result';
import { createClient, findClientEver, setControl, setSchool } from './clients';
import { over } from '@/core/base/revision';
import { db } from './db/client';
import { shapeOf, writeJson } from './record-json';
import { bringConsents, consentsOf } from './people/consents';
import type { Scope } from './scope';
import { homePlans, homeReports, looks, recordings, runs, sequences, visits } from './db/schema';
import { looksOf } from './looks';
import { homePlansOf } from './home-plans';
import { homeReportsOf } from './home-reports';
import { recordingNamesOf, recordingsOf } from './recordings';
import { runsOf } from './runs';
import { saveScreen, screenOf } from './screens';
import { sequencesOf } from './sequences';
import { visitsOf } from './visits';

/** Everything about a client, on the list or taken off it, ready to be printed; undefined when there is no such client. */
export function clientFileOf(scope: Scope, clientId: string): ClientFile | undefined {
  const client = findClientEver(scope, clientId);
  if (!client) return undefined;
  const { looks: ownLooks, ...kept } = keptOf(scope, client);
  return {
    format: 'kokyu-client',
    version: 3,
    ...kept,
    looks: ownLooks,
    recordings: ownLooks
      .flatMap((l) => recordingsOf(scope, l.id))
      .map(({ id, lookId, name, kind, bytes }) => ({ id, lookId, name, kind, base64: base64Of(bytes) })),
  };
}

/** The same for a bundle: raw records are named, and lie beside it. One who was taken off the list is there too. */
export function bundledClientOf(scope: Scope, client: Client): BundledClient {
  const { looks: ownLooks, ...kept } = keptOf(scope, client);
  return {
    format: 'kokyu-bundled-client',
    version: 3,
    id: client.id,
    createdAt: client.createdAt,
    archivedAt: client.archivedAt,
    ...kept,
    looks: ownLooks,
    // A record of a look that cannot be read has nothing to lie with.
    recordings: recordingNamesOf(scope, client.id)
      .filter((r) => ownLooks.some((l) => l.id === r.lookId))
      .map((r) => ({ ...r, file: recordingPath(r) })),
  };
}

type Client = NonNullable<ReturnType<typeof findClientEver>>;

function keptOf(scope: Scope, { id: clientId, name, school, control }: Client) {
  const reports = homeReportsOf(scope, clientId);
  const agreed = consentsOf(scope, clientId);
  return {
    name,
    school,
    control,
    screen: screenOf(scope, clientId).data,
    looks: looksOf(scope, clientId).map(({ id, at, finishedAt, purpose, runId, data }) => ({
      id,
      at,
      finishedAt,
      purpose,
      runId,
      data,
    })),
    sequences: sequencesOf(scope, clientId).map(({ id, name, createdAt, updatedAt, data }) => ({
      id,
      name,
      createdAt,
      updatedAt,
      data,
    })),
    runs: runsOf(scope, clientId).map(({ id, sequenceId, startedAt, endedAt, sequence, state }) => ({
      id,
      sequenceId,
      startedAt,
      endedAt,
      sequence,
      state,
    })),
    homes: homePlansOf(scope, clientId).map(({ id, number, createdAt, sentAt, endedAt, data }) => ({
      id,
      number,
      createdAt,
      sentAt,
      endedAt,
      data,
      reports: reports.flatMap(({ planId, receivedAt, seenAt, report }) =>
        planId === id ? [{ receivedAt, seenAt, report }] : [],
      ),
    })),
    visits: visitsOf(scope, clientId),
    ...(agreed.length > 0
      ? {
          consents: agreed.map(({ kind, wording, way, by, at, withdrawnAt }) => ({
            kind,
            wording,
            way,
            by,
            at,
            withdrawnAt,
          })),
        }
      : {}),
  };
}

/** Gives what is brought in ids of its own, each the same one wherever it stands. */
export type Fresh = (id: string) => string;
export function freshIds(): Fresh {
  const renamed = new Map<string, string>();
  return (id) => renamed.get(id) ?? renamed.set(id, randomUUID()).get(id)!;
}

/** Brings a client in as a new one, with new ids, so that bringing the same file in twice harms nothing. */
export function importClientFile(scope: Scope, file: ClientFile): Result<{ id: string }> {
  const fresh = freshIds();
  return db().transaction(() => {
    const made = importKept(scope, file, fresh);
    if (!made.ok) return made;
    for (const r of file.recordings) importRecording(scope, r, Buffer.from(bytesOf(r.base64)), fresh);
    return made;
  });
}

/** Keeps the bytes of a raw record beside a look that was brought in. */
export function importRecording(
  scope: Scope,
  { id, lookId, name, kind }: Pick<ClientFile['recordings'][number], 'id' | 'lookId' | 'name' | 'kind'>,
  bytes: Buffer,
  fresh: Fresh,
): void {
  db()
    .insert(recordings)
    .values({
      id: fresh(id),
      ownerId: scope.ownerId,
      lookId: fresh(lookId),
      name,
      kind,
      bytes,
      createdAt: new Date().toISOString(),
    })
    .run();
}

/** Brings in all of a client but raw records. */
export function importKept(
  scope: Scope,
  file: Omit<ClientFile, 'format' | 'version' | 'recordings'>,
  fresh: Fresh,
): Result<{ id: string }> {
  return db().transaction(() => {
    const made = createClient(scope, file.name);
    if (!made.ok) return made;
    const clientId = made.value.id;
    const own = { ownerId: scope.ownerId, clientId };
    setSchool(scope, clientId, file.school);
    setControl(scope, clientId, file.control);
    saveScreen(scope, clientId, over(0, file.screen));
    bringConsents(scope, clientId, file.consents ?? []);
    for (const l of file.looks)
      db()
        .insert(looks)
        .values({
          ...l,
          ...own,
          data: writeJson(renamedRecords(l.data, fresh)),
          shape: shapeOf('look'),
          id: fresh(l.id),
          runId: l.runId && fresh(l.runId),
          rulesVersion: RULES_VERSION,
          rev: 0,
          updatedAt: l.at,
        })
        .run();
    for (const s of file.sequences)
      db()
        .insert(sequences)
        .values({
          ...s,
          ...own,
          data: writeJson(s.data),
          shape: shapeOf('sequence'),
          id: fresh(s.id),
          lookId: null,
          rulesVersion: RULES_VERSION,
          rev: 0,
        })
        .run();
    for (const r of file.runs) {
      const state = r.state.relookLookId
        ? { ...r.state, relookLookId: fresh(r.state.relookLookId) }
        : r.state;
      db()
        .insert(runs)
        .values({
          ...r,
          ...own,
          sequence: writeJson(r.sequence),
          state: writeJson(state),
          id: fresh(r.id),
          sequenceId: fresh(r.sequenceId),
          rev: 0,
          updatedAt: r.startedAt,
        })
        .run();
    }
    for (const h of file.homes) importHome(own, h, fresh);
    for (const v of file.visits)
      // In the studio that it comes from, the visit stands in the diary already.
      db()
        .insert(visits)
        .values({ ...v, ...own, id: randomUUID() })
        .onConflictDoNothing()
        .run();
    return ok({ id: clientId });
  });
}

function importHome(
  own: { ownerId: string; clientId: string },
  { reports, data, ...plan }: ClientFile['homes'][number],
  fresh: Fresh,
): void {
  db()
    .insert(homePlans)
    .values({
      ...plan,
      ...own,
      id: fresh(plan.id),
      data: writeJson(data),
      shape: shapeOf('homePlan'),
      rev: 0,
      updatedAt: plan.sentAt ?? plan.createdAt,
    })
    .run();
  for (const { receivedAt, seenAt, report } of reports) {
    const renamed = renamedReport(report, fresh);
    db()
      .insert(homeReports)
      .values({
        ...own,
        id: renamed.id,
        planId: fresh(plan.id),
        kind: renamed.kind,
        data: writeJson(renamed),
        at: renamed.at,
        receivedAt,
        seenAt,
      })
      .run();
  }
}

const renamedReport = (report: HomeReport, fresh: Fresh): HomeReport =>
  report.kind === 'undo'
    ? { ...report, id: fresh(report.id), of: fresh(report.of) }
    : { ...report, id: fresh(report.id) };

function renamedRecords(look: LookData, fresh: Fresh): LookData {
  const bands = look.bands?.map((b) => ({ ...b, recordId: fresh(b.recordId) }));
  // A film stays in its folder on the machine that has it.
  const clips = look.clips?.map((c) => ({
    ...c,
    film: undefined,
    recordId: fresh(c.recordId),
    ...(c.still ? { still: fresh(c.still) } : {}),
  }));
  const ringsFrom =
    look.ringsFrom &&
    Object.fromEntries(Object.entries(look.ringsFrom).map(([place, id]) => [place, fresh(id)]));
  const exhales = look.exhales?.map((e) =>
    e.heard?.recordId ? { ...e, heard: { ...e.heard, recordId: fresh(e.heard.recordId) } } : e,
  );
  return {
    ...look,
    ...(bands ? { bands } : {}),
    ...(clips ? { clips } : {}),
    ...(ringsFrom ? { ringsFrom } : {}),
    ...(exhales ? { exhales } : {}),
  };
}
