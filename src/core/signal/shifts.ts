import { median, percentile } from '../base/statistics';
import type { Evenly } from './evenly';

/** The rest level went from one height to another: the body lay differently, or the band sat elsewhere. */
export type Shift = {
  /** Middle of the change, s. */
  atS: number;
  lengthS: number;
  /** Units of the curve; negative downward. */
  by: number;
};

type Until = Shift & { toS: number };

/**
 * A step between the middles before and behind of this many depths is looked into. Our choice: under it a change of
 * breathing looks alike.
 */
const LOOKED_INTO = 1.3;
/** It is a shift when this many depths fit. Our choice. */
const LEAST = 1;
/** It has to explain this share of what a breath in its two first harmonics leaves over. */
const EXPLAINS = 0.25;
/** The middles are taken over so many breaths, within these bounds, s. */
const WINDOW_BREATHS = 1.6;
const WINDOW_S = [4, 30] as const;
const RAMPS_S = [0.5, 1, 1.5, 2, 2.6];
/** A window is looked at in so many samples a second, and in no more than so many at all. */
const THIN_HZ = 8;
const WINDOW_SAMPLES = 60;
/** The running middles are taken at so many places a window. */
const WINDOW_PLACES = 14;
/** A shift that is taken back within so many breaths is none. Our choice. */
const THERE_AND_BACK = 2.5;
/** A window that passes an end is shortened, down to so many places. */
const LEAST_PLACES = 6;

/**
 * Shifts in a smoothed curve: the running middle behind minus before shows where to look; there a ramp and a breath of
 * the usual length are fitted together.
 *
 * @param depth usual depth of a breath @param cycleS usual length of one
 */
export function shiftsIn({ hz, y }: Evenly, depth: number, cycleS: number): Shift[] {
  const windowS = Math.min(WINDOW_S[1], Math.max(WINDOW_S[0], WINDOW_BREATHS * cycleS));
  const stride = Math.max(1, Math.round(hz / Math.min(THIN_HZ, WINDOW_SAMPLES / windowS)));
  const x = new Float64Array(Math.floor(y.length / stride));
  for (let i = 0; i < x.length; i++) x[i] = y[i * stride]!;
  const rate = hz / stride;
  const size = Math.round(windowS * rate);
  const { steps, every } = stepsOf(x, size, LOOKED_INTO * depth);
  const found: Shift[] = [];
  for (const place of tops(steps, LOOKED_INTO * depth, Math.round(size / every))) {
    const shift = fitted(x, rate, place * every, windowS, cycleS);
    if (!shift || Math.abs(shift.by) <= LEAST * depth) continue;
    const last = found.at(-1);
    // Up and down again within a breath or two is a sigh or a movement.
    if (last && last.by * shift.by < 0 && shift.atS - last.atS < THERE_AND_BACK * cycleS) found.pop();
    else found.push(shift);
  }
  return found;
}

/** The curve without its shifts; each counts up to `toS`, where its stretch ends. Times from the first sample. */
export function unshifted({ hz, fromS, y }: Evenly, shifts: readonly Until[]): Evenly {
  const flat = Float64Array.from(y);
  for (const s of shifts) {
    const from = Math.max(0, Math.ceil((s.atS - s.lengthS / 2) * hz));
    const to = Math.min(flat.length, Math.round(s.toS * hz));
    for (let i = from; i < to; i++) flat[i]! -= s.by * rampAt((i / hz - s.atS) / s.lengthS + 0.5);
  }
  return { hz, fromS, y: flat };
}

const rampAt = (u: number): number => (u <= 0 ? 0 : u >= 1 ? 1 : (1 - Math.cos(Math.PI * u)) / 2);

/** Middle of the window behind less the middle of the one before, on a grid of so many places a window. */
function stepsOf(x: Float64Array, size: number, limit: number): { steps: Float64Array; every: number } {
  const every = Math.max(1, Math.round(size / WINDOW_PLACES));
  const places = Math.max(LEAST_PLACES, Math.round(size / every));
  const n = Math.floor((x.length - 1) / every) + 1;
  const grid = new Float64Array(n);
  for (let i = 0; i < n; i++) grid[i] = x[i * every]!;
  const sums = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) sums[i + 1] = sums[i]! + grid[i]!;
  const steps = new Float64Array(n);
  for (let i = LEAST_PLACES; i + LEAST_PLACES <= n; i++) {
    const [a, b] = [Math.max(0, i - places), Math.min(n, i + places)];
    // Means are at hand; middles are asked only where those differ.
    const step = (sums[b]! - sums[i]!) / (b - i) - (sums[i]! - sums[a]!) / (i - a);
    if (Math.abs(step) > 0.6 * limit)
      steps[i] = median([...grid.subarray(i, b)]) - median([...grid.subarray(a, i)]);
  }
  return { steps, every };
}

