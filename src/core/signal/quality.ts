import { clamp, extremesOf, median, percentile } from '../base/statistics';
import { riseOf, type ThinChannel } from './carrier';
import { stretchesBetween, type Evenly } from './evenly';
import type { Found } from './find';
import { MARGIN_S } from './movement';
import { noiseBetween, noiseOf } from './noise';
import type { BandRecord, Span, Stretches } from './record';

export type Fault = 'noSignal' | 'clipped' | 'disturbed' | 'movement' | 'shifted' | 'slipped' | 'lost';

export const FAULT_LABEL: Record<Fault, string> = {
  noSignal: 'no signal',
  clipped: 'at the end of its range',
  disturbed: 'disturbed (a cough, a knock)',
  movement: 'the body moved',
  shifted: 'the body or the band came to lie elsewhere',
  slipped: 'the band slipped',
  lost: 'connection lost',
};

/** `channel` is null where all of them are concerned. */
type WrongSpan = Span & { why: Fault; channel: number | null };

export type Quality = {
  /** 0–1: how much of the record can be trusted, less the noise in it. */
  score: number;
  /** Signal of the widest channel over the noise of the poorest, dB. */
  signalToNoiseDb: number;
  /** Share of the time that is trusted in every channel, 0–1. */
  trusted: number;
  spans: WrongSpan[];
};

/** Signal over noise from which a record counts as clean. Our choice. */
const CLEAN_DB = 20;
const FLAT_S = 2;
const CLIPPED_S = 0.2;
/** What is faster than a breath counts as a disturbance above so many noises and this share of a breath. Our choice. */
const SPIKE_NOISES = 7;
const SPIKE_SHARE = 0.45;
const WINDOW_S = 12;
/** A slip: the band shows less than this of what it did, beside the others, and its rest level has jumped. Our choice. */
const SLIPPED_SHARE = 0.55;
const SLIPPED_STEP = 0.8;

/**
 * Judges channels of one record: where they cannot be trusted, and how good the rest is.
 *
 * @param channels thinned, all of one length @param stretches between gaps, in samples of these
 */
export function judge(
  record: BandRecord,
  channels: readonly ThinChannel[],
  stretches: Stretches,
  found: Found,
): Quality {
  const lengthS = (record.channels[0]?.values.length ?? 0) / record.hz;
  const windows = channels.map((c) => windowsOf(c.y, stretches));
  const reaches = windows.map((w) => (w.length === 0 ? 0 : median(w.map((v) => v.reach))));
  const whole = { hz: record.hz, fromS: 0, y: record.channels[0]!.values };
  const raw = stretchesBetween(whole, record.gaps);
  const spans = channels.flatMap((c, channel) =>
    [
      ...resting(record.channels[channel]!.values, record.hz, raw),
      ...spikes(c, stretches, reaches[channel]!),
      ...slips(windows, channel, lengthS),
    ].map((s): WrongSpan => ({ ...s, channel })),
  );
  const ofAll: WrongSpan[] = [
    ...record.gaps.map((g): WrongSpan => ({ ...g, why: 'lost', channel: null })),
    ...found.movements.map((m): WrongSpan => ({ ...m, why: 'movement', channel: null })),
    ...found.shifts.map((s): WrongSpan => ({
      fromS: s.atS - s.lengthS / 2 - MARGIN_S,
      toS: s.atS + s.lengthS / 2 + MARGIN_S,
      why: 'shifted',
      channel: null,
    })),
  ].map((s) => ({ ...s, fromS: Math.max(0, s.fromS), toS: Math.min(lengthS, s.toS) }));
  const all = merge([...spans, ...ofAll]);
  // A place that hardly moves is a finding and no fault of its band: noise is held against the band that moves most.
  const widest = Math.max(...channels.map((c) => depthOf(c.y, found)));
  const snr = Math.min(
    ...record.channels.map(
      (c) => 20 * Math.log10(widest / Math.sqrt(8) / Math.max(1e-12, noiseOf(c.values, record.hz, raw))),
    ),
  );
  const trusted = lengthS === 0 ? 0 : clamp(1 - lengthOfUnion(all) / lengthS, 0, 1);
  return { score: trusted * clamp(snr / CLEAN_DB, 0, 1), signalToNoiseDb: snr, trusted, spans: all };
}

/** Middle rise of a channel in a breath, whichever way. */
function depthOf(channel: Evenly, { breaths }: Found): number {
  const stride = Math.max(1, Math.ceil(breaths.length / 300));
  return median(breaths.filter((_, i) => i % stride === 0).map((b) => Math.abs(riseOf(channel, b))));
}

/** Is any of a stretch of time within a span that is not to be trusted? */
export const isWrong = (spans: readonly Span[], fromS: number, toS: number): boolean =>
  spans.some((s) => s.fromS < toS && s.toS > fromS);

type Window = Span & { reach: number; rest: number };

