import type { TraceKind } from './trace-kinds';

/** An entry of the log. `previous` is the hash of the entry before, so that none can be changed or taken out unseen. */
export type Trace = {
  n: number;
  at: string;
  who: string;
  what: TraceKind;
  code: string | null;
  detail: string;
  previous: string;
  hash: string;
};

/** What the first entry is bound to. */
export const FIRST = '0'.repeat(64);

/** The text of which the hash of an entry is made. */
export const boundText = ({ n, at, who, what, code, detail, previous }: Omit<Trace, 'hash'>): string =>
  JSON.stringify([n, at, who, what, code, detail, previous]);

/**
 * Whether a log is whole: entries follow each other from 1 on, and each is bound to the one before.
 *
 * @param hashOf SHA-256 of a text, hex
 * @returns the number of the first entry that is missing or was changed; null where there is none
 */
export function brokenAt(entries: Iterable<Trace>, hashOf: (text: string) => string): number | null {
  let n = 0;
  let previous = FIRST;
  for (const entry of entries) {
    n++;
    if (entry.n !== n || entry.previous !== previous || entry.hash !== hashOf(boundText(entry))) return n;
    previous = entry.hash;
  }
  return null;
}

/** The same thing seen or changed by the same person again within this time is one entry, min. */
export const SAME_MIN = 10;

export const TRACE_WORD: Record<TraceKind, string> = {
  seen: 'looked at',
  changed: 'changed',
  exported: 'took out as a file',
  shared: 'shared',
  unshared: 'took a share back',
  handedOver: 'handed over',
  erased: 'erased',
  signedIn: 'signed in',
  signedOut: 'signed out',
  refused: 'was refused',
  account: 'changed an account',
};
