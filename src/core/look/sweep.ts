import type { Excursions } from '../body/zones';
import type { LookData } from './look';
import { RING_POSITION, RING_POSITIONS, type RingPosition } from './places';

/** Zones that the best alignment is judged by: most air to belly and ribs (practice P19). */
const WANTED = ['belly', 'lowerRibsRight', 'lowerRibsLeft', 'lowerRibsBack'] as const;

/** How much of the breath reaches belly and lower ribs, 0–1; null while one of belly and the two sides is missing. */
export function lowBreath(e: Excursions): number | null {
  if (e.belly === undefined || e.lowerRibsRight === undefined || e.lowerRibsLeft === undefined) return null;
  const seen = WANTED.flatMap((z) => (e[z] === undefined ? [] : [e[z]]));
  return seen.reduce((a, b) => a + b, 0) / seen.length;
}

export type LadderRow = {
  place: RingPosition;
  excursions: Excursions;
  low: number | null;
  /** Share of what lying showed, null without lying. */ kept: number | null;
};

/** One row a position, most supported first: the position ladder. */
export function ladderOf(rings: LookData['rings']): LadderRow[] {
  const lying = rings.hookLying ? lowBreath(rings.hookLying) : null;
  return RING_POSITIONS.flatMap((place) => {
    const excursions = rings[place];
    if (!excursions) return [];
    const low = lowBreath(excursions);
    return [{ place, excursions, low, kept: low === null || !lying ? null : low / lying }];
  });
}

export type BestAlignment = {
  place: RingPosition;
  low: number;
  /** The next best, or null when only one was seen. */ lead: number | null;
};

/** The alignment in which most air reaches belly and ribs, sitting and standing each; null while fewer than two were seen. */
export function bestAlignment(
  rings: LookData['rings'],
  position: 'sitting' | 'standing',
): BestAlignment | null {
  const seen = ladderOf(rings).flatMap((r) =>
    RING_POSITION[r.place].position === position && r.low !== null ? [{ place: r.place, low: r.low }] : [],
  );
  if (seen.length < 2) return null;
  const [best, next] = seen.sort(
    (a, b) =>
      b.low - a.low ||
      Number(RING_POSITION[b.place].alignment === 'between') -
        Number(RING_POSITION[a.place].alignment === 'between'),
  );
  return { ...best!, lead: best!.low - next!.low };
}
