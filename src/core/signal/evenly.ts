import { butterworthLowPass, filterBothWays } from './butterworth';
import type { Span, Stretches } from './record';

/** Samples at an even rate, the first at `fromS`. */
export type Evenly = { hz: number; fromS: number; y: Float64Array };

/** Fewer samples a period of the edge than this leave the edge without meaning. */
const SAMPLES_AN_EDGE = 2.2;
const LEAST_SAMPLES = 20;

/** Means of so many samples in a row each. */
export function thinned(values: Float64Array, hz: number, every: number): Evenly {
  if (every === 1) return { hz, fromS: 0, y: values };
  const n = Math.floor(values.length / every);
  const y = new Float64Array(n);
  for (let i = 0, k = 0; i < n; i++) {
    let sum = 0;
    for (let j = 0; j < every; j++) sum += values[k++]!;
    y[i] = sum / every;
  }
  return { hz: hz / every, fromS: (every - 1) / 2 / hz, y };
}

/** The curve without what is faster than the edge, each stretch by itself; between stretches as it was. */
export function smoothed({ hz, y }: Evenly, stretches: Stretches, edgeHz: number): Float64Array {
  const sections = butterworthLowPass(4, Math.min(edgeHz, hz / SAMPLES_AN_EDGE), hz);
  if (stretches.length === 1 && stretches[0]![0] === 0 && stretches[0]![1] === y.length)
    return filterBothWays(sections, y);
  const made = Float64Array.from(y);
  for (const [from, to] of stretches) made.set(filterBothWays(sections, y.subarray(from, to)), from);
  return made;
}

/** The value at a time, between samples by a straight line. */
export function valueAt({ hz, fromS, y }: Evenly, tS: number): number {
  const place = (tS - fromS) * hz;
  const i = Math.max(0, Math.min(y.length - 2, Math.floor(place)));
  return y[i]! + (y[i + 1]! - y[i]!) * (place - i);
}

/** Sums of curves by weight. */
export function weighted(curves: readonly Float64Array[], weights: readonly number[]): Float64Array {
  const n = curves[0]!.length;
  const sum = new Float64Array(n);
  for (let k = 0; k < curves.length; k++) {
    const c = curves[k]!;
    const w = weights[k]!;
    for (let i = 0; i < n; i++) sum[i] = sum[i]! + w * c[i]!;
  }
  return sum;
}

/** Stretches of an even curve that keep clear of spans of time; those under 20 samples are left out. */
export function stretchesBetween({ hz, fromS, y }: Evenly, gaps: readonly Span[]): [number, number][] {
  const found: [number, number][] = [];
  let from = 0;
  const end = { fromS: Infinity, toS: Infinity };
  for (const gap of [...[...gaps].sort((a, b) => a.fromS - b.fromS), end]) {
    // The sample on the edge of a gap was taken.
    const to = Math.min(y.length, Math.floor((gap.fromS - fromS) * hz + 1e-6) + 1);
    if (to - from >= LEAST_SAMPLES) found.push([from, to]);
    from = Math.max(from, Math.ceil((gap.toS - fromS) * hz - 1e-6));
  }
  return found;
}
