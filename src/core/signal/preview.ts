import type { BandAnalysis } from './analyse';
import { compartmentsOf, thinChannels, withSmoothed } from './carrier';
import { stretchesBetween, valueAt } from './evenly';
import type { BandPlace } from './places';
import { extremesOf } from '../base/statistics';
import { lengthOf, type BandRecord, type RecordNote } from './record';

/** One channel thinned for drawing: lowest and highest value in each of up to PREVIEW_POINTS equal stretches of time. */
export type ChannelPreview = {
  name: string;
  place: BandPlace | null;
  low: number;
  high: number;
  points: { t: number; low: number; high: number }[];
};

export type BandPreview = {
  lengthS: number;
  hz: number;
  startAt: string | null;
  notes: RecordNote[];
  channels: ChannelPreview[];
  /** Ribs against belly for each breath of the analysis, 0–1 each; none of a breath that does not count; empty without both. */
  loops: { ribs: number; belly: number }[][];
};

export const PREVIEW_POINTS = 900;
const LOOP_POINTS = 48;
const MOST_LOOPS = 400;

/** What is needed to draw a record of any length. */
export function previewOf(record: BandRecord, analysis: BandAnalysis | null): BandPreview {
  return {
    lengthS: lengthOf(record),
    hz: record.hz,
    startAt: record.startAt,
    notes: record.notes,
    channels: record.channels.map((c) => thin(c.name, c.place, c.values, record.hz)),
    loops: analysis ? loopsOf(record, analysis) : [],
  };
}

function thin(name: string, place: BandPlace | null, values: Float64Array, hz: number): ChannelPreview {
  const n = values.length;
  const buckets = Math.min(PREVIEW_POINTS, n);
  const points = Array.from({ length: buckets }, (_, b) => {
    const from = Math.floor((b * n) / buckets);
    const to = Math.floor(((b + 1) * n) / buckets);
    return { t: from / hz, ...extremesOf(values, from, to) };
  });
  return {
    name,
    place,
    low: Math.min(...points.map((p) => p.low)),
    high: Math.max(...points.map((p) => p.high)),
    points,
  };
}

/** Ribs against belly of each breath, both from 0 to 1; empty where a breath is not trusted or one of the two is missing. */
export function loopsOf(record: BandRecord, { breaths }: BandAnalysis): BandPreview['loops'] {
  const thin = thinChannels(record);
  const stretches = stretchesBetween(thin[0]!, record.gaps);
  const parts = compartmentsOf(
    record,
    thin.map((x) => withSmoothed(x, stretches)),
  );
  if (!parts) return [];
  return breaths.slice(0, MOST_LOOPS).map((b) => {
    if (!b.trusted) return [];
    const points = Array.from({ length: LOOP_POINTS }, (_, k) => {
      const tS = b.startS + ((b.endS - b.startS) * k) / LOOP_POINTS;
      return { ribs: valueAt(parts.ribs.y, tS), belly: valueAt(parts.belly.y, tS) };
    });
    return scaled(points);
  });
}

function scaled(points: { ribs: number; belly: number }[]): { ribs: number; belly: number }[] {
  const range = (of: (p: { ribs: number; belly: number }) => number) => {
    const all = points.map(of);
    const low = Math.min(...all);
    return { low, size: Math.max(...all) - low || 1 };
  };
  const [r, b] = [range((p) => p.ribs), range((p) => p.belly)];
  return points.map((p) => ({ ribs: (p.ribs - r.low) / r.size, belly: (p.belly - b.low) / b.size }));
}
