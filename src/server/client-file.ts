import { randomUUID } from 'node:crypto';
import { RULES_VERSION } from '@/core/drills/shelf';
import { base64Of, bytesOf, type ClientFile } from '@/core/formats/client-file';
import type { LookData } from '@/core/look/look';
import { ok, type Result } from '@/core/base/result';
import { createClient, findClient, setControl, setSchool } from './clients';
import { over } from '@/core/base/revision';
import { db } from './db/client';
import { shapeOf, writeJson } from './record-json';
import type { Scope } from './scope';
import { looks, recordings, runs, sequences } from './db/schema';
import { looksOf } from './looks';
import { recordingsOf } from './recordings';
import { runsOf } from './runs';
import { saveScreen, screenOf } from './screens';
import { sequencesOf } from './sequences';

/** Everything about a client, ready to be printed; undefined when there is no such client. */
export function clientFileOf(scope: Scope, clientId: string): ClientFile | undefined {
  const client = findClient(scope, clientId);
  if (!client) return undefined;
  const ownLooks = looksOf(scope, clientId);
  return {
    format: 'kokyu-client',
    version: 2,
    name: client.name,
    school: client.school,
    control: client.control,
    screen: screenOf(scope, clientId).data,
    looks: ownLooks.map(({ id, at, finishedAt, purpose, runId, data }) => ({
      id,
      at,
      finishedAt,
      purpose,
      runId,
      data,
    })),
    recordings: ownLooks
      .flatMap((l) => recordingsOf(scope, l.id))
      .map(({ id, lookId, name, kind, bytes }) => ({ id, lookId, name, kind, base64: base64Of(bytes) })),
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
  };
}

/** Brings a client in as a new one, with new ids, so that bringing the same file in twice harms nothing. */
export function importClientFile(scope: Scope, file: ClientFile): Result<{ id: string }> {
  const renamed = new Map<string, string>();
  const fresh = (id: string) => renamed.get(id) ?? renamed.set(id, randomUUID()).get(id)!;
  return db().transaction(() => {
    const made = createClient(scope, file.name);
    if (!made.ok) return made;
    const clientId = made.value.id;
    const own = { ownerId: scope.ownerId, clientId };
    setSchool(scope, clientId, file.school);
    setControl(scope, clientId, file.control);
    saveScreen(scope, clientId, over(0, file.screen));
    for (const l of file.looks) {
      const data = renamedRecords(l.data, fresh);
      db()
        .insert(looks)
        .values({
          ...l,
          ...own,
          data: writeJson(data),
          shape: shapeOf('look'),
          id: fresh(l.id),
          runId: l.runId && fresh(l.runId),
          rulesVersion: RULES_VERSION,
          rev: 0,
          updatedAt: l.at,
        })
        .run();
    }
    for (const r of file.recordings) {
      const bytes = Buffer.from(bytesOf(r.base64));
      db()
        .insert(recordings)
        .values({
          id: fresh(r.id),
          ownerId: scope.ownerId,
          lookId: fresh(r.lookId),
          name: r.name,
          kind: r.kind,
          bytes,
          createdAt: new Date().toISOString(),
        })
        .run();
    }
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
    return ok({ id: clientId });
  });
}

function renamedRecords(look: LookData, fresh: (id: string) => string): LookData {
  const bands = look.bands?.map((b) => ({ ...b, recordId: fresh(b.recordId) }));
  const exhales = look.exhales?.map((e) =>
    e.heard?.recordId ? { ...e, heard: { ...e.heard, recordId: fresh(e.heard.recordId) } } : e,
  );
  return { ...look, ...(bands ? { bands } : {}), ...(exhales ? { exhales } : {}) };
}
