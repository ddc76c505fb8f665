import { median, percentile } from '../base/statistics';
import type { Evenly } from './evenly';
import type { Extreme } from './extremes';
import type { Span } from './record';

/** Further than this many depths under the usual end of the exhale round it: no breath goes there. Our choice. */
const UNDER_DEPTHS = 0.75;
/** Faster than this many times the usual fastest part of a breath. Our choice: a deep sigh stays under it. */
const TOO_FAST = 2.4;
/** Large swings in a row that also reach low are a movement; a sigh is one or two. Our choice. */
const LARGE_DEPTHS = 1.5;
const LARGE_IN_A_ROW = 3;
const LOW_DEPTHS = 0.4;
/** What is marked is widened by this much on both sides, s. */
export const MARGIN_S = 1;
/** Marks closer than this are one, s. */
const JOIN_S = 2.5;
const ROUND = 4;

/**
 * Where the body moved, in a curve without shifts: what goes under the breath, goes faster than it, or swings widely
 * again and again. Times in seconds of the curve.
 */
export function movementsIn({ hz, y }: Evenly, extremes: readonly Extreme[], depth: number): Span[] {
  const marks: [number, number][] = [];
  const bottoms = extremes.filter((e) => !e.top);
  if (bottoms.length < 3) return [];
  const usual = bottoms.map((_, i) =>
    median(bottoms.slice(Math.max(0, i - ROUND), i + ROUND + 1).map((b) => y[b.at]!)),
  );
  let k = 0;
  const levelAt = (i: number) => {
    while (k + 1 < bottoms.length && bottoms[k + 1]!.at <= i) k++;
    return usual[k]!;
  };
  const limit = TOO_FAST * usualSpeed(y, bottoms);
  for (let i = 1; i + 1 < y.length; i++) {
    const speed = Math.abs(y[i + 1]! - y[i - 1]!) / 2;
    if (speed > limit || y[i]! < levelAt(i) - UNDER_DEPTHS * depth) marks.push([i, i]);
  }
  const low = (e: Extreme) => !e.top && y[e.at]! < levelAtOf(bottoms, usual, e.at) - LOW_DEPTHS * depth;
  let run: Extreme[] = [];
  extremes.forEach((e, i) => {
    const before = extremes[i - 1];
    const large = before !== undefined && Math.abs(y[e.at]! - y[before.at]!) > LARGE_DEPTHS * depth;
    if (large) run.push(e);
    if (!large || i === extremes.length - 1) {
      if (run.length >= LARGE_IN_A_ROW && run.some(low)) marks.push([run[0]!.at, run.at(-1)!.at]);
      run = [];
    }
  });
  return joined(marks.map(([a, b]) => ({ fromS: a / hz, toS: b / hz })));
}

function levelAtOf(bottoms: readonly Extreme[], usual: readonly number[], at: number): number {
  let k = 0;
  while (k + 1 < bottoms.length && bottoms[k + 1]!.at <= at) k++;
  return usual[k]!;
}

/** The fastest part of a breath, of the quarter of breaths that are quickest. */
function usualSpeed(y: Float64Array, bottoms: readonly Extreme[]): number {
  const speeds: number[] = [];
  for (let b = 1; b < bottoms.length; b++) {
    let most = 0;
    for (let i = bottoms[b - 1]!.at + 1; i < bottoms[b]!.at; i++)
      most = Math.max(most, Math.abs(y[i + 1]! - y[i - 1]!) / 2);
    speeds.push(most);
  }
  return percentile(speeds, 0.75);
}

/** Marks widened by the margin; those that are close become one. */
function joined(marks: readonly Span[]): Span[] {
  const made: Span[] = [];
  for (const m of [...marks].sort((a, b) => a.fromS - b.fromS)) {
    const last = made.at(-1);
    if (last && m.fromS - last.toS < JOIN_S) last.toS = Math.max(last.toS, m.toS);
    else made.push({ ...m });
  }
  return made.map((m) => ({ fromS: m.fromS - MARGIN_S, toS: m.toS + MARGIN_S }));
}
