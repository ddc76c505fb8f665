import { fail, ok, type Result } from '../base/result';
import { extremesOf, mean, median, standardDeviation } from '../base/statistics';
import { butterworthLowPass, filterBothWays } from './butterworth';
import { findPeaks } from './peaks';
import { placeTurn } from './turns';

export type FoundBreath = {
  startS: number;
  /** The breath stops coming in. */
  turnS: number;
  /** The next breath begins to come in; the pauses lie within. */
  endS: number;
  /** Without the pauses. */
  inhaleS: number;
  exhaleS: number;
  pauseFullS: number;
  pauseEmptyS: number;
  /** Rise from the levels before and after to the top, in units of the signal. */
  depth: number;
};

export type Timed = {
  ratePerMin: number;
  inhaleS: number;
  exhaleS: number;
  /** Ti/Ttot, 0–1. */
  dutyCycle: number;
  /** Coefficient of variation of the whole breath. */
  irregularity: number;
};

export type BreathOptions = {
  /** Breaths faster than this are smoothed away. Default 1 Hz, order 4. */
  cutoffHz?: number;
  /** Least prominence of an inhale peak in units of the signal. Default: a quarter of the usual reach of 30 s. */
  prominence?: number;
};

export const DEFAULT_CUTOFF_HZ = 1;
/** Where the usual breath is shorter than this, this edge is used. Our choice. */
const FAST_BREATH_S = 2.6;
const FAST_CUTOFF_HZ = 1.8;
const DEFAULT_PROMINENCE_SHARE = 0.25;
const REACH_WINDOW_S = 30;
/** A pause is named from this length, and from this share of the breath. Our choice: shorter ones belong to the turn. */
const PAUSE_FROM_S = 0.4;
const PAUSE_FROM_SHARE = 0.09;
/** A half cosine spends this share of its length within a tenth of its end, and this from half to a tenth. */
const DWELL = Math.acos(0.8) / Math.PI;
const HALF_TO_TENTH = 0.5 - DWELL;

/**
 * Smooths and finds in one: when the breaths turn out fast, both again with a higher edge, since the usual one would
 * swallow the quickest of them.
 *
 * @param smoothed `x` smoothed at the usual edge, when that has been done already
 */
export function smoothAndFind(
  x: Float64Array,
  hz: number,
  stretches: readonly (readonly [number, number])[],
  options: BreathOptions = {},
  smoothed?: Float64Array,
): Result<{ y: Float64Array; cutoffHz: number; breaths: FoundBreath[] }> {
  const cutoffHz = options.cutoffHz ?? DEFAULT_CUTOFF_HZ;
  const y = smoothed && smoothed !== x ? ok(smoothed) : smooth(x, hz, stretches, cutoffHz);
  if (!y.ok) return y;
  const breaths = breathsIn(x, y.value, hz, stretches, options.prominence);
  const fast =
    options.cutoffHz === undefined &&
    breaths.length > 2 &&
    median(breaths.map((b) => b.endS - b.startS)) < FAST_BREATH_S &&
    hz > 4 * FAST_CUTOFF_HZ;
  return fast
    ? smoothAndFind(x, hz, stretches, { ...options, cutoffHz: FAST_CUTOFF_HZ })
    : ok({ y: y.value, cutoffHz, breaths });
}

/** The values without what is faster than a breath, each stretch by itself; between stretches as they were. */
export function smooth(
  values: Float64Array,
  hz: number,
  stretches: readonly (readonly [number, number])[],
  cutoffHz = DEFAULT_CUTOFF_HZ,
): Result<Float64Array> {
  if (cutoffHz * 2 >= hz)
    return fail(
      `sampled at ${hz.toFixed(2)} Hz: breaths need more than ${(cutoffHz * 2).toFixed(1)} samples a second`,
      'times',
    );
  const sections = butterworthLowPass(4, cutoffHz, hz);
  if (stretches.length === 1 && stretches[0]![0] === 0 && stretches[0]![1] === values.length)
    return ok(filterBothWays(sections, values));
  const y = Float64Array.from(values);
  for (const [from, to] of stretches) y.set(filterBothWays(sections, values.subarray(from, to)), from);
  return ok(y);
}

