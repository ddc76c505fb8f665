import { mean, standardDeviation } from '../base/statistics';
import type { Tape, TapeTry } from './tape.schema';

export type { TapeTry, Tape };

export const TAPE_LEVELS = ['armpit', 'lowerSternum', 'waist'] as const;

export type TapeLevel = (typeof TAPE_LEVELS)[number];

export const TAPE_LABEL: Record<TapeLevel, string> = {
  armpit: 'armpits',
  lowerSternum: 'end of the sternum',
  waist: 'waist',
};

/** One tape goes all round; two from the spine give the sides (practice P23). */
export const TAPE_SIDES = ['whole', 'right', 'left'] as const;

export type TapeSide = (typeof TAPE_SIDES)[number];

/** Tries of a level that are asked for. */
export const TAPE_TRIES = 3;

export const EMPTY_TAPE: Tape = { unit: 'cm', keep: 'best', tries: [] };

export type TapeResult = {
  level: TapeLevel;
  side: TapeSide;
  tries: number;
  excursionCm: number;
  spreadCm: number | null;
};

/** Excursions (inhale less exhale) by level and side: the best or the mean of the tries. */
export function tapeResults({ tries, keep }: Tape): TapeResult[] {
  return TAPE_LEVELS.flatMap((level) =>
    TAPE_SIDES.flatMap((side) => {
      const found = tries
        .filter((t) => t.level === level && t.side === side)
        .map((t) => t.inhaleCm - t.exhaleCm);
      if (found.length === 0) return [];
      return [
        {
          level,
          side,
          tries: found.length,
          excursionCm: keep === 'best' ? Math.max(...found) : mean(found),
          spreadCm: found.length > 1 ? standardDeviation(found) : null,
        },
      ];
    }),
  );
}

/** Smaller side over the larger at a level, 0–1; null unless both sides were taped and one opens. */
export function tapeSideRatio(tape: Tape, level: TapeLevel): number | null {
  const of = (side: TapeSide) =>
    tapeResults(tape).find((r) => r.level === level && r.side === side)?.excursionCm;
  const [right, left] = [of('right'), of('left')];
  if (right === undefined || left === undefined || Math.max(right, left) <= 0) return null;
  return Math.max(0, Math.min(right, left)) / Math.max(right, left);
}
