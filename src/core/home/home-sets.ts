import type { Block } from '../sequence/sequence';
import type { HomeEntry } from './home-plan.schema';

/** One set of a drill at home, and how long the breath is left alone after it, s. */
export type HomeSet = { block: Block; freeS: number };

/** At home nobody says when the breath has settled: at least so long. Common practice, no source. */
const LEAST_FREE_S = 20;

/**
 * A drill at home set by set: each round by itself, and between two of them the breath is left alone and the client says
 * whether it was easy. Rounds that differ by side stay together.
 */
export function homeSets({ block }: Pick<HomeEntry, 'block'>): HomeSet[] {
  const { dose } = block;
  if (dose.rounds < 2 || dose.first !== undefined) return [{ block, freeS: 0 }];
  const once = { ...block, dose: { ...dose, rounds: 1, restS: 0 } };
  return Array.from({ length: dose.rounds }, (_, i) => ({
    block: once,
    freeS: i + 1 < dose.rounds ? Math.max(LEAST_FREE_S, dose.restS) : 0,
  }));
}
