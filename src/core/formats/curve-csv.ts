import Papa from 'papaparse';
import { fail, ok, type Result } from '../base/result';
import type { Curve } from '../signal/curve';

/** Largest file that is read, bytes. Our choice: about eight hours of four columns at 25 Hz. */
export const CURVE_MAX_BYTES = 48 * 1024 * 1024;

const TIME_NAMES = /^(t|time|seconds?|s|t_s|time_s|zeit)$/i;
const TIME_MS_NAMES = /^(t_ms|time_ms|ms|milliseconds?)$/i;

/**
 * Reads a curve from CSV: a header row, a first column of time (s, or ms when its name says so), then numbers.
 * Comma, semicolon or tab; an empty cell is a gap in that row and the row is left out.
 *
 * @example parseCurveCsv('time_s,ribs\n0,0.1\n0.02,0.2')
 */
export function parseCurveCsv(text: string): Result<Curve> {
  if (text.length > CURVE_MAX_BYTES) return fail(tooLarge(text.length), 'file');
  if (text.trim() === '') return fail('the file is empty', 'file');
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    comments: '#',
  });
  const [header, ...rows] = parsed.data;
  if (!header || header.length < 2)
    return fail('line 1: at least two columns are needed, a time and a curve', 'file');
  if (header.every((cell) => cell.trim() !== '' && Number.isFinite(Number(cell)))) {
    return fail('line 1: no header; name the columns in the first line, such as time_s,ribs', 'file');
  }
  const timeName = header[0]!.trim();
  const toSeconds = TIME_MS_NAMES.test(timeName) ? 0.001 : TIME_NAMES.test(timeName) ? 1 : null;
  if (toSeconds === null)
    return fail(
      `line 1: the first column is “${timeName}”; it must be the time, named time_s or t_ms`,
      'file',
    );
  if (rows.length === 0) return fail('the file has a header but no rows', 'file');
  return readRows(header, rows, toSeconds);
}

function readRows(header: readonly string[], rows: readonly string[][], toSeconds: number): Result<Curve> {
  const times = new Float64Array(rows.length);
  const columns = header
    .slice(1)
    .map((name, i) => ({ name: name.trim() || `column ${i + 2}`, values: new Float64Array(rows.length) }));
  let kept = 0;
  for (let r = 0; r < rows.length; r++) {
    const row = rows[r]!;
    if (row.length < header.length)
      return fail(
        `line ${r + 2}: ${row.length} of ${header.length} columns; is the line cut off?`,
        `line ${r + 2}`,
      );
    if (row.slice(0, header.length).some((cell) => cell.trim() === '')) continue;
    for (let c = 0; c < header.length; c++) {
      const value = Number(row[c]!.replace(/^(-?\d+),(\d+)$/, '$1.$2'));
      if (!Number.isFinite(value)) {
        return fail(
          `line ${r + 2}, column “${header[c]}”: “${row[c]!.slice(0, 30)}” is not a number`,
          `line ${r + 2}`,
        );
      }
      if (c === 0) times[kept] = value * toSeconds;
      else columns[c - 1]!.values[kept] = value;
    }
    if (kept > 0 && times[kept]! <= times[kept - 1]!) {
      return fail(
        `line ${r + 2}: the time ${row[0]} is not later than the one before; times must increase`,
        `line ${r + 2}`,
      );
    }
    kept++;
  }
  if (kept === 0) return fail('every row has an empty cell', 'file');
  return ok({
    times: times.slice(0, kept),
    columns: columns.map((c) => ({ name: c.name, values: c.values.slice(0, kept) })),
  });
}

/** Writes a curve so that reading it gives the same numbers. */
export function printCurveCsv(curve: Curve): string {
  const rows = Array.from(curve.times, (t, i) => [t, ...curve.columns.map((c) => c.values[i]!)]);
  return Papa.unparse([['time_s', ...curve.columns.map((c) => c.name)], ...rows], { newline: '\n' }) + '\n';
}

export const tooLarge = (bytes: number): string =>
  `the file has ${Math.round(bytes / 1024 / 1024)} MB; at most ${CURVE_MAX_BYTES / 1024 / 1024} MB are read. Cut it into shorter records or save fewer columns`;
