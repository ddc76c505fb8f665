import { clamp } from '../base/statistics';

/** How one go at a length ended: calm, or with a gasp, hurry or air hunger. */
export type Ending = 'calm' | 'notCalm';

export type Staircase = {
  exhaleS: number;
  calmInARow: number;
  reversals: number[];
  lastMove: 'harder' | 'easier' | null;
};

/** Half a second at a time (practice P48, common practice, no source). */
const STEP_S = 0.5;
const SHORTEST_S = 1;
const LONGEST_S = 20;

/** The search for the longest exhale that stays calm, at its first step. */
export const startStaircase = (exhaleS: number): Staircase => ({
  exhaleS,
  calmInARow: 0,
  reversals: [],
  lastMove: null,
});

/**
 * The next length to try: harder after two calm in a row, easier after one that is not. The rule settles at the
 * length that is calm 70.7 % of the time (Levitt 1971, J Acoust Soc Am 49:467).
 */
export function stepStaircase(s: Staircase, ending: Ending): Staircase {
  if (ending === 'calm' && s.calmInARow === 0) return { ...s, calmInARow: 1 };
  const move = ending === 'calm' ? 'harder' : 'easier';
  const exhaleS = clamp(s.exhaleS + (move === 'harder' ? STEP_S : -STEP_S), SHORTEST_S, LONGEST_S);
  const turned = s.lastMove !== null && s.lastMove !== move;
  return {
    exhaleS,
    calmInARow: 0,
    lastMove: move,
    reversals: turned ? [...s.reversals, s.exhaleS] : s.reversals,
  };
}
