import { ladder, RUNGS } from './ladder';
import { cycleS, PHASE_KEY, PHASES, printPattern, type Phase } from './pattern';
import type { Pattern } from './pattern.schema';
import type { Dose, Breathing } from './timeline.schema';

export type { Dose, Breathing };

/** The same breath without any pause; a breath of its own at the end of a round goes with it. */
export const withoutPauses = (breathing: Breathing): Breathing =>
  breathing.kind === 'paced'
    ? {
        kind: 'paced',
        pattern: { ...breathing.pattern, holdInS: 0, holdOutS: 0 },
        ...(breathing.full ? { full: true } : {}),
      }
    : breathing;

/** True when a full breath is held anywhere in it. */
export const hasFullHold = (breathing: Breathing): boolean =>
  breathing.kind === 'paced' && (breathing.pattern.holdInS > 0 || (breathing.last?.holdInS ?? 0) > 0);

/** The same breath without a pause while the lungs are full. */
export const withoutFullHold = (breathing: Breathing): Breathing =>
  breathing.kind === 'paced'
    ? {
        kind: 'paced',
        pattern: { ...breathing.pattern, holdInS: 0 },
        ...(breathing.last && breathing.last.holdOutS > 0 ? { last: { ...breathing.last, holdInS: 0 } } : {}),
        ...(breathing.full ? { full: true } : {}),
      }
    : breathing;

/** The breath as the trade writes it, in seconds; an exhale to the end is not counted. @example '3–0–full–2' */
export function printBreathing(breathing: Breathing): string {
  if (breathing.kind === 'free') return 'free';
  if (breathing.kind === 'ladder') return `ladder of ${breathing.rungs ?? RUNGS.usual}`;
  const { pattern, last, full } = breathing;
  const written = (p: Pattern) => {
    const [inS, keep, out, wait] = printPattern(p).split('–');
    return full ? `${inS}–${keep}–full–${wait}` : `${inS}–${keep}–${out}–${wait}`;
  };
  return written(pattern) + (last ? `, the last ${written(last)}` : '');
}

export type Span = {
  /** Seconds from the start of the block. */
  startS: number;
  endS: number;
  phase: Phase | 'free' | 'rest';
  /** 1-based; 0 in a rest. */
  breath: number;
  round: number;
  side: number;
};

export type BlockTimeline = { spans: Span[]; workS: number; totalS: number; breaths: number };

/** The patterns of one round, breath by breath; empty when breathing is free. */
export const breathsOfRound = (breathing: Breathing, dose: Dose): readonly Pattern[] =>
  breathing.kind === 'paced'
    ? Array.from({ length: dose.breaths }, (_, i) =>
        i === dose.breaths - 1 ? (breathing.last ?? breathing.pattern) : breathing.pattern,
      )
    : breathing.kind === 'ladder'
      ? ladder(breathing.rungs ?? RUNGS.usual)
      : [];

/** Rounds of a side, 1 for the first. */
export const roundsOf = (dose: Dose, side: number): number =>
  side === 1 && dose.sides === 2 ? (dose.firstRounds ?? dose.rounds) : dose.rounds;

/** Rounds over all sides. */
const allRounds = (dose: Dose): number => roundsOf(dose, 1) + (dose.sides === 2 ? roundsOf(dose, 2) : 0);

/** Seconds of one round, rests left out. */
const roundS = (breathing: Breathing, dose: Dose): number => {
  switch (breathing.kind) {
    case 'free':
      return breathing.freeS;
    case 'ladder':
      return breathsOfRound(breathing, dose).reduce((sum, rung) => sum + cycleS(rung), 0);
    case 'paced':
      return cycleS(breathing.pattern) * (dose.breaths - 1) + cycleS(breathing.last ?? breathing.pattern);
  }
};

/**
 * Seconds a block takes from its first breath to its last: rounds on every side with a rest between any two.
 *
 * @example 10 breaths of 4–0–7–0, 2 rounds, 30 s rest, 1 side: 110 · 2 + 30 = 250 s
 */
export function durationS(breathing: Breathing, dose: Dose): number {
  const rounds = allRounds(dose);
  return roundS(breathing, dose) * rounds + dose.restS * (rounds - 1);
}

/** Every phase of a block on its own clock, in order and without gaps. */
export function timelineOf(breathing: Breathing, dose: Dose): BlockTimeline {
  const spans: Span[] = [];
  let at = 0;
  let count = 0;
  const push = (lengthS: number, phase: Span['phase'], breath: number, round: number, side: number) => {
    if (lengthS <= 0) return;
    spans.push({ startS: at, endS: at + lengthS, phase, breath, round, side });
    at += lengthS;
  };
  for (let side = 1; side <= dose.sides; side++) {
    for (let round = 1; round <= roundsOf(dose, side); round++) {
      if (spans.length > 0) push(dose.restS, 'rest', 0, round, side);
      if (breathing.kind === 'free') push(breathing.freeS, 'free', 1, round, side);
      breathsOfRound(breathing, dose).forEach((rung, index) => {
        count++;
        for (const phase of PHASES) push(rung[PHASE_KEY[phase]], phase, index + 1, round, side);
      });
    }
  }
  const restS = dose.restS * (allRounds(dose) - 1);
  return { spans, workS: at - restS, totalS: at, breaths: count };
}

/** The span that holds `t`, or undefined before 0 and at or past the end. */
export function spanAt(timeline: BlockTimeline, t: number): Span | undefined {
  if (t < 0 || t >= timeline.totalS) return undefined;
  let low = 0;
  let high = timeline.spans.length - 1;
  while (low < high) {
    const mid = (low + high + 1) >> 1;
    if (timeline.spans[mid]!.startS <= t) low = mid;
    else high = mid - 1;
  }
  return timeline.spans[low];
}
