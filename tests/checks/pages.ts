import { mean, standardDeviation } from '@/core/base/statistics';
import { MEASURES, type Measure } from '@/core/follow/measures';
import { followed, type Followed, type Point } from '@/core/follow/trend';

/** Where everybody starts; spread of the tries of a visit as a share of the value, and how many there are. */
const START = 20;
const TRIES = { share: 0.08, count: 3 };

/** A visit to somebody whose true value is `level`: days and tries differ as the measure says that they do. */
function visitAt(level: number, { noise }: Measure, gauss: () => number): Point['measured'] {
  if (noise.kind === 'stated') return { value: level + noise.sem * gauss(), spread: 0, n: 1 };
  const days = noise.kind === 'repeated' ? Math.max(noise.days.least, noise.days.share * level) : 1;
  const day = level + days * gauss();
  const tries = Array.from({ length: TRIES.count }, () => day + TRIES.share * level * gauss());
  return { value: mean(tries), spread: standardDeviation(tries), n: TRIES.count };
}

/** A row, and the rise that such a row names as found four times in five; null where it names none. */
export type PageRow = Followed & { named: number | null };

/**
 * Rows of every measure there is, of somebody who stays the same until the last visit, and then has risen by `effect` times
 * what such a page names as found four times in five.
 */
export function pageOf(count: number, sameState: boolean, effect: number, gauss: () => number): PageRow[] {
  const measures = MEASURES.filter((m) => !(m.noise.kind === 'stated' && m.noise.sem === 0));
  const rows = (riseOf: (id: string) => number) =>
    measures.map((m) => {
      const points = Array.from({ length: count }, (_, i): Point => ({
        at: new Date(Date.UTC(2026, 0, 1 + i * 7)).toISOString(),
        sameState: sameState && i > 0 && effect === 0,
        measured: visitAt(START + (i === count - 1 ? riseOf(m.id) : 0), m, gauss),
      }));
      return followed(m, m.label, points, measures.length);
    });
  const still = rows(() => 0);
  if (effect === 0) return still.map((r) => ({ ...r, named: r.found80 }));
  const named = new Map(still.map((r) => [r.id, r.found80]));
  return rows((id) => effect * (named.get(id) ?? 0)).map((r) => ({ ...r, named: named.get(r.id) ?? null }));
}
