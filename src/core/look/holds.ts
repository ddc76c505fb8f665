import { OUR_CHOICE, smallestChange, type DayToDay } from '../change/noise';
import { mean, standardDeviation } from '../base/statistics';
import type { HoldKind, HoldTrial } from './look';
import { HOLD_POSITIONS } from './places';

export type HoldSummary = {
  position: HoldTrial['position'];
  tries: number;
  calmTries: number;
  /** Longest hold that ended calm; null when none did: then the number was too high (practice P25). */
  bestCalmS: number | null;
  meanCalmS: number | null;
  /** Within-visit standard deviation of the calm tries; null below two. */
  spreadS: number | null;
  /** Smallest change of the mean between two visits like this one that is more than noise, days included; null below two. */
  noiseS: number | null;
};

/** How much a held breath differs from day to day. Our choice: no figure at hand. */
export const HOLD_DAYS: DayToDay = { share: 0.15, least: 1, source: OUR_CHOICE };

/** A hold that the mouth or a gasp ended counts for so much of its length (practice P73). */
const ROUGH_SHARE = 2 / 3;

/**
 * Seconds that the client's own hold stays calm, for what a pause may be (practice P73): the best in the most supported
 * position that was looked at, a rough ending counting two thirds; null when none was looked at.
 */
export function calmHoldOf(trials: readonly HoldTrial[]): number | null {
  const calm = trials.filter((t) => (t.kind ?? 'calm') === 'calm');
  const position = HOLD_POSITIONS.find((p) => calm.some((t) => t.position === p));
  if (!position) return null;
  return Math.max(
    ...calm
      .filter((t) => t.position === position)
      .map((t) => (t.end === 'calm' ? t.holdS : t.holdS * ROUGH_SHARE)),
  );
}

/** Holds of one kind by position, easiest first (practice P26). Only tries that ended calm count toward a length. */
export function summariseHolds(trials: readonly HoldTrial[], kind: HoldKind = 'calm'): HoldSummary[] {
  return HOLD_POSITIONS.flatMap((position) => {
    const here = trials.filter((t) => t.position === position && (t.kind ?? 'calm') === kind);
    if (here.length === 0) return [];
    const calm = here.filter((t) => t.end === 'calm').map((t) => t.holdS);
    const spreadS = calm.length > 1 ? standardDeviation(calm) : null;
    const visit = spreadS === null ? null : { value: mean(calm), spread: spreadS, n: calm.length };
    return {
      position,
      tries: here.length,
      calmTries: calm.length,
      bestCalmS: calm.length ? Math.max(...calm) : null,
      meanCalmS: calm.length ? mean(calm) : null,
      spreadS,
      noiseS: visit && smallestChange({ kind: 'repeated', days: HOLD_DAYS }, visit, visit),
    };
  });
}
