import { clamp, median, standardDeviation, mean } from '../base/statistics';
import { cycleS, type Pattern } from '../breath/pattern';
import type { StreamedTurn } from '../signal/streaming';
import type { CoachedBlock } from './coached';

/** Who sets the pace: the clock (the usual), the client, or the clock from the client's own pace on toward the aim. */
export const LEADS = ['clock', 'client', 'meet'] as const;
export type Lead = (typeof LEADS)[number];

export const LEAD_LABEL: Record<Lead, string> = {
  clock: 'the clock leads',
  client: 'the client leads',
  meet: 'meet in between',
};

/** A turn that is asked for, s on the clock of the block, with the length of its breath. */
export type AskedTurn = { kind: StreamedTurn['kind']; atS: number; breathS: number };

/** The turns that a block asks for, in order. */
export function askedTurns({ timeline, prepS }: CoachedBlock): AskedTurn[] {
  const inhales = timeline.spans.filter((s) => s.phase === 'inhale').map((s) => s.startS);
  return timeline.spans.flatMap((s): AskedTurn[] => {
    if (s.phase !== 'inhale' && s.phase !== 'exhale') return [];
    const from = inhales.findLast((t) => t <= s.startS) ?? s.startS;
    const to = timeline.spans.find(
      (x) => x.startS > from && (x.phase === 'inhale' || x.phase === 'rest'),
    )?.startS;
    return [{ kind: s.phase, atS: prepS + s.startS, breathS: (to ?? timeline.totalS) - from }];
  });
}

/** How a client goes with what is asked. Lags are positive where the client is after the clock. */
export type Followed = {
  /** Asked turns that are past, and those of them that had an answer within half a breath. */
  asked: number;
  answered: number;
  lagS: number | null;
  /** Half of the lags lie within so much of the middle one, s. */
  spreadS: number | null;
  /** Share of the asked turns that were answered within a quarter of a breath, 0–1. */
  share: number | null;
  /** The last breaths beside the first ones: 1 is as deep. */
  depth: number | null;
  /** Spread of the depths over their mean: under a fifth is even. */
  unevenness: number | null;
};

/** An answer lies within this share of a breath, and is followed within that. Our choice. */
const ANSWER = 0.5;
export const FOLLOWS = 0.25;

/**
 * What was measured beside what was asked, up to a moment of the block.
 *
 * @param turns as they were noticed, on the clock of the block
 */
export function followed(
  asked: readonly AskedTurn[],
  turns: readonly StreamedTurn[],
  untilS: number,
): Followed {
  const past = asked.filter((a) => a.atS + a.breathS * ANSWER <= untilS);
  const lags: number[] = [];
  let close = 0;
  for (const a of past) {
    const lag = turns
      .filter((t) => t.kind === a.kind)
      .map((t) => t.atS - a.atS)
      .reduce((best, x) => (Math.abs(x) < Math.abs(best) ? x : best), Infinity);
    if (Math.abs(lag) > ANSWER * a.breathS) continue;
    lags.push(lag);
    if (Math.abs(lag) <= FOLLOWS * a.breathS) close++;
  }
  const depths = turns.filter((t) => t.kind === 'exhale' && t.travel > 0).map((t) => t.travel);
  const mid = lags.length > 0 ? median(lags) : null;
  return {
    asked: past.length,
    answered: lags.length,
    lagS: mid,
    spreadS: mid === null ? null : median(lags.map((x) => Math.abs(x - mid))),
    share: past.length > 0 ? close / past.length : null,
    depth: depths.length >= 6 ? median(depths.slice(-3)) / median(depths.slice(0, 3)) : null,
    unevenness: depths.length >= 4 ? standardDeviation(depths) / mean(depths) : null,
  };
}

/** So many turns at least say how it went. */
const LEAST_TURNS = 6;
/** Shares of turns that were followed for 5, 4, 3 and 2 of 5. Our choice; the instructor has the last word. */
const GRADES = [0.9, 0.75, 0.5, 0.25] as const;
/** Breaths more uneven than this cost a step. */
const UNEVEN = 0.3;

