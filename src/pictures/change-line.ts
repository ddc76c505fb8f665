import type { ReportPicture } from '@/core/client/report';

/** Where everything of the picture of a change lies, in its own units; screen and paper draw it alike. */
export type ChangeLine = {
  width: number;
  height: number;
  points: {
    x: number;
    y: number;
    at: string;
    text: string;
    /** Where its value is written. */ textY: number;
  }[];
  /** Round the first value: in it nothing is said to have changed. */
  band: { y: number; height: number } | null;
  /** The floor of the picture, where days are written. */
  baseY: number;
};

const [WIDTH, HEIGHT] = [480, 170];
const PAD = { left: 34, right: 34, top: 26, bottom: 34 };
/** Values that lie closer than this have theirs written one above, one below. */
const TEXT_GAP = 13;

const shown = (value: number): string =>
  value.toFixed(Number.isInteger(value) || Math.abs(value) >= 100 ? 0 : 1);

/** A picture of values over days: as far apart as the days were, from the lowest to the highest of values and band. */
export function changeLine({ points, noise }: ReportPicture): ChangeLine {
  const values = points.map((p) => p.value);
  const first = values[0]!;
  const edges = noise === null ? values : [...values, first - noise, first + noise];
  const [low, high] = [Math.max(Math.min(0, ...values), Math.min(...edges)), Math.max(...edges)];
  const span = high - low || 1;
  const times = points.map((p) => Date.parse(p.at));
  const length = times.at(-1)! - times[0]! || 1;
  const [right, bottom] = [WIDTH - PAD.right, HEIGHT - PAD.bottom];
  const y = (v: number) => bottom - ((v - low) / span) * (bottom - PAD.top);
  const placed = points.map((p, i) => ({
    x: PAD.left + ((times[i]! - times[0]!) / length) * (right - PAD.left),
    y: y(p.value),
    at: p.at,
    text: shown(p.value),
  }));
  return {
    width: WIDTH,
    height: HEIGHT,
    points: placed.map((p, i) => {
      const before = placed[i - 1];
      const close =
        before !== undefined && p.x - before.x < 2 * TEXT_GAP && Math.abs(p.y - before.y) < TEXT_GAP;
      return { ...p, textY: close ? p.y + TEXT_GAP + 4 : p.y - 8 };
    }),
    band:
      noise === null
        ? null
        : {
            y: y(Math.min(high, first + noise)),
            height: y(Math.max(low, first - noise)) - y(Math.min(high, first + noise)),
          },
    baseY: HEIGHT - 12,
  };
}

/** What the picture says to whoever cannot see it. */
export const changeSaidAloud = (
  { label, unit, points }: ReportPicture,
  day: (at: string) => string,
): string => `${label}, ${unit}: ${points.map((p) => `${shown(p.value)} on ${day(p.at)}`).join(', ')}`;
