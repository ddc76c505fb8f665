import { median } from '../base/statistics';

/** A turn of the breath that was just noticed. */
export type StreamedTurn = {
  /** What begins: the breath comes in, or goes out. */
  kind: 'inhale' | 'exhale';
  /** When it turned, s, as far as is known at the moment. */
  atS: number;
  /** When it was noticed, s. */
  noticedS: number;
  /** How far the band moved on the way to this turn, in its own unit. */
  travel: number;
};

/**
 * The stretch that a parabola is fitted to, as a share of the usual breath, and its limits, s. Our choice: by trial on
 * generated bodies.
 */
const STRETCH = { share: 0.22, least: 0.4, most: 2 } as const;
/** The slope at its end has to be so many of its standard errors beyond level, and so much of the usual slope. */
const SURE = 2;
const LEAST_SLOPE = 0.08;
/** No half of a breath is shorter than this share of the usual one, and none moves less than this share of the usual depth. */
const LEAST_HALF = 0.22;
const LEAST_TRAVEL = 0.25;
/** So far back beyond a turn, in usual depths, it was none. */
const LEAST_BACK = 0.08;
/** What figures of a computer alone spread, beside their size. */
const LEAST_NOISE = 1e-9;
/** Until breaths are known, s. */
const FIRST_PERIOD_S = 4;
const KEPT_BREATHS = 5;
/** Samples are thinned to about so many a second: more tell nothing of a breath. */
const ENOUGH_HZ = 25;

export type TurnStream = {
  /** The next sample of the band that leads. @returns the turn that it shows, if it does */
  push(tS: number, value: number): StreamedTurn | null;
  /** Seconds of the usual breath; null before the first two turns of a kind. */
  periodS(): number | null;
  /** How far an ordinary breath moves the band; null until it is known. */
  depth(): number | null;
};

/**
 * Notices turns of the breath as samples come. A parabola is fitted to the last stretch of the curve, as long as a fifth of
 * the usual breath; where its slope at the end has changed its sign by more than the noise allows, the breath has turned, at
 * the parabola's own vertex. Meant for coaching: it knows no sample that is to come, and is a little late for that
 * (`noticedS − atS`; tests state how much).
 *
 * @example const stream = turnStream(); stream.push(0, 0.1) // null
 */
export function turnStream(): TurnStream {
  const times: number[] = [];
  const values: number[] = [];
  const periods: number[] = [];
  const travels: number[] = [];
  const last: Partial<Record<StreamedTurn['kind'], number>> = {};
  let going: 1 | -1 | 0 = 0;
  let turnedS = -Infinity;
  let turnedAt = 0;
  let extreme = 0;
  let noise = 0;
  let sum = { t: 0, v: 0, n: 0 };
  let dueS = -Infinity;

  const periodS = () => (periods.length > 0 ? median(periods) : null);
  const depth = () => (travels.length > 1 ? median(travels) : null);

  function push(tS: number, value: number): StreamedTurn | null {
    if (!Number.isFinite(value) || !Number.isFinite(tS)) return null;
    sum = { t: sum.t + tS, v: sum.v + value, n: sum.n + 1 };
    if (tS < dueS) return null;
    dueS = tS + 1 / ENOUGH_HZ - 1e-6;
    const [t, v] = [sum.t / sum.n, sum.v / sum.n];
    sum = { t: 0, v: 0, n: 0 };
    // A gap in the line ends what was known of the present breath.
    if (times.length > 0 && t - times.at(-1)! > 1) reset();
    times.push(t);
    values.push(v);
    const period = periodS() ?? FIRST_PERIOD_S;
    const stretchS = Math.min(STRETCH.most, Math.max(STRETCH.least, STRETCH.share * period));
    while (times.length > 2 && times[0]! < t - STRETCH.most - 0.2) {
      times.shift();
      values.shift();
    }
    const fit = parabola(times, values, t - stretchS);
    if (!fit) return null;
    const floor = LEAST_NOISE * (1 + Math.abs(fit.value));
    noise = Math.max(floor, noise === 0 ? fit.noise : noise + (fit.noise - noise) * 0.04);
    const error = noise * fit.slopeError;
    const usual = depth();
    const least = usual === null ? 0 : (LEAST_SLOPE * Math.PI * usual) / period;
    const needed = Math.max(SURE * error, least);
    if (going === 0) {
      if (Math.abs(fit.slope) > needed && times.length > ENOUGH_HZ * STRETCH.least) {
        going = fit.slope > 0 ? 1 : -1;
        turnedAt = fit.value;
        extreme = fit.value;
      }
      return null;
    }
    // Back beyond where it turned: that was no turn, or the first direction was a guess.
    const beyond = (turnedAt - fit.value) * going;
    if (beyond > Math.max(4 * noise * fit.valueError, LEAST_BACK * (usual ?? 0))) {
      going = going > 0 ? -1 : 1;
      extreme = fit.value;
      turnedAt = fit.value;
      return null;
    }
    extreme = going > 0 ? Math.max(extreme, fit.value) : Math.min(extreme, fit.value);
    const travel = Math.abs(extreme - turnedAt);
    if (fit.slope * going >= -needed) return null;
    if (t - turnedS < LEAST_HALF * period * 0.5) return null;
    if (travel < (usual === null ? 4 * noise : LEAST_TRAVEL * usual)) return null;
    return turn(t, fit, travel);
  }

  function turn(t: number, fit: Parabola, travel: number): StreamedTurn {
    const kind = going > 0 ? 'exhale' : 'inhale';
    const back = fit.bend === 0 ? 0 : Math.max(0, Math.min(fit.lengthS, fit.slope / fit.bend));
    const atS = Math.max(turnedS, t - back);
    if (turnedS > -Infinity) {
      travels.push(travel);
      if (travels.length > 2 * KEPT_BREATHS) travels.shift();
    }
    const before = last[kind];
    if (before !== undefined) {
      periods.push(atS - before);
      if (periods.length > KEPT_BREATHS) periods.shift();
    }
    last[kind] = atS;
    going = going > 0 ? -1 : 1;
    turnedS = atS;
    turnedAt = extreme;
    return { kind, atS, noticedS: t, travel };
  }

  function reset(): void {
    times.length = 0;
    values.length = 0;
    going = 0;
    delete last.inhale;
    delete last.exhale;
  }

  return { push, periodS, depth };
}

