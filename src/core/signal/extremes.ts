import { extremesOf, median } from '../base/statistics';

/** A place where the curve turns: tops and bottoms in turn. */
export type Extreme = { at: number; top: boolean };

/** A swing under this share of the usual one round it is no breath. Our choice. */
const LEAST_SHARE = 0.3;
/** The usual swing is taken over this time on both sides, and over at least so many breaths. */
const ROUND_S = 30;
const ROUND_BREATHS = 4;

/**
 * Tops and bottoms of a smoothed curve, without the swings that are small beside their neighbours: what is left when
 * the smallest swing is taken out again and again.
 *
 * @param least first threshold, in units of the curve; a second one follows from the swings that are found with it
 */
export function extremesIn(y: Float64Array, hz: number, least: number | ((at: number) => number)): Extreme[] {
  const first = typeof least === 'number' ? zigzag(y, () => least, least) : zigzag(y, least);
  if (first.length < 4) return first;
  const swings = first.slice(1).map((e, i) => ({
    at: (e.at + first[i]!.at) / 2,
    size: Math.abs(y[e.at]! - y[first[i]!.at]!),
  }));
  const usual = usualSwings(swings, hz);
  let k = 0;
  const here = (at: number) => {
    while (k + 1 < swings.length && swings[k + 1]!.at <= at) k++;
    while (k > 0 && swings[k]!.at > at) k--;
    return LEAST_SHARE * usual[k]!;
  };
  return zigzag(y, here, LEAST_SHARE * extremesOf(usual).low);
}

/** The middle of the swings round each; found for every third. */
function usualSwings(swings: readonly { at: number; size: number }[], hz: number): number[] {
  let from = 0;
  let to = 0;
  let usual = 0;
  return swings.map(({ at }, i) => {
    if (i % 3 > 0) return usual;
    while (from < i - 2 * ROUND_BREATHS && swings[from]!.at < at - ROUND_S * hz) from++;
    while (to < swings.length && (to <= i + 2 * ROUND_BREATHS || swings[to]!.at <= at + ROUND_S * hz)) to++;
    return (usual = median(swings.slice(from, to).map((s) => s.size)));
  });
}

/**
 * Extremes whose swings on both sides reach the threshold of their place. The first and last lie at a true turn or at an end.
 *
 * @param floor no threshold is below this, so that it is asked only where a swing reaches that far
 */
function zigzag(y: Float64Array, least: (at: number) => number, floor = -Infinity): Extreme[] {
  const found: Extreme[] = [];
  let high = 0;
  let low = 0;
  // 1 while rising, −1 while falling, 0 until the first threshold is passed.
  let way = 0;
  for (let i = 1; i < y.length; i++) {
    const v = y[i]!;
    if (v > y[high]!) high = i;
    if (v < y[low]!) low = i;
    const fallen = y[high]! - v;
    const risen = v - y[low]!;
    if (way >= 0 && fallen >= floor && fallen >= least(i)) {
      found.push({ at: high, top: true });
      way = -1;
      low = i;
    } else if (way <= 0 && risen >= floor && risen >= least(i)) {
      found.push({ at: low, top: false });
      way = 1;
      high = i;
    }
  }
  if (way > 0) found.push({ at: high, top: true });
  if (way < 0) found.push({ at: low, top: false });
  return found;
}
