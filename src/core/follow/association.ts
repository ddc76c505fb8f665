import { normalQuantile } from '../change/quantile';

/** A stretch between two looks: what was in it, and whether something got better beyond noise. */
export type Stretch = { person: string; items: ReadonlySet<string>; better: boolean };

export type Share = { better: number; of: number; people: number };

/** How often something got better in stretches with a thing, and in those without it. */
export type WentWith = {
  item: string;
  with: Share;
  without: Share;
  /** Share with less share without, and its limits; null where there are too few people on one side. */
  difference: { value: number; low: number; high: number } | null;
};

/** A twentieth of wrong answers over all rows together (Bonferroni). */
const FALSE_ROWS = 0.05;

/**
 * What went with getting better. Everything that was done in a stretch is counted alike, stretches of one person are not
 * independent, and whoever is given a drill differs from whoever is not: this is association, and little of it. Limits
 * are given where there are so many people on both sides, and hold for all such rows together.
 */
export function wentWith(stretches: readonly Stretch[], leastPeople = 1): WentWith[] {
  const items = new Set(stretches.flatMap((s) => [...s.items]));
  const rows = [...items].map((item) => {
    const [has, lacks] = [true, false].map((b) => shareOf(stretches.filter((s) => s.items.has(item) === b)));
    return { item, with: has!, without: lacks! };
  });
  const told = rows.filter((r) => r.with.people >= leastPeople && r.without.people >= leastPeople);
  const level = 1 - FALSE_ROWS / Math.max(1, told.length);
  return rows
    .map((r) => ({ ...r, difference: told.includes(r) ? newcombe(r.with, r.without, level) : null }))
    .sort((a, b) => b.with.of - a.with.of || a.item.localeCompare(b.item));
}

const shareOf = (list: readonly Stretch[]): Share => ({
  better: list.filter((s) => s.better).length,
  of: list.length,
  people: new Set(list.map((s) => s.person)).size,
});

/**
 * Limits of a share (Wilson 1927, J Am Stat Assoc 22:209). @param n at least 1
 *
 * @example wilson(81, 263, 0.95) // low 0.2553, high 0.3662
 */
export function wilson(x: number, n: number, level: number): { low: number; high: number } {
  const z = normalQuantile(1 - (1 - level) / 2);
  const p = x / n;
  const centre = p + z ** 2 / (2 * n);
  const half = z * Math.sqrt((p * (1 - p)) / n + z ** 2 / (4 * n ** 2));
  const scale = 1 + z ** 2 / n;
  return { low: (centre - half) / scale, high: (centre + half) / scale };
}

/**
 * Difference of two shares with its limits, from the limits of each (Newcombe 1998, Stat Med 17:873, method 10).
 *
 * @example newcombe({ better: 56, of: 70 }, { better: 48, of: 80 }, 0.95) // 0.2, 0.0524 to 0.3339
 */
export function newcombe(
  a: Pick<Share, 'better' | 'of'>,
  b: Pick<Share, 'better' | 'of'>,
  level: number,
): { value: number; low: number; high: number } {
  const [p, q] = [a.better / a.of, b.better / b.of];
  const [u, v] = [wilson(a.better, a.of, level), wilson(b.better, b.of, level)];
  return {
    value: p - q,
    low: p - q - Math.hypot(p - u.low, v.high - q),
    high: p - q + Math.hypot(u.high - p, q - v.low),
  };
}
