import { median } from '../base/statistics';
import { cholesky, invertLower, principal, times, unitInto } from './matrix';

/**
 * Where a breath turns, to less than a sample. A smoothed curve is dragged toward the gentler side of a turn, and most
 * exhales begin steeper than the inhale ended. So the samples round each turn are held against a bank of shapes (a rise
 * of some roundness, a fall from half cosine to steep exponential, a rest between or none), each at every place in
 * reach. How common each shape is, is learned from the record itself (empirical Bayes); the place is the middle of what
 * is then believed. The residue counts as noise whose power falls with frequency, as that of bands does.
 */

/** A rest and the roundness or sharpness on both sides of a turn. */
type Side = (share: number) => number;
type Shape = { before: Side; after: Side; weight: number };

type Bank = {
  /** Edges of the cells, in phases before; one more than there are cells. */
  edges: Float64Array;
  /** Whitens a window and takes its level and trend out; cells × cells, row by row. */
  whiten: Float64Array;
  /** The whitened window's share in each common part of the shapes; PARTS × cells. */
  parts: Float64Array;
  /** Every shape at every place as a unit vector of those parts; shapes × places × PARTS. */
  vectors: Float64Array;
};

export type TurnKind = 'top' | 'bottom';

/** Places tried, in breaths from the smoothed extreme. */
const PLACES = Array.from({ length: 29 }, (_, k) => (k - 14) / 80);

/** Length of the phase after over the phase before: banks are made for these. */
const RATIO_STEP = 1.5;
const RATIO_BINS = 4;

const round = (power: number): Side => {
  return (u) => Math.sin((Math.PI / 2) * Math.min(1, Math.max(0, u))) ** power;
};
/** A half cosine that comes early (power under 1) or late. */
const bent = (power: number): Side => {
  return (u) => Math.sin((Math.PI / 2) * Math.min(1, Math.max(0, u)) ** power) ** 2;
};
/** Emptying with sharpness `k`, the flow coming on within `onset`. */
function emptying(k: number, onset: number): Side {
  const volume = (u: number) => {
    const free = (1 - Math.exp(-k * u)) / k;
    if (onset === 0) return free;
    const q = k + 1 / onset;
    return free - (1 - Math.exp(-q * u)) / q;
  };
  const all = volume(1);
  return (u) => (u <= 0 ? 0 : u >= 1 ? 1 : volume(u) / all);
}
/** The last of an emptying, seen backward from its end. */
const tail = (k: number): Side => {
  const all = Math.expm1(k);
  return (u) => (u <= 0 ? 0 : u >= 1 ? 1 : Math.expm1(k * u) / all);
};
const after = (rest: number, side: Side): Side => {
  return (u) => side((u - rest) / (1 - rest));
};

const TABLE = 400;

/** A side by straight lines between TABLE points: shapes are asked a million times. */
function tabled(side: Side): Side {
  const table = Float64Array.from({ length: TABLE + 2 }, (_, i) => side(i / TABLE));
  return (u) => {
    if (u >= 1) return 1;
    const i = Math.floor(u * TABLE);
    return table[i]! + (table[i + 1]! - table[i]!) * (u * TABLE - i);
  };
}

function product(before: readonly [Side, number][], behind: readonly [Side, number][]): Shape[] {
  const sides = behind.map(([a, w]) => [tabled(a), w] as const);
  return before.flatMap(([b, w]) => {
    const known = tabled(b);
    return sides.map(([after, v]) => ({ before: known, after, weight: w * v }));
  });
}

const SHAPES: Record<TurnKind, Shape[]> = {
  top: product(
    [
      [round(1.2), 0.5],
      [round(1.6), 1],
      [round(2), 1.5],
      [round(2.5), 1],
    ],
    [
      [round(1.3), 0.7],
      [round(1.6), 1],
      [round(2), 1.5],
      [round(2.4), 0.7],
      [(u) => round(2)(u * 1.35), 0.5],
      [emptying(1, 0), 1],
      [emptying(2, 0), 1],
      [emptying(3.2, 0), 1],
      [emptying(4.6, 0), 1],
      [emptying(6.5, 0), 0.5],
      [emptying(1.5, 0.06), 0.7],
      [emptying(3, 0.06), 1],
      [emptying(5, 0.06), 1],
      [bent(0.85), 1],
      ...[0.06, 0.12, 0.18, 0.26].flatMap((rest): [Side, number][] => [
        [after(rest, round(2)), 0.3],
        [after(rest, emptying(2, 0)), 0.3],
        [after(rest, emptying(4, 0)), 0.3],
        [after(rest, emptying(6.5, 0)), 0.3],
        [after(rest, emptying(3, 0.06)), 0.3],
      ]),
    ],
  ),
  bottom: product(
    [
      [round(1.2), 0.5],
      [round(1.6), 1],
      [round(2), 1.5],
      [tail(1.5), 1],
      [tail(3), 1],
      [tail(4.6), 1],
      [after(0.15, round(2)), 0.5],
      [after(0.15, tail(2.5)), 0.5],
      [after(0.3, round(2)), 0.5],
      [after(0.3, tail(2.5)), 0.5],
      [after(0.45, round(2)), 0.3],
    ],
    [
      [round(1.1), 0.5],
      [round(1.5), 1],
      [round(2), 1.5],
      [round(2.5), 1],
      [bent(0.85), 1],
      [bent(1.15), 1],
    ],
  ),
};
/** How much of the phase before and after is looked at, and in how many cells. */
const WINDOW: Record<TurnKind, { before: number; after: number; cells: readonly [number, number] }> = {
  top: { before: 0.7, after: 0.85, cells: [13, 15] },
  bottom: { before: 0.6, after: 0.9, cells: [14, 14] },
};

