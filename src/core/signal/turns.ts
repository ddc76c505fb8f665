import { median } from '../base/statistics';
import { times } from './matrix';
import { bankOf, cellsOf, PARTS, PLACES, RATIO_BINS, RATIO_STEP, SHAPES, type TurnKind } from './turn-bank';

/**
 * Where a breath turns, to less than a sample. A smoothed curve is dragged toward the gentler side of a turn, and most
 * exhales begin steeper than the inhale ended. So the samples round each turn are held against a bank of shapes (a rise
 * of some roundness, a fall from half cosine to steep exponential, a rest between or none), each at every place in
 * reach. How common each shape is, is learned from the record itself (empirical Bayes); the place is the middle of what
 * is then believed. The residue counts as noise whose power falls with frequency, as that of bands does.
 */

export type RoughTurn = {
  /** Sample of the smoothed extreme, or of the turn as placed so far. */
  at: number;
  /** Samples of the phase before and of the phase after. */
  before: number;
  after: number;
  /** Samples [from, to) between gaps. */
  within: readonly [number, number];
  /** Not to be learned from. */
  odd: boolean;
};

/** Turns from which the shapes of a record are learned, at most. */
const LEARNED_FROM = 64;
const ROUNDS = 3;
/**
 * Bottoms are blunt: one says little, so that the record as a whole is believed six times as firmly (the sixth power).
 * Our choice, tried.
 */
const firmer = (likelihood: number): number => {
  const cube = likelihood * likelihood * likelihood;
  return cube * cube;
};
/** Spread of the distance from the smoothed extreme, breaths. */
const SPREAD = 0.04;
/** Of many turns, those that are not learned from are held only against the shapes that make up this share. */
const KEPT_SHARE = 0.97;

type Learned = { weights: readonly number[]; centre: number; prior: Float64Array };

/** The distance from the smoothed extreme has heavy tails: Student's t with 2 degrees. */
const priorAt = (centre: number) =>
  Float64Array.from(PLACES, (p) => (1 + ((p - centre) / SPREAD) ** 2 / 2) ** -1.5);

/**
 * The turns of one kind, each moved to where the samples say it is; one that lies too near an end or a gap is moved as
 * far as the others of its record.
 *
 * @param integral of the curve, from `integralOf` @param roughly only the turns that are learned from are placed; the
 *   others are moved as far as they are
 */
export function placeTurns(
  integral: Float64Array,
  kind: TurnKind,
  turns: readonly RoughTurn[],
  roughly = false,
): number[] {
  const usable: number[] = [];
  turns.forEach((t, i) => {
    if (!t.odd) usable.push(i);
  });
  const stride = Math.max(1, Math.ceil(usable.length / (roughly ? LEARNED_FROM / 2 : LEARNED_FROM)));
  const every = SHAPES[kind].map((_, s) => s);
  const likelihoods = new Map<number, Float64Array>();
  for (let k = 0; k < usable.length; k += stride) {
    const found = likelihoodOf(integral, kind, turns[usable[k]!]!, every);
    if (found) likelihoods.set(usable[k]!, found);
  }
  const learned = learn(kind, [...likelihoods.values()]);
  const common = stride === 1 ? every : commonest(learned.weights);
  const some = { ...learned, weights: common.map((s) => learned.weights[s]!) };
  const places = new Float64Array(PLACES.length);
  const room = new Float64Array(common.length * PLACES.length);
  return turns.map((t, i) => {
    const known = likelihoods.get(i);
    const found = known ?? (roughly ? null : likelihoodOf(integral, kind, t, common, room));
    const moved = found ? middle(posterior(found, known ? learned : some, places)) : learned.centre;
    return t.at + moved * (t.before + t.after);
  });
}

/**
 * How common each shape is in a record, and how far its turns lie from the smoothed extremes. Twelve independent samples
 * are taken to lie in a window, fewer than its cells, since no breath is quite like a shape.
 */
function learn(kind: TurnKind, likelihoods: readonly Float64Array[]): Learned {
  const shapes = SHAPES[kind];
  const total = shapes.reduce((s, x) => s + x.weight, 0);
  const firm = kind === 'top' ? likelihoods : likelihoods.map((l) => l.map(firmer));
  let learned: Learned = { weights: shapes.map((s) => s.weight / total), centre: 0, prior: priorAt(0) };
  const places = new Float64Array(PLACES.length);
  for (let r = 0; r < ROUNDS; r++) {
    const sums = shapes.map((s) => (2 * s.weight) / total);
    const moves: number[] = [];
    for (const likelihood of firm) {
      moves.push(middle(posterior(likelihood, learned, places, sums)));
    }
    const all = sums.reduce((a, b) => a + b, 0);
    const centre = moves.length > 3 ? median(moves) : learned.centre;
    learned = { weights: sums.map((s) => s / all), centre, prior: priorAt(centre) };
  }
  return learned;
}

function commonest(weights: readonly number[]): number[] {
  const order = weights.map((_, s) => s).sort((a, b) => weights[b]! - weights[a]!);
  let sum = 0;
  const count = order.findIndex((s) => (sum += weights[s]!) >= KEPT_SHARE);
  return order.slice(0, count < 0 ? order.length : count + 1);
}

