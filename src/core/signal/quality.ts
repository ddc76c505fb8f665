import { clamp, extremesOf, median } from '../base/statistics';
import { noiseBetween, usualReach } from './breaths';
import type { Span } from './record';

export type Fault = 'noSignal' | 'clipped' | 'disturbed' | 'movement' | 'slipped' | 'lost';

export const FAULT_LABEL: Record<Fault, string> = {
  noSignal: 'no signal',
  clipped: 'at the end of its range',
  disturbed: 'disturbed (a cough, a knock)',
  movement: 'the body moved',
  slipped: 'the band slipped',
  lost: 'connection lost',
};

type WrongSpan = Span & { why: Fault; channel: number };

export type Quality = {
  /** 0–1: how much of the record can be trusted, less the noise in it. */
  score: number;
  /** Signal of the widest channel over the noise of the poorest, dB. */
  signalToNoiseDb: number;
  /** Share of the time that is trusted in every channel, 0–1. */
  trusted: number;
  spans: WrongSpan[];
};

type Stretches = readonly (readonly [number, number])[];
type Channel = { x: Float64Array; y: Float64Array };

/** Signal over noise from which a record counts as clean. Our choice. */
const CLEAN_DB = 20;
const FLAT_S = 2;
const CLIPPED_S = 0.2;
const MARGIN_S = 0.4;
/** What is faster than a breath counts as a disturbance above so many noises and this share of a breath. Our choice. */
const SPIKE_NOISES = 7;
const SPIKE_SHARE = 0.45;
/** A wander of this many usual reaches within a window is a movement: a sigh is not as large. Our choice. */
const MOVEMENT_REACHES = 3.1;
const WINDOW_S = 12;
/** A slip: the band shows less than this of what it did, beside the others, and its rest level has jumped. Our choice. */
const SLIPPED_SHARE = 0.55;
const SLIPPED_STEP = 0.8;

/**
 * Judges channels of one record: where they cannot be trusted, and how good the rest is.
 *
 * @param channels raw `x` and smoothed `y`, all of one length
 */
export function judge(
  channels: readonly Channel[],
  hz: number,
  stretches: Stretches,
  gaps: readonly Span[],
): Quality {
  const n = channels[0]?.x.length ?? 0;
  const windows = channels.map((c) => windowsOf(c.y, hz, stretches));
  const reaches = channels.map((c) => usualReach(c.y, hz, stretches));
  const spans = channels.flatMap((c, channel) =>
    [
      ...resting(c.x, hz, stretches),
      ...spikes(c, hz, stretches, reaches[channel]!),
      ...movements(windows[channel]!, reaches[channel]!),
      ...slips(windows, channel, n / hz),
    ].map((s) => ({ ...s, channel })),
  );
  const lost: WrongSpan[] = gaps.map((g) => ({ ...g, why: 'lost', channel: 0 }));
  const all = merge([...spans, ...lost]);
  const wrongS = lengthOfUnion(all);
  // A place that hardly moves is a finding and no fault of its band: noise is held against the band that moves most.
  const widest = Math.max(...reaches);
  const snr = Math.min(
    ...channels.map((c) => 20 * Math.log10(widest / Math.sqrt(8) / Math.max(1e-12, noiseBetween(c.x, c.y)))),
  );
  const trusted = n === 0 ? 0 : clamp(1 - wrongS / (n / hz), 0, 1);
  return { score: trusted * clamp(snr / CLEAN_DB, 0, 1), signalToNoiseDb: snr, trusted, spans: all };
}

/** Is any of a stretch of time within a span that is not to be trusted? */
export const isWrong = (spans: readonly Span[], fromS: number, toS: number): boolean =>
  spans.some((s) => s.fromS < toS && s.toS > fromS);

type Window = Span & { reach: number; rest: number };

function windowsOf(y: Float64Array, hz: number, stretches: Stretches): Window[] {
  const size = Math.round(WINDOW_S * hz);
  return stretches.flatMap(([from, to]) => {
    const made: Window[] = [];
    for (let a = from; a < to; a += size) {
      const b = Math.min(to, a + size);
      if (b - a < size / 2 && made.length > 0) break;
      const { low, high } = extremesOf(y, a, b);
      made.push({ fromS: a / hz, toS: b / hz, reach: high - low, rest: low });
    }
    return made;
  });
}

/** Runs of one and the same value: none at all, or the end of the range. */
function resting(x: Float64Array, hz: number, stretches: Stretches): (Span & { why: Fault })[] {
  const { low, high } = extremesOf(x);
  const found: (Span & { why: Fault })[] = [];
  for (const [from, to] of stretches) {
    let start = from;
    for (let i = from + 1; i <= to; i++) {
      if (i < to && x[i] === x[start]) continue;
      const lengthS = (i - start) / hz;
      const atEnd = high > low && (x[start] === low || x[start] === high);
      if (lengthS >= FLAT_S) found.push({ fromS: start / hz, toS: i / hz, why: 'noSignal' });
      else if (atEnd && lengthS >= CLIPPED_S && i - start >= 4)
        found.push({ fromS: start / hz, toS: i / hz, why: 'clipped' });
      start = i;
    }
  }
  return found;
}

function spikes(
  { x, y }: Channel,
  hz: number,
  stretches: Stretches,
  reach: number,
): (Span & { why: Fault })[] {
  const limit = Math.max(SPIKE_NOISES * noiseBetween(x, y), SPIKE_SHARE * reach);
  const margin = MARGIN_S;
  const found: (Span & { why: Fault })[] = [];
  for (const [from, to] of stretches) {
    for (let i = from; i < to; i++) {
      if (Math.abs(x[i]! - y[i]!) <= limit) continue;
      const last = found.at(-1);
      if (last && i / hz - margin <= last.toS) last.toS = i / hz + margin;
      else found.push({ fromS: Math.max(0, i / hz - margin), toS: i / hz + margin, why: 'disturbed' });
    }
  }
  return found;
}

const movements = (windows: readonly Window[], reach: number): (Span & { why: Fault })[] =>
  windows
    .filter((w) => w.reach > MOVEMENT_REACHES * reach)
    .map(({ fromS, toS }) => ({ fromS, toS, why: 'movement' }));

function slips(
  windows: readonly (readonly Window[])[],
  channel: number,
  endS: number,
): (Span & { why: Fault })[] {
  const own = windows[channel]!;
  if (windows.length < 2 || own.length < 3) return [];
  const usual = windows.map((w) => upperQuartile(w.map((v) => v.reach)));
  const rest = (from: number, to: number) => median(own.slice(Math.max(0, from), to).map((w) => w.rest));
  const found: (Span & { why: Fault })[] = [];
  for (let k = 0; k < own.length; k++) {
    const others = windows.flatMap((w, i) => (i === channel || !w[k] ? [] : [w[k]!.reach / usual[i]!]));
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

const upperQuartile = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor((values.length - 1) * 0.75)]!;

/** Spans of one fault in one channel that touch become one. */
function merge(spans: readonly WrongSpan[]): WrongSpan[] {
  const sorted = [...spans].sort(
    (a, b) => a.channel - b.channel || a.why.localeCompare(b.why) || a.fromS - b.fromS,
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
