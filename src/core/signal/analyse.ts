import { fail, ok, type Result } from '../base/result';
import { clamp, mean, median, senSlope, standardDeviation } from '../base/statistics';
import type { Calibration, Gains } from './calibrate';
import {
  carrierOf,
  CHANNEL_HZ,
  compartmentsOf,
  gainsOf,
  riseOf,
  thinChannels,
  withSmoothed,
  type Compartments,
  type ThinChannel,
} from './carrier';
import { stretchesBetween, valueAt } from './evenly';
import { findBreaths, type Found, type FoundBreath } from './find';
import { angleOf, loopAngle, type LoopAngle } from './loop';
import { BAND_PLACES, onRibs, type BandPlace } from './places';
import { isWrong, judge, type Quality } from './quality';
import { LEAST_SAMPLES, samplesOf, type BandRecord, type Span } from './record';

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

export type BandAnalysis = {
  ratePerMin: number;
  inhaleS: number;
  exhaleS: number;
  /** Ti/Ttot, 0–1. */
  dutyCycle: number;
  /** Coefficient of variation of the whole breath. */
  irregularity: number;
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
  /** Where nothing moved for the longer of 10 s and one and a half breaths. Not a diagnosis. */
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

/** A breath of this many median depths is a sigh. Our choice; papers use 1.5 to 2.5. */
const SIGH_DEPTHS = 1.8;

/** Breaths and everything that follows from them. Spans not to be trusted are named and left out of every figure. */
export function analyse(record: BandRecord, options: AnalyseOptions = {}): Result<BandAnalysis> {
  const n = samplesOf(record);
  if (record.channels.length === 0 || n < LEAST_SAMPLES) return fail('the record has no samples', 'record');
  const edgeHz = options.cutoffHz ?? CHANNEL_HZ;
  if (record.hz <= 2 * edgeHz)
    return fail(
      `sampled at ${record.hz.toFixed(2)} Hz: breaths need more than ${(2 * edgeHz).toFixed(1)} samples a second`,
      'times',
    );
  const thin = thinChannels(record);
  const stretches = stretchesBetween(thin[0]!, record.gaps);
  if (stretches.length === 0) return fail('the record has only gaps', 'record');
  const channels = thin.map((x) => withSmoothed(x, stretches));
  const compartments = compartmentsOf(record, channels);
  const calibration = options.calibration ?? [];
  const gained = gainsOf(compartments, calibration, stretches);
  if (!gained.ok) return gained;
  const gains = gained.value;
  // An isovolume manoeuvre is no breathing: it is cut out of what is timed.
  const manoeuvres = calibration.filter((c) => c.kind === 'isovolume');
  const breathing = stretchesBetween(thin[0]!, [...record.gaps, ...manoeuvres]);
  const carrier = carrierOf(channels, compartments, gains, breathing);
  // Where nothing was cut out, the smoothed channels make a first look at the carrier.
  const found = findBreaths(carrier.x, breathing, options, manoeuvres.length === 0 ? carrier.y.y : undefined);
  if (found.breaths.length === 0)
    return fail(
      'no whole breath was found: check that the curve rises on the inhale and that the bands sit',
      'record',
    );
  const quality = judge(record, channels, stretches, found);
  const breaths = describe(found, { quality, compartments, gains });
  const trusted = breaths.filter((b) => b.trusted);
  if (trusted.length === 0)
    return fail(
      'every breath lies in a span that cannot be trusted: look at the band and record again',
      'record',
    );
  return ok(
    summarise(record, channels, breaths, trusted, found, { reference: carrier.reference, gains, quality }),
  );
}

type Usual = { quality: Quality; compartments: Compartments; gains: Gains };

function describe(
  { breaths: found, curve, smoothed }: Found,
  { quality, compartments, gains }: Usual,
): BandBreath[] {
  const trusted = found.map((b) => !isWrong(quality.spans, b.startS, b.endS));
  const good = found.filter((_, i) => trusted[i]);
  const depth = median((good.length > 0 ? good : found).map((b) => b.depth));
  const level = { ...curve, y: smoothed };
  const levels = found.map((b) => valueAt(level, b.startS));
  const lowest = levels.reduce((m, v) => Math.min(m, v), Infinity);
  return found.map((b, i) => {
    const angle = compartments ? angleOfBreath(compartments, b) : null;
    return {
      ...b,
      relativeDepth: b.depth / depth,
      dutyCycle: b.inhaleS / (b.endS - b.startS),
      ribShare: compartments
        ? shareOf(gains.ribs * riseOf(compartments.ribs.y, b), gains.belly * riseOf(compartments.belly.y, b))
        : null,
      phaseDeg: angle === null ? null : Math.sign(angle.sin || 1) * angle.phaseDeg,
      endLevel: (levels[i]! - lowest) / depth,
      sigh: b.depth > SIGH_DEPTHS * depth,
      trusted: trusted[i]!,
    };
  });
}

function angleOfBreath({ ribs, belly }: NonNullable<Compartments>, b: FoundBreath): LoopAngle | null {
  const { hz, fromS } = ribs.y;
  const at = (tS: number) => Math.round((tS - fromS) * hz);
  return loopAngle(ribs.y.y, belly.y.y, at(b.startS), at(b.endS));
}

const shareOf = (ribs: number, belly: number): number | null =>
  ribs + belly > 0 ? clamp(ribs / (ribs + belly), 0, 1) : ribs > 0 ? 1 : null;

/**
 * Drift of the level at the start of the breath, median depths a minute: only breaths between the same shifts and gaps
 * are compared.
 */
function levelDrift(breaths: readonly BandBreath[], cuts: readonly number[]): number {
  const slopes: number[] = [];
  const weights: number[] = [];
  const edges = [...cuts, Infinity].sort((a, b) => a - b);
  let from = -Infinity;
  for (const edge of edges) {
    const part = breaths.filter((b) => b.startS >= from && b.startS < edge);
    from = edge;
    if (part.length < 3) continue;
    slopes.push(
      senSlope(
        part.map((b) => b.startS),
        part.map((b) => b.endLevel),
      ),
    );
    weights.push(part.at(-1)!.startS - part[0]!.startS);
  }
  const all = weights.reduce((a, b) => a + b, 0);
  return all === 0 ? 0 : (60 * slopes.reduce((s, v, i) => s + v * weights[i]!, 0)) / all;
}

type Settled = Pick<BandAnalysis, 'reference' | 'gains' | 'quality'>;

function summarise(
  record: BandRecord,
  channels: readonly ThinChannel[],
  breaths: BandBreath[],
  trusted: readonly BandBreath[],
  found: Found,
  settled: Settled,
): BandAnalysis {
  const { hz } = record;
  const cycles = trusted.map((b) => b.endS - b.startS);
  const cycle = mean(cycles);
  const inhaleS = mean(trusted.map((b) => b.inhaleS));
  const lengthS = samplesOf(record) / hz;
  const driftPerMin = levelDrift(trusted, [
    ...found.shifts.map((v) => v.atS),
    ...record.gaps.map((g) => g.fromS),
  ]);
  const rises: BandAnalysis['rises'] = {};
  for (const place of BAND_PLACES) {
    const i = record.channels.findIndex((c) => c.place === place);
    if (i < 0) continue;
    const gain = settled.gains.absolute ? (onRibs(place) ? settled.gains.ribs : settled.gains.belly) : 1;
    rises[place] = gain * median(trusted.map((b) => riseOf(channels[i]!.y, b)));
  }
  const total = Object.values(rises).reduce((s, v) => s + Math.abs(v), 0);
  const shares = Object.fromEntries(
    Object.entries(rises).map(([place, v]) => [place, total === 0 ? 0 : v / total]),
  );
  const [right, left] = [rises.lowerRibsRight, rises.lowerRibsLeft];
  const ribShares = trusted.flatMap((b) => (b.ribShare === null ? [] : [b.ribShare]));
  return {
    ...settled,
    ratePerMin: 60 / cycle,
    inhaleS,
    exhaleS: mean(trusted.map((b) => b.exhaleS)),
    dutyCycle: inhaleS / cycle,
    irregularity: standardDeviation(cycles) / cycle,
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
    apnoeas: found.stops.filter((v) => !isWrong(settled.quality.spans, v.fromS, v.toS)),
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
