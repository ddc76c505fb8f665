import { fail, ok, type Result } from '../base/result';
import { median, percentile } from '../base/statistics';
import { analyse, type BandAnalysis } from '../signal/analyse';
import { riseOf } from '../signal/carrier';
import { smoothed, valueAt, type Evenly } from '../signal/evenly';
import { lengthOf, samplesOf, type BandRecord, type Span } from '../signal/record';
import { breathingBand, rootMeanSquare } from './breathing-band';
import { judgeLine, LEAST_TRAVEL_PX, passesAsStill, sayNone, type Judged } from './gate';
import { directionOf, LINE_PLACE, type LinePlace } from './line';
import type { FollowedLine } from './line.schema';
import { shakeAlong, type Steadied } from './steady';

/**
 * How far off an amplitude may be, as a share of it, by how far the contour travels: within this in 19 of 20 of our
 * generated clips.
 */
const AMPLITUDE_ERROR = { fromPx: 2, above: 0.15, below: 0.3 } as const;
/** How far off a moment may be, s. */
export const TIMING_ERROR_S = 0.2;

/** How far a contour moved with the breath: the median of so many breaths. */
export type Moved = {
  px: number;
  /** By a known length; null without one. */
  mm: number | null;
  /** As a share of the value. */
  error: number;
  n: number;
};

export type ClipLineResult = Judged & {
  place: LinePlace;
  splitHalf: number;
  steadied: Steadied;
  ordinary: Moved | null;
  deep: Moved | null;
  /** Its rise after that of the first line, s; null where it does not count. */
  onsetS: number | null;
  /** It goes in while the others go out. */
  reversed: boolean;
};

export type ClipAnalysis = {
  lines: ClipLineResult[];
  /** The breaths by the lines that count, and everything that bands would tell. */
  breaths: BandAnalysis;
  /** Indices of trusted breaths. */
  ordinary: number[];
  deep: number[];
  /** Root mean square of the background within the breathing band, px. */
  stillPx: number | null;
  /** Shoulder over belly, ordinary and deep; null where one is missing or does not count. */
  shoulderToBelly: { ordinary: number | null; deep: number | null };
  /** Smaller side of the lower ribs over the larger, 0–1; null without both. */
  sideRatio: number | null;
  /** Lines that count point more than this apart, so their sizes are not of one direction. */
  anglesApart: boolean;
  /** Curves without the camera's movement, px, in the order of the lines. */
  steady: Float64Array[];
};

export type ClipOptions = {
  /** Pixels of a known length; null: none is known. */
  pxPerMm?: number | null;
  /** From here on the breaths are deep ones; undefined: found by their depth; null: there are none. */
  deepFromS?: number | null;
};

/** Breaths have to differ by this to be told apart as ordinary and deep. Our choice. */
const DEEP_OVER = 1.35;
const LEAST_OF_EACH = 3;
/** Lines further apart than this are not compared without saying so, degrees. */
const APART_DEG = 30;
/** A line's rise begins where it has done this share of it. */
const ONSET_SHARE = 0.2;
/** A line that does so much of the largest travel the other way is reversed. */
const REVERSED_SHARE = 0.15;

/**
 * What a clip shows, from the curves of its lines: the camera's movement taken away, each line judged, breaths found by
 * those that count, and how far each of them moves. Nothing is said of a line that does not pass.
 */
