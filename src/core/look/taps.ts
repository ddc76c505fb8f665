import { fail, ok, type Result } from '../base/result';
import { mean, standardDeviation } from '../base/statistics';

/** Which turn a tap marks: the breath begins to come in, or begins to go out. */
export type Turn = 'inhale' | 'exhale';

type TappedBreath = { startS: number; inhaleS: number; exhaleS: number };

export type Timing = {
  breaths: TappedBreath[];
  ratePerMin: number;
  inhaleS: number;
  exhaleS: number;
  /** Ti/Ttot, 0–1. */
  dutyCycle: number;
  /** Coefficient of variation of the whole breath, 0 upward; 0 for a single breath. */
  irregularity: number;
  /** Standard deviations over the breaths, for the noise of a change. */
  spread: { ratePerMin: number; exhaleS: number };
};

/** Ten hours: no watch is longer. Our choice. */
const MOST_TAP_S = 36_000;

/** Two taps closer than this are one tap that bounced. Our choice: no breath turns faster. */
export const BOUNCE_S = 0.2;

/**
 * Breath timing from taps at the turns of the breath, in seconds from any start, in order. `first` says what the
 * first tap marks; the turns alternate from there. A breath is counted from one inhale to the next.
 *
 * @example timingFromTaps([0, 2, 8, 10, 16], 'inhale') // 7.5 a minute, 2 s in, 6 s out
 */
export function timingFromTaps(taps: readonly number[], first: Turn): Result<Timing> {
  const out = taps.findIndex((t) => !(t >= 0 && t <= MOST_TAP_S));
  if (out >= 0)
    return fail(
      `tap ${out + 1} is at ${taps[out]} s: taps are seconds from 0 to ${MOST_TAP_S}`,
      `taps.${out}`,
    );
  const wrong = taps.findIndex((t, i) => i > 0 && t <= taps[i - 1]!);
  if (wrong >= 0) {
    return fail(
      `tap ${wrong + 1} is not later than the one before it: taps are seconds in the order they were made`,
      `taps.${wrong}`,
    );
  }
  const turns = withoutBounces(taps);
  const breaths: TappedBreath[] = [];
  for (let i = first === 'inhale' ? 0 : 1; i + 2 < turns.length; i += 2) {
    breaths.push({
      startS: turns[i]!,
      inhaleS: turns[i + 1]! - turns[i]!,
      exhaleS: turns[i + 2]! - turns[i + 1]!,
    });
  }
  if (breaths.length === 0) return fail('at least one whole breath is needed: tap in, out, in', 'taps');
  const cycles = breaths.map((b) => b.inhaleS + b.exhaleS);
  const cycle = mean(cycles);
  const inhaleS = mean(breaths.map((b) => b.inhaleS));
  return ok({
    breaths,
    ratePerMin: 60 / cycle,
    inhaleS,
    exhaleS: mean(breaths.map((b) => b.exhaleS)),
    dutyCycle: inhaleS / cycle,
    irregularity: standardDeviation(cycles) / cycle,
    spread: {
      ratePerMin: standardDeviation(cycles.map((c) => 60 / c)),
      exhaleS: standardDeviation(breaths.map((b) => b.exhaleS)),
    },
  });
}

/** The taps without those that follow another within BOUNCE_S. */
export function withoutBounces(taps: readonly number[]): number[] {
  const kept: number[] = [];
  for (const t of taps) if (kept.length === 0 || t - kept[kept.length - 1]! >= BOUNCE_S) kept.push(t);
  return kept;
}
