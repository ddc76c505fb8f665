import { createHash } from 'node:crypto';
import { Readable, Transform, pipeline } from 'node:stream';
import { ZipFile } from 'yazl';
import { addCoached, dictionaryOf, tidyOf, type Coached } from '@/core/client/tidy';
import { codeOf } from '@/core/client/code';
import { fail, ok, type Result } from '@/core/base/result';
import {
  DIARY,
  DICTIONARY,
  folderOf,
  MANIFEST,
  OBSERVATIONS,
  README,
  readmeOf,
  recordingPath,
  STUDIO,
  type Manifest,
  type StudioFile,
} from '@/core/formats/bundle';
import { printVisits } from '@/core/formats/icalendar';
import { printDictionary, printTidy, TIDY_HEAD } from '@/core/formats/tidy-csv';
import { allClasses } from './classes';
import { caseOfRow } from './case';
import { classRunsOf } from './class-runs';
import { bundledClientOf } from './client-file';
import { everyClient } from './clients';
import { damagedOf, rawOf } from './damaged';
import { ownLibrary } from './drills';
import { savedProtocols } from './protocols';
import { findRecording, recordingNamesOf } from './recordings';
import type { Scope } from './scope';
import { house, ownTasks, ownThresholds, setUps, studioCues } from './settings';
import { allTemplates } from './templates';
import { visitsBetween, visitsOf } from './visits';

/** A file of the bundle, whose content is made when its turn comes. */
type Entry = { path: string; make: () => Iterable<string | Buffer> | AsyncIterable<string | Buffer> };

const CLIENT = 'client.json';

type Row = ReturnType<typeof everyClient>[number];

/**
 * One client, or everybody and what the studio keeps, as a zip that is made while it is read: of one record after the
 * other, so that no more than the largest is held.
 */
export function bundleOf(
  scope: Scope,
  clientId: string | null,
  now = new Date(),
): Result<{ stream: Readable; clients: number }> {
  const rows = everyClient(scope).filter((c) => clientId === null || c.id === clientId);
  if (clientId !== null && rows.length === 0) return fail('This client is no longer here.');
  const madeAt = now.toISOString();
  const files: Manifest['files'] = [];
  const damaged: Manifest['damaged'] = [];
  const zip = new ZipFile();
  const add = ({ path, make }: Entry, counted: boolean) =>
    zip.addReadStreamLazy(path, { mtime: now }, (done) => {
      const source = Readable.from(make(), { objectMode: false });
      if (!counted) return done(null, source);
      const through = hashed((bytes, sha256) => files.push({ path, bytes, sha256 }));
      pipeline(source, through, () => undefined);
      done(null, through);
    });
  const stream = zip.outputStream as Readable;
  zip.on('error', (error: Error) => stream.destroy(error));
  const manifest = (): Manifest => ({ format: 'kokyu-bundle', version: 1, madeAt, files, damaged });
  const fill = async () => {
    add({ path: README, make: () => [readmeOf(madeAt, rows.length)] }, true);
    const whole: Row[] = [];
    for (const [i, row] of rows.entries()) {
      if (stream.destroyed) return;
      const entries = clientEntries(scope, row, folderOf(i + 1), damaged);
      for (const entry of entries) add(entry, true);
      if (entries.some((e) => e.path.endsWith(CLIENT))) whole.push(row);
      // Others are served between two clients.
      await new Promise(setImmediate);
    }
    for (const entry of tables(scope, whole, now)) add(entry, true);
    if (clientId === null) for (const entry of studioEntries(scope, now)) add(entry, true);
    add({ path: MANIFEST, make: () => [JSON.stringify(manifest(), null, 1)] }, false);
    zip.end();
  };
  fill().catch((error: Error) => stream.destroy(error));
  return ok({ stream, clients: rows.length });
}

function hashed(done: (bytes: number, sha256: string) => void): Transform {
  const hash = createHash('sha256');
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _, next) {
      hash.update(chunk);
      bytes += chunk.length;
      next(null, chunk);
    },
    flush(next) {
      done(bytes, hash.digest('hex'));
      next();
    },
  });
}

function clientEntries(scope: Scope, row: Row, folder: string, damaged: Manifest['damaged']): Entry[] {
  const broken = damagedOf(scope, row.id);
  const raw = broken.map(({ kind, id, why }): Entry => {
    const path = `${folder}/damaged/${kind}-${id}.txt`;
    damaged.push({ path, why });
    return { path, make: () => [rawOf(scope, kind, id) ?? ''] };
  });
  // Without a screening nobody knows what is safe: such a client does not come in as if nothing were the matter.
  if (broken.some((b) => b.kind === 'screen')) return raw;
  const records = recordingNamesOf(scope, row.id);
  return [
    { path: `${folder}/${CLIENT}`, make: () => [JSON.stringify(bundledClientOf(scope, row), null, 1)] },
    ...records.map((r) => ({
      path: `${folder}/${recordingPath(r)}`,
      make: () => [findRecording(scope, r.id)?.bytes ?? Buffer.alloc(0)],
    })),
    ...raw,
  ];
}

/** One table over all whose screening can be read. */
function tables(scope: Scope, rows: readonly Row[], now: Date): Entry[] {
  const coached: Coached = { drills: new Map(), cues: new Map(), asks: new Map() };
  async function* observations() {
    yield TIDY_HEAD;
    for (const row of rows) {
      const known = caseOfRow(scope, row);
      addCoached(coached, known);
      yield printTidy(codeOf(row.id), tidyOf(known, now));
      await new Promise(setImmediate);
    }
  }
  return [
    { path: OBSERVATIONS, make: observations },
    { path: DICTIONARY, make: () => [printDictionary(dictionaryOf(coached))] },
  ];
}

/** The diary from its first day to its last. */
const [EVER, NEVER] = [new Date(0), new Date('9999-01-01T00:00:00.000Z')];

function studioEntries(scope: Scope, now: Date): Entry[] {
  const studio = (): StudioFile => {
    const { own, retired } = ownLibrary(scope);
    return {
      format: 'kokyu-studio',
      version: 1,
      thresholds: ownThresholds(scope),
      setUps: setUps(scope),
      cues: studioCues(scope),
      house: house(scope),
      protocols: savedProtocols(scope).map(({ name, tests }) => ({ name, tests: [...tests] })),
      templates: allTemplates(scope).map(({ name, data }) => ({ name, data })),
      drills: [...own],
      tasks: [...ownTasks(scope)],
      retired: [...retired],
      visits: visitsOf(scope, null),
      classes: allClasses(scope).rows.map(({ id, data }) => ({
        id,
        data,
        runs: classRunsOf(scope, id).map((r) => ({
          id: r.id,
          startedAt: r.startedAt,
          endedAt: r.endedAt,
          data: r.data,
        })),
      })),
    };
  };
  return [
    { path: STUDIO, make: () => [JSON.stringify(studio(), null, 1)] },
    { path: DIARY, make: () => [printVisits(visitsBetween(scope, EVER, NEVER), now)] },
  ];
}
