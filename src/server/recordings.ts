import { randomUUID } from 'node:crypto';
import { and, asc, eq } from 'drizzle-orm';
import { parseWav } from '@/core/formats/wav';
import { kindOf, MOST_BYTES, readBands, tooLargeFor } from '@/core/formats/recording';
import type { RecordingKind } from '@/core/formats/recording-kind';
import type { BandNote } from '@/core/look/look';
import { fail, ok, type Result } from '@/core/base/result';
import { analyse, type BandAnalysis } from '@/core/signal/analyse';
import { placed, type BandRecord } from '@/core/signal/record';
import { db, LOCAL_OWNER } from './db/client';
import { looks, recordings } from './db/schema';

export type Recording = typeof recordings.$inferSelect;

/** Keeps a raw file beside a look, after it has been read once: what cannot be read is refused. */
export function keepRecording(
  lookId: string,
  name: string,
  bytes: Uint8Array,
): Result<{ id: string; kind: RecordingKind }> {
  const kind = kindOf(bytes);
  if (bytes.length > MOST_BYTES[kind]) return fail(tooLargeFor(kind, bytes.length), 'file');
  const read = kind === 'wav' ? parseWav(bytes) : readBands(kind, bytes);
  if (!read.ok) return read;
  if (
    !db()
      .select({ id: looks.id })
      .from(looks)
      .where(and(eq(looks.id, lookId), eq(looks.ownerId, LOCAL_OWNER)))
      .get()
  )
    return fail('This look is no longer here.');
  const id = randomUUID();
  db()
    .insert(recordings)
    .values({
      id,
      ownerId: LOCAL_OWNER,
      lookId,
      name: name.slice(0, 200),
      kind,
      bytes: Buffer.from(bytes),
      createdAt: new Date().toISOString(),
    })
    .run();
  return ok({ id, kind });
}

export const findRecording = (id: string): Recording | undefined =>
  db()
    .select()
    .from(recordings)
    .where(and(eq(recordings.id, id), eq(recordings.ownerId, LOCAL_OWNER)))
    .get();

export const recordingsOf = (lookId: string): Recording[] =>
  db()
    .select()
    .from(recordings)
    .where(and(eq(recordings.lookId, lookId), eq(recordings.ownerId, LOCAL_OWNER)))
    .orderBy(asc(recordings.createdAt))
    .all();

/** The bands of a kept file with the places that the look gives its channels. */
export function bandRecordOf(note: Pick<BandNote, 'recordId' | 'places'>): Result<BandRecord> {
  const row = findRecording(note.recordId);
  if (!row) return fail('This record is no longer here.');
  const read = readBands(row.kind, row.bytes);
  return read.ok ? ok(placed(read.value.record, note.places)) : read;
}

/** What the bands of a look show; null when the file is gone or cannot be analysed. */
export function analysisOf(note: BandNote): BandAnalysis | null {
  const key = JSON.stringify([note.recordId, note.places, note.calibration]);
  const known = analysed.get(key);
  if (known !== undefined) return known;
  const record = bandRecordOf(note);
  const analysis = record.ok ? analyse(record.value, { calibration: note.calibration }) : null;
  const value = analysis?.ok ? analysis.value : null;
  if (analysed.size > 60) analysed.clear();
  analysed.set(key, value);
  return value;
}

/** Raw files never change, so what was found in them can be kept for a while. */
const analysed = new Map<string, BandAnalysis | null>();
