/**
 * Whether two values are the same as records: the order of keys does not count, and a key without a value is no key,
 * as when they are written down and read again.
 */
export function sameRecord(a: unknown, b: unknown): boolean {
  if (a === b || Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((item, i) => sameRecord(item ?? null, b[i] ?? null));
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const keys = (o: Record<string, unknown>) => Object.keys(o).filter((k) => o[k] !== undefined);
  return keys(x).length === keys(y).length && keys(x).every((k) => sameRecord(x[k], y[k]));
}
