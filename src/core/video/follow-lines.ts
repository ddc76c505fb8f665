import { recordOf, type BandRecord, type Span } from '../signal/record';
import { fail, ok, type Result } from '../base/result';
import type { FollowedLine } from './line.schema';
import { LINE_PLACE, type LinePlace, type Segment } from './line';
import { breathingBand } from './breathing-band';
import type { Snapped } from './snap';
import type { Track } from './track';

export type DrawnLine = Segment & { place: LinePlace } & Omit<Snapped, 'line'>;

/** Fewer pictures a second show no quick breath well. Our choice: eight for a breath of 40 a minute at 5. */
const LEAST_HZ = 5;

/**
 * The curves of a clip as a record, a channel a line in px, and what following told of each line. A contour that was
 * lost is bridged by a straight line in its channel, and the span is named.
 *
 * @param times of the pictures, s from the start of the part that was followed
 */
export function followedLines(
  times: Float64Array,
  lines: readonly DrawnLine[],
  tracks: readonly Track[],
): Result<{ record: BandRecord; lines: FollowedLine[] }> {
  const seconds = times.at(-1)! - times[0]!;
  if (!(seconds > 0) || (times.length - 1) / seconds < LEAST_HZ)
    return fail(`this clip has under ${LEAST_HZ} pictures a second: breaths need more`, 'file');
  const made = recordOf({
    times,
    columns: lines.flatMap((l, k) =>
      (['shiftPx', 'even', 'odd'] as const).map((part) => ({
        name: channelOf(l.place, k),
        values: bridged(tracks[k]![part]),
      })),
    ),
  });
  if (!made.ok) return made;
  const record = made.value;
  const followed = lines.map((l, k): FollowedLine => {
    const part = (i: number) => breathingBand(record.channels[3 * k + i]!.values, record.hz);
    const [even, odd] = [part(1), part(2)];
    return {
      place: l.place,
      from: l.from,
      to: l.to,
      stepGrey: l.stepGrey,
      rivalPx: l.rivalPx,
      seenShare: l.seenShare,
      splitHalf: correlation(even, odd),
      noisePx: Math.sqrt(meanOf(even, (v, i) => ((v - odd[i]!) / 2) ** 2)),
      lost: lostSpans(tracks[k]!.shiftPx, times),
    };
  });
  const channels = lines.map((l, k) => {
    const { values } = record.channels[3 * k]!;
    const band = LINE_PLACE[l.place].band;
    return { name: channelOf(l.place, k), place: band, unit: 'px', values };
  });
  return ok({ record: { ...record, channels }, lines: followed });
}

/** Names of channels have 16 letters at most in EDF, and no two are alike. */
const channelOf = (place: LinePlace, k: number): string => `${k + 1} ${LINE_PLACE[place].short}`;

const meanOf = (x: Float64Array, f: (v: number, i: number) => number): number =>
  x.reduce((s, v, i) => s + f(v, i), 0) / x.length;

function correlation(a: Float64Array, b: Float64Array): number {
  const [ma, mb] = [meanOf(a, (v) => v), meanOf(b, (v) => v)];
  let [ab, aa, bb] = [0, 0, 0];
  for (let i = 0; i < a.length; i++) {
    ab += (a[i]! - ma) * (b[i]! - mb);
    aa += (a[i]! - ma) ** 2;
    bb += (b[i]! - mb) ** 2;
  }
  return aa > 0 && bb > 0 ? Math.max(-1, Math.min(1, ab / Math.sqrt(aa * bb))) : 0;
}

/** Holes filled by straight lines; at the ends by the nearest value. */
function bridged(x: Float64Array): Float64Array {
  const y = Float64Array.from(x);
  let last = -1;
  for (let i = 0; i <= y.length; i++) {
    if (i < y.length && Number.isNaN(y[i]!)) continue;
    const [a, b] = [last < 0 ? y[i] : y[last], i < y.length ? y[i] : y[last]];
    for (let k = last + 1; k < i; k++)
      y[k] = a === undefined || b === undefined ? 0 : a + ((b - a) * (k - last)) / (i - last);
    last = i;
  }
  return y;
}

function lostSpans(x: Float64Array, times: Float64Array): Span[] {
  const spans: Span[] = [];
  for (let i = 0; i < x.length; i++) {
    if (!Number.isNaN(x[i]!)) continue;
    const from = i;
    while (i + 1 < x.length && Number.isNaN(x[i + 1]!)) i++;
    spans.push({
      fromS: times[Math.max(0, from - 1)]! - times[0]!,
      toS: times[Math.min(x.length - 1, i + 1)]! - times[0]!,
    });
  }
  return spans.length > 500 ? [{ fromS: spans[0]!.fromS, toS: spans.at(-1)!.toS }] : spans;
}
