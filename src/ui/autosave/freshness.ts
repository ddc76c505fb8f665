import { sealed, unsealed } from './draft-seal';

/**
 * What was saved since this page was loaded. A page that the browser shows again from memory was made before; it starts
 * from what was saved last, and pages and the row of stations are made anew when something under them has changed.
 */
const newest = new Map<string, { rev: number; value: unknown }>();
const told = new Set<(key: string) => void>();
let changes = 0;

export function noteSaved(key: string, rev: number, value: unknown): void {
  const known = newest.get(key);
  if (known && known.rev >= rev) return;
  newest.set(key, { rev, value });
  leaveForNextPage(key, { rev, value });
  changes++;
  for (const tell of told) tell(key);
}

/** What was saved of a record after revision `rev`; null when nothing was. */
export function newestOf<T>(key: string, rev: number): { rev: number; value: T } | null {
  const known = newest.get(key);
  return known && known.rev > rev ? (known as { rev: number; value: T }) : null;
}

/** How many saves there were; changes with each. */
export const changesSoFar = (): number => changes;

export function onSaved(tell: (key: string) => void): () => void {
  told.add(tell);
  return () => void told.delete(tell);
}

const LEFT = 'kokyu-saved:';
/** A page that was asked for before a save came through is here within this time, ms. */
const ON_ITS_WAY_MS = 5000;

/**
 * A reload may be answered from before a save whose answer this page still hears: then there is no draft, and the next
 * page is older than what is stored. What was saved is left for it, in this tab only, for as long as that can be.
 */
function leaveForNextPage(key: string, saved: { rev: number; value: unknown }): void {
  try {
    const closed = sealed(LEFT + key, saved);
    if (closed === null) return;
    sessionStorage.setItem(LEFT + key, closed);
    setTimeout(() => {
      const left = readLeft(key);
      if (left && left.rev <= saved.rev) sessionStorage.removeItem(LEFT + key);
    }, ON_ITS_WAY_MS);
  } catch {
    // A full or forbidden store: the next page then shows what it came with, and a save over it is offered as a choice.
  }
}

function readLeft(key: string): { rev: number; value: unknown } | null {
  const left = unsealed(LEFT + key, sessionStorage.getItem(LEFT + key));
  return left && typeof left === 'object' && 'rev' in left && typeof left.rev === 'number' && 'value' in left
    ? { rev: left.rev, value: left.value }
    : null;
}

/** Takes what the page before this one heard was stored after revision `rev`; null when nothing was. */
export function takeLeft<T>(key: string, rev: number): { rev: number; value: T } | null {
  try {
    const left = readLeft(key);
    sessionStorage.removeItem(LEFT + key);
    if (!left || left.rev <= rev) return null;
    noteSaved(key, left.rev, left.value);
    return left as { rev: number; value: T };
  } catch {
    return null;
  }
}