/**
 * Breaths in a smoothed curve, their turns placed by the raw one.
 *
 * @param x raw samples @param y the same, smoothed
 */
export function breathsIn(
  x: Float64Array,
  y: Float64Array,
  hz: number,
  stretches: readonly (readonly [number, number])[],
  prominence?: number,
): FoundBreath[] {
  const reach = usualReach(y, hz, stretches);
  const least = prominence ?? DEFAULT_PROMINENCE_SHARE * reach;
  if (!(least > 0)) return [];
  const noise = noiseBetween(x, y) / reach;
  return stretches.flatMap(([from, to]) => {
    const part = y.subarray(from, to);
    return breathsBetween(x.subarray(from, to), part, findPeaks(part, least), from / hz, hz, noise);
  });
}

/** Mean timing of breaths, at least one. */
export function timingOf(breaths: readonly FoundBreath[]): Timed {
  const cycles = breaths.map((b) => b.endS - b.startS);
  const cycle = mean(cycles);
  const inhaleS = mean(breaths.map((b) => b.inhaleS));
  return {
    ratePerMin: 60 / cycle,
    inhaleS,
    exhaleS: mean(breaths.map((b) => b.exhaleS)),
    dutyCycle: inhaleS / cycle,
    irregularity: standardDeviation(cycles) / cycle,
  };
}

/** How far the curve usually reaches within half a minute; drift over a long record does not matter. */
export function usualReach(
  y: Float64Array,
  hz: number,
  stretches: readonly (readonly [number, number])[],
): number {
  const window = Math.max(20, Math.round(REACH_WINDOW_S * hz));
  const reaches: number[] = [];
  for (const [from, to] of stretches) {
    for (let a = from; a < to; a += window) {
      const b = Math.min(to, a + window);
      if (b - a < window / 2 && a > from) continue;
      const { low, high } = extremesOf(y, a, b);
      reaches.push(high - low);
    }
  }
  return reaches.length === 0 ? 0 : median(reaches);
}

/** Standard deviation of what smoothing took away, from its median, so that a cough counts for little. */
export function noiseBetween(x: Float64Array, y: Float64Array): number {
  const stride = Math.max(1, Math.floor(x.length / 5000));
  const off: number[] = [];
  for (let i = 0; i < x.length; i += stride) off.push(Math.abs(x[i]! - y[i]!));
  return MAD_TO_SD * median(off);
}

const MAD_TO_SD = 1.4826;

type Trough = { exhaleEnd: number; inhaleStart: number; lowest: number };
type Top = { inhaleEnd: number; exhaleStart: number };

function breathsBetween(
  x: Float64Array,
  y: Float64Array,
  peaks: readonly number[],
  startS: number,
  hz: number,
  noise: number,
): FoundBreath[] {
  if (peaks.length === 0) return [];
  // The trough before the first peak and after the last count only when the signal turns there, not at its end.
  const bounds = [0, ...peaks, y.length - 1];
  const lows = bounds.slice(1).map((to, i) => lowest(y, bounds[i]!, to));
  const troughs = lows.map((low, i): Trough => {
    const [left, right] = [i > 0 ? peaks[i - 1]! : null, i < peaks.length ? peaks[i]! : null];
    const { first, last } = flatOf(y, low, left, right, -1, hz);
    return { exhaleEnd: first, inhaleStart: last, lowest: low };
  });
  const tops = peaks.map((peak, i): Top => {
    const { first, last } = flatOf(y, peak, lows[i]!, lows[i + 1]!, 1, hz);
    return { inhaleEnd: first, exhaleStart: last };
  });
  refineAll(x, hz, noise, troughs, tops);
  return peaks.flatMap((peak, i) => {
    const [a, b] = [troughs[i]!, troughs[i + 1]!];
    if (a.lowest === 0 || b.lowest === y.length - 1) return [];
    const top = tops[i]!;
    const at = (k: number) => startS + k / hz;
    return {
      startS: at(a.inhaleStart),
      turnS: at(top.inhaleEnd),
      endS: at(b.inhaleStart),
      inhaleS: (top.inhaleEnd - a.inhaleStart) / hz,
      exhaleS: (b.exhaleEnd - top.exhaleStart) / hz,
      pauseFullS: (top.exhaleStart - top.inhaleEnd) / hz,
      pauseEmptyS: (b.inhaleStart - b.exhaleEnd) / hz,
      depth: y[peak]! - (y[a.lowest]! + y[b.lowest]!) / 2,
    };
  });
}

