import { fail, ok, type Result } from '../base/result';
import { clamp, median, senSlope, standardDeviation } from '../base/statistics';
import { breathsIn, smooth, smoothAndFind, timingOf, type FoundBreath, type Timed } from './breaths';
import { bagGains, isovolumeRatio, RELATIVE, type Calibration, type Gains } from './calibrate';
import { angleOf, loopAngle } from './loop';
import { BAND_PLACES, onRibs, type BandPlace } from './places';
import { isWrong, judge, type Quality } from './quality';
import { samplesOf, stretchesOf, type BandRecord, type Span } from './record';

type BandBreath = FoundBreath & {
  /** Depth over the median depth. */
  relativeDepth: number;
  /** Ti/Ttot, 0–1. */
  dutyCycle: number;
  /** Ribs over ribs and belly, 0–1; null without both. Past 0 or 1 is cut: one of them moves the other way. */
  ribShare: number | null;
  /** 0 together, ±180 against each other, positive when the belly leads; null without both. */
  phaseDeg: number | null;
  /** Level at the start, in median depths above the lowest. */
  endLevel: number;
  sigh: boolean;
  /** False within a span that is not to be trusted; such breaths count for nothing. */
  trusted: boolean;
};

export type BandAnalysis = Timed & {
  breaths: BandBreath[];
  /** Breaths that count. */
  counted: number;
  sampleHz: number;
  lengthS: number;
  gaps: Span[];
  medianBreathS: number;
  /** Standard deviation of the rate over breaths, a minute. */
  rateSpread: number;
  pauseEmptyS: number;
  pauseFullS: number;
  sighs: number;
  /** Rests of APNOEA_S and longer. */
  apnoeas: Span[];
  /** Which channels made the breath: their sum, or the ribs alone when the belly moves against them. */
  reference: 'all' | 'ribs' | 'one';
  ribShare: number | null;
  /** Mean rise of each place over the rise of all, 0–1, negative when it draws in. */
  shares: Partial<Record<BandPlace, number>>;
  /** Mean rise of each place in units of its own signal, or mL when calibrated. */
  rises: Partial<Record<BandPlace, number>>;
  /** Smaller of right and left over the larger, 0–1; null without half bands. */
  sideRatio: number | null;
  phase: { deg: number; leads: 'ribs' | 'belly' | 'together' } | null;
  endLevel: {
    /** Median depths a minute. */
    driftPerMin: number;
    /** Over the whole record, in median depths. */
    risen: number;
  };
  /** mL, or null without a bag calibration. */
  tidalMl: number | null;
  gains: Gains;
  quality: Quality;
};

export type AnalyseOptions = { calibration?: readonly Calibration[]; cutoffHz?: number; prominence?: number };

/** A rest of this length is named as an apnoea; the usual scoring length of 10 s (from memory). Not a diagnosis. */
const APNOEA_S = 10;
/** A breath of this many median depths is a sigh. Our choice; papers use 1.5 to 2.5. */
const SIGH_DEPTHS = 1.8;
/** The belly counts as going against the ribs when its rise is opposite and at least this share of theirs. Our choice. */
const AGAINST_SHARE = 0.15;

