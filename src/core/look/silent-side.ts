import { mean } from '../base/statistics';
import type { LookData } from './look';
import type { SeenBands } from './quiet';
import { RING_POSITIONS } from './places';
import { TAPE_LEVELS, tapeResults } from './tape';

export type Side = 'right' | 'left';

/** Opposite of a side. */
export const otherSide = (side: Side): Side => (side === 'right' ? 'left' : 'right');

/** From this share of the larger side on the two count as alike. Our choice. */
const ALIKE_FROM = 0.9;

/**
 * The side that opens less, over everything that looked at both (practice P18, P76): side bend, rings, bands, tape; null
 * when nothing did or they come out alike.
 */
export function silentSide(look: LookData, bands: readonly SeenBands[]): Side | null {
  const pairs: [right: number, left: number][] = [];
  const add = (right: number | undefined, left: number | undefined) => {
    if (right !== undefined && left !== undefined && Math.max(right, left) > 0) pairs.push([right, left]);
  };
  add(look.sideBend?.right, look.sideBend?.left);
  for (const p of RING_POSITIONS) add(look.rings[p]?.lowerRibsRight, look.rings[p]?.lowerRibsLeft);
  for (const { analysis } of bands) add(analysis.rises.lowerRibsRight, analysis.rises.lowerRibsLeft);
  if (look.tape) {
    const results = tapeResults(look.tape);
    for (const level of TAPE_LEVELS) {
      const of = (side: Side) => results.find((r) => r.level === level && r.side === side)?.excursionCm;
      add(of('right'), of('left'));
    }
  }
  if (pairs.length === 0) return null;
  const share = mean(pairs.map(([r, l]) => (r - l) / Math.max(r, l)));
  return Math.abs(share) <= 1 - ALIKE_FROM ? null : share > 0 ? 'left' : 'right';
}
