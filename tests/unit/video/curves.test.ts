import { recordOf, type Span } from '@/core/signal/record';
import { analyseClip, type ClipOptions } from '@/core/video/clip';
import type { LinePlace } from '@/core/video/line';
import type { FollowedLine } from '@/core/video/line.schema';
import { CLIP_NOTE, must, why } from '../helpers';

// What is said of curves that are known to the sample: a breath of four seconds, in and out by a half cosine.
const HZ = 20;
const CYCLE_S = 4;
type Drawn = {
  place: LinePlace;
  /** How far it moves in the k-th breath, px. */
  px?: number | ((breath: number) => number);
  lateS?: number;
  lost?: Span[];
  /** Where the line points, degrees. */
  deg?: number;
};

function analysed(drawn: readonly Drawn[], options: ClipOptions = {}, { seconds = 80, shake = 0 } = {}) {
  const times = Float64Array.from({ length: seconds * HZ }, (_, i) => i / HZ);
  const record = must(
    recordOf({
      times,
      columns: drawn.map(({ place, px = 0, lateS = 0, deg = 0 }, k) => ({
        name: `${k + 1} ${place}`,
        values: times.map((t) => {
          const s = Math.max(0, t - lateS);
          const of = typeof px === 'number' ? px : px(Math.floor(s / CYCLE_S));
          const way = Math.cos((deg * Math.PI) / 180);
          return (of / 2) * (1 - Math.cos((2 * Math.PI * s) / CYCLE_S)) + shake * way * Math.sin(1.1 * t);
        }),
      })),
    }),
  );
  const lines = drawn.map(({ place, deg = 0, lost = [] }): FollowedLine => ({
    ...CLIP_NOTE.lines[0]!,
    place,
    from: { x: 0, y: 0 },
    to: { x: 40 * Math.cos((deg * Math.PI) / 180), y: 40 * Math.sin((deg * Math.PI) / 180) },
    lost,
  }));
  return analyseClip(record, lines, options);
}
const STILL: Drawn = { place: 'still' };
const span = (fromS: number, toS: number): Span => ({ fromS, toS });

describe('how far contours move', () => {
  it('each as far as its curve, in mm by a known length, with the error of its size', () => {
    const seen = must(
      analysed([{ place: 'belly', px: 4 }, { place: 'chest', px: 1.5 }, STILL], { pxPerMm: 0.5 }),
    );
    const [belly, chest, still] = seen.lines;
    expect(belly!.ordinary!.px).toBeCloseTo(4, 1);
    expect(belly!.ordinary!.mm).toBeCloseTo(8, 1);
    expect(chest!.ordinary!.px).toBeCloseTo(1.5, 1);
    expect([belly!.ordinary!.error, chest!.ordinary!.error]).toEqual([0.15, 0.3]);
    expect([belly!.counts, belly!.reversed, belly!.steadied]).toEqual([true, false, 'along']);
    expect(still!.ordinary).toBeNull();
    expect(seen.breaths.ratePerMin).toBeCloseTo(15, 1);
    expect(belly!.ordinary!.n).toBe(seen.ordinary.length);
    expect(must(analysed([{ place: 'belly', px: 4 }, STILL])).lines[0]!.ordinary!.mm).toBeNull();
  });
  it('the camera’s own movement is taken away and told', () => {
    const seen = must(analysed([{ place: 'belly', px: 4 }, STILL], {}, { shake: 1 }));
    expect(seen.lines[0]!.ordinary!.px).toBeCloseTo(4, 1);
    // A sine of 1 px has a root mean square of .707.
    expect(Math.abs(seen.stillPx! - Math.SQRT1_2)).toBeLessThan(0.03);
    expect(why(analysed([{ place: 'belly', px: 4 }], {}, { shake: 1 }))).toMatch(
      /no line on still background/,
    );
    expect(
      why(
        analysed(
          [
            { place: 'belly', px: 4 },
            { ...STILL, deg: 60 },
          ],
          {},
          { shake: 1 },
        ),
      ),
    ).toMatch(/the still line points another way/);
  });
  it('what draws in while the ribs widen is reversed and has no beginning', () => {
    const belly = must(analysed([{ place: 'belly', px: -2 }, { place: 'chest', px: 4 }, STILL])).lines;
    expect(belly.map((l) => l.reversed)).toEqual([true, false, false]);
    expect(belly[0]!.ordinary!.px).toBeCloseTo(-2, 1);
    expect(belly.map((l) => l.onsetS)).toEqual([null, 0, null]);
    const back = must(analysed([{ place: 'belly', px: 4 }, { place: 'lowBack', px: -2 }, STILL])).lines;
    expect(back.map((l) => l.reversed)).toEqual([false, true, false]);
  });
  it('whoever comes later begins later, after the first', () => {
    const late = must(
      analysed([{ place: 'belly', px: 4 }, { place: 'chest', px: 3, lateS: 0.3 }, STILL]),
    ).lines;
    expect(late[0]!.onsetS).toBe(0);
    expect(Math.abs(late[1]!.onsetS! - 0.3)).toBeLessThan(0.06);
    expect(late[2]!.onsetS).toBeNull();
  });
});