/** Breaths and everything that follows from them. Spans not to be trusted are named and left out of every figure. */
export function analyse(record: BandRecord, options: AnalyseOptions = {}): Result<BandAnalysis> {
  const n = samplesOf(record);
  if (record.channels.length === 0 || n < 20) return fail('the record has no samples', 'record');
  const { hz } = record;
  const stretches = stretchesOf(record, n);
  if (stretches.length === 0) return fail('the record has only gaps', 'record');
  const smoothed: Float64Array[] = [];
  for (const c of record.channels) {
    const y = smooth(c.values, hz, stretches, options.cutoffHz);
    if (!y.ok) return y;
    smoothed.push(y.value);
  }
  const quality = judge(
    record.channels.map((c, i) => ({ x: c.values, y: smoothed[i]! })),
    hz,
    stretches,
    record.gaps,
  );
  const compartments = compartmentsOf(record, smoothed);
  const gained = gainsOf(record, compartments, options.calibration ?? [], stretches);
  if (!gained.ok) return gained;
  const gains = gained.value;
  // An isovolume manoeuvre is no breathing: it is cut out of what is timed.
  const manoeuvres = (options.calibration ?? [])
    .filter((c) => c.kind === 'isovolume')
    .map(({ fromS, toS }) => ({ fromS, toS }));
  const breathing = stretchesOf(
    { hz, gaps: [...record.gaps, ...manoeuvres].sort((a, b) => a.fromS - b.fromS) },
    n,
  );
  const { x, y, reference } = referenceOf(record, compartments, gains, breathing);
  const made = smoothAndFind(x, hz, breathing, options, y);
  if (!made.ok) return made;
  if (made.value.breaths.length === 0)
    return fail(
      'no whole breath was found: check that the curve rises on the inhale and that the bands sit',
      'record',
    );
  const { breaths: found, y: level } = made.value;
  const usual = {
    quality,
    compartments: compartments === null ? null : { ribs: compartments.ribs.y, belly: compartments.belly.y },
    gains,
  };
  const breaths = describe(found, level, hz, usual);
  const trusted = breaths.filter((b) => b.trusted);
  if (trusted.length === 0)
    return fail(
      'every breath lies in a span that cannot be trusted: look at the band and record again',
      'record',
    );
  return ok(summarise(record, smoothed, breaths, trusted, { reference, gains, quality }));
}

type Curve = { x: Float64Array; y: Float64Array };
type Compartments = { ribs: Curve; belly: Curve } | null;

/** Ribs (the mean of what lies on them) and belly; null when one of them has no band. */
function compartmentsOf(record: BandRecord, smoothed: readonly Float64Array[]): Compartments {
  const ribs = record.channels.flatMap((c, i) => (onRibs(c.place) ? [i] : []));
  const belly = record.channels.flatMap((c, i) => (c.place === 'belly' ? [i] : []));
  if (ribs.length === 0 || belly.length === 0) return null;
  const meanOf = (indices: readonly number[]): Curve => ({
    x: meanCurve(indices.map((i) => record.channels[i]!.values)),
    y: meanCurve(indices.map((i) => smoothed[i]!)),
  });
  return { ribs: meanOf(ribs), belly: meanOf(belly) };
}

function meanCurve(curves: readonly Float64Array[]): Float64Array {
  return curves.length === 1
    ? curves[0]!
    : weighted(
        curves,
        curves.map(() => 1 / curves.length),
      );
}

function weighted(curves: readonly Float64Array[], weights: readonly number[]): Float64Array {
  const sum = new Float64Array(curves[0]!.length);
  curves.forEach((c, k) => {
    const w = weights[k]!;
    for (let i = 0; i < sum.length; i++) sum[i]! += w * c[i]!;
  });
  return sum;
}

function referenceOf(
  record: BandRecord,
  compartments: Compartments,
  gains: Gains,
  breathing: readonly (readonly [number, number])[],
): Curve & { reference: BandAnalysis['reference'] } {
  if (compartments === null) {
    const all = record.channels.map((c) => c.values);
    const x = meanCurve(all);
    return { x, y: x, reference: all.length === 1 ? 'one' : 'all' };
  }
  const { ribs, belly } = compartments;
  // Calibrated, the sum is the volume whatever the two do; otherwise it may cancel.
  if (gains.from.length === 0 && slopeOf(ribs.y, belly.y, breathing) < -AGAINST_SHARE)
    return { ...ribs, reference: 'ribs' };
  const weights = [gains.ribs, gains.belly];
  return {
    x: weighted([ribs.x, belly.x], weights),
    y: weighted([ribs.y, belly.y], weights),
    reference: 'all',
  };
}

