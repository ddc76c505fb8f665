import { cycleS, ratePerMin, type Pattern } from '../breath/pattern';

/** An exhale shorter than this is not paced: counting it would only hurry it. Our choice, s. */
export const LEAST_PACED_S = 2;
/** Who breathes faster than this when nobody asks rests in no empty pause (practice P73: nor after fast breathing). Our choice. */
export const FAST_PER_MIN = 20;
/** About so long is a breath that comes as it likes, where nothing is known of the client's own, s. Our choice. */
export const FREE_BREATH_S = 6;

/** Up to the half second. */
const halfUp = (seconds: number): number => Math.ceil(seconds * 2 - 1e-9) / 2;
/** Down to the half second. */
export const halfDown = (seconds: number): number => Math.floor(seconds * 2 + 1e-9) / 2;

/** Slack for halves that do not add up to a rate. */
const EPS_PER_MIN = 0.01;

/** Is this faster than the client breathes when nobody asks? Unknown: no. */
export const isHurried = (pattern: Pattern, quietPerMin: number | null | undefined): boolean =>
  Boolean(quietPerMin) && ratePerMin(pattern) > quietPerMin! + EPS_PER_MIN;

/**
 * The same breath no faster than the client's own (both phases longer alike, the exhale no longer than is comfortable), or
 * null where that cannot be: then it is not paced.
 *
 * @param mostInhale the longest inhale that goes with an exhale
 */
export function unhurried(
  pattern: Pattern,
  quietPerMin: number | null | undefined,
  comfortableS: number | null,
  mostInhale: (exhaleS: number) => number,
): Pattern | null {
  if (!isHurried(pattern, quietPerMin)) return pattern;
  const longer = 60 / quietPerMin! / cycleS(pattern);
  const comfortable = comfortableS === null ? Infinity : Math.max(pattern.exhaleS, halfDown(comfortableS));
  const exhaleS = Math.min(comfortable, halfUp(pattern.exhaleS * longer));
  const wanted = 60 / quietPerMin! - exhaleS - pattern.holdInS - pattern.holdOutS;
  const inhaleS = Math.min(mostInhale(exhaleS), Math.max(pattern.inhaleS, halfUp(wanted)));
  const slower = { ...pattern, inhaleS, exhaleS };
  return isHurried(slower, quietPerMin) ? null : slower;
}
