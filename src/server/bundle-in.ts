import { createHash, randomUUID } from 'node:crypto';
import { promisify } from 'node:util';
import type { Readable } from 'node:stream';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { fail, ok, type Failure, type Result } from '@/core/base/result';
import {
  MANIFEST,
  MOST_FILES,
  MOST_TEXT_BYTES,
  parseManifest,
  parseStudioFile,
  STUDIO,
  type Manifest,
  type StudioFile,
} from '@/core/formats/bundle';
import { parseBundledClient, type BundledClient } from '@/core/formats/client-file';
import { taskById } from '@/core/task/library';
import { drillById } from '@/core/drills/shelf';
import { removeClass } from './classes';
import { freshIds, importKept, importRecording, type Fresh } from './client-file';
import { removeClients, setTimes } from './clients';
import { db } from './db/client';
import { classes, classRuns } from './db/schema';
import { bringInDrills, ownLibrary, retireDrill } from './drills';
import { saveProtocol, savedProtocols } from './protocols';
import { shapeOf, writeJson } from './record-json';
import type { Scope } from './scope';
import { ownTasks, saveTasks, takeSettings } from './settings';
import { allTemplates, saveTemplate } from './templates';
import { putVisits } from './visits';
import { atHome } from './within';

export type BroughtIn = {
  clients: number;
  recordings: number;
  classes: number;
  /** Clients and records that were damaged where they come from, and stayed out. */
  damaged: number;
  /** What was brought in, to take it back. */
  ids: { clients: string[]; classes: string[] };
};

export type Step = { step: 'checking' | 'bringing'; n: number; of: number };

type Options = { onStep?: (step: Step) => void; signal?: AbortSignal };

const open = promisify(
  (path: string, options: yauzl.Options, done: (error: Error | null, zip: ZipFile) => void) =>
    yauzl.open(path, options, done),
);

const NOTHING = 'Nothing was brought in.';

/** What is said where it does not go on; caught at the door of this file. */
class Stop extends Error {}

/**
 * Brings a bundle in: all of it, or nothing. It is read twice, first to hold every file against the manifest and every record
 * against its schema. Clients come in as new ones, beside those that are here; what the studio has set itself stays.
 *
 * @param path a zip file on this machine
 */
export async function bringInBundle(
  scope: Scope,
  path: string,
  { onStep, signal }: Options = {},
): Promise<Result<BroughtIn>> {
  atHome(scope);
  let zip: ZipFile | null = null;
  const made: BroughtIn['ids'] = { clients: [], classes: [] };
  try {
    zip = await open(path, { lazyEntries: true, autoClose: false, strictFileNames: true });
    const source = sourceOf(zip, await entriesOf(zip));
    const manifest = await checked(source, onStep, signal);
    const done = await taken(scope, source, manifest, made, onStep, signal);
    return ok({ ...done, damaged: manifest.damaged.length, ids: made });
  } catch (error) {
    takeBackBundle(scope, made);
    return refused(error);
  } finally {
    zip?.close();
  }
}

/** Takes out what a bundle brought in. */
export function takeBackBundle(scope: Scope, { clients, classes: ofClasses }: BroughtIn['ids']): void {
  atHome(scope);
  db().transaction(() => {
    for (const id of ofClasses) removeClass(scope, id);
    removeClients(scope, clients);
  });
}

function refused(error: unknown): Failure {
  if (error instanceof Stop) return fail(`${error.message} ${NOTHING}`, 'file');
  if ((error as { code?: unknown } | null)?.code?.toString().startsWith('SQLITE'))
    return fail(`The records here could not take it: is the disk full, or read-only? ${NOTHING}`, 'file');
  return fail(
    `This file cannot be read as a bundle: it is no zip, or it was cut on the way. ${NOTHING}`,
    'file',
  );
}

type Source = {
  paths: readonly string[];
  /** Reads a file in parts. */
  read: (path: string) => Promise<Readable>;
  text: (path: string) => Promise<string>;
  bytes: (path: string) => Promise<Buffer>;
};

