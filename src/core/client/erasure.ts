import type { Erasure } from './erasure.schema';

/** Names of tables for people. */
const TABLE_WORDS: Record<string, [one: string, many: string]> = {
  clients: ['file', 'files'],
  screens: ['screening', 'screenings'],
  looks: ['look', 'looks'],
  recordings: ['recording', 'recordings'],
  films: ['film', 'films'],
  sequences: ['sequence', 'sequences'],
  runs: ['run', 'runs'],
  home_plans: ['plan for home', 'plans for home'],
  home_links: ['link', 'links'],
  home_reports: ['answer from home', 'answers from home'],
  visits: ['visit', 'visits'],
  revisions: ['earlier value', 'earlier values'],
};

/**
 * Counts of rows as a line.
 *
 * @example sayRows({ clients: 1, looks: 12 }) // '1 file, 12 looks'
 */
export const sayRows = (rows: Readonly<Record<string, number>>): string =>
  Object.entries(rows)
    .flatMap(([table, n]) => (n === 0 ? [] : [`${n} ${TABLE_WORDS[table]?.[n === 1 ? 0 : 1] ?? table}`]))
    .join(', ');

/** What still has to be done by hand after an erasure, one sentence each. */
export function leftToDo(e: Erasure): string[] {
  const n = e.backups.length;
  return [
    ...(n > 0
      ? [
          `${n === 1 ? 'One backup still holds' : `${n} backups still hold`} this client: ${e.backups.join(', ')}. They go by their rule within twelve months; delete them to be sooner.`,
        ]
      : []),
    ...(e.filmsLeft.length > 0
      ? [`Films that could not be reached, to be deleted by hand: ${e.filmsLeft.join(', ')}.`]
      : []),
    ...(e.found
      ? [
          'The file could not be written anew while something else held it. End that and Kokyu: with the log nothing of the client is left in the file.',
        ]
      : []),
    'Copies, sheets and exports that were made by hand, and what the client has on a phone of their own, are beyond Kokyu.',
  ];
}

/** The receipt as plain text, without health data and without the name. */
export const receiptText = (e: Erasure): string =>
  [
    'Erased from Kokyu',
    '',
    `Client ${e.code}, ${e.at}`,
    `Gone: ${sayRows(e.rows)}.`,
    `Films deleted: ${e.films}. Taken out of classes: ${e.classes}. Copies beside the file deleted: ${e.copies}.`,
    e.found
      ? 'Their random names were still met in the file or its log.'
      : 'The file was written anew; none of their random names is in it or in its log.',
    '',
    ...leftToDo(e).map((line) => `- ${line}`),
    '',
  ].join('\n');

/** A value without whatever belongs to a client: entries of lists that name them, at any depth. */
export function withoutClient(value: unknown, clientId: string): unknown {
  if (Array.isArray(value))
    return value
      .filter(
        (v) => !(typeof v === 'object' && v !== null && (v as { clientId?: unknown }).clientId === clientId),
      )
      .map((v) => withoutClient(v, clientId));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, withoutClient(v, clientId)]));
}

/** Shorter names stand in other words and by chance: they count only where they are the whole title. */
const LEAST_NAME = 4;

/**
 * Whether a title names somebody: as a whole, or as words within it.
 *
 * @example bearsName('Ada Lark, first time', 'ada lark') // true
 */
export function bearsName(title: string, name: string): boolean {
  const [t, n] = [title, name].map((v) => v.normalize('NFC').trim().toLocaleLowerCase()) as [string, string];
  if (t === n) return true;
  if (n.length < LEAST_NAME) return false;
  const isWord = (c: string | undefined) => c !== undefined && /[\p{L}\p{N}]/u.test(c);
  for (let at = t.indexOf(n); at >= 0; at = t.indexOf(n, at + 1))
    if (!isWord(t[at - 1]) && !isWord(t[at + n.length])) return true;
  return false;
}
