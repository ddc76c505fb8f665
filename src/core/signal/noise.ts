import { median } from '../base/statistics';
import { butterworthLowPass, filterBothWays } from './butterworth';
import type { Stretches } from './record';

/** Noise is listened to between these, above any breath, Hz; lower where a record is sampled slowly. */
const LISTENED_HZ = [2.5, 5] as const;
/** The part that falls with frequency is counted down to this, Hz: slower is wander. Our choice. */
const SLOWEST_HZ = 1 / 120;
/** So many pieces of the record of this length are listened to. */
const PIECES = 8;
const PIECE_S = 24;
const WINDOW_S = 2;

/**
 * Standard deviation of the noise in a raw channel, over all of its band. Noise of bands is partly white and partly falls
 * with frequency, so that what lies above the breath is not all of it: its power is taken as a + b/f, found from two
 * ranges of frequency, and added up down to SLOWEST_HZ. Middles over short windows keep coughs and knocks out.
 */
export function noiseOf(x: Float64Array, hz: number, stretches: Stretches): number {
  const half = hz / 2;
  const low = Math.min(LISTENED_HZ[0], half / 4);
  const mid = Math.min(LISTENED_HZ[1], half / 2);
  const pieces = piecesOf(hz, stretches);
  if (pieces.length === 0) return 0;
  const lower: number[] = [];
  const upper: number[] = [];
  const size = Math.max(8, Math.round(WINDOW_S * hz));
  for (const [from, to] of pieces) {
    const part = x.subarray(from, to);
    const one = filterBothWays(butterworthLowPass(4, low, hz), part);
    const two = filterBothWays(butterworthLowPass(4, mid, hz), part);
    for (let a = 0; a + size <= part.length; a += size) {
      let s = 0;
      let t = 0;
      for (let i = a; i < a + size; i++) {
        s += (two[i]! - one[i]!) ** 2;
        t += (part[i]! - two[i]!) ** 2;
      }
      lower.push(s / size);
      upper.push(t / size);
    }
  }
  if (lower.length === 0) return 0;
  // What white noise and noise of 1/f of density 1 would leave in either range.
  const inLower = leftIn(hz, (f) => passed(f, mid, hz) - passed(f, low, hz));
  const inUpper = leftIn(hz, (f) => 1 - passed(f, mid, hz));
  const p = median(lower) / middleOverMean(2 * (mid - low) * WINDOW_S);
  const q = median(upper) / middleOverMean(2 * (half - mid) * WINDOW_S);
  const det = inLower.white * inUpper.falling - inLower.falling * inUpper.white;
  let white = (p * inUpper.falling - q * inLower.falling) / det;
  let falling = (inLower.white * q - inUpper.white * p) / det;
  if (falling < 0) [white, falling] = [(p + q) / (inLower.white + inUpper.white), 0];
  else if (white < 0) [white, falling] = [0, (p + q) / (inLower.falling + inUpper.falling)];
  return Math.sqrt(white * half + falling * Math.log(half / SLOWEST_HZ));
}

/** Gain of a Butterworth low-pass of fourth order run both ways. */
const passed = (f: number, edge: number, hz: number): number =>
  1 / (1 + (Math.tan((Math.PI * f) / hz) / Math.tan((Math.PI * edge) / hz)) ** 8);

function leftIn(hz: number, gain: (f: number) => number): { white: number; falling: number } {
  const STEPS = 400;
  const step = hz / 2 / STEPS;
  let white = 0;
  let falling = 0;
  for (let i = 0; i < STEPS; i++) {
    const f = (i + 0.5) * step;
    const power = gain(f) ** 2 * step;
    white += power;
    falling += power / f;
  }
  return { white, falling };
}

/**
 * Middle over mean of a variance with so many degrees of freedom (Wilson & Hilferty 1931, Proc Natl Acad Sci 17:684,
 * from memory).
 */
const middleOverMean = (freedom: number): number => (1 - 2 / (9 * freedom)) ** 3;

/** Standard deviation of what smoothing took away, from its median, so that a cough counts for little. */
export function noiseBetween(x: Float64Array, y: Float64Array): number {
  const stride = Math.max(1, Math.floor(x.length / 5000));
  const off: number[] = [];
  for (let i = 0; i < x.length; i += stride) off.push(Math.abs(x[i]! - y[i]!));
  return MAD_TO_SD * median(off);
}

const MAD_TO_SD = 1.4826;

function piecesOf(hz: number, stretches: Stretches): [number, number][] {
  const size = Math.round(PIECE_S * hz);
  const all = stretches.flatMap(([from, to]) => {
    const made: [number, number][] = [];
    for (let a = from; a < to; a += size)
      if (Math.min(to, a + size) - a >= 40) made.push([a, Math.min(to, a + size)]);
    return made;
  });
  const stride = Math.max(1, Math.ceil(all.length / PIECES));
  return all.filter((_, i) => i % stride === 0);
}
