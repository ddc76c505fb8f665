import { fail, ok, type Result } from '../result';
import { mean, median, standardDeviation } from '../statistics';
import { butterworthLowPass, filterBothWays } from './butterworth';
import { findPeaks } from './peaks';

export type FoundBreath = { startS: number; turnS: number; endS: number; inhaleS: number; exhaleS: number; depth: number };

export type BreathsFound = {
  breaths: FoundBreath[];
  /** Times of all inhale peaks, also those at the ends of the record that make no whole breath. */
  peaksS: number[];
  ratePerMin: number;
  inhaleS: number;
  exhaleS: number;
  dutyCycle: number;
  irregularity: number;
  sampleHz: number;
  /** Stretches without samples, left out. */
  gaps: { fromS: number; toS: number }[];
};

export type BreathOptions = {
  /** Breaths faster than this are smoothed away. Default 1 Hz, order 4. */
  cutoffHz?: number;
  /** Least prominence of an inhale peak in units of the signal. Default: a quarter of its spread, 5 % to 95 %. */
  prominence?: number;
};

/** A hole longer than this breaks the record in two; a shorter one is bridged by a straight line. Our choice. */
const LONGEST_BRIDGE_S = 0.5;
const DEFAULT_CUTOFF_HZ = 1;
const DEFAULT_PROMINENCE_SHARE = 0.25;
/** Turns are placed on a curve smoothed this many times less, within this distance. Our choice. */
const SHARPER = 2.5;
const REFINE_S = 0.25;

/**
 * Finds and times breaths in a curve that rises on the inhale. Times in seconds, increasing; they need not be
 * evenly spaced. Samples are filtered without delay and every breath runs from trough to trough.
 *
 * @param times seconds, strictly increasing, same length as `values`
 */
export function findBreaths(times: ArrayLike<number>, values: ArrayLike<number>, options: BreathOptions = {}): Result<BreathsFound> {
  if (times.length !== values.length) return fail('times and values differ in number', 'values');
  if (times.length < 20) return fail('a curve needs at least 20 samples', 'values');
  const step = medianStep(times);
  const sampleHz = 1 / step;
  const cutoffHz = options.cutoffHz ?? DEFAULT_CUTOFF_HZ;
  if (cutoffHz * 2 >= sampleHz) {
    return fail(`sampled at ${sampleHz.toFixed(2)} Hz: breaths need more than ${(cutoffHz * 2).toFixed(1)} samples a second`, 'times');
  }
  const { pieces, gaps } = evenPieces(times, values, step);
  const sections = butterworthLowPass(4, cutoffHz, sampleHz);
  const sharper = butterworthLowPass(4, Math.min(cutoffHz * SHARPER, sampleHz * 0.45), sampleHz);
  const smoothed = pieces.map((p) => ({ startS: p.startS, y: filterBothWays(sections, p.y), sharp: filterBothWays(sharper, p.y) }));
  const prominence = options.prominence ?? DEFAULT_PROMINENCE_SHARE * spread(smoothed.map((p) => p.y));
  const breaths: FoundBreath[] = [];
  const peaksS: number[] = [];
  for (const { startS, y, sharp } of smoothed) {
    const peaks = findPeaks(y, prominence);
    peaksS.push(...peaks.map((p) => startS + p * step));
    breaths.push(...breathsBetween(y, sharp, peaks, startS, step));
  }
  if (breaths.length === 0) return fail('no whole breath was found: check the column and that the curve rises on the inhale', 'values');
  const cycles = breaths.map((b) => b.endS - b.startS);
  const cycle = mean(cycles);
  const inhaleS = mean(breaths.map((b) => b.inhaleS));
  return ok({
    breaths,
    peaksS,
    ratePerMin: 60 / cycle,
    inhaleS,
    exhaleS: mean(breaths.map((b) => b.exhaleS)),
    dutyCycle: inhaleS / cycle,
    irregularity: standardDeviation(cycles) / cycle,
    sampleHz,
    gaps,
  });
}

