import { median } from '../base/statistics';
import { around, type Gray, type Rect, type Size } from './gray';
import { directionOf, LINE_PLACE, type LinePlace, type Segment } from './line';
import { shakeAlong } from './steady';
import { planStrip, regionOf, stripOf } from './strip';
import { lineTracker, type LineTracker } from './track';

/** A line as it lies on the picture of a camera. */
export type LiveLine = Segment & { place: LinePlace };

type LivePicture = {
  /** Sum of how far the lines on the body lie outwards, px, the camera's movement taken away; null while none is found. */
  value: number | null;
  /** Lines that have not been found for longer than LOST_S. */
  lost: LinePlace[];
};

/** Follows lines from picture to picture as they come. A contour that was lost is found again when it is back in reach. */
export type LiveLines = {
  /** Part of the picture that has to be given. */
  region: Rect;
  push: (part: Gray, atS: number) => LivePicture;
};

/** A contour that is not found for so long is said to be lost, s. Our choice. */
const LOST_S = 1.5;

/** The lines begin with the first picture that is pushed. */
export function liveLines(lines: readonly LiveLine[], size: Size): LiveLines {
  const plans = lines.map((l) => planStrip(l, 0, size));
  const region = around(plans.map((p) => regionOf(p, size)));
  let trackers: LineTracker[] | null = null;
  const last = lines.map(() => ({ shiftPx: 0, foundS: -Infinity }));
  return {
    region,
    push(part, atS) {
      const strips = plans.map((p) => stripOf(part, p));
      trackers ??= strips.map((s, k) => lineTracker(s, plans[k]!, atS));
      trackers.forEach((tracker, k) => {
        const { shiftPx } = tracker.push(strips[k]!, atS);
        const known = last[k]!;
        if (known.foundS === -Infinity) known.foundS = atS;
        if (shiftPx !== null) last[k] = { shiftPx, foundS: atS };
      });
      const found = lines.map((_, k) => atS - last[k]!.foundS <= LOST_S);
      const stills = lines.flatMap((line, k) =>
        line.place === 'still' && found[k] ? [{ line, shiftPx: [last[k]!.shiftPx] }] : [],
      );
      const moved = lines.flatMap((line, k) => {
        if (line.place === 'still' || !found[k]) return [];
        return [last[k]!.shiftPx - (shakeAlong(stills, directionOf(line))?.px[0] ?? 0)];
      });
      return {
        value: moved.length === 0 ? null : moved.reduce((a, b) => a + b, 0),
        lost: lines.flatMap((l, k) => (found[k] ? [] : [l.place])),
      };
    },
  };
}

/** What is said while lines are lost. @example sayLost(['belly']) // 'the line at belly is lost: …' */
export const sayLost = (lost: readonly LinePlace[]): string => {
  const names = [...new Set(lost)].map((p) => LINE_PLACE[p].label).join(', ');
  return `the line${lost.length > 1 ? 's' : ''} at ${names} ${lost.length > 1 ? 'are' : 'is'} lost: clear the view, or draw anew`;
};

/** Pictures a second, as they come: the median of the last ones. */
export function pictureRate(): { push: (atS: number) => number | null } {
  const times: number[] = [];
  return {
    push(atS) {
      times.push(atS);
      if (times.length > 31) times.shift();
      return times.length < 10 ? null : 1 / median(times.slice(1).map((t, i) => t - times[i]!));
    },
  };
}

/** What goes first where a device is too slow for all lines: contours that move little in a quiet breath. Our choice. */
const LEFT_OUT_FIRST: readonly LinePlace[] = ['lowBack', 'backRibs', 'shoulder', 'chest', 'lowerRibs'];

/** Half of the lines on the body and one that is still; null where there is nothing to leave out. */
export function fewerLines(lines: readonly LiveLine[]): LiveLine[] | null {
  // What is not named above stays longest.
  const rank = (l: LiveLine) => LEFT_OUT_FIRST.indexOf(l.place) + 1 || LEFT_OUT_FIRST.length + 1;
  const body = lines.filter((l) => l.place !== 'still').toSorted((a, b) => rank(b) - rank(a));
  const kept = body.slice(0, Math.max(1, Math.floor(body.length / 2)));
  const stills = lines.filter((l) => l.place === 'still').slice(0, 1);
  return kept.length + stills.length < lines.length ? [...kept, ...stills] : null;
}