export function analyseClip(
  record: BandRecord,
  lines: readonly FollowedLine[],
  options: ClipOptions = {},
): Result<ClipAnalysis> {
  if (record.channels.length !== lines.length || samplesOf(record) < 2)
    return fail('the curves of this clip do not belong to its lines', 'record');
  const stills = lines.flatMap((line, i) =>
    line.place === 'still' && passesAsStill(line, record)
      ? [{ line, shiftPx: record.channels[i]!.values }]
      : [],
  );
  const stillPx =
    stills.length === 0
      ? null
      : Math.max(...stills.map((s) => rootMeanSquare(breathingBand(s.shiftPx as Float64Array, record.hz))));
  const moved = lines.map((line, i) => {
    const values = record.channels[i]!.values;
    const shake = line.place === 'still' ? null : shakeAlong(stills, directionOf(line));
    return {
      values: shake ? values.map((v, k) => v - shake.px[k]!) : values,
      steadied: (shake?.by ?? 'not') as Steadied,
    };
  });
  const judged = lines.map((line, i) =>
    judgeLine(line, moved[i]!, { hz: record.hz, seconds: lengthOf(record), stillPx, stills: stills.length }),
  );
  const used = lines.flatMap((l, i) => (l.place !== 'still' && judged[i]!.counts ? [i] : []));
  if (used.length === 0) return fail(sayNone(judged), 'lines');
  const wrong = used.flatMap((i) => lines[i]!.lost.filter((s) => s.toS - s.fromS > LONGEST_LOST_S));
  // Breaths are timed by what lies where bands would; shoulder and back alone where there is nothing else.
  const banded = used.filter((i) => LINE_PLACE[lines[i]!.place].band !== null);
  const carriers = banded.length > 0 ? banded : used;
  const carried: BandRecord = {
    ...record,
    gaps: merged([...record.gaps, ...wrong]),
    channels: carriers.map((i) => ({
      ...record.channels[i]!,
      place: LINE_PLACE[lines[i]!.place].band,
      values: moved[i]!.values,
    })),
  };
  const found = analysed(carried);
  if (!found.ok)
    return fail(
      'no whole breath was found in this clip: it has to hold two at least, and lines that move',
      'lines',
    );
  const breaths = found.value;
  const { ordinary, deep } = parts(breaths, options.deepFromS);
  const curves = moved.map(({ values }): Evenly => {
    const raw = { hz: record.hz, fromS: 0, y: values };
    return { ...raw, y: smoothed(raw, [[0, values.length]], 2) };
  });
  const results = lines.map((line, i) =>
    measure(line, curves[i]!, judged[i]!, moved[i]!.steadied, breaths, { ordinary, deep }, options),
  );
  placeOnsets(results, curves, breaths);
  const rises = (place: LinePlace, part: 'ordinary' | 'deep') =>
    results.find((r) => r.place === place && r.counts)?.[part]?.px ?? null;
  const ratio = (part: 'ordinary' | 'deep') => {
    const [shoulder, belly] = [rises('shoulder', part), rises('belly', part)];
    return shoulder === null || belly === null || belly <= 0 ? null : Math.max(0, shoulder) / belly;
  };
  const [right, left] = [rises('lowerRibsRight', 'ordinary'), rises('lowerRibsLeft', 'ordinary')];
  return ok({
    lines: results,
    breaths,
    ordinary,
    deep,
    stillPx,
    shoulderToBelly: { ordinary: ratio('ordinary'), deep: ratio('deep') },
    sideRatio:
      right === null || left === null || Math.max(right, left) <= 0
        ? null
        : Math.max(0, Math.min(right, left) / Math.max(right, left)),
    anglesApart: anglesApart(used.map((i) => lines[i]!)),
    steady: moved.map((m) => m.values),
  });
}

/** A contour that is lost for no longer than this is bridged, s. */
const LONGEST_LOST_S = 0.4;
function merged(spans: readonly Span[]): Span[] {
  const all = [...spans].sort((a, b) => a.fromS - b.fromS);
  const out: Span[] = [];
  for (const s of all) {
    const last = out.at(-1);
    if (last && s.fromS <= last.toS)
      out[out.length - 1] = { fromS: last.fromS, toS: Math.max(last.toS, s.toS) };
    else out.push({ ...s });
  }
  return out;
}

/** The breath is out when the curve is within this share of what it reaches from where it rests. Our choice. */
const OUT_SHARE = 0.2;
/**
 * An end is mirrored to where the curve has gone this share of all that it reaches: ordinary breaths go no further than
 * half of deep ones.
 */
const MIRRORED_TO = 0.25;
/** No more than this is mirrored, s. */
const MOST_MIRRORED_S = 12;

/**
 * A clip often begins before the first breath comes in and ends when the last one is out, and a breath is found only between
 * two starts. An end at rest is mirrored out to a part of the breath next to it, which holds a start and no breath; an end in
 * mid-breath stays as it is.
 *
 * @returns the record and how much was put before it, s
 */
