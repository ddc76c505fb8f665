import type { Curve } from './curve';
import { fail, ok, type Result } from '../base/result';
import { median } from '../base/statistics';
import { placeOf, type BandPlace } from './places';

export type Span = { fromS: number; toS: number };

/** Sample indices [from, to) between gaps. */
export type Stretches = readonly (readonly [from: number, to: number])[];

/** Something written down during a record. `lengthS` is 0 for a moment. */
export type RecordNote = { atS: number; lengthS: number; text: string };

export type BandChannel = {
  name: string;
  place: BandPlace | null;
  unit: string;
  values: Float64Array;
  /** Lowest and highest value that the 16 bits of the record reach; kept so that it prints as it was read. */ range?: readonly [
    number,
    number,
  ];
};

/**
 * Stretch bands over time, all channels sampled together and evenly. Within a gap the values are a straight line
 * and count for nothing. Time 0 is the first sample.
 */
export type BandRecord = {
  hz: number;
  /** When the first sample was taken, UTC ISO 8601; null when not known. */
  startAt: string | null;
  channels: BandChannel[];
  gaps: Span[];
  notes: RecordNote[];
};

/** Samples of each channel. */
export const samplesOf = (record: BandRecord): number => record.channels[0]?.values.length ?? 0;
/** Seconds that a record lasts, gaps included. */
export const lengthOf = (record: BandRecord): number => samplesOf(record) / record.hz;

/** Fewer samples show no breath. Our choice. */
export const LEAST_SAMPLES = 20;

/** A hole longer than this is a gap; a shorter one is bridged by a straight line. Our choice. */
export const LONGEST_BRIDGE_S = 0.5;

/** The band record of a curve, put on an even time grid; a hole longer than LONGEST_BRIDGE_S becomes a gap. */
export function recordOf(curve: Curve, sampleHz: number | null = null): Result<BandRecord> {
  const { times } = curve;
  if (times.length < LEAST_SAMPLES) return fail(`a record needs at least ${LEAST_SAMPLES} samples`, 'times');
  const step = sampleHz === null ? medianStep(times) : 1 / sampleHz;
  const hz = Math.round(1e6 / step) / 1e6;
  const from = times[0]!;
  const n = Math.floor((times[times.length - 1]! - from) * hz + 1e-6) + 1;
  if (n > times.length * 50)
    return fail('the samples are too far apart for an even record: save it with a steady rate', 'times');
  const even = n === times.length && isEven(times, hz);
  const gaps: Span[] = [];
  const longest = Math.max(LONGEST_BRIDGE_S, 1.5 * step);
  for (let i = 1; i < times.length; i++)
    if (times[i]! - times[i - 1]! > longest)
      gaps.push({ fromS: times[i - 1]! - from, toS: times[i]! - from });
  const channels = curve.columns.map((c) => ({
    name: c.name,
    place: placeOf(c.name),
    unit: '',
    values: even ? Float64Array.from(c.values) : resample(times, c.values, from, n, hz),
  }));
  return ok({ hz, startAt: null, channels, gaps, notes: [] });
}

/**
 * The record with its channels where the instructor says that they lay. Channels without a place are left out, unless
 * none has one; an empty list leaves the places that the names speak of.
 */
export function placed(record: BandRecord, places: readonly (BandPlace | null)[]): BandRecord {
  if (places.length === 0) return record;
  const channels = record.channels.map((c, i) => ({ ...c, place: places[i] ?? null }));
  const used = channels.filter((c) => c.place !== null);
  return { ...record, channels: used.length > 0 ? used : channels };
}

function medianStep(times: ArrayLike<number>): number {
  const steps = new Float64Array(Math.min(times.length - 1, 2001));
  const stride = (times.length - 1) / steps.length;
  for (let k = 0; k < steps.length; k++) {
    const i = Math.floor(k * stride);
    steps[k] = times[i + 1]! - times[i]!;
  }
  return median(Array.from(steps));
}

function isEven(times: ArrayLike<number>, hz: number): boolean {
  for (let i = 1; i < times.length; i++) if (Math.abs((times[i]! - times[0]!) * hz - i) > 1e-3) return false;
  return true;
}

function resample(
  times: ArrayLike<number>,
  values: ArrayLike<number>,
  from: number,
  n: number,
  hz: number,
): Float64Array {
  const y = new Float64Array(n);
  let i = 0;
  for (let k = 0; k < n; k++) {
    const t = from + k / hz;
    while (i < times.length - 2 && times[i + 1]! <= t) i++;
    const f = Math.min(1, Math.max(0, (t - times[i]!) / (times[i + 1]! - times[i]!)));
    y[k] = values[i]! + (values[i + 1]! - values[i]!) * f;
  }
  return y;
}
