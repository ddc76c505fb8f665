import { fail, ok, type Result } from '../base/result';
import type { BandRecord } from '../signal/record';
import { cutsIn, sceneOf, type Thumb } from './cuts';
import { followedLines, type DrawnLine } from './follow-lines';
import { seenSize, type Gray, type Rect, type Size, type Turned } from './gray';
import { LEAST_LINE_PX, LINE_PLACE, lengthOfLine } from './line';
import type { FollowedLine } from './line.schema';
import { planStrip, regionOf, stripOf, type Strip, type StripPlan } from './strip';
import { trackLine } from './track';

/** A clip with its lines followed: curves in px, a channel a line. */
export type FollowedClip = {
  record: BandRecord;
  lines: FollowedLine[];
  /** Where the followed part lies in the clip, s; shorter than what was asked for where a cut parts it. */
  fromS: number;
  toS: number;
  /** Cuts of the clip, s. */
  cutsS: number[];
};

/** Pictures taken one by one, then followed. */
export type ClipFollower = {
  /** Regions of the coded picture that are needed, one a line. */
  regions: readonly Rect[];
  /** Takes the next picture: the region of each line, in their order. */
  take: (parts: readonly Gray[], atS: number, thumb?: Thumb) => void;
  pictures: () => number;
  /**
   * Follows each line both ways from the picture nearest to where it was drawn.
   *
   * @param drawnAtS the moment of all lines, or one a line; those on another scene than the first are drawn on its nearest picture
   * @param told after each line, 0–1
   */
  finish: (drawnAtS: number | readonly number[], told?: (share: number) => void) => Result<FollowedClip>;
};

/** Fewer pictures hold no breath. */
const LEAST_PICTURES = 30;

/** @param coded size of the picture as it was coded @param turned how it is turned before it is seen */
export function clipFollower(
  lines: readonly DrawnLine[],
  coded: Size,
  turned: Turned = 0,
): Result<ClipFollower> {
  const seen = seenSize(coded, turned);
  for (const line of lines) {
    const name = LINE_PLACE[line.place].label;
    if (lengthOfLine(line) < LEAST_LINE_PX)
      return fail(`the line at ${name} is shorter than ${LEAST_LINE_PX} px: draw it longer`, 'lines');
    for (const p of [line.from, line.to])
      if (p.x < 0 || p.y < 0 || p.x > seen.width - 1 || p.y > seen.height - 1)
        return fail(`the line at ${name} leaves the picture: move it inwards`, 'lines');
  }
  const plans: StripPlan[] = lines.map((l) => planStrip(l, turned, coded));
  const strips: Strip[][] = lines.map(() => []);
  const times: number[] = [];
  const thumbs: Thumb[] = [];
  return ok({
    regions: plans.map((p) => regionOf(p, coded)),
    pictures: () => times.length,
    take(parts, atS, thumb) {
      // Pictures come in the order in which they are seen; one that comes twice says nothing new.
      if (times.length > 0 && atS <= times.at(-1)!) return;
      times.push(atS);
      if (thumb) thumbs.push(thumb);
      plans.forEach((plan, k) => strips[k]!.push(stripOf(parts[k]!, plan)));
    },
    finish(drawnAtS, told) {
      if (times.length < LEAST_PICTURES)
        return fail(`only ${times.length} pictures could be read: this part is too short`, 'file');
      const drawnAt = lines.map((_, k) =>
        nearest(times, typeof drawnAtS === 'number' ? drawnAtS : (drawnAtS[k] ?? drawnAtS[0]!)),
      );
      const drawn = drawnAt[0]!;
      const cuts = thumbs.length === times.length ? cutsIn(thumbs) : [];
      const [from, to] = sceneOf(cuts, drawn, times.length);
      if (to - from < LEAST_PICTURES)
        return fail('the clip is cut too near to where the lines were drawn', 'file');
      const scene = Float64Array.from(times.slice(from, to), (t) => t - times[from]!);
      const tracks = plans.map((plan, k) => {
        const at = Math.min(to - 1, Math.max(from, drawnAt[k]!)) - from;
        const track = trackLine(strips[k]!.slice(from, to), scene, at, plan);
        told?.((k + 1) / plans.length);
        return track;
      });
      const followed = followedLines(scene, lines, tracks);
      if (!followed.ok) return followed;
      return ok({
        ...followed.value,
        fromS: times[from]!,
        toS: times[to - 1]!,
        cutsS: cuts.map((c) => times[c]!),
      });
    },
  });
}

function nearest(times: readonly number[], atS: number): number {
  let best = 0;
  for (let i = 1; i < times.length; i++)
    if (Math.abs(times[i]! - atS) < Math.abs(times[best]! - atS)) best = i;
  return best;
}