/** How the belly moves with the ribs, from changes over a quarter second or so, so that drift does not speak. */
function slopeOf(
  ribs: Float64Array,
  belly: Float64Array,
  stretches: readonly (readonly [number, number])[],
): number {
  const lag = Math.max(1, Math.floor(ribs.length / 20000));
  const step = 8;
  let rr = 0;
  let rb = 0;
  for (const [from, to] of stretches) {
    for (let i = from; i + step < to; i += lag) {
      const r = ribs[i + step]! - ribs[i]!;
      rr += r * r;
      rb += r * (belly[i + step]! - belly[i]!);
    }
  }
  return rr === 0 ? 0 : rb / rr;
}

function gainsOf(
  record: BandRecord,
  compartments: Compartments,
  calibration: readonly Calibration[],
  stretches: readonly [number, number][],
): Result<Gains> {
  if (calibration.length === 0) return ok(RELATIVE);
  if (compartments === null)
    return fail('a calibration needs a band on the ribs and one on the belly', 'calibration');
  const { hz } = record;
  const n = samplesOf(record);
  const indices = (c: Calibration): [number, number] => [
    Math.max(0, Math.round(c.fromS * hz)),
    Math.min(n, Math.round(c.toS * hz)),
  ];
  const iso = calibration.find((c) => c.kind === 'isovolume');
  const bag = calibration.find((c) => c.kind === 'bag');
  const ratio = iso ? isovolumeRatio(compartments.ribs.y, compartments.belly.y, ...indices(iso)) : null;
  if (ratio && !ratio.ok) return ratio;
  const from = calibration.map((c) => c.kind);
  if (!bag) return ok({ ribs: ratio!.value, belly: 1, absolute: false, from });
  const [a, b] = indices(bag);
  const sum = weighted([compartments.ribs.x, compartments.belly.x], [ratio?.value ?? 1, 1]);
  const smoothSum = weighted([compartments.ribs.y, compartments.belly.y], [ratio?.value ?? 1, 1]);
  const inside = breathsIn(sum, smoothSum, hz, stretches).filter(
    (v) => v.startS >= a / hz && v.endS <= b / hz,
  );
  const rises = inside.map((v) => ({
    ribs: riseOf(compartments.ribs.y, v, hz),
    belly: riseOf(compartments.belly.y, v, hz),
  }));
  const gains = bagGains(rises, bag.volumeMl, ratio?.value ?? null);
  return gains.ok ? ok({ ...gains.value, absolute: true, from }) : gains;
}

/** How far a curve rises from the start of a breath to its turn. */
function riseOf(y: Float64Array, b: FoundBreath, hz: number): number {
  return (
    valueAt(y, b.turnS * hz) - (valueAt(y, b.startS * hz) + valueAt(y, (b.endS - b.pauseEmptyS) * hz)) / 2
  );
}

function valueAt(y: Float64Array, place: number): number {
  const i = Math.max(0, Math.min(y.length - 2, Math.floor(place)));
  const f = place - i;
  return y[i]! * (1 - f) + y[i + 1]! * f;
}

type Usual = {
  quality: Quality;
  compartments: { ribs: Float64Array; belly: Float64Array } | null;
  gains: Gains;
};

function describe(
  found: readonly FoundBreath[],
  level: Float64Array,
  hz: number,
  { quality, compartments, gains }: Usual,
): BandBreath[] {
  const trusted = found.map((b) => !isWrong(quality.spans, b.startS, b.endS));
  const good = found.filter((_, i) => trusted[i]);
  const depth = median((good.length > 0 ? good : found).map((b) => b.depth));
  const levels = found.map((b) => valueAt(level, b.startS * hz));
  const lowest = levels.reduce((m, v) => Math.min(m, v), Infinity);
  return found.map((b, i) => {
    const length = b.endS - b.startS;
    const angle = compartments
      ? loopAngle(compartments.ribs, compartments.belly, Math.round(b.startS * hz), Math.round(b.endS * hz))
      : null;
    return {
      ...b,
      relativeDepth: b.depth / depth,
      dutyCycle: b.inhaleS / length,
      ribShare: compartments
        ? shareOf(
            gains.ribs * riseOf(compartments.ribs, b, hz),
            gains.belly * riseOf(compartments.belly, b, hz),
          )
        : null,
      phaseDeg: angle === null ? null : Math.sign(angle.sin || 1) * angle.phaseDeg,
      endLevel: (levels[i]! - lowest) / depth,
      sigh: b.depth > SIGH_DEPTHS * depth,
      trusted: trusted[i]!,
    };
  });
}

