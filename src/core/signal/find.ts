import { median } from '../base/statistics';
import { smoothed, type Evenly } from './evenly';
import { extremesIn, type Extreme } from './extremes';
import { movementsIn } from './movement';
import type { Span, Stretches } from './record';
import { restsOf } from './rests';
import { calmReach, shiftsIn, unshifted, type Shift } from './shifts';
import { stopsIn } from './stops';
import { integralOf, placeTurns, type RoughTurn } from './turns';

export type FoundBreath = {
  startS: number;
  /** The breath stops coming in. */
  turnS: number;
  /** The next breath begins to come in; the pauses lie within. */
  endS: number;
  /** Without the pauses. */
  inhaleS: number;
  exhaleS: number;
  pauseFullS: number;
  pauseEmptyS: number;
  /** Rise from the levels before and after to the top, in units of the curve. */
  depth: number;
};

export type FindOptions = {
  /** Breaths faster than this are smoothed away. Default: OVER_RATE times the rate of the breaths found. */
  cutoffHz?: number;
  /** Least swing of a breath in units of the curve. Default: a share of the usual swing. */
  prominence?: number;
};

export type Found = {
  breaths: FoundBreath[];
  /** The curve without its shifts, as it is and smoothed. */
  curve: Evenly;
  smoothed: Float64Array;
  cutoffHz: number;
  shifts: Shift[];
  /** Where the body moved, s. */
  movements: Span[];
  /** Where nothing moved for long, s. */
  stops: Span[];
};

/** The curve is smoothed at this many times the rate of the breaths, within these bounds, Hz. Our choice. */
const OVER_RATE = 2.8;
const EDGE_HZ = [0.3, 1.8] as const;
/** The first look is taken at this edge, Hz. */
const FIRST_HZ = 1;
/** First threshold of a swing, as a share of what the curve reaches. */
const FIRST_SHARE = 0.25;
/** Shifts hide one another: looked for so often. */
const SHIFT_ROUNDS = 3;

/** Extremes of each stretch. */
type Parts = { y: Float64Array; edge: number; parts: Extreme[][] };

/**
 * Breaths in a curve, with what has to be known to trust them. Smoothed and counted first; then shifts of the rest level
 * are taken out and it is counted again; then each turn is placed by the samples themselves (`turns.ts`).
 *
 * @param stretches sample indices [from, to) between gaps
 * @param first the curve smoothed at FIRST_HZ, when that is known already
 */
export function findBreaths(
  given: Evenly,
  stretches: Stretches,
  options: FindOptions = {},
  first?: Float64Array,
): Found {
  let curve = given;
  let seen = extremesOf(curve, stretches, options, first);
  const shifts: Shift[] = [];
  for (let round = 0; round < SHIFT_ROUNDS; round++) {
    const usual = usualOf(seen);
    if (!usual) break;
    const more = stretches.flatMap(([from, to]) =>
      shiftsIn(
        { hz: curve.hz, fromS: 0, y: seen.y.subarray(from, to) },
        usual.depth,
        usual.cycle / curve.hz,
      ).map((s) => ({ ...s, atS: s.atS + from / curve.hz, toS: to / curve.hz })),
    );
    if (more.length === 0) break;
    curve = unshifted(curve, more);
    shifts.push(...more);
    seen = extremesOf(curve, stretches, options);
  }
  const usual = usualOf(seen);
  const settled = { curve, smoothed: seen.y, cutoffHz: seen.edge, shifts };
  if (!usual) return { ...settled, breaths: [], movements: [], stops: [] };
  const { hz } = curve;
  const quick = smoothed(curve, stretches, EDGE_HZ[1]);
  const inPart = (k: number, y: Float64Array): Evenly => ({
    hz,
    fromS: 0,
    y: y.subarray(...stretches[k]!),
  });
  const late = (k: number) => (s: Span) => ({
    fromS: s.fromS + stretches[k]![0] / hz,
    toS: s.toS + stretches[k]![0] / hz,
  });
  const movements = seen.parts.flatMap((extremes, k) =>
    movementsIn(
      inPart(k, quick),
      extremes.map((e) => ({ ...e, at: e.at - stretches[k]![0] })),
      usual.depth,
    ).map(late(k)),
  );
  const stops = seen.parts.flatMap((_, k) =>
    stopsIn(inPart(k, curve.y), usual.depth, usual.cycle / hz).map(late(k)),
  );
  const onClock = ({ fromS, toS }: Span): Span => ({ fromS: fromS + curve.fromS, toS: toS + curve.fromS });
  return {
    ...settled,
    shifts: shifts.map((s) => ({ ...s, atS: s.atS + curve.fromS })),
    breaths: breathsOf(curve, seen, quick, stretches, movements, stops),
    movements: movements.map(onClock),
    stops: stops.map(onClock),
  };
}

