import { clamp, mean, standardDeviation } from '../base/statistics';
import type { LookData } from './look';

export type ExhaleSummary = {
  comfortableS: number;
  tries: number;
  quiet: number;
  spreadS: number | null;
  heardEven: number;
  heard: number;
};

/**
 * Where no exhale was timed: half as long again as the one that the rate suggests, within these bounds, s. Common
 * practice, no source.
 */
const GUESS = { share: 0.6, longer: 1.5, least: 2, most: 4 } as const;

/** The exhale to start from where none was looked at; with the rate unknown the most of it. @example guessedExhale(19) // 2.8 */
export function guessedExhale(ratePerMin: number | null): number {
  if (ratePerMin === null || ratePerMin <= 0) return GUESS.most;
  return clamp((60 / ratePerMin) * GUESS.share * GUESS.longer, GUESS.least, GUESS.most);
}

/**
 * The comfortable exhale of a look: the mean of the tries that stayed quiet, else what was asked for. A strained try
 * says that the number is too high and counts for nothing (practice P48). Null when neither is there.
 */
export function comfortableExhale(look: LookData): ExhaleSummary | null {
  const tries = look.exhales ?? [];
  const quiet = tries.filter((t) => t.end === 'quiet').map((t) => t.lengthS);
  const heard = tries.flatMap((t) => (t.heard ? [t.heard] : []));
  const rest = {
    tries: tries.length,
    quiet: quiet.length,
    heard: heard.length,
    heardEven: heard.filter((h) => h.evenness === 'even').length,
  };
  if (quiet.length > 0)
    return {
      ...rest,
      comfortableS: mean(quiet),
      spreadS: quiet.length > 1 ? standardDeviation(quiet) : null,
    };
  return look.comfortableExhaleS === undefined
    ? null
    : { ...rest, comfortableS: look.comfortableExhaleS, spreadS: null };
}
