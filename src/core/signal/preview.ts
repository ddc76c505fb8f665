import type { Result } from '../result';
import { findBreaths, type BreathsFound } from './breaths';

/** One column of a curve, thinned for drawing, with the breaths that were found in all of it. */
export type CurvePreview = {
  name: string;
  fromS: number;
  toS: number;
  low: number;
  high: number;
  /** Lowest and highest value in each of up to PREVIEW_POINTS equal stretches of time. */
  points: { t: number; low: number; high: number }[];
  found: Result<BreathsFound>;
};

export const PREVIEW_POINTS = 600;

/** A drawing of a column that keeps its peaks at any length, and its breaths. */
export function previewOf(name: string, times: ArrayLike<number>, values: ArrayLike<number>): CurvePreview {
  const n = times.length;
  const buckets = Math.min(PREVIEW_POINTS, n);
  const points = Array.from({ length: buckets }, (_, b) => {
    const from = Math.floor((b * n) / buckets);
    const to = Math.floor(((b + 1) * n) / buckets);
    let low = Infinity;
    let high = -Infinity;
    for (let i = from; i < to; i++) {
      low = Math.min(low, values[i]!);
      high = Math.max(high, values[i]!);
    }
    return { t: times[from]!, low, high };
  });
  return {
    name,
    fromS: times[0]!,
    toS: times[n - 1]!,
    low: points.reduce((m, p) => Math.min(m, p.low), Infinity),
    high: points.reduce((m, p) => Math.max(m, p.high), -Infinity),
    points,
    found: findBreaths(times, values),
  };
}
