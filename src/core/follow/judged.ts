import type { Need } from '../aims/needs';
import type { ReadingsResult } from '../read/read';
import type { ReadingName } from '../aims/reading-names';

/** A visit as it was read, with the decisions that the instructor made otherwise. */
export type JudgedVisit = { at: string; result: Pick<ReadingsResult, 'readings' | 'needs'> };

export type Outcome = {
  what: { kind: 'reading'; name: ReadingName } | { kind: 'need'; name: Need };
  at: string;
  /** What was computed and what the instructor said, on the same scale. */
  computed: number;
  said: number;
  why: string;
  /** What the next visit that could tell computed; null while there is none. */
  later: { at: string; value: number } | null;
  closer: 'you' | 'kokyu' | 'even' | 'open';
};

/** Nearer by less than this share of the scale counts as even. Our choice. */
const EVEN_WITHIN = 0.1;
const NEED_SCALE = 4;

/**
 * Every decision made otherwise, with what came later: which of the two was closer to what the next visit showed.
 * A reading may also have changed through the work in between; this shows nearness, not proof.
 *
 * @param visits oldest first
 */
export function outcomesOf(visits: readonly JudgedVisit[]): Outcome[] {
  return visits.flatMap((visit, i) => {
    const after = visits.slice(i + 1);
    const readings = visit.result.readings.flatMap((r): Outcome[] => {
      if (!r.overruled) return [];
      const next = after
        .map((v) => ({ at: v.at, r: v.result.readings.find((x) => x.name === r.name)! }))
        .find((v) => v.r.certainty > 0);
      const later = next ? { at: next.at, value: next.r.overruled?.computed ?? next.r.strength } : null;
      return [
        {
          what: { kind: 'reading', name: r.name },
          at: visit.at,
          computed: r.overruled.computed,
          said: r.strength,
          why: r.overruled.why,
          later,
          closer: closerOf(r.overruled.computed, r.strength, later?.value ?? null, 1),
        },
      ];
    });
    const needs = visit.result.needs.flatMap((n): Outcome[] => {
      if (!n.overruled) return [];
      const next = after[0];
      const found = next?.result.needs.find((x) => x.need === n.need);
      const later = next ? { at: next.at, value: found?.overruled?.computed ?? found?.weight ?? 0 } : null;
      return [
        {
          what: { kind: 'need', name: n.need },
          at: visit.at,
          computed: n.overruled.computed,
          said: n.weight,
          why: n.overruled.why,
          later,
          closer: closerOf(n.overruled.computed, n.weight, later?.value ?? null, NEED_SCALE),
        },
      ];
    });
    return [...readings, ...needs];
  });
}

function closerOf(computed: number, said: number, later: number | null, scale: number): Outcome['closer'] {
  if (later === null) return 'open';
  const nearer = (Math.abs(computed - later) - Math.abs(said - later)) / scale;
  return Math.abs(nearer) < EVEN_WITHIN ? 'even' : nearer > 0 ? 'you' : 'kokyu';
}
