import { randomUUID } from 'node:crypto';
import { and, asc, eq } from 'drizzle-orm';
import { cleanName } from '@/core/base/clean-text';
import { jpegSize } from '@/core/formats/jpeg';
import { parseWav } from '@/core/formats/wav';
import { kindOf, MOST_BYTES, readBands, tooLargeFor } from '@/core/formats/recording';
import type { RecordingKind } from '@/core/formats/recording-kind';
import type { BandNote, ClipNote } from '@/core/look/look';
import { fail, ok, type Result } from '@/core/base/result';
import { analyse, type BandAnalysis } from '@/core/signal/analyse';
import { placed, type BandRecord } from '@/core/signal/record';
import { analyseClip, type ClipAnalysis } from '@/core/video/clip';
import { db } from './db/client';
import { looks, recordings } from './db/schema';
import { ONLY_LOOK } from './save';
import type { Scope } from './scope';
import { ofClients, ofLooks } from './within';

export type Recording = typeof recordings.$inferSelect;

/** Keeps a raw file beside a look, after it has been read once: what cannot be read is refused. */
export function keepRecording(
  scope: Scope,
  lookId: string,
  name: string,
  bytes: Uint8Array,
): Result<{ id: string; kind: RecordingKind }> {
  if (scope.may !== 'write') return fail(ONLY_LOOK);
  const kind = kindOf(bytes);
  if (bytes.length > MOST_BYTES[kind]) return fail(tooLargeFor(kind, bytes.length), 'file');
  const read = kind === 'wav' ? parseWav(bytes) : kind === 'jpeg' ? jpegSize(bytes) : readBands(kind, bytes);
  if (!read.ok) return read;
  if (
    !db()
      .select({ id: looks.id })
      .from(looks)
      .where(and(eq(looks.id, lookId), ofClients(scope, looks)))
      .get()
  )
    return fail('This look is no longer here.');
  const id = randomUUID();
  db()
    .insert(recordings)
    .values({
      id,
      ownerId: scope.ownerId,
      lookId,
      name: cleanName(name).slice(0, 200) || 'record',
      kind,
      bytes: Buffer.from(bytes),
      createdAt: new Date().toISOString(),
    })
    .run();
  return ok({ id, kind });
}

export const findRecording = (scope: Scope, id: string): Recording | undefined =>
  db()
    .select()
    .from(recordings)
    .where(and(eq(recordings.id, id), ofLooks(scope, recordings)))
    .get();

export const recordingsOf = (scope: Scope, lookId: string): Recording[] =>
  db()
    .select()
    .from(recordings)
    .where(and(eq(recordings.lookId, lookId), ofLooks(scope, recordings)))
    .orderBy(asc(recordings.createdAt))
    .all();

/** The raw files of a client without their bytes. */
export const recordingNamesOf = (
  scope: Scope,
  clientId: string,
): Pick<Recording, 'id' | 'lookId' | 'name' | 'kind'>[] =>
  db()
    .select({
      id: recordings.id,
      lookId: recordings.lookId,
      name: recordings.name,
      kind: recordings.kind,
    })
    .from(recordings)
    .innerJoin(looks, eq(looks.id, recordings.lookId))
    .where(and(eq(looks.clientId, clientId), ofLooks(scope, recordings)))
    .orderBy(asc(looks.at), asc(recordings.createdAt), asc(recordings.id))
    .all();

/** The bands of a kept file with the places that the look gives its channels. */
export function bandRecordOf(scope: Scope, note: Pick<BandNote, 'recordId' | 'places'>): Result<BandRecord> {
  const row = findRecording(scope, note.recordId);
  if (!row) return fail('This record is no longer here.');
  const read = readBands(row.kind, row.bytes);
  return read.ok ? ok(placed(read.value.record, note.places)) : read;
}

/** What the bands of a look show; null when the file is gone or cannot be analysed. */
export function analysisOf(scope: Scope, note: BandNote): BandAnalysis | null {
  const key = JSON.stringify([scope.ownerId, note.recordId, note.places, note.calibration]);
  const known = analysed.get(key);
  if (known !== undefined) return known;
  const record = bandRecordOf(scope, note);
  const analysis = record.ok ? analyse(record.value, { calibration: note.calibration }) : null;
  const value = analysis?.ok ? analysis.value : null;
  if (analysed.size > MOST_ANALYSED) analysed.clear();
  analysed.set(key, value);
  return value;
}

/** The curves of a clip, a channel a line. */
export function curvesOf(scope: Scope, recordId: string): Result<BandRecord> {
  const row = findRecording(scope, recordId);
  if (!row) return fail('This record is no longer here.');
  const read = readBands(row.kind, row.bytes, 'all');
  return read.ok ? ok(read.value.record) : read;
}

/** What the curves of a clip show; null when they are gone or cannot be read. */
export function clipAnalysisOf(scope: Scope, note: ClipNote): ClipAnalysis | null {
  const { recordId, lines, pxPerMm = null, deepFromS } = note;
  const key = JSON.stringify([scope.ownerId, recordId, lines, pxPerMm, deepFromS]);
  const known = analysedClips.get(key);
  if (known !== undefined) return known;
  const record = curvesOf(scope, recordId);
  const analysis = record.ok ? analyseClip(record.value, lines, { pxPerMm, deepFromS }) : null;
  const value = analysis?.ok ? analysis.value : null;
  if (analysedClips.size > MOST_ANALYSED) analysedClips.clear();
  analysedClips.set(key, value);
  return value;
}

const analysedClips = new Map<string, ClipAnalysis | null>();

/** Raw files never change, so what was found in them can be kept for a while. */
const analysed = new Map<string, BandAnalysis | null>();
/** More than any client has on one page. */
const MOST_ANALYSED = 24;
