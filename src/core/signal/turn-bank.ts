import { cholesky, invertLower, principal, times, unitInto } from './matrix';

/** The shapes that a turn is held against (`turns.ts`), made ready to be compared with a window of samples. */

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
export const PLACES = Array.from({ length: 29 }, (_, k) => (k - 14) / 80);

/** Length of the phase after over the phase before: banks are made for these. */
export const RATIO_STEP = 1.5;
export const RATIO_BINS = 4;

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

export const SHAPES: Record<TurnKind, Shape[]> = {
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

/** In how many cells a window is looked at. */
export const cellsOf = (kind: TurnKind): number => WINDOW[kind].cells[0] + WINDOW[kind].cells[1];

const banks: Record<TurnKind, Bank[]> = { top: [], bottom: [] };

/** The bank of a kind of turn for phases of such a ratio, RATIO_STEP ** `bin`; made when first asked for. */
export const bankOf = (kind: TurnKind, bin: number): Bank =>
  (banks[kind][bin + RATIO_BINS] ??= makeBank(kind, RATIO_STEP ** bin));

/** White part of the noise in a cell of one phase before, against the part that falls with frequency. */
const WHITE = 0.005;
/** How far a trend through the window is expected, against the noise: wander. */
const TREND: Record<TurnKind, number> = { top: 100, bottom: 1000 };
/** Common parts kept of the shapes at all places; more change nothing. */
export const PARTS = 16;

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
