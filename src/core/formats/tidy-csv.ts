import Papa from 'papaparse';
import type { DictionaryRow, TidyRow } from '../client/tidy';

const COLUMNS = ['client', 'at', 'kind', 'id', 'place', 'value', 'unit', 'spread', 'n'] as const;

/** So many digits are more than any of it was measured to. */
const DIGITS = 6;
const short = (value: number | null): number | '' =>
  value === null ? '' : Number(value.toPrecision(DIGITS));

/** The first line of observations as CSV (RFC 4180). */
export const TIDY_HEAD = `${COLUMNS.join(',')}\r\n`;

/**
 * Observations of a client as the lines that follow: the client by a code, the moment in UTC, what by the key that the
 * dictionary explains. A cell that a spreadsheet would take for a formula is made text.
 */
export const printTidy = (code: string, rows: readonly TidyRow[]): string =>
  rows.length === 0
    ? ''
    : lines(
        rows.map((r) => [
          code,
          r.at,
          r.kind,
          r.id,
          r.place,
          short(r.value),
          r.unit,
          short(r.spread),
          short(r.n),
        ]),
      );

/** What the columns are, and what every key means. */
export const printDictionary = (rows: readonly DictionaryRow[]): string =>
  lines([
    ['kind', 'id', 'label', 'unit', 'meaning'],
    ...ABOUT_COLUMNS,
    ...rows.map((r) => [r.kind, r.id, r.label, r.unit, r.said]),
  ]);

const ABOUT_COLUMNS: readonly (readonly string[])[] = [
  ['column', 'client', 'client', '', 'a code in the place of the name'],
  ['column', 'at', 'moment', '', 'UTC, ISO 8601; a week at home stands at noon of its first day'],
  ['column', 'kind', 'kind', '', 'what sort of observation the row holds'],
  ['column', 'id', 'what', '', 'its key; the rows of this kind below explain it'],
  [
    'column',
    'place',
    'place',
    '',
    'position, device or drill that the value belongs to; only like is held against like',
  ],
  [
    'column',
    'value',
    'value',
    '',
    'the value, in the unit of the row; a mean where there were several tries',
  ],
  ['column', 'unit', 'unit', '', 'unit of value and spread'],
  [
    'column',
    'spread',
    'spread',
    '',
    'standard deviation of the tries of that look; empty where there was one',
  ],
  ['column', 'n', 'tries', '', 'how many independent tries the value rests on'],
];

const lines = (data: readonly (readonly unknown[])[]): string =>
  `${Papa.unparse(data as unknown[][], { escapeFormulae: true, newline: '\r\n' })}\r\n`;