const shareOf = (ribs: number, belly: number): number | null =>
  ribs + belly > 0 ? clamp(ribs / (ribs + belly), 0, 1) : ribs > 0 ? 1 : null;

type Settled = Pick<BandAnalysis, 'reference' | 'gains' | 'quality'>;

function summarise(
  record: BandRecord,
  smoothed: readonly Float64Array[],
  breaths: BandBreath[],
  trusted: readonly BandBreath[],
  settled: Settled,
): BandAnalysis {
  const { hz } = record;
  const cycles = trusted.map((b) => b.endS - b.startS);
  const lengthS = samplesOf(record) / hz;
  const driftPerMin =
    60 *
    senSlope(
      trusted.map((b) => b.startS),
      trusted.map((b) => b.endLevel),
    );
  const rises: BandAnalysis['rises'] = {};
  for (const place of BAND_PLACES) {
    const i = record.channels.findIndex((c) => c.place === place);
    if (i < 0) continue;
    const gain = settled.gains.absolute ? (onRibs(place) ? settled.gains.ribs : settled.gains.belly) : 1;
    rises[place] = gain * median(trusted.map((b) => riseOf(smoothed[i]!, b, hz)));
  }
  const total = Object.values(rises).reduce((s, v) => s + Math.abs(v), 0);
  const shares = Object.fromEntries(
    Object.entries(rises).map(([place, v]) => [place, total === 0 ? 0 : v / total]),
  );
  const [right, left] = [rises.lowerRibsRight, rises.lowerRibsLeft];
  const ribShares = trusted.flatMap((b) => (b.ribShare === null ? [] : [b.ribShare]));
  return {
    ...settled,
    ...timingOf(trusted),
    breaths,
    counted: trusted.length,
    sampleHz: hz,
    lengthS,
    gaps: record.gaps,
    medianBreathS: median(cycles),
    rateSpread: standardDeviation(cycles.map((c) => 60 / c)),
    pauseEmptyS: median(trusted.map((b) => b.pauseEmptyS)),
    pauseFullS: median(trusted.map((b) => b.pauseFullS)),
    sighs: trusted.filter((b) => b.sigh).length,
    apnoeas: trusted
      .filter((b) => b.pauseEmptyS >= APNOEA_S)
      .map((b) => ({ fromS: b.endS - b.pauseEmptyS, toS: b.endS })),
    ribShare: ribShares.length === 0 ? null : median(ribShares),
    shares,
    rises,
    sideRatio:
      right === undefined || left === undefined || Math.max(right, left) <= 0
        ? null
        : clamp(Math.min(right, left) / Math.max(right, left), 0, 1),
    phase: phaseOf(trusted),
    endLevel: { driftPerMin, risen: (driftPerMin * lengthS) / 60 },
    tidalMl: settled.gains.absolute ? median(trusted.map((b) => b.depth)) : null,
  };
}

/** The middle of the angles, taken as directions so that 5° ahead and 5° behind make 0°. */
function phaseOf(breaths: readonly BandBreath[]): BandAnalysis['phase'] {
  const known = breaths.flatMap((b) => (b.phaseDeg === null ? [] : [(b.phaseDeg * Math.PI) / 180]));
  if (known.length === 0) return null;
  const { phaseDeg, leads } = angleOf(median(known.map(Math.sin)), median(known.map(Math.cos)));
  return { deg: phaseDeg, leads: leads === 'first' ? 'ribs' : leads === 'second' ? 'belly' : 'together' };
}