const banks: Record<TurnKind, Bank[]> = { top: [], bottom: [] };

const bankOf = (kind: TurnKind, bin: number): Bank =>
  (banks[kind][bin + RATIO_BINS] ??= makeBank(kind, RATIO_STEP ** bin));

/** White part of the noise in a cell of one phase before, against the part that falls with frequency. */
const WHITE = 0.005;
/** How far a trend through the window is expected, against the noise: wander. */
const TREND: Record<TurnKind, number> = { top: 100, bottom: 1000 };
/** Common parts kept of the shapes at all places; more change nothing. */
const PARTS = 16;

function makeBank(kind: TurnKind, ratio: number): Bank {
  const window = WINDOW[kind];
  const [left, right] = window.cells;
  const n = left + right;
  const edges = Float64Array.from({ length: n + 1 }, (_, i) =>
    i <= left ? window.before * (i / left - 1) : (window.after * ratio * (i - left)) / right,
  );
  const whiten = whitener(edges, 1 + ratio, TREND[kind]);
  const count = SHAPES[kind].length * PLACES.length;
  const full = new Float64Array(count * n);
  const [raw, white] = [new Float64Array(n), new Float64Array(n)];
  let at = 0;
  for (const shape of SHAPES[kind]) {
    const { before, after } = shape;
    for (const moved of PLACES) {
      const place = moved * (1 + ratio);
      // The other ends of both phases stay where they are; a phase of which little would be left keeps that little.
      const [lengthBefore, lengthAfter] = [
        Math.max(LEAST_PHASE, 1 + place),
        Math.max(LEAST_PHASE * ratio, ratio - place),
      ];
      for (let i = 0; i < n; i++) {
        const [a, b] = [edges[i]!, edges[i + 1]!];
        let sum = 0;
        for (let j = 0; j < WITHIN; j++) {
          const tau = a + ((b - a) * (j + 0.5)) / WITHIN - place;
          sum += tau < 0 ? before(-tau / lengthBefore) : after(tau / lengthAfter);
        }
        raw[i] = kind === 'top' ? -sum : sum;
      }
      unitInto(full, at, times(whiten, raw, white));
      at += n;
    }
  }
  const parts = principal(full, n, PARTS);
  const vectors = new Float64Array(count * PARTS);
  for (let c = 0; c < count; c++)
    times(parts, full.subarray(c * n, c * n + n), vectors.subarray(c * PARTS, c * PARTS + PARTS));
  return { edges, whiten, parts, vectors };
}

/** Points within a cell at which a shape is asked. */
const WITHIN = 3;
/** Share of a phase that is left at least when its turn is moved. */
const LEAST_PHASE = 0.2;

/**
 * Projection × inverse Cholesky factor of the covariance of 1/f noise (logarithmic in time), white noise and an unknown
 * trend.
 */
function whitener(edges: Float64Array, breath: number, trend: number): Float64Array {
  const n = edges.length - 1;
  const c = new Float64Array(n * n);
  const mid = Float64Array.from({ length: n }, (_, i) => (edges[i]! + edges[i + 1]!) / 2);
  const width = Float64Array.from({ length: n }, (_, i) => edges[i + 1]! - edges[i]!);
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) {
      const apart = Math.abs(mid[i]! - mid[j]!) + 0.3 * (width[i]! + width[j]!) * 0.5;
      c[i * n + j] =
        Math.log((8 * breath) / apart) +
        (trend * mid[i]! * mid[j]!) / breath / breath +
        (i === j ? (WHITE * 10) / width[i]! : 0);
    }
  const inverse = invertLower(cholesky(c, n), n);
  // The level, whitened, is taken out of everything.
  const level = times(inverse, new Float64Array(n).fill(1), new Float64Array(n));
  const unit = new Float64Array(n);
  unitInto(unit, 0, level);
  const made = Float64Array.from(inverse);
  for (let j = 0; j < n; j++) {
    let d = 0;
    for (let i = 0; i < n; i++) d += unit[i]! * made[i * n + j]!;
    for (let i = 0; i < n; i++) made[i * n + j]! -= d * unit[i]!;
  }
  return made;
}

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
const cellsOf = (kind: TurnKind) => WINDOW[kind].cells[0] + WINDOW[kind].cells[1];
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