function withEnds(record: BandRecord): { record: BandRecord; beforeS: number } {
  const n = samplesOf(record);
  const [before, after] = [restAt(record, -1), restAt(record, 1)];
  if (before + after === 0) return { record, beforeS: 0 };
  const beforeS = before / record.hz;
  return {
    beforeS,
    record: {
      ...record,
      gaps: record.gaps.map((g) => ({ fromS: g.fromS + beforeS, toS: g.toS + beforeS })),
      channels: record.channels.map((c) => {
        const values = new Float64Array(before + n + after);
        values.set(c.values, before);
        for (let i = 0; i < before; i++) values[before - 1 - i] = c.values[i + 1]!;
        for (let i = 0; i < after; i++) values[before + n + i] = c.values[n - 2 - i]!;
        return { ...c, values };
      }),
    },
  };
}

/** Breaths with the ends of the clip; should one be found in what was mirrored, without them. */
function analysed(record: BandRecord): Result<BandAnalysis> {
  const lengthS = lengthOf(record);
  const { record: ended, beforeS } = withEnds(record);
  const found = analyse(ended);
  const inside =
    found.ok && found.value.breaths.every((b) => b.turnS > beforeS && b.turnS < beforeS + lengthS);
  return inside ? ok(shiftedBy(found.value, beforeS, lengthS)) : analyse(record);
}

/** Samples from an end (1: the last, −1: the first) into the breath next to it; 0 where it does not rest there. */
function restAt(record: BandRecord, end: 1 | -1): number {
  const n = samplesOf(record);
  const backs = record.channels.map(({ values }) => {
    const some = Array.from(values);
    const [low, high] = [percentile(some, 0.05), percentile(some, 0.95)];
    const few = Math.max(3, Math.round(record.hz / 4));
    const level = median(end === 1 ? some.slice(-few) : some.slice(0, few));
    if (Math.min(level - low, high - level) > OUT_SHARE * (high - low)) return 0;
    let k = 0;
    while (k < n - 2 && Math.abs(values[end === 1 ? n - 1 - k : k]! - level) < MIRRORED_TO * (high - low))
      k++;
    return k;
  });
  const room = Math.min(n - 2, Math.ceil(median(backs)));
  const inGap = record.gaps.some((g) =>
    end === 1 ? g.toS > (n - room) / record.hz : g.fromS < room / record.hz,
  );
  return backs.includes(0) || inGap || room > MOST_MIRRORED_S * record.hz ? 0 : room;
}

/** An analysis on the clock of the clip again. */
function shiftedBy(seen: BandAnalysis, byS: number, lengthS: number): BandAnalysis {
  const span = <T extends Span>(s: T): T => ({
    ...s,
    fromS: Math.max(0, s.fromS - byS),
    toS: Math.min(lengthS, s.toS - byS),
  });
  return {
    ...seen,
    lengthS,
    breaths: seen.breaths.map((b) => ({
      ...b,
      startS: b.startS - byS,
      turnS: b.turnS - byS,
      endS: b.endS - byS,
    })),
    gaps: seen.gaps.map(span),
    apnoeas: seen.apnoeas.map(span),
    quality: { ...seen.quality, spans: seen.quality.spans.map(span) },
  };
}

/** Which of the trusted breaths are ordinary and which deep: by the moment that was named, or where their depth steps up. */
function parts(
  seen: BandAnalysis,
  deepFromS: number | null | undefined,
): { ordinary: number[]; deep: number[] } {
  const all = seen.breaths.flatMap((b, i) => (b.trusted ? [i] : []));
  if (deepFromS === null) return { ordinary: all, deep: [] };
  if (deepFromS !== undefined)
    return {
      ordinary: all.filter((i) => (seen.breaths[i]!.startS + seen.breaths[i]!.turnS) / 2 < deepFromS),
      deep: all.filter((i) => (seen.breaths[i]!.startS + seen.breaths[i]!.turnS) / 2 >= deepFromS),
    };
  let best = { at: -1, apart: 0 };
  const depth = (from: number, to: number) => median(all.slice(from, to).map((i) => seen.breaths[i]!.depth));
  for (let k = LEAST_OF_EACH; k <= all.length - LEAST_OF_EACH; k++) {
    const apart = depth(k, all.length) / depth(0, k);
    const low = Math.min(...all.slice(k).map((i) => seen.breaths[i]!.depth));
    const high = Math.max(...all.slice(0, k).map((i) => seen.breaths[i]!.depth));
    // The step lies where it parts the two best.
    if (apart >= DEEP_OVER && low / high > best.apart) best = { at: k, apart: low / high };
  }
  return best.at < 0
    ? { ordinary: all, deep: [] }
    : { ordinary: all.slice(0, best.at), deep: all.slice(best.at) };
}

