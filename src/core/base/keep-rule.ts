import { format } from 'date-fns';

/** So many of the last days, weeks and months keep their newest copy each. */
const KEEP_RULE = { days: 7, weeks: 5, months: 12 } as const;

/** A stretch that keeps one copy: the day, the week from Monday on (ISO 8601) or the month, on this machine's clock. */
const STRETCHES = { days: 'yyyy-MM-dd', weeks: "RRRR-'W'II", months: 'yyyy-MM' } as const;

/**
 * Which of the copies are kept: the newest of each of the last days, weeks and months that have one. A stretch without a copy
 * does not count, so that a house that was closed for a year loses none.
 *
 * @param made when each was made, ISO 8601
 */
export function keptByRule(
  made: readonly string[],
  rule: Record<keyof typeof STRETCHES, number> = KEEP_RULE,
): Set<string> {
  const newestFirst = made.toSorted((a, b) => Date.parse(b) - Date.parse(a));
  const kept = new Set<string>();
  for (const stretch of ['days', 'weeks', 'months'] as const) {
    const seen = new Set<string>();
    for (const at of newestFirst) {
      const name = format(new Date(at), STRETCHES[stretch]);
      if (seen.has(name) || seen.size === rule[stretch]) continue;
      seen.add(name);
      kept.add(at);
    }
  }
  return kept;
}
