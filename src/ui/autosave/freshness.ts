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