async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  if (zip.entryCount > MOST_FILES) throw new Stop(`It holds more than ${MOST_FILES} files.`);
  await new Promise<void>((done, failed) => {
    zip.on('error', failed);
    zip.on('end', done);
    zip.on('entry', (entry: Entry) => {
      if (entries.has(entry.fileName)) return failed(new Stop(`It holds “${entry.fileName}” twice.`));
      // A folder by itself holds nothing.
      if (!entry.fileName.endsWith('/')) entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.readEntry();
  });
  return entries;
}

function sourceOf(zip: ZipFile, entries: ReadonlyMap<string, Entry>): Source {
  const read = async (path: string): Promise<Readable> => {
    const entry = entries.get(path);
    if (!entry) throw new Stop(`“${path}” is missing in it.`);
    return promisify((done: (error: Error | null, stream: Readable) => void) =>
      zip.openReadStream(entry, done),
    )();
  };
  const bytes = async (path: string, most = MOST_RECORDING_BYTES): Promise<Buffer> => {
    const size = entries.get(path)?.uncompressedSize ?? 0;
    if (size > most) throw new Stop(`“${path}” has ${Math.round(size / 1e6)} MB; that is too much.`);
    const parts: Buffer[] = [];
    for await (const part of await read(path)) parts.push(part as Buffer);
    return Buffer.concat(parts);
  };
  return {
    paths: [...entries.keys()],
    read,
    bytes: (path) => bytes(path),
    text: async (path) => (await bytes(path, MOST_TEXT_BYTES)).toString('utf8'),
  };
}

/** More than any record that Kokyu keeps. */
const MOST_RECORDING_BYTES = 512 * 1024 * 1024;

function goOn(signal: AbortSignal | undefined): void {
  if (signal?.aborted) throw new Stop('It was cancelled.');
}

/** Holds every file against the manifest, and every record against its schema. */
async function checked(
  source: Source,
  onStep: Options['onStep'],
  signal: AbortSignal | undefined,
): Promise<Manifest> {
  if (!source.paths.includes(MANIFEST))
    throw new Stop('This zip is not a bundle of Kokyu: it has no manifest.');
  const manifest = or(parseManifest(await source.text(MANIFEST)), '');
  const named = new Set(manifest.files.map((f) => f.path));
  const unnamed = source.paths.find((p) => p !== MANIFEST && !named.has(p));
  if (unnamed) throw new Stop(`“${unnamed}” lies in it and is not in its manifest.`);
  for (const [n, { path, bytes, sha256 }] of manifest.files.entries()) {
    goOn(signal);
    const hash = createHash('sha256');
    let length = 0;
    for await (const part of await source.read(path)) {
      hash.update(part as Buffer);
      length += (part as Buffer).length;
      if (length > bytes) break;
    }
    if (length !== bytes || hash.digest('hex') !== sha256)
      throw new Stop(`“${path}” is not what its manifest says: it was changed or cut on the way.`);
    if (isClient(path)) await clientOf(source, path, named);
    if (path === STUDIO) or(parseStudioFile(await source.text(path)), path);
    onStep?.({ step: 'checking', n: n + 1, of: manifest.files.length });
  }
  return manifest;
}

const isClient = (path: string): boolean => /^clients\/\d+\/client\.json$/.test(path);
const folder = (path: string): string => path.slice(0, path.lastIndexOf('/'));

async function clientOf(source: Source, path: string, named: ReadonlySet<string>): Promise<BundledClient> {
  const client = or(parseBundledClient(await source.text(path)), path);
  const lost = client.recordings.find((r) => !named.has(`${folder(path)}/${r.file}`));
  if (lost) throw new Stop(`${path}: its record “${lost.file}” is missing.`);
  return client;
}

function or<T>(result: Result<T>, path: string): T {
  if (!result.ok)
    throw new Stop(`${path === '' ? '' : `${path}: `}${result.why.replace(NOTHING, '').trim()}`);
  return result.value;
}

async function taken(
  scope: Scope,
  source: Source,
  { files }: Manifest,
  made: BroughtIn['ids'],
  onStep: Options['onStep'],
  signal: AbortSignal | undefined,
): Promise<Pick<BroughtIn, 'clients' | 'recordings' | 'classes'>> {
  const fresh = freshIds();
  const clientIds = new Map<string, string>();
  const named = new Set(files.map((f) => f.path));
  const paths = files.flatMap((f) => (isClient(f.path) ? [f.path] : []));
  let recordings = 0;
  for (const [n, path] of paths.entries()) {
    goOn(signal);
    const client = await clientOf(source, path, named);
    const { id } = or(importKept(scope, client, fresh), path);
    made.clients.push(id);
    clientIds.set(client.id, id);
    for (const r of client.recordings) {
      importRecording(scope, r, await source.bytes(`${folder(path)}/${r.file}`), fresh);
      recordings++;
    }
    setTimes(scope, id, { createdAt: client.createdAt, archivedAt: client.archivedAt });
    onStep?.({ step: 'bringing', n: n + 1, of: paths.length });
    await new Promise(setImmediate);
  }
  if (named.has(STUDIO)) {
    const studio = or(parseStudioFile(await source.text(STUDIO)), STUDIO);
    or(takeStudio(scope, studio, made, fresh, clientIds), STUDIO);
  }
  return { clients: paths.length, recordings, classes: made.classes.length };
}

/** What the studio here has itself stays as it is. */
function takeStudio(
  scope: Scope,
  studio: StudioFile,
  made: BroughtIn['ids'],
  fresh: Fresh,
  clientIds: ReadonlyMap<string, string>,
): Result<null> {
  return db().transaction(() => {
    takeSettings(scope, studio);
    const here = ownLibrary(scope);
    const mine = new Set(here.own.map((d) => d.id));
    const drills = bringInDrills(
      scope,
      studio.drills.filter((d) => !mine.has(d.id) && !drillById(d.id)),
    );
    if (!drills.ok) return drills;
    const tasksHere = new Set(ownTasks(scope).map((t) => t.id));
    const tasks = saveTasks(
      scope,
      (studio.tasks ?? []).filter((t) => !tasksHere.has(t.id) && !taskById(t.id)),
    );
    if (!tasks.ok) return tasks;
    for (const id of studio.retired) if (here.own.length === 0) retireDrill(scope, id);
    const names = new Set(allTemplates(scope).map((t) => t.name));
    for (const t of studio.templates) if (!names.has(t.name)) saveTemplate(scope, t.name, t.data);
    const protocols = new Set(savedProtocols(scope).map((p) => p.name));
    for (const p of studio.protocols) if (!protocols.has(p.name)) saveProtocol(scope, p);
    putVisits(scope, studio.visits);
    const whose = <T extends { clientId: string | null }>(entry: T): T => ({
      ...entry,
      clientId: entry.clientId && (clientIds.get(entry.clientId) ?? null),
    });
    for (const one of studio.classes) {
      const id = randomUUID();
      made.classes.push(id);
      takeClass(scope, id, one, whose, fresh);
    }
    return ok(null);
  });
}

function takeClass(
  scope: Scope,
  id: string,
  { data, runs }: StudioFile['classes'][number],
  whose: <T extends { clientId: string | null }>(entry: T) => T,
  fresh: Fresh,
): void {
  const at = new Date().toISOString();
  db()
    .insert(classes)
    .values({
      id,
      ownerId: scope.ownerId,
      data: writeJson({ ...data, roster: data.roster.map(whose) }),
      shape: shapeOf('class'),
      rev: 0,
      createdAt: runs.at(-1)?.startedAt ?? at,
      updatedAt: at,
    })
    .run();
  for (const run of runs)
    db()
      .insert(classRuns)
      .values({
        id: fresh(run.id),
        ownerId: scope.ownerId,
        classId: id,
        data: writeJson({
          ...run.data,
          people: run.data.people.map((p) => ({ ...whose(p), runId: fresh(p.runId) })),
        }),
        shape: shapeOf('classRun'),
        rev: 0,
        startedAt: run.startedAt,
        updatedAt: run.endedAt ?? run.startedAt,
        endedAt: run.endedAt,
      })
      .run();
}
