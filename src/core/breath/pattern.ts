import { fail, ok, type Result } from '../base/result';
import type { Pattern } from './pattern.schema';

export type { Pattern };

export type Phase = 'inhale' | 'holdIn' | 'exhale' | 'holdOut';

export const PHASES: readonly Phase[] = ['inhale', 'holdIn', 'exhale', 'holdOut'];

/** The key of a pattern that holds the seconds of each phase. */
export const PHASE_KEY = {
  inhale: 'inhaleS',
  holdIn: 'holdInS',
  exhale: 'exhaleS',
  holdOut: 'holdOutS',
} as const satisfies Record<Phase, keyof Pattern>;

/** A breath in seconds: in, held full, out, held empty. @example pattern(4, 0, 6, 2).exhaleS // 6 */
export const pattern = (inhaleS: number, holdInS: number, exhaleS: number, holdOutS: number): Pattern => ({
  inhaleS,
  holdInS,
  exhaleS,
  holdOutS,
});

/** Seconds of one whole breath. @example cycleS(pattern(4, 0, 7, 0)) // 11 */
export const cycleS = (p: Pattern): number => p.inhaleS + p.holdInS + p.exhaleS + p.holdOutS;

/** Breaths a minute. @example ratePerMin(pattern(2, 0, 6, 0)) // 7.5 */
export const ratePerMin = (p: Pattern): number => 60 / cycleS(p);

/** Share of the breath spent breathing in (Ti/Ttot), 0–1. */
export const dutyCycle = (p: Pattern): number => p.inhaleS / cycleS(p);

/** The pattern as the trade writes it. @example printPattern(pattern(4, 0, 7.5, 0)) // '4–0–7.5–0' */
export const printPattern = (p: Pattern): string =>
  [p.inhaleS, p.holdInS, p.exhaleS, p.holdOutS].map((s) => String(Number(s.toFixed(2)))).join('–');

/**
 * Reads '4–0–7–0', '4-0-7-0' or '4 0 7 0' (seconds, decimals with a point).
 *
 * @example parsePattern('4-0-7-0') // { ok: true, value: { inhaleS: 4, holdInS: 0, exhaleS: 7, holdOutS: 0 } }
 */
export function parsePattern(text: string): Result<Pattern> {
  const parts = text.trim().split(/\s*[–-]\s*|\s+/);
  const numbers = parts.map(Number);
  if (parts.length !== 4 || parts.some((part) => part === '') || numbers.some((n) => !Number.isFinite(n))) {
    return fail(
      `“${text}” is not a pattern: write four numbers of seconds, in–hold–out–hold, such as 4–0–7–0`,
      'pattern',
    );
  }
  const [inhaleS, holdInS, exhaleS, holdOutS] = numbers as [number, number, number, number];
  const made = { inhaleS, holdInS, exhaleS, holdOutS };
  const problem = patternProblem(made);
  return problem === null ? ok(made) : fail(`“${text}”: ${problem}`, 'pattern');
}

/** The longest part of a breath that is written down, s. */
export const MOST_PHASE_S = 120;

/** What keeps four numbers from being a breath; null where they are one. */
export function patternProblem({ inhaleS, holdInS, exhaleS, holdOutS }: Pattern): string | null {
  if (![inhaleS, holdInS, exhaleS, holdOutS].every((s) => s >= 0 && s <= MOST_PHASE_S))
    return `every part lasts from 0 to ${MOST_PHASE_S} s`;
  return inhaleS > 0 && exhaleS > 0 ? null : 'an inhale and an exhale must last longer than 0 s';
}

/** In words for a person: '4 s in · 7 s out'. Holds are named only where there are some. */
export const describePattern = (p: Pattern): string =>
  [
    `${p.inhaleS} s in`,
    p.holdInS > 0 ? `hold ${p.holdInS} s` : '',
    `${p.exhaleS} s out`,
    p.holdOutS > 0 ? `pause ${p.holdOutS} s` : '',
  ]
    .filter(Boolean)
    .join(' · ');