function extremesOf(curve: Evenly, stretches: Stretches, options: FindOptions, first?: Float64Array): Parts {
  let edge = options.cutoffHz ?? FIRST_HZ;
  const known = options.cutoffHz === undefined ? first : undefined;
  let seen = look(curve, stretches, edge, options.prominence, known);
  for (let round = 0; round < 3 && options.cutoffHz === undefined; round++) {
    const usual = usualOf(seen);
    if (!usual) break;
    const next = Math.max(EDGE_HZ[0], Math.min(EDGE_HZ[1], (OVER_RATE * curve.hz) / usual.cycle));
    if (Math.abs(next / edge - 1) < 0.15) break;
    edge = next;
    seen = look(curve, stretches, edge, options.prominence);
  }
  return seen;
}

function look(
  curve: Evenly,
  stretches: Stretches,
  edge: number,
  prominence?: number,
  known?: Float64Array,
): Parts {
  const y = known ?? smoothed(curve, stretches, edge);
  const parts = stretches.map(([from, to]) => {
    const part = y.subarray(from, to);
    const least = prominence ?? FIRST_SHARE * calmReach(part, curve.hz);
    if (!(least > 0)) return [];
    const found: Extreme[] = [];
    for (const { at, top } of extremesIn(part, curve.hz, least))
      if (at > 0 && at < part.length - 1) found.push({ at: at + from, top });
    return found;
  });
  return { y, edge, parts };
}

/** Middle swing and middle distance of like extremes, samples; null without two breaths. */
function usualOf({ y, parts }: Parts): { depth: number; cycle: number } | null {
  const swings: number[] = [];
  const cycles: number[] = [];
  for (const p of parts)
    for (let i = 1; i < p.length; i++) {
      swings.push(Math.abs(y[p[i]!.at]! - y[p[i - 1]!.at]!));
      if (i > 1) cycles.push(p[i]!.at - p[i - 2]!.at);
    }
  return cycles.length < 2 ? null : { depth: median(swings), cycle: median(cycles) };
}

/** Placed by turns: tops first, since they are sharper; each kind again once the other is better known. */
const PLACED = ['top', 'bottom', 'top', 'bottom'] as const;

function breathsOf(
  curve: Evenly,
  seen: Parts,
  quick: Float64Array,
  stretches: Stretches,
  movements: readonly Span[],
  stops: readonly Span[],
): FoundBreath[] {
  const { hz } = curve;
  const turns: (Extreme & { part: number })[] = [];
  seen.parts.forEach((extremes, part) => {
    for (const { at, top } of extremes) turns.push({ at, top, part });
  });
  let at = turns.map((t) => t.at);
  const integral = integralOf(curve.y);
  const placedAmong = (kind: 'top' | 'bottom', roughly: boolean) => {
    const mine: number[] = [];
    const rough: RoughTurn[] = [];
    turns.forEach((t, j) => {
      if (t.top !== (kind === 'top')) return;
      const before = turns[j - 1]?.part === t.part ? at[j]! - at[j - 1]! : null;
      const after = turns[j + 1]?.part === t.part ? at[j + 1]! - at[j]! : null;
      if (before === null && after === null) return;
      mine.push(j);
      rough.push({
        at: at[j]!,
        before: before ?? after!,
        after: after ?? before!,
        within: stretches[t.part]!,
        odd: movements.some((m) => m.fromS * hz < at[j]! && m.toS * hz > at[j]!),
      });
    });
    const next = [...at];
    placeTurns(integral, kind, rough, roughly).forEach((v, k) => (next[mine[k]!] = v));
    return next;
  };
  PLACED.forEach((kind, i) => (at = placedAmong(kind, i < 2)));
  const whole = turns.flatMap((t, j) =>
    !t.top && turns[j + 2]?.part === t.part && at[j]! < at[j + 1]! && at[j + 1]! < at[j + 2]! ? [j] : [],
  );
  const lengths = whole.map((j) => at[j + 2]! - at[j]!);
  const { y } = seen;
  const out = whole.map((j) => ({ from: at[j + 1]!, to: at[j + 2]! }));
  const empty = restsOf(quick, hz, out, lengths, 'end');
  const full = restsOf(quick, hz, out, lengths, 'start');
  const s = (place: number) => curve.fromS + place / hz;
  return whole.map((j, i): FoundBreath => {
    const [startS, turnS, endS] = [s(at[j]!), s(at[j + 1]!), s(at[j + 2]!)];
    const stop = stops.find((p) => p.fromS > turnS - curve.fromS && p.fromS < endS - curve.fromS);
    const pauseEmptyS = Math.max(empty[i]!, stop ? endS - Math.max(turnS, stop.fromS + curve.fromS) : 0);
    const pauseFullS = Math.min(full[i]!, Math.max(0, endS - turnS - pauseEmptyS) / 2);
    return {
      startS,
      turnS,
      endS,
      inhaleS: turnS - startS,
      exhaleS: endS - turnS - pauseEmptyS - pauseFullS,
      pauseFullS,
      pauseEmptyS,
      depth: y[turns[j + 1]!.at]! - (y[turns[j]!.at]! + y[turns[j + 2]!.at]!) / 2,
    };
  });
}