/**
 * The quality that was measured, 1–5, for the instructor to confirm; null where too little was measured, or nothing was
 * attached that could have answered.
 */
export function suggestedQuality({ asked, answered, share, unevenness }: Followed): number | null {
  if (share === null || asked < LEAST_TURNS || answered === 0) return null;
  const at = GRADES.findIndex((g) => share >= g);
  const grade = at < 0 ? 1 : 5 - at;
  return Math.max(1, grade - (unevenness !== null && unevenness > UNEVEN ? 1 : 0));
}

/** Who is first, in words for one look. A tenth of a second is nobody's lead. */
export function lagSaid({ lagS }: Followed): string {
  if (lagS === null) return 'no breath yet';
  const s = Math.abs(lagS).toFixed(1);
  return Math.abs(lagS) <= 0.15 ? 'together' : lagS > 0 ? `${s} s after` : `${s} s before`;
}

/** What a breath that meets the client was: followed, not followed, or one that asks to step back. */
export type MetBreath = 'followed' | 'apart' | 'missed' | 'sigh' | 'effort';

/**
 * The asked breath grows or shrinks toward the aim by so much at most, s a breath; and goes back by so much (practice
 * P48, the step: our choice).
 */
const STEP_S = 0.25;
const BACK_S = 0.5;

/** The aim as long as another breath: all its phases by one measure. */
const asLongAs = (aim: Pattern, periodS: number): Pattern => {
  const by = periodS / cycleS(aim);
  const to = (s: number) => Math.round(s * by * 1000) / 1000;
  return {
    inhaleS: to(aim.inhaleS),
    holdInS: to(aim.holdInS),
    exhaleS: to(aim.exhaleS),
    holdOutS: to(aim.holdOutS),
  };
};

/** Where a meeting begins: at the client's own pace, and never beyond the aim on the other side of it. */
export const meetFrom = (aim: Pattern, ownS: number): Pattern =>
  asLongAs(aim, clamp(ownS, cycleS(aim) * 0.4, cycleS(aim) * 2));

/**
 * The breath that is asked for after one that was met so: a step toward the aim while it is followed, the same again where it
 * was not, back toward where the client came from on effort, a sigh or a missed breath.
 *
 * @param from the period that it began with, s
 */
export function meetNext(now: Pattern, aim: Pattern, fromS: number, met: MetBreath): Pattern {
  const [nowS, aimS] = [cycleS(now), cycleS(aim)];
  const low = Math.min(aimS, fromS);
  const high = Math.max(aimS, fromS);
  if (met === 'apart') return now;
  const by = met === 'followed' ? clamp(aimS - nowS, -STEP_S, STEP_S) : clamp(fromS - nowS, -BACK_S, BACK_S);
  const nextS = clamp(nowS + by, low, high);
  return Math.abs(nextS - aimS) < 1e-9 ? aim : asLongAs(aim, nextS);
}

/** A breath this much deeper than the usual one is a sigh (Vlemincx 2010 and others take twice the usual volume; from memory). */
const SIGH = 2;

/** What the breath that just ended was, from the turns measured since it began; `depthOf` is the usual depth. */
export function metBreath(
  asked: readonly AskedTurn[],
  turns: readonly StreamedTurn[],
  depthOf: number | null,
  effort: boolean,
): MetBreath {
  if (effort) return 'effort';
  if (depthOf !== null && turns.some((t) => t.kind === 'exhale' && t.travel > SIGH * depthOf)) return 'sigh';
  const answers = asked.map((a) =>
    turns
      .filter((t) => t.kind === a.kind)
      .reduce((best, t) => Math.min(best, Math.abs(t.atS - a.atS) / a.breathS), Infinity),
  );
  if (answers.every((a) => a > ANSWER)) return 'missed';
  return answers.every((a) => a <= FOLLOWS) ? 'followed' : 'apart';
}
