import Papa from 'papaparse';
import { fail, ok, type Result } from '../base/result';
import type { Curve } from '../signal/curve';
import { numberIn, styleOf, type NumberStyle } from './decimal';

/** Largest file that is read, bytes. Our choice: about eight hours of four columns at 25 Hz. */
export const CURVE_MAX_BYTES = 48 * 1024 * 1024;

/** Names of the first column, in the languages that programs of this field are most often set to, and its unit. */
const TIME_NAME =
  /^(t|time|zeit|temps|tiempo|tempo|tid|tijd|czas|seconds?|sekunden?|secondes?|sec|s|ms|milliseconds?)$/;
const UNIT = /[\s_]*[[(]?\s*(ms|msec|milliseconds?|s|sec|seconds?)\s*[\])]?$/;

/** Nothing that a band or a strap measures is larger. Our choice. */
const LARGEST = 1e9;
/** The fastest record that is read, samples a second. Our choice: breath has nothing above 10 Hz. */
const FASTEST_HZ = 2000;
const MOST_COLUMNS = 64;

export type ReadCurve = Curve & {
  /** How doubtful things were read, one sentence each. */ warnings: string[];
};

/** What a text of bytes says: UTF-8, or UTF-16 where its first bytes say so. */
export function textOf(bytes: Uint8Array): string {
  const [a, b] = bytes;
  const code =
    (a === 0xff && b === 0xfe) || (b === 0 && a !== 0)
      ? 'utf-16le'
      : a === 0xfe && b === 0xff
        ? 'utf-16be'
        : 'utf-8';
  return new TextDecoder(code).decode(bytes);
}

/**
 * Reads a curve from CSV: a header row, a first column of time (s, or ms when its name says so), then numbers. Comma,
 * semicolon or tab, also named by a first line `sep=;`; a decimal point or comma, with or without groups of thousands. An
 * empty cell is a gap in that row and the row is left out.
 *
 * @example parseCurveCsv('time_s,ribs\n0,0.1\n0.02,0.2')
 * @example parseCurveCsv('Zeit [s];Rippen\n0;0,1\n0,02;1,5E-02')
 */
export function parseCurveCsv(text: string, { own = false } = {}): Result<ReadCurve> {
  if (text.length > CURVE_MAX_BYTES) return fail(tooLarge(text.length), 'file');
  const bare = text.replace(/^\uFEFF/, '');
  if (bare.trim() === '') return fail('the file is empty', 'file');
  const told = /^sep=(.)\r?\n/i.exec(bare);
  const parsed = Papa.parse<string[]>(told ? bare.slice(told[0].length) : bare, {
    skipEmptyLines: 'greedy',
    comments: '#',
    ...(told ? { delimiter: told[1]! } : {}),
  });
  const [first, ...rows] = parsed.data;
  const firstLine = told ? 2 : 1;
  const header = first && withoutTrailing(first);
  if (!header || header.length < 2)
    return fail(`line ${firstLine}: at least two columns are needed, a time and a curve`, 'file');
  if (header.length > MOST_COLUMNS)
    return fail(`line ${firstLine}: ${header.length} columns; at most ${MOST_COLUMNS} are read`, 'file');
  if (header.every((cell) => numberIn(cell, { decimal: '.', grouped: false }) !== null))
    return fail(
      `line ${firstLine}: no header; name the columns in the first line, such as time_s,ribs`,
      'file',
    );
  const toSeconds = secondsIn(header[0]!);
  if (toSeconds === null)
    return fail(
      `line ${firstLine}: the first column is “${header[0]!.trim().slice(0, 60)}”; it must be the time, named time_s or t_ms`,
      'file',
    );
  const twice = header.findIndex((name, i) => name.trim() !== '' && header.indexOf(name) < i);
  if (twice >= 0 && !own)
    return fail(`line ${firstLine}: two columns are named “${header[twice]!.trim().slice(0, 60)}”`, 'file');
  if (rows.length === 0) return fail('the file has a header but no rows', 'file');
  const found = styleOf(cellsOf(rows, header.length));
  if ('clash' in found)
    return fail(
      `“${found.clash[0].slice(0, 30)}” has a decimal point and “${found.clash[1].slice(0, 30)}” a decimal comma; save the table with one of them`,
      'file',
    );
  const curve = readRows({ header, rows, toSeconds, firstLine, style: found.style });
  if (!curve.ok) return curve;
  const warnings =
    found.doubtful === null
      ? []
      : [
          `Numbers such as “${found.doubtful.slice(0, 30)}” were read with a decimal ${found.style.decimal === ',' ? 'comma' : 'point'}, as ${numberIn(found.doubtful, found.style) ?? 'nothing'}.`,
        ];
  return ok({ ...curve.value, warnings });
}