/** Places every turn by the raw samples, twice: the second time with the better phase lengths of the first. */
function refineAll(x: Float64Array, hz: number, noise: number, troughs: Trough[], tops: Top[]): void {
  for (let round = 0; round < 2; round++) {
    const inhale = tops.map((top, i) => top.inhaleEnd - troughs[i]!.inhaleStart);
    const exhale = tops.map((top, i) => troughs[i + 1]!.exhaleEnd - top.exhaleStart);
    troughs.forEach((t, i) => {
      const before = exhale[i - 1] ?? exhale[i] ?? 0;
      const after = inhale[i] ?? inhale[i - 1] ?? 0;
      const pause = t.inhaleStart - t.exhaleEnd;
      if (pause > 0) {
        t.exhaleEnd = Math.min(
          placeTurn(x, hz, noise, { at: t.exhaleEnd, before, after: 0, pause }),
          t.inhaleStart,
        );
        t.inhaleStart = Math.max(
          placeTurn(x, hz, noise, { at: t.inhaleStart, before: 0, after, pause }),
          t.exhaleEnd,
        );
      } else t.exhaleEnd = t.inhaleStart = placeTurn(x, hz, noise, { at: t.inhaleStart, before, after });
    });
    tops.forEach((top, i) => {
      const pause = top.exhaleStart - top.inhaleEnd;
      if (pause > 0) {
        top.inhaleEnd = Math.min(
          placeTurn(x, hz, noise, { at: top.inhaleEnd, before: inhale[i]!, after: 0, pause }),
          top.exhaleStart,
        );
        top.exhaleStart = Math.max(
          placeTurn(x, hz, noise, { at: top.exhaleStart, before: 0, after: exhale[i]!, pause }),
          top.inhaleEnd,
        );
      } else
        top.inhaleEnd = top.exhaleStart = placeTurn(x, hz, noise, {
          at: top.inhaleEnd,
          before: inhale[i]!,
          after: exhale[i]!,
        });
    });
  }
}

/**
 * Where the curve rests at an extreme: the same place twice when it only turns there. A rest is what it spends near
 * the extreme beyond what two half cosines as steep as its flanks would.
 *
 * @param sign 1 for a peak, −1 for a trough; `left` and `right` are the neighbouring extremes, null at an end
 */
function flatOf(
  y: Float64Array,
  at: number,
  left: number | null,
  right: number | null,
  sign: 1 | -1,
  hz: number,
): { first: number; last: number } {
  const same = { first: at, last: at };
  if (left === null || right === null) return same;
  const level = y[at]!;
  const flank = (side: number, step: 1 | -1) => {
    const height = Math.abs(level - y[side]!);
    const tenth = crossing(y, at, side, step, level - sign * 0.1 * height, sign);
    const half = crossing(y, tenth, side, step, level - sign * 0.5 * height, sign);
    return { tenth, phase: Math.abs(half - tenth) / HALF_TO_TENTH };
  };
  const [before, after] = [flank(left, -1), flank(right, 1)];
  const first = before.tenth + DWELL * before.phase;
  const last = after.tenth - DWELL * after.phase;
  const rest = last - first;
  return rest >= Math.max(PAUSE_FROM_S * hz, PAUSE_FROM_SHARE * (right - left)) ? { first, last } : same;
}

/** Walks from `from` toward `to` until the curve has passed `level`; the place between samples. */
function crossing(
  y: Float64Array,
  from: number,
  to: number,
  step: 1 | -1,
  level: number,
  sign: 1 | -1,
): number {
  let i = Math.round(from);
  while (i !== to && sign * (y[i]! - level) > 0) i += step;
  const back = i - step;
  if (back < 0 || back >= y.length || y[back] === y[i]) return i;
  return back + step * Math.min(1, Math.max(0, (y[back]! - level) / (y[back]! - y[i]!)));
}

function lowest(y: Float64Array, from: number, to: number): number {
  let at = from;
  for (let i = from; i <= to; i++) if (y[i]! < y[at]!) at = i;
  return at;
}
