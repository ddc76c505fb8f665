import { median } from '../base/statistics';

/** A phase from one turn to the next in an even curve, in samples. */
export type Phase = { from: number; to: number };

/** A rest lasts while the flow stays under this share of the fastest flow of its phase. */
const FLOW_SHARE = 0.05;
/** A rest is named from this length, and from this share of the breath. Our choice: shorter ones belong to the turn. */
const NAMED_FROM_S = 0.4;
const NAMED_FROM_SHARE = 0.06;
/** A single breath rests when it dwells this much longer than the others of its record, s and share of the breath. Our choice. */
const LONGER_S = 1;
const LONGER_SHARE = 0.2;
/** The level, as a share of the depth, whose crossing is timed in each breath: flow is still fast there. */
const CROSSED = 0.12;
const BINS = 50;
const ROUND_BINS = 3;
/** Phases that the middle one is made of, at most. */
const LEARNED_FROM = 200;

/**
 * How long each phase rests at its end (`end`) or at its start (`start`), s. The flow of one breath is too noisy to tell
 * five parts of a hundred; the middle volume of all phases of a record is not. Where that rests, each breath rests from
 * when it crosses the level that the middle one crosses, as much later as the middle one does.
 */
export function restsOf(
  y: ArrayLike<number>,
  hz: number,
  phases: readonly Phase[],
  breaths: readonly number[],
  side: 'end' | 'start',
): number[] {
  if (phases.length === 0) return [];
  const stride = Math.max(1, Math.ceil(phases.length / LEARNED_FROM));
  const some = phases.filter((_, i) => i % stride === 0).map((p) => volumesOf(y, p, side));
  const shape = Array.from({ length: BINS + 1 }, (_, k) => median(some.map((v) => v[k]!)));
  const resting = restShare(shape);
  const crossing = crossingOf((k) => shape[k]!);
  const usualBreath = median(breaths);
  const usual = median(phases.map((p) => p.to - p.from));
  const named = resting * usual >= Math.max(NAMED_FROM_S * hz, NAMED_FROM_SHARE * usualBreath) ? resting : 0;
  return phases.map((p, i) => {
    const length = p.to - p.from;
    const dwells = crossingOf(volumeOf(y, p, side)) * length;
    // What is not rest takes as long in this breath as in the middle one, in its share of the moving part.
    const moving = named > 0 ? (crossing - named) * usual : crossing * usual;
    const rest = dwells - moving;
    const least =
      named > 0
        ? Math.max(NAMED_FROM_S * hz, NAMED_FROM_SHARE * breaths[i]!)
        : Math.max(LONGER_S * hz, LONGER_SHARE * breaths[i]!);
    return rest >= least ? Math.min(rest, 0.95 * length) / hz : 0;
  });
}

/** Share of the depth that is still to go (end) or already gone (start), by bin from the rest outward. */
function volumeOf(y: ArrayLike<number>, { from, to }: Phase, side: 'end' | 'start'): (bin: number) => number {
  const at = (place: number) => {
    const i = Math.max(0, Math.min(y.length - 2, Math.floor(place)));
    return y[i]! + (y[i + 1]! - y[i]!) * (place - i);
  };
  const [rest, away] = side === 'end' ? [to, from] : [from, to];
  const level = at(rest);
  const size = at(away) - level;
  return (bin) => (at(rest + ((away - rest) * bin) / BINS) - level) / size;
}

const volumesOf = (y: ArrayLike<number>, phase: Phase, side: 'end' | 'start'): number[] => {
  const volume = volumeOf(y, phase, side);
  return Array.from({ length: BINS + 1 }, (_, k) => volume(k));
};

/** How far from its resting side the flow first passes FLOW_SHARE of its peak, as a share of the phase. */
function restShare(shape: readonly number[]): number {
  const flows = Array.from({ length: BINS + 1 }, (_, k) => {
    const [a, b] = [Math.max(0, k - ROUND_BINS), Math.min(BINS, k + ROUND_BINS)];
    return (shape[b]! - shape[a]!) / (b - a);
  });
  const peak = Math.max(...flows);
  const first = flows.findIndex((f) => f >= FLOW_SHARE * peak);
  return Math.max(0, first) / BINS;
}

/** Where the level is first passed, as a share of the phase from the resting side. */
function crossingOf(volume: (bin: number) => number): number {
  let before = volume(0);
  for (let k = 1; k <= BINS; k++) {
    const now = volume(k);
    if (now > CROSSED) return (k - 1 + (CROSSED - before) / (now - before)) / BINS;
    before = now;
  }
  return 1;
}