function windowsOf({ y, hz, fromS }: Evenly, stretches: Stretches): Window[] {
  const size = Math.round(WINDOW_S * hz);
  return stretches.flatMap(([from, to]) => {
    const made: Window[] = [];
    for (let a = from; a < to; a += size) {
      const b = Math.min(to, a + size);
      if (b - a < size / 2 && made.length > 0) break;
      const { low, high } = extremesOf(y, a, b);
      made.push({ fromS: fromS + a / hz, toS: fromS + b / hz, reach: high - low, rest: low });
    }
    return made;
  });
}

/** Runs of one and the same value: none at all, or the end of the range. */
function resting(x: Float64Array, hz: number, stretches: Stretches): (Span & { why: Fault })[] {
  let range: { low: number; high: number } | null = null;
  const found: (Span & { why: Fault })[] = [];
  const shortest = Math.max(4, Math.ceil(CLIPPED_S * hz));
  // A run that long holds two samples that lie half its length apart; only there is it followed to its ends.
  const step = Math.max(1, shortest >> 1);
  for (const [from, to] of stretches) {
    for (let i = from; i + step < to; i += step) {
      if (x[i] !== x[i + step]) continue;
      const value = x[i]!;
      let [a, b] = [i, i];
      while (a > from && x[a - 1] === value) a--;
      while (b < to && x[b] === value) b++;
      const lengthS = (b - a) / hz;
      const why = lengthS >= FLAT_S ? 'noSignal' : 'clipped';
      range ??= extremesOf(x);
      const atEnd = range.high > range.low && (value === range.low || value === range.high);
      if (why === 'noSignal' || (atEnd && b - a >= shortest)) found.push({ fromS: a / hz, toS: b / hz, why });
      i = Math.max(i, b - step);
    }
  }
  return found;
}

function spikes({ x, y }: ThinChannel, stretches: Stretches, reach: number): (Span & { why: Fault })[] {
  const limit = Math.max(SPIKE_NOISES * noiseBetween(x.y, y.y), SPIKE_SHARE * reach);
  const found: (Span & { why: Fault })[] = [];
  for (const [from, to] of stretches) {
    for (let i = from; i < to; i++) {
      if (Math.abs(x.y[i]! - y.y[i]!) <= limit) continue;
      const at = x.fromS + i / x.hz;
      const last = found.at(-1);
      if (last && at - MARGIN_S <= last.toS) last.toS = at + MARGIN_S;
      else found.push({ fromS: Math.max(0, at - MARGIN_S), toS: at + MARGIN_S, why: 'disturbed' });
    }
  }
  return found;
}

function slips(
  windows: readonly (readonly Window[])[],
  channel: number,
  endS: number,
): (Span & { why: Fault })[] {
  const own = windows[channel]!;
  if (windows.length < 2 || own.length < 3) return [];
  const usual = windows.map((w) =>
    percentile(
      w.map((v) => v.reach),
      0.75,
    ),
  );
  const rest = (from: number, to: number) => median(own.slice(Math.max(0, from), to).map((w) => w.rest));
  const found: (Span & { why: Fault })[] = [];
  for (let k = 0; k < own.length; k++) {
    const others: number[] = [];
    for (let i = 0; i < windows.length; i++) {
      const other = windows[i]![k];
      if (i !== channel && other) others.push(other.reach / usual[i]!);
    }
    if (own[k]!.reach / usual[channel]! >= SLIPPED_SHARE * median(others)) continue;
    const last = found.at(-1);
    if (last && last.toS === own[k]!.fromS) {
      last.toS = own[k]!.toS;
      continue;
    }
    // The window of the slip itself still holds the jump, so that it begins one window earlier.
    const before = k >= 2 ? rest(k - 3, k - 1) : own[0]!.rest;
    if (Math.abs(rest(k, k + 2) - before) > SLIPPED_STEP * usual[channel]!)
      found.push({ fromS: own[Math.max(0, k - 1)]!.fromS, toS: own[k]!.toS, why: 'slipped' });
  }
  return found.filter((s) => s.toS - s.fromS > 1.5 * WINDOW_S || s.toS >= endS - 0.5);
}

/** Spans of one fault in one channel that touch become one. */
function merge(spans: readonly WrongSpan[]): WrongSpan[] {
  const sorted = [...spans].sort(
    (a, b) => (a.channel ?? -1) - (b.channel ?? -1) || a.why.localeCompare(b.why) || a.fromS - b.fromS,
  );
  const merged: WrongSpan[] = [];
  for (const s of sorted) {
    const last = merged.at(-1);
    if (last && last.why === s.why && last.channel === s.channel && s.fromS <= last.toS + 1e-9)
      last.toS = Math.max(last.toS, s.toS);
    else merged.push({ ...s });
  }
  return merged.sort((a, b) => a.fromS - b.fromS);
}

function lengthOfUnion(spans: readonly Span[]): number {
  let total = 0;
  let end = -Infinity;
  for (const s of [...spans].sort((a, b) => a.fromS - b.fromS)) {
    total += Math.max(0, s.toS - Math.max(end, s.fromS));
    end = Math.max(end, s.toS);
  }
  return total;
}
