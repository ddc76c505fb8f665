import * as z from 'zod/mini';
import { fail, ok, type Result } from './result';

export type Mended<T> = { value: T; /** What was left out and why, one sentence each. */ refused: string[] };

/** So many bad values are left out of one record; more than that is no record of ours. */
const MOST_REFUSED = 40;

/**
 * Parses a record and leaves out what cannot be: one bad value never holds back the rest. A bad entry of a list goes
 * alone; any other bad value gives way to what `earlier` holds in its place, or to nothing. Fails where the record
 * cannot stand without it.
 */
export function mended<S extends z.core.$ZodType>(
  schema: S,
  input: unknown,
  earlier: unknown,
): Result<Mended<z.output<S>>> {
  const refused: string[] = [];
  /** Entries that went, by list, so that the next one is named by where it stood. */
  const gone = new Map<string, number>();
  const stood = (path: readonly PropertyKey[]): string =>
    path
      .reduce<PropertyKey[]>(
        (at, key) => [...at, typeof key === 'number' ? key + (gone.get(at.join('.')) ?? 0) : key],
        [],
      )
      .join('.');
  let value: unknown = input;
  let last = '';
  let up = 0;
  for (let round = 0; round <= MOST_REFUSED; round++) {
    const parsed = z.safeParse(schema, value);
    if (parsed.success) return ok({ value: parsed.data, refused });
    const issue = parsed.error.issues[0]!;
    const where = issue.path.join('.');
    // What must be there and is not again after it was taken out takes with it what it stands in.
    up = where === last ? up + 1 : 0;
    last = where;
    const said = `${stood(issue.path) || 'input'}: ${issue.message}`;
    if (issue.path.length <= up) return fail(said, where);
    if (up === 0) refused.push(said);
    const out = issue.path.slice(0, issue.path.length - up);
    const list = listOf(value, out);
    value = without(value, out, up === 0 ? earlier : undefined);
    if (list !== null) {
      const name = stood(list);
      gone.set(name, (gone.get(name) ?? 0) + 1);
      // What stands in the place of an entry that went is another one.
      last = '';
    }
  }
  return fail(refused[0] ?? 'not understood');
}

/** The list of which an entry goes with this place; null where none does. */
function listOf(value: unknown, path: readonly PropertyKey[]): PropertyKey[] | null {
  let here = value;
  for (let i = 0; i < path.length; i++) {
    if (typeof here !== 'object' || here === null) return null;
    const next = (here as Record<PropertyKey, unknown>)[path[i]!];
    if (Array.isArray(here) && (i === path.length - 1 || typeof next !== 'object' || next === null))
      return path.slice(0, i);
    here = next;
  }
  return null;
}

/** A copy of a value with one place in it given back to what was there before, or taken out. */
function without(value: unknown, path: readonly PropertyKey[], earlier: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined || typeof value !== 'object' || value === null) return earlier;
  if (Array.isArray(value)) {
    const i = Number(key);
    return rest.length === 0 || value[i] === null || typeof value[i] !== 'object'
      ? value.filter((_, at) => at !== i)
      : value.map((item, at) => (at === i ? without(item, rest, undefined) : item));
  }
  const own = value as Record<PropertyKey, unknown>;
  const before =
    typeof earlier === 'object' && earlier !== null
      ? (earlier as Record<PropertyKey, unknown>)[key]
      : undefined;
  const next = rest.length === 0 ? before : without(own[key], rest, before);
  if (next !== undefined) return { ...own, [key]: next };
  return Object.fromEntries(Object.entries(own).filter(([k]) => k !== key));
}