describe('ordinary and deep breaths', () => {
  const deepAfter = (n: number, times: number) => (k: number) => 3 * (k >= n ? times : 1);
  const parts = (px: Drawn['px'], options: ClipOptions = {}) => {
    const seen = must(analysed([{ place: 'belly', px: px! }, STILL], options, { seconds: 48 }));
    return { ...seen, sizes: [seen.ordinary.length, seen.deep.length] };
  };
  it('where their depth steps up by a third and more', () => {
    const twice = parts(deepAfter(7, 2));
    expect(twice.sizes).toEqual([7, 5]);
    expect(twice.ordinary).toEqual([0, 1, 2, 3, 4, 5, 6]);
    expect(twice.lines[0]!.ordinary!.px).toBeCloseTo(3, 1);
    expect(twice.lines[0]!.deep!.px).toBeCloseTo(6, 1);
    expect(parts(deepAfter(7, 1.45)).sizes).toEqual([7, 5]);
    expect(parts(deepAfter(7, 1.25)).sizes).toEqual([12, 0]);
    expect(parts(3).sizes).toEqual([12, 0]);
    expect(parts(3).lines[0]!.deep).toBeNull();
  });
  it('three of each at least', () => {
    expect(parts(deepAfter(3, 2)).sizes).toEqual([3, 9]);
    expect(parts(deepAfter(9, 2)).sizes).toEqual([9, 3]);
    expect(parts(deepAfter(10, 2)).sizes).not.toEqual([10, 2]);
  });
  it('by the moment that was named, whatever their depth; or none', () => {
    // The middle of the way in: breath k begins at 4k and turns 2 s later.
    expect(parts(3, { deepFromS: 20 }).sizes).toEqual([5, 7]);
    expect(parts(3, { deepFromS: 21.5 }).sizes).toEqual([6, 6]);
    expect(parts(deepAfter(7, 2), { deepFromS: null }).sizes).toEqual([12, 0]);
  });
});

describe('lines beside each other', () => {
  it('shoulder over belly in ordinary and in deep breaths; the smaller side over the larger', () => {
    const twice = (px: number) => (k: number) => px * (k >= 10 ? 2 : 1);
    const seen = must(
      analysed([{ place: 'belly', px: 4 }, { place: 'shoulder', px: twice(1.2) }, STILL], { deepFromS: 40 }),
    );
    expect(seen.shoulderToBelly.ordinary).toBeCloseTo(0.3, 1);
    expect(seen.shoulderToBelly.deep).toBeCloseTo(0.6, 1);
    expect(seen.sideRatio).toBeNull();
    for (const [right, left] of [
      [4, 3],
      [3, 4],
    ]) {
      const sides = must(
        analysed([{ place: 'lowerRibsRight', px: right! }, { place: 'lowerRibsLeft', px: left! }, STILL]),
      );
      expect(sides.sideRatio).toBeCloseTo(0.75, 2);
      expect(sides.shoulderToBelly).toEqual({ ordinary: null, deep: null });
    }
    const drawsIn = must(
      analysed([{ place: 'lowerRibsRight', px: 4 }, { place: 'lowerRibsLeft', px: -2 }, STILL]),
    );
    expect(drawsIn.sideRatio).toBe(0);
  });
  it('lines that point more than thirty degrees apart are not of one direction; there and back are one', () => {
    const apart = (deg: number) =>
      must(
        analysed([{ place: 'belly', px: 4 }, { place: 'chest', px: 3, deg }, STILL, { ...STILL, deg: 90 }]),
      ).anglesApart;
    expect([0, 29, 31, 90, 149, 151, 180].map(apart)).toEqual([false, false, true, true, true, false, false]);
  });
  it('breaths are timed by what lies where bands would, by shoulder and back where there is nothing else', () => {
    const own = must(analysed([{ place: 'shoulder', px: 3 }, STILL]));
    expect(own.breaths.ratePerMin).toBeCloseTo(15, 1);
    const late = must(analysed([{ place: 'belly', px: 4 }, { place: 'shoulder', px: 4, lateS: 0.4 }, STILL]));
    expect(late.breaths.breaths[2]!.startS).toBeCloseTo(8, 1);
  });
});

describe('where a contour was lost', () => {
  const gaps = (first: Span[], second: Span[]) =>
    must(
      analysed([{ place: 'belly', px: 4, lost: first }, { place: 'chest', px: 3, lost: second }, STILL]),
    ).breaths.gaps.map((g) => [g.fromS, g.toS]);
  it('spans of several lines are joined where they meet, in the order of time', () => {
    expect(gaps([], [])).toEqual([]);
    expect(gaps([span(30, 32)], [span(10, 12)])).toEqual([
      [10, 12],
      [30, 32],
    ]);
    expect(gaps([span(10, 12)], [span(11, 14)])).toEqual([[10, 14]]);
    expect(gaps([span(10, 12)], [span(12, 14)])).toEqual([[10, 14]]);
    expect(gaps([span(10, 14)], [span(11, 12)])).toEqual([[10, 14]]);
    expect(gaps([span(10, 12)], [span(12.1, 14)])).toHaveLength(2);
  });
  it('what lasts no longer than 0.4 s is bridged', () => {
    expect(gaps([span(10, 10.39)], [])).toEqual([]);
    expect(gaps([span(10, 10.5)], [])).toEqual([[10, 10.5]]);
  });
  it('a breath that is lost counts for no line; the rest do', () => {
    const whole = must(analysed([{ place: 'belly', px: 4 }, STILL])).lines[0]!.ordinary!.n;
    const part = must(analysed([{ place: 'belly', px: 4, lost: [span(33, 34)] }, STILL]));
    expect(part.lines[0]!.ordinary!.n).toBe(whole - 1);
    expect(part.breaths.breaths.some((b) => b.startS < 33 && b.endS > 34)).toBe(false);
  });
  it('curves that do not belong to the lines are refused', () => {
    const record = must(
      recordOf({
        times: Float64Array.from({ length: 100 }, (_, i) => i / 10),
        columns: [{ name: 'a', values: new Float64Array(100) }],
      }),
    );
    expect(why(analyseClip(record, []))).toMatch(/do not belong/);
    expect(why(analysed([{ place: 'belly', px: 0 }, STILL]))).toMatch(/moves too little/);
    expect(why(analysed([STILL]))).toMatch(/no line on the body/);
  });
});