/** What one fit after another is worked out in: typed arrays are dear to make. */
const scratch = (cells: number) => ({
  y: new Float64Array(cells),
  z: new Float64Array(cells),
  p: new Float64Array(PARTS),
});
const SCRATCH = { top: scratch(cellsOf('top')), bottom: scratch(cellsOf('bottom')) };

/** Likelihood of every shape (of `shapes`) at every place, up to a factor; null when the window passes an end. */
function likelihoodOf(
  integral: Float64Array,
  kind: TurnKind,
  t: RoughTurn,
  shapes: readonly number[],
  into?: Float64Array,
): Float64Array | null {
  const bin = Math.round(Math.log(t.after / t.before) / Math.log(RATIO_STEP));
  if (!(Math.abs(bin) <= RATIO_BINS)) return null;
  const bank = bankOf(kind, bin);
  const { edges } = bank;
  const n = edges.length - 1;
  // The bank's ratio is rounded: the phase after is stretched onto it.
  const after = t.after / RATIO_STEP ** bin;
  const [low, high] = t.within;
  if (t.at + edges[0]! * t.before < low || t.at + edges[n]! * after > high - 1) return null;
  const { y, z, p } = SCRATCH[kind];
  let from = t.at + edges[0]! * t.before;
  let sum = integralAt(integral, from);
  for (let i = 0; i < n; i++) {
    const edge = edges[i + 1]!;
    const to = t.at + edge * (edge > 0 ? after : t.before);
    const upTo = integralAt(integral, to);
    y[i] = (upTo - sum) / (to - from);
    from = to;
    sum = upTo;
  }
  times(bank.whiten, y, z);
  let power = 0;
  for (let i = 0; i < n; i++) power += z[i]! * z[i]!;
  if (!(power > 0)) return null;
  times(bank.parts, z, p);
  const found = into ?? new Float64Array(shapes.length * PLACES.length);
  const { vectors: v } = bank;
  const whole = power * (1 + 1e-4);
  let next = 0;
  for (const s of shapes) {
    let at = s * PLACES.length * PARTS;
    for (let k = 0; k < PLACES.length; k++) {
      // Four sums side by side: here most of the time is spent.
      let d0 = 0,
        d1 = 0,
        d2 = 0,
        d3 = 0;
      for (let i = 0; i < PARTS; i += 4) {
        d0 += v[at + i]! * p[i]!;
        d1 += v[at + i + 1]! * p[i + 1]!;
        d2 += v[at + i + 2]! * p[i + 2]!;
        d3 += v[at + i + 3]! * p[i + 3]!;
      }
      at += PARTS;
      const dot = d0 + d1 + d2 + d3;
      const left = dot > 0 ? power / (whole - dot * dot) : 1;
      // left ** (samples / 2) for twelve samples.
      const cube = left * left * left;
      found[next++] = cube * cube;
    }
  }
  return found;
}

/** Integral of the curve up to a place between samples; sample i covers i − ½ to i + ½. */
function integralAt(integral: Float64Array, place: number): number {
  const p = Math.max(0, place + 0.5);
  const i = Math.min(integral.length - 2, Math.floor(p));
  return integral[i]! + (integral[i + 1]! - integral[i]!) * (p - i);
}

/** Sums up to each sample, one more than there are samples. */
export function integralOf(y: Float64Array): Float64Array {
  const made = new Float64Array(y.length + 1);
  for (let i = 0; i < y.length; i++) made[i + 1] = made[i]! + y[i]!;
  return made;
}

/** What is believed of places (up to a factor), and added to `shapes` what is believed of those. */
function posterior(
  likelihood: Float64Array,
  { weights, prior }: Learned,
  places: Float64Array,
  shapes?: number[],
): Float64Array {
  const n = PLACES.length;
  places.fill(0);
  for (let s = 0, c = 0; s < weights.length; s++) {
    const weight = weights[s]!;
    for (let k = 0; k < n; k++) places[k] = places[k]! + weight * likelihood[c++]!;
  }
  let total = 0;
  for (let k = 0; k < n; k++) {
    places[k] = places[k]! * prior[k]!;
    total += places[k]!;
  }
  if (!shapes) return places;
  for (let s = 0, c = 0; s < weights.length; s++) {
    let sum = 0;
    for (let k = 0; k < n; k++) sum += likelihood[c++]! * prior[k]!;
    shapes[s]! += (weights[s]! * sum) / total;
  }
  return places;
}

/** The place with half of the belief on either side, between the places tried. */
function middle(believed: Float64Array): number {
  const step = PLACES[1]! - PLACES[0]!;
  let half = 0;
  for (let k = 0; k < believed.length; k++) half += believed[k]! / 2;
  let sum = 0;
  for (let k = 0; k < believed.length; k++) {
    const p = believed[k]!;
    if (sum + p >= half) return PLACES[k]! - step / 2 + (step * (half - sum)) / p;
    sum += p;
  }
  return PLACES.at(-1)!;
}