function breathsBetween(y: Float64Array, sharp: Float64Array, peaks: readonly number[], startS: number, step: number): FoundBreath[] {
  // The trough before the first peak and after the last count only when the signal turns there, not at its end.
  const bounds = [0, ...peaks, y.length - 1];
  const troughs = bounds.slice(1).map((to, i) => lowest(y, bounds[i]!, to));
  return peaks.flatMap((peak, i) => {
    const from = troughs[i]!;
    const to = troughs[i + 1]!;
    if (from === 0 || to === y.length - 1) return [];
    const reach = Math.round(REFINE_S / step);
    const [a, p, b] = [refine(sharp, from, -1, reach), refine(sharp, peak, 1, reach), refine(sharp, to, -1, reach)].map((k) => startS + vertex(sharp, k) * step) as [number, number, number];
    return { startS: a, turnS: p, endS: b, inhaleS: p - a, exhaleS: b - p, depth: y[peak]! - (y[from]! + y[to]!) / 2 };
  });
}

function lowest(y: Float64Array, from: number, to: number): number {
  let at = from;
  for (let i = from; i <= to; i++) if (y[i]! < y[at]!) at = i;
  return at;
}

/** The extreme of the sharper curve near `k`: smoothing drags a turn toward its gentler side. */
function refine(sharp: Float64Array, k: number, sign: 1 | -1, reach: number): number {
  let at = k;
  for (let i = Math.max(0, k - reach); i <= Math.min(sharp.length - 1, k + reach); i++) if (sign * sharp[i]! > sign * sharp[at]!) at = i;
  return at;
}

/** The turn between samples, by a parabola through three of them. */
function vertex(y: Float64Array, k: number): number {
  if (k === 0 || k === y.length - 1) return k;
  const [a, b, c] = [y[k - 1]!, y[k]!, y[k + 1]!];
  const bend = a - 2 * b + c;
  return bend === 0 ? k : k + (a - c) / (2 * bend);
}

function medianStep(times: ArrayLike<number>): number {
  const steps = new Float64Array(Math.min(times.length - 1, 2001));
  const stride = (times.length - 1) / steps.length;
  for (let k = 0; k < steps.length; k++) {
    const i = Math.floor(k * stride);
    steps[k] = times[i + 1]! - times[i]!;
  }
  return median(Array.from(steps));
}

type Piece = { startS: number; y: Float64Array };

function evenPieces(times: ArrayLike<number>, values: ArrayLike<number>, step: number): { pieces: Piece[]; gaps: { fromS: number; toS: number }[] } {
  const longest = Math.max(LONGEST_BRIDGE_S, 1.5 * step);
  const pieces: Piece[] = [];
  const gaps: { fromS: number; toS: number }[] = [];
  let from = 0;
  for (let i = 1; i <= times.length; i++) {
    if (i < times.length && times[i]! - times[i - 1]! <= longest) continue;
    if (i - from >= 20) pieces.push(resample(times, values, from, i - 1, step));
    if (i < times.length) gaps.push({ fromS: times[i - 1]!, toS: times[i]! });
    from = i;
  }
  return { pieces, gaps };
}

function resample(times: ArrayLike<number>, values: ArrayLike<number>, from: number, to: number, step: number): Piece {
  const startS = times[from]!;
  const n = Math.floor((times[to]! - startS) / step + 1e-6) + 1;
  const y = new Float64Array(n);
  let i = from;
  for (let k = 0; k < n; k++) {
    const t = startS + k * step;
    while (i < to - 1 && times[i + 1]! <= t) i++;
    const f = Math.min(1, Math.max(0, (t - times[i]!) / (times[i + 1]! - times[i]!)));
    y[k] = values[i]! + (values[i + 1]! - values[i]!) * f;
  }
  return { startS, y };
}

/** 5 % to 95 % of the values, from a sample of them. */
function spread(pieces: readonly Float64Array[]): number {
  const sample: number[] = [];
  const total = pieces.reduce((sum, p) => sum + p.length, 0);
  const stride = Math.max(1, Math.floor(total / 20000));
  for (const y of pieces) for (let i = 0; i < y.length; i += stride) sample.push(y[i]!);
  sample.sort((a, b) => a - b);
  return sample[Math.floor(sample.length * 0.95)]! - sample[Math.floor(sample.length * 0.05)]!;
}
