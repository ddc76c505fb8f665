import { fail, ok, type Result } from '../base/result';
import { median } from '../base/statistics';
import { bagGains, isovolumeRatio, RELATIVE, type Calibration, type Gains } from './calibrate';
import { smoothed, thinned, valueAt, weighted, type Evenly } from './evenly';
import { findBreaths } from './find';
import { noiseBetween } from './noise';
import { onRibs } from './places';
import type { BandRecord, Stretches } from './record';

/** Channels are reduced to about this many samples a second: ten for the quickest breath. */
const THIN_HZ = 12.5;
/** Channels are smoothed at this edge; a breath of 40 a minute lies under it. */
export const CHANNEL_HZ = 1;
/** The belly counts as going against the ribs when its rise is opposite and at least this share of theirs. Our choice. */
const AGAINST_SHARE = 0.15;
/** A band is taken to have at least this share of the largest signal as noise: quieter ones count alike. Our choice. */
const LEAST_NOISE = 0.01;

/** A channel thinned, as it is and smoothed. */
export type ThinChannel = { x: Evenly; y: Evenly };
export type Compartments = { ribs: ThinChannel; belly: ThinChannel } | null;

/** Each channel reduced to what a breath needs, evenly in time. */
export const thinChannels = (record: BandRecord): Evenly[] =>
  record.channels.map((c) =>
    thinned(c.values, record.hz, Math.max(1, Math.floor(record.hz / THIN_HZ + 1e-9))),
  );

/** A channel beside itself smoothed within its stretches. */
export const withSmoothed = (x: Evenly, stretches: Stretches): ThinChannel => ({
  x,
  y: { ...x, y: smoothed(x, stretches, CHANNEL_HZ) },
});

/** Ribs (the mean of what lies on them) and belly; null when one of them has no band. */
export function compartmentsOf(record: BandRecord, channels: readonly ThinChannel[]): Compartments {
  const ribs = record.channels.flatMap((c, i) => (onRibs(c.place) ? [channels[i]!] : []));
  const belly = record.channels.flatMap((c, i) => (c.place === 'belly' ? [channels[i]!] : []));
  return ribs.length === 0 || belly.length === 0 ? null : { ribs: meanOf(ribs), belly: meanOf(belly) };
}

const meanOf = (channels: readonly ThinChannel[]): ThinChannel =>
  channels.length === 1
    ? channels[0]!
    : sumOf(
        channels,
        channels.map(() => 1 / channels.length),
      );

const sumOf = (channels: readonly ThinChannel[], weights: readonly number[]): ThinChannel => ({
  x: sumOfPart(channels, weights, 'x'),
  y: sumOfPart(channels, weights, 'y'),
});

const sumOfPart = (
  channels: readonly ThinChannel[],
  weights: readonly number[],
  part: 'x' | 'y',
): Evenly => ({
  ...channels[0]![part],
  y: weighted(
    channels.map((c) => c[part].y),
    weights,
  ),
});

/**
 * The curve that breaths are timed by. Calibrated it is the volume. Otherwise each band counts by its own noise, so that
 * bands of one amplifier are simply added and one of another scale or a poor one does not drown the others.
 */
export function carrierOf(
  channels: readonly ThinChannel[],
  compartments: Compartments,
  gains: Gains,
  breathing: Stretches,
): ThinChannel & { reference: 'all' | 'ribs' | 'one' } {
  if (compartments !== null && gains.from.length > 0)
    return {
      ...sumOf([compartments.ribs, compartments.belly], [gains.ribs, gains.belly]),
      reference: 'all',
    };
  if (channels.length === 1) return { ...channels[0]!, reference: 'one' };
  const parts = compartments === null ? channels : [compartments.ribs, compartments.belly];
  if (
    compartments !== null &&
    slopeOf(compartments.ribs.y.y, compartments.belly.y.y, breathing) < -AGAINST_SHARE
  )
    return { ...compartments.ribs, reference: 'ribs' };
  const noises = parts.map((c) => noiseBetween(c.x.y, c.y.y));
  const least = LEAST_NOISE * Math.max(...parts.map((c) => spreadOf(c.y.y)));
  const weights = noises.map((n) => 1 / Math.max(n, least, 1e-12));
  const size = Math.max(...weights);
  return {
    ...sumOf(
      parts,
      weights.map((w) => w / size),
    ),
    reference: 'all',
  };
}

/** Middle distance from the middle, of a few thousand samples. */
function spreadOf(y: Float64Array): number {
  const stride = Math.max(1, Math.floor(y.length / 3000));
  const some: number[] = [];
  for (let i = 0; i < y.length; i += stride) some.push(y[i]!);
  const mid = median(some);
  return median(some.map((v) => Math.abs(v - mid)));
}

/** How the belly moves with the ribs, from changes over a third of a second, so that drift does not speak. */
function slopeOf(ribs: Float64Array, belly: Float64Array, stretches: Stretches): number {
  const stride = Math.max(1, Math.floor(ribs.length / 20000));
  const step = 8;
  let rr = 0;
  let rb = 0;
  for (const [from, to] of stretches) {
    for (let i = from; i + step < to; i += stride) {
      const r = ribs[i + step]! - ribs[i]!;
      rr += r * r;
      rb += r * (belly[i + step]! - belly[i]!);
    }
  }
  return rr === 0 ? 0 : rb / rr;
}

/** What a unit of ribs and of belly is worth, from the manoeuvres of the record. */
export function gainsOf(
  compartments: Compartments,
  calibration: readonly Calibration[],
  stretches: Stretches,
): Result<Gains> {
  if (calibration.length === 0) return ok(RELATIVE);
  if (compartments === null)
    return fail('a calibration needs a band on the ribs and one on the belly', 'calibration');
  const { ribs, belly } = compartments;
  const { hz } = ribs.y;
  const indices = (c: Calibration): [number, number] => [
    Math.max(0, Math.round(c.fromS * hz)),
    Math.min(ribs.y.y.length, Math.round(c.toS * hz)),
  ];
  const iso = calibration.find((c) => c.kind === 'isovolume');
  const bag = calibration.find((c) => c.kind === 'bag');
  const ratio = iso ? isovolumeRatio(ribs.y.y, belly.y.y, ...indices(iso)) : null;
  if (ratio && !ratio.ok) return ratio;
  const from = calibration.map((c) => c.kind);
  if (!bag) return ok({ ribs: ratio!.value, belly: 1, absolute: false, from, doubt: 'leakUnseen' });
  const sum = sumOf([ribs, belly], [ratio?.value ?? 1, 1]);
  const inside = findBreaths(sum.x, stretches).breaths.filter(
    (v) => v.startS >= bag.fromS && v.endS <= bag.toS,
  );
  const rises = inside.map((v) => ({ ribs: riseOf(ribs.y, v), belly: riseOf(belly.y, v) }));
  const gains = bagGains(rises, bag.volumeMl, ratio?.value ?? null);
  return gains.ok ? ok({ ...gains.value, absolute: true, from }) : gains;
}

/** How far a curve rises from the start of a breath to its turn, against the mean of the levels before and after. */
export function riseOf(
  curve: Evenly,
  b: { startS: number; turnS: number; endS: number; pauseEmptyS: number },
): number {
  return valueAt(curve, b.turnS) - (valueAt(curve, b.startS) + valueAt(curve, b.endS - b.pauseEmptyS)) / 2;
}