function measure(
  line: FollowedLine,
  curve: Evenly,
  judged: Judged,
  steadied: Steadied,
  seen: BandAnalysis,
  split: { ordinary: number[]; deep: number[] },
  { pxPerMm }: ClipOptions,
): ClipLineResult {
  const clear = (i: number) => {
    const b = seen.breaths[i]!;
    return !line.lost.some((s) => s.toS - s.fromS > LONGEST_LOST_S && s.fromS < b.endS && s.toS > b.startS);
  };
  const movedIn = (indices: readonly number[]): Moved | null => {
    const rises = indices.filter(clear).map((i) => riseOf(curve, seen.breaths[i]!));
    if (!judged.counts || line.place === 'still' || rises.length === 0) return null;
    const px = median(rises);
    const { fromPx, above, below } = AMPLITUDE_ERROR;
    return {
      px,
      mm: pxPerMm ? px / pxPerMm : null,
      error: Math.abs(px) >= fromPx ? above : below,
      n: rises.length,
    };
  };
  const ordinary = movedIn(split.ordinary);
  return {
    ...judged,
    place: line.place,
    splitHalf: line.splitHalf,
    steadied,
    ordinary,
    deep: movedIn(split.deep),
    onsetS: null,
    reversed:
      ordinary !== null &&
      ordinary.px < -REVERSED_SHARE * LEAST_TRAVEL_PX &&
      -ordinary.px > REVERSED_SHARE * judged.travelPx,
  };
}

/** When each line begins to rise, after the first of them: the median over breaths. */
function placeOnsets(results: ClipLineResult[], curves: readonly Evenly[], seen: BandAnalysis): void {
  const trusted = seen.breaths.filter((b) => b.trusted);
  const onsets = results.map((r, i) => {
    if (!r.counts || r.place === 'still' || !r.ordinary || r.reversed) return null;
    const found = trusted.flatMap((b) => onsetIn(curves[i]!, b.startS, b.turnS) ?? []);
    return found.length < 2 ? null : median(found);
  });
  const first = onsets.reduce<number>((m, v) => (v === null ? m : Math.min(m, v)), Infinity);
  results.forEach((r, i) => (r.onsetS = onsets[i] === null ? null : onsets[i]! - first));
}

/** From the start of a breath to where a curve has done a share of its rise, looked for half a breath to both sides, s. */
function onsetIn(curve: Evenly, startS: number, turnS: number): number | null {
  const room = (turnS - startS) / 2;
  const stepS = 1 / curve.hz;
  let [lowS, low] = [startS, Infinity];
  for (let t = startS - room; t <= turnS; t += stepS) {
    const v = valueAt(curve, t);
    if (v < low) [lowS, low] = [t, v];
  }
  let high = -Infinity;
  for (let t = lowS; t <= turnS + room; t += stepS) high = Math.max(high, valueAt(curve, t));
  for (let t = lowS; t <= turnS + room; t += stepS)
    if (valueAt(curve, t) >= low + ONSET_SHARE * (high - low)) return t - startS;
  return null;
}

function anglesApart(lines: readonly FollowedLine[]): boolean {
  const ways = lines.map(directionOf);
  // Right and left, front and back are one direction.
  return ways.some((a) =>
    ways.some((b) => Math.abs(a.x * b.x + a.y * b.y) < Math.cos((APART_DEG * Math.PI) / 180)),
  );
}