type Parabola = {
  /** At the last sample: value, slope a second, and bend (slope a second, a second). */
  value: number;
  slope: number;
  bend: number;
  lengthS: number;
  /** Spread of the samples about it. */
  noise: number;
  /** The standard error of the slope, for a spread of 1. */
  slopeError: number;
  valueError: number;
};

/** Least squares through the samples from a moment on, with time counted back from the last; null where they are too few. */
function parabola(times: readonly number[], values: readonly number[], fromS: number): Parabola | null {
  const end = times.length - 1;
  const zero = times[end]!;
  let s0 = 0,
    s1 = 0,
    s2 = 0,
    s3 = 0,
    s4 = 0,
    y0 = 0,
    y1 = 0,
    y2 = 0,
    first = end;
  for (let i = end; i >= 0 && times[i]! >= fromS; i--) {
    const x = times[i]! - zero;
    const y = values[i]!;
    s0++;
    s1 += x;
    s2 += x * x;
    s3 += x * x * x;
    s4 += x * x * x * x;
    y0 += y;
    y1 += x * y;
    y2 += x * x * y;
    first = i;
  }
  if (s0 < 6) return null;
  const det = s0 * (s2 * s4 - s3 * s3) - s1 * (s1 * s4 - s3 * s2) + s2 * (s1 * s3 - s2 * s2);
  if (Math.abs(det) < 1e-12) return null;
  const a = (y0 * (s2 * s4 - s3 * s3) - s1 * (y1 * s4 - s3 * y2) + s2 * (y1 * s3 - s2 * y2)) / det;
  const b = (s0 * (y1 * s4 - s3 * y2) - y0 * (s1 * s4 - s3 * s2) + s2 * (s1 * y2 - y1 * s2)) / det;
  const c = (s0 * (s2 * y2 - y1 * s3) - s1 * (s1 * y2 - y1 * s2) + y0 * (s1 * s3 - s2 * s2)) / det;
  let off = 0;
  for (let i = first; i <= end; i++) {
    const x = times[i]! - zero;
    off += (values[i]! - a - b * x - c * x * x) ** 2;
  }
  return {
    value: a,
    slope: b,
    bend: 2 * c,
    lengthS: zero - times[first]!,
    noise: Math.sqrt(off / Math.max(1, s0 - 3)),
    slopeError: Math.sqrt(Math.max(0, (s0 * s4 - s2 * s2) / det)),
    valueError: Math.sqrt(Math.max(0, (s2 * s4 - s3 * s3) / det)),
  };
}