/** Places where the step is largest within reach and above the limit. */
function tops(steps: Float64Array, limit: number, reach: number): number[] {
  const found: number[] = [];
  let i = 0;
  while (i < steps.length) {
    if (Math.abs(steps[i]!) < limit) {
      i++;
      continue;
    }
    const sign = Math.sign(steps[i]!);
    let best = i;
    let last = i;
    while (last < steps.length && sign * steps[last]! >= limit * 0.7 && last - i < 2 * reach) {
      if (sign * steps[last]! > sign * steps[best]!) best = last;
      last++;
    }
    // The middle of the plateau that steps of a coarse grid make.
    let end = best;
    while (end + 1 < last && steps[end + 1] === steps[best]) end++;
    found.push((best + end) >> 1);
    i = Math.max(last, i + 1);
  }
  return found;
}

function fitted(x: Float64Array, rate: number, at: number, windowS: number, cycleS: number): Shift | null {
  const size = Math.round(windowS * rate);
  const from = Math.max(0, at - size);
  const to = Math.min(x.length, at + size);
  const n = to - from;
  if (n < 12) return null;
  const omega = (2 * Math.PI) / (cycleS * rate);
  const columns = [
    () => 1,
    (i: number) => i / n,
    (i: number) => Math.cos(omega * i),
    (i: number) => Math.sin(omega * i),
    (i: number) => Math.cos(2 * omega * i),
    (i: number) => Math.sin(2 * omega * i),
  ].map((f) => Float64Array.from({ length: n }, (_, i) => f(i)));
  const basis = orthonormal(columns);
  const left = without(x.slice(from, to), basis);
  const before = dot(left, left);
  let best: { gain: number; shift: Shift } | null = null;
  const step = Math.max(1, Math.round(rate / 4));
  for (let c = Math.round(-0.85 * size); c <= 0.85 * size; c += step) {
    for (const lengthS of RAMPS_S) {
      const ramp = without(
        Float64Array.from({ length: n }, (_, i) => rampAt((from + i - at - c) / rate / lengthS + 0.5)),
        basis,
      );
      const power = dot(ramp, ramp);
      if (power < 1e-6) continue;
      const d = dot(ramp, left);
      const gain = (d * d) / power;
      if (!best || gain > best.gain) best = { gain, shift: { atS: (at + c) / rate, lengthS, by: d / power } };
    }
  }
  return best && best.gain > EXPLAINS * before ? best.shift : null;
}

function orthonormal(columns: readonly Float64Array[]): Float64Array[] {
  const basis: Float64Array[] = [];
  for (const c of columns) {
    const v = without(c, basis);
    const size = Math.sqrt(dot(v, v));
    if (size > 1e-9) basis.push(v.map((a) => a / size));
  }
  return basis;
}

function without(v: Float64Array, basis: readonly Float64Array[]): Float64Array {
  const made = Float64Array.from(v);
  for (const b of basis) {
    const d = dot(b, made);
    for (let i = 0; i < made.length; i++) made[i]! -= d * b[i]!;
  }
  return made;
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}

/** How far the curve reaches in windows of twelve seconds, the third of them that reach least left out. */
export function calmReach(y: ArrayLike<number>, hz: number): number {
  const size = Math.max(8, Math.round(12 * hz));
  const reaches: number[] = [];
  for (let a = 0; a < y.length; a += size) {
    const b = Math.min(y.length, a + size);
    if (b - a < size / 2 && a > 0) break;
    let low = Infinity;
    let high = -Infinity;
    for (let i = a; i < b; i++) {
      if (y[i]! < low) low = y[i]!;
      if (y[i]! > high) high = y[i]!;
    }
    reaches.push(high - low);
  }
  return reaches.length === 0 ? 0 : percentile(reaches, 0.35);
}