/** A row without the empty cells at its end, which a separator at the end of the line makes. */
function withoutTrailing(row: readonly string[]): string[] {
  let end = row.length;
  while (end > 0 && row[end - 1]!.trim() === '') end--;
  return row.slice(0, end);
}

function* cellsOf(rows: readonly string[][], width: number): Generator<string> {
  for (const row of rows) for (const cell of row.slice(0, width)) yield cell;
}

/** What one unit of the time column is in seconds; null when it is no time. */
function secondsIn(name: string): number | null {
  const text = name.trim().toLowerCase();
  const unit = UNIT.exec(text);
  const bare = unit && unit[0].length < text.length ? text.slice(0, unit.index) : text;
  if (!TIME_NAME.test(bare) && !TIME_NAME.test(text)) return null;
  return /^(ms|msec|milli)/.test(unit?.[1] ?? text) ? 0.001 : 1;
}

type Table = {
  header: readonly string[];
  rows: readonly string[][];
  toSeconds: number;
  firstLine: number;
  style: NumberStyle;
};

function readRows({ header, rows, toSeconds, firstLine, style }: Table): Result<Curve> {
  const times = new Float64Array(rows.length);
  const columns = header
    .slice(1)
    .map((name, i) => ({ name: name.trim() || `column ${i + 2}`, values: new Float64Array(rows.length) }));
  let kept = 0;
  for (let r = 0; r < rows.length; r++) {
    const row = rows[r]!;
    const line = `line ${r + 1 + firstLine}`;
    if (row.length < header.length)
      return fail(`${line}: ${row.length} of ${header.length} columns; is the line cut off?`, line);
    if (row.slice(header.length).some((cell) => cell.trim() !== ''))
      return fail(
        `${line}: ${withoutTrailing(row).length} cells, the header names ${header.length} columns`,
        line,
      );
    if (row.slice(0, header.length).some((cell) => cell.trim() === '')) continue;
    for (let c = 0; c < header.length; c++) {
      const value = numberIn(row[c]!, style);
      if (value === null)
        return fail(`${line}, column “${header[c]}”: “${row[c]!.slice(0, 30)}” is not a number`, line);
      if (Math.abs(value) > LARGEST * (c === 0 ? 1e4 : 1))
        return fail(
          `${line}, column “${header[c]}”: “${row[c]!.slice(0, 30)}” is too large to have been measured`,
          line,
        );
      if (c === 0) times[kept] = value * toSeconds;
      else columns[c - 1]!.values[kept] = value;
    }
    if (times[kept]! < 0)
      return fail(
        `${line}: the time ${row[0]} lies before 0; shift the times so that the record begins at 0`,
        line,
      );
    if (kept > 0 && times[kept]! <= times[kept - 1]!)
      return fail(`${line}: the time ${row[0]} is not later than the one before; times must increase`, line);
    kept++;
  }
  if (kept === 0) return fail('every row has an empty cell', 'file');
  const lengthS = times[kept - 1]! - times[0]!;
  if (kept > 1 && (kept - 1) / lengthS > FASTEST_HZ)
    return fail(
      `${Math.round((kept - 1) / lengthS)} samples a second; at most ${FASTEST_HZ} are read. Is the time in ms where its name says s?`,
      'times',
    );
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

/** Why a table of so many bytes is not read, and what to do. */
export const tooLarge = (bytes: number): string =>
  `the file has ${Math.round(bytes / 1024 / 1024)} MB; at most ${CURVE_MAX_BYTES / 1024 / 1024} MB are read. Cut it into shorter records or save fewer columns`;
