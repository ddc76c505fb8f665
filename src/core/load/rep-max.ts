/**
 * One-repetition maximum from repetitions to failure, by seven published formulas (LeSuer 1997, J Strength Cond Res
 * 11:211, who compared them). They part from each other the more repetitions there are.
 */
const FORMULAS = {
  Epley: (kg: number, reps: number) => kg * (1 + reps / 30),
  Brzycki: (kg: number, reps: number) => (kg * 36) / (37 - reps),
  Lander: (kg: number, reps: number) => (100 * kg) / (101.3 - 2.67123 * reps),
  Lombardi: (kg: number, reps: number) => kg * reps ** 0.1,
  Mayhew: (kg: number, reps: number) => (100 * kg) / (52.2 + 41.9 * Math.exp(-0.055 * reps)),
  "O'Connor": (kg: number, reps: number) => kg * (1 + 0.025 * reps),
  Wathan: (kg: number, reps: number) => (100 * kg) / (48.8 + 53.8 * Math.exp(-0.075 * reps)),
} as const;
type RepMaxFormula = keyof typeof FORMULAS;

/** From here some of the formulas break down (Brzycki and Lander divide by nothing at 37). */
export const MOST_REPS = 30;

export type RepMax = { byFormula: Record<RepMaxFormula, number>; low: number; high: number; middle: number };

/** One-repetition maximum, kg, with the spread of the formulas. @param reps 1 to MOST_REPS, to failure */
export function repMax(kg: number, reps: number): RepMax {
  const entries = Object.entries(FORMULAS).map(([name, f]) => [name, reps === 1 ? kg : f(kg, reps)] as const);
  const sorted = entries.map(([, v]) => v).sort((a, b) => a - b);
  return {
    byFormula: Object.fromEntries(entries) as RepMax['byFormula'],
    low: sorted[0]!,
    high: sorted.at(-1)!,
    middle: sorted[3]!,
  };
}

/** Percent of one repetition maximum that so many repetitions to failure stand for, by Epley. @example percentOfMax(22) // 57.7 */
export const percentOfMax = (reps: number): number => (reps === 1 ? 100 : 100 / (1 + reps / 30));
