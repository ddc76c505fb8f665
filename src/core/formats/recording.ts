import { fail, ok, type Result } from '../base/result';
import { LEAST_SAMPLES, samplesOf, type BandRecord } from '../signal/record';
import { parseBandCsv } from './band-csv';
import { CURVE_MAX_BYTES, textOf, tooLarge } from './curve-csv';
import { JPEG_MAX_BYTES } from './jpeg';
import type { RecordingKind } from './recording-kind';
import { EDF_MAX_BYTES, edfRecord, edfTooLarge, parseEdf } from './edf';
import { WAV_MAX_BYTES, wavTooLarge } from './wav';

/** Largest file of each kind, bytes. */
export const MOST_BYTES: Record<RecordingKind, number> = {
  edf: EDF_MAX_BYTES,
  csv: CURVE_MAX_BYTES,
  wav: WAV_MAX_BYTES,
  jpeg: JPEG_MAX_BYTES,
};

/** Why a file of this kind and size is not read, and what to do. */
export const tooLargeFor = (kind: RecordingKind, bytes: number): string =>
  ({ edf: edfTooLarge, csv: tooLarge, wav: wavTooLarge, jpeg: pictureTooLarge })[kind](bytes);

const pictureTooLarge = () => `a picture of more than ${JPEG_MAX_BYTES / 1024 / 1024} MB is not kept`;

/** What a file is, by its first bytes; anything that is neither is taken for a table. */
export function kindOf(start: Uint8Array): RecordingKind {
  // A text in UTF-16 says so in its first two bytes.
  if ((start[0] === 0xff && start[1] === 0xfe) || (start[0] === 0xfe && start[1] === 0xff)) return 'csv';
  if (start[0] === 0xff && start[1] === 0xd8) return 'jpeg';
  const four = String.fromCharCode(...start.subarray(0, 4));
  if (four === 'RIFF') return 'wav';
  const first = String.fromCharCode(...start.subarray(0, 8));
  if (start[0] === 0xff && first.slice(1) === 'BIOSEMI') return 'edf';
  return /^0 {7}/.test(first) || start.subarray(0, 256).some((b) => b === 0) ? 'edf' : 'csv';
}

/** The bands of a kept file, with what had to be mended on the way. `all`: every curve of it, also such as no band would give. */
export function readBands(
  kind: RecordingKind,
  bytes: Uint8Array,
  take: 'bands' | 'all' = 'bands',
): Result<{ record: BandRecord; warnings: string[] }> {
  if (kind === 'wav') return fail('this is a sound file; it belongs to the exhale by sound', 'file');
  if (kind === 'jpeg') return fail('this is a picture; it holds no curves', 'file');
  if (kind === 'edf') {
    const edf = parseEdf(bytes);
    if (!edf.ok) return edf;
    const made = edfRecord(edf.value, take);
    return samplesOf(made.record) < LEAST_SAMPLES
      ? fail(`a record needs at least ${LEAST_SAMPLES} samples`, 'data')
      : ok(made);
  }
  return parseBandCsv(textOf(bytes));
}
