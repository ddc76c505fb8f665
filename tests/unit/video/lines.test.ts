import fc from 'fast-check';
import { clipBody } from '@/core/simulate/clip';
import { recordOf } from '@/core/signal/record';
import { cutsIn, sceneOf, thumbOf } from '@/core/video/cuts';
import { clipFollower } from '@/core/video/follow';
import { followedLines, type DrawnLine } from '@/core/video/follow-lines';
import { isHeldBack, judgeLine, passesAsStill, sayNone } from '@/core/video/gate';
import {
  around,
  codedPoint,
  coloursOfGrey,
  distance,
  grayAt,
  greyOfColours,
  seenSize,
  type Gray,
  type Turned,
} from '@/core/video/gray';
import { directionOf, lengthOfLine, lineAbout, middleOf, usualLength } from '@/core/video/line';
import type { FollowedLine } from '@/core/video/line.schema';
import { fewerLines, pictureRate, sayLost } from '@/core/video/live';
import { snapLine } from '@/core/video/snap';
import { shakeAlong } from '@/core/video/steady';
import { planStrip, regionOf, stripOf } from '@/core/video/strip';
import { CLIP_NOTE, must, why } from '../helpers';

describe('a line', () => {
  test('snaps to the edge and across it, wherever it was drawn within reach', () => {
    const body = clipBody({ width: 320, height: 200, noise: 2, clutter: 0, seed: 5 });
    const picture = body.picture(0);
    fc.assert(
      fc.property(
        fc.constantFrom('chest', 'belly', 'backRibs', 'shoulder'),
        fc.double({ min: -7, max: 7, noNaN: true }),
        fc.double({ min: -0.5, max: 0.5, noNaN: true }),
        (place, offPx, turn) => {
          const meant = body.line(place as 'chest');
          const way = directionOf(meant);
          const middle = middleOf(meant);
          const c = Math.cos(turn);
          const s = Math.sin(turn);
          const bent = { x: way.x * c - way.y * s, y: way.x * s + way.y * c };
          const half = lengthOfLine(meant) / 2;
          const m = { x: middle.x + way.x * offPx, y: middle.y + way.y * offPx };
          const { line, stepGrey } = snapLine(picture, {
            from: { x: m.x - bent.x * half, y: m.y - bent.y * half },
            to: { x: m.x + bent.x * half, y: m.y + bent.y * half },
          });
          const got = directionOf(line);
          const off = middleOf(line);
          expect(Math.abs((off.x - middle.x) * way.x + (off.y - middle.y) * way.y)).toBeLessThan(1.6);
          expect(got.x * way.x + got.y * way.y).toBeGreaterThan(Math.cos((12 * Math.PI) / 180));
          expect(stepGrey).toBeGreaterThan(50);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a second edge right beside the contour holds a movement back, also where it runs askew; a soft edge does not', () => {
    /** Cloth to the left of x = 50, ground to the right, and a box of another grey that begins further right. */
    const scene = (box: (y: number) => number, grey: number, softPx = 1) => {
      const data = new Uint8Array(100 * 60);
      const soft = (d: number) => Math.max(0, Math.min(1, 0.5 + d / (2 * softPx)));
      for (let y = 0; y < 60; y++)
        for (let x = 0; x < 100; x++) {
          const ground = grey + (190 - grey) * soft(x - box(y));
          data[y * 100 + x] = 85 + (ground - 85) * soft(x - 50);
        }
      return { x0: 0, y0: 0, width: 100, height: 60, stride: 100, data };
    };
    const drawn = { from: { x: 22, y: 30 }, to: { x: 78, y: 30 } };
    const held = (picture: Gray) => isHeldBack(snapLine(picture, drawn).seenShare);
    expect(held(scene(() => 56, 145))).toBe(true);
    expect(held(scene((y) => 56 + (y - 30) / 4, 145))).toBe(true);
    // Alone, soft, or with something faint beside it, it moves as it should.
    expect(held(scene(() => 500, 190))).toBe(false);
    expect(held(scene(() => 500, 190, 5))).toBe(false);
    expect(held(scene(() => 57, 178))).toBe(false);
  });

  test('another edge within reach is named with its distance', () => {
    const data = Uint8Array.from({ length: 100 * 60 }, (_, k) => {
      const x = k % 100;
      return x < 50 ? 60 : x < 60 ? 180 : 70;
    });
    const picture: Gray = { x0: 0, y0: 0, width: 100, height: 60, stride: 100, data };
    const { rivalPx, stepGrey } = snapLine(picture, { from: { x: 30, y: 30 }, to: { x: 70, y: 30 } });
    expect(Math.abs(rivalPx! - 10)).toBeLessThan(1.5);
    expect(stepGrey).toBeGreaterThan(90);
  });
});

describe('the camera’s movement', () => {
  const way = (deg: number) => ({ x: Math.cos((deg * Math.PI) / 180), y: Math.sin((deg * Math.PI) / 180) });
  const still = (deg: number, moved: readonly { x: number; y: number }[]) => {
    const w = way(deg);
    return {
      line: { from: { x: 0, y: 0 }, to: { x: 40 * w.x, y: 40 * w.y } },
      shiftPx: moved.map((m) => m.x * w.x + m.y * w.y),
    };
  };

  test('two lines that point apart tell it for every direction', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 359 }),
        fc.integer({ min: 25, max: 155 }),
        fc.integer({ min: 0, max: 359 }),
        fc.array(fc.record({ x: fc.integer({ min: -9, max: 9 }), y: fc.integer({ min: -9, max: 9 }) }), {
          minLength: 1,
        }),
        (a, apart, of, moved) => {
          const shake = shakeAlong([still(a, moved), still(a + apart, moved)], way(of))!;
          expect(shake.by).toBe('whole');
          moved.forEach((m, i) => expect(shake.px[i]).toBeCloseTo(m.x * way(of).x + m.y * way(of).y, 6));
        },
      ),
    );
  });

  test('one line tells it for its own direction, either way, and for no other', () => {
    const moved = [{ x: 3, y: 4 }];
    expect(shakeAlong([still(0, moved)], way(0))).toMatchObject({ by: 'along', px: Float64Array.of(3) });
    expect(shakeAlong([still(0, moved)], way(180))!.px[0]).toBeCloseTo(-3, 9);
    expect(shakeAlong([still(0, moved)], way(60))).toBeNull();
    expect(shakeAlong([], way(0))).toBeNull();
  });
});

test('a flash is no cut', () => {
  const dark = new Uint8Array(144).fill(40);
  const light = new Uint8Array(144).fill(200);
  const scene = (n: number, of: Uint8Array) => Array.from({ length: n }, () => of);
  expect(cutsIn([...scene(10, dark), light, ...scene(10, dark)])).toEqual([]);
  expect(cutsIn([...scene(10, dark), ...scene(10, light)])).toEqual([10]);
});

test('between pixels by the four around, and on at the edge', () => {
  const g: Gray = { x0: 10, y0: 20, width: 2, height: 2, stride: 2, data: [0, 100, 50, 150] };
  expect(grayAt(g, 10.5, 20.5)).toBe(75);
  expect(grayAt(g, 0, 0)).toBe(0);
  expect(grayAt(g, 99, 99)).toBe(150);
});

describe('grey pictures', () => {
  test('a place as it is seen lies so in the picture as it was coded; there and back', () => {
    const coded = { width: 40, height: 30 };
    expect(codedPoint({ x: 3, y: 5 }, 0, coded)).toEqual({ x: 3, y: 5 });
    expect(codedPoint({ x: 3, y: 5 }, 90, coded)).toEqual({ x: 5, y: 26 });
    expect(codedPoint({ x: 3, y: 5 }, 180, coded)).toEqual({ x: 36, y: 24 });
    expect(codedPoint({ x: 3, y: 5 }, 270, coded)).toEqual({ x: 34, y: 3 });
    const sizes = ([0, 90, 180, 270] as Turned[]).map((t) => seenSize(coded, t).width);
    expect(sizes).toEqual([40, 30, 40, 30]);
  });
  test('distances, the part round others, grey of colours and back', () => {
    expect(distance({ x: 1, y: 2 }, { x: 4, y: 6 })).toBe(5);
    expect(
      around([
        { x: 4, y: 8, width: 2, height: 2 },
        { x: 1, y: 9, width: 4, height: 6 },
      ]),
    ).toEqual({ x: 1, y: 8, width: 5, height: 7 });
    // ITU-R BT.601: red .299, green .587, blue .114.
    const grey = greyOfColours([255, 0, 0, 9, 0, 255, 0, 9, 0, 0, 255, 9, 255, 255, 255, 9], 2, 2);
    expect(Array.from(grey.data)).toEqual([76, 149, 29, 255]);
    expect(grey).toMatchObject({ x0: 0, y0: 0, width: 2, height: 2, stride: 2 });
    expect(Array.from(coloursOfGrey([7, 200]))).toEqual([7, 7, 7, 255, 200, 200, 200, 255]);
  });
  test('between pixels in a part with a stride, each by its own share', () => {
    // Two columns of three are the picture; the third is not.
    const g: Gray = {
      x0: 10,
      y0: 20,
      width: 2,
      height: 3,
      stride: 3,
      data: [0, 100, 9, 40, 80, 9, 10, 30, 9],
    };
    expect(grayAt(g, 10.25, 20)).toBe(25);
    expect(grayAt(g, 10, 20.25)).toBe(10);
    expect(grayAt(g, 10.75, 21.5)).toBe(0.5 * (40 + 0.75 * 40) + 0.5 * (10 + 0.75 * 20));
    expect(grayAt(g, 11, 22)).toBe(30);
    expect(grayAt(g, 5, 21)).toBe(40);
    expect(grayAt(g, 50, 20)).toBe(100);
  });
});

describe('cuts', () => {
  const thumb = (level: number) => new Uint8Array(144).fill(level);
  const scene = (n: number, level: number) => Array.from({ length: n }, () => thumb(level));
  test('a picture made small takes sixteen by nine places, each from its middle', () => {
    const data = Uint8Array.from({ length: 160 * 90 }, (_, k) => (k % 160) + Math.floor(k / 160) / 10);
    const small = thumbOf({ x0: 5, y0: 7, width: 160, height: 90, stride: 160, data });
    expect(small).toHaveLength(144);
    expect(small[0]).toBe(5);
    expect(small[15]).toBe(155);
    expect(small[8 * 16]).toBe(5 + 8);
  });
  test('nine levels and six times what is usual make one; a change that stays less is none', () => {
    expect(cutsIn([...scene(10, 40), ...scene(10, 49)])).toEqual([10]);
    expect(cutsIn([...scene(10, 40), ...scene(10, 48)])).toEqual([]);
    // Every picture differs by four from the one before: 24 are needed.
    const restless = (step: number) =>
      Array.from({ length: 20 }, (_, i) => thumb(100 + (i % 2) * 4 + (i < 10 ? 0 : step)));
    expect(cutsIn(restless(30))).toEqual([10]);
    expect(cutsIn(restless(16))).toEqual([]);
    // What goes back within three pictures is a flash; a cut behind a flash lies behind it.
    expect(cutsIn([...scene(10, 40), thumb(140), ...scene(10, 50)])).toEqual([]);
    expect(cutsIn([...scene(10, 40), thumb(140), ...scene(10, 90)])).toEqual([11]);
    expect(cutsIn([...scene(10, 40), thumb(140), ...scene(10, 105)])).toEqual([10]);
  });
  test('too few pictures have none, two within three pictures are one', () => {
    expect(cutsIn([...scene(3, 40), ...scene(3, 200)])).toEqual([]);
    expect(cutsIn([...scene(3, 40), ...scene(4, 200)])).toEqual([3]);
    expect(cutsIn([...scene(10, 20), ...scene(3, 120), ...scene(10, 220)])).toEqual([10]);
    expect(cutsIn([...scene(10, 20), ...scene(4, 120), ...scene(10, 220)])).toEqual([10, 14]);
  });
  test('the scene about a picture', () => {
    expect(sceneOf([10, 30], 0, 50)).toEqual([0, 10]);
    expect(sceneOf([10, 30], 10, 50)).toEqual([10, 30]);
    expect(sceneOf([10, 30], 29, 50)).toEqual([10, 30]);
    expect(sceneOf([10, 30], 30, 50)).toEqual([30, 50]);
    expect(sceneOf([], 7, 50)).toEqual([0, 50]);
  });
});

describe('a strip', () => {
  const coded = { width: 200, height: 120 };
  test('a place a pixel and odd in number; a long line more coarsely, 97 places at most', () => {
    const short = planStrip({ from: { x: 50, y: 60 }, to: { x: 80, y: 60 } }, 0, coded);
    expect(short).toMatchObject({ places: 31, stepPx: 1, along: { x: 1, y: 0 }, across: { x: 0, y: 1 } });
    expect(short.start).toEqual({ x: 50, y: 54 });
    const long = planStrip({ from: { x: 4, y: 60 }, to: { x: 196, y: 60 } }, 0, coded);
    expect(long).toMatchObject({ places: 97, stepPx: 2 });
    expect(long.across.y).toBeCloseTo(192 / 36, 9);
    expect(long.start.x).toBeCloseTo(4, 9);
    const up = planStrip({ from: { x: 50, y: 80 }, to: { x: 50, y: 50 } }, 0, coded);
    expect([up.along, up.across]).toEqual([
      { x: 0, y: -1 },
      { x: 1, y: 0 },
    ]);
  });
  test('the region is even, holds every sample with its neighbours and stays in the picture', () => {
    const plan = planStrip({ from: { x: 51, y: 61 }, to: { x: 80, y: 61 } }, 0, coded);
    const r = regionOf(plan, coded);
    expect([r.x % 2, r.y % 2, r.width % 2, r.height % 2]).toEqual([0, 0, 0, 0]);
    expect(r.x).toBeLessThanOrEqual(plan.start.x - 1);
    expect(r.x + r.width).toBeGreaterThanOrEqual(81);
    expect(r.y).toBeLessThanOrEqual(plan.start.y - 1);
    expect(r.y + r.height).toBeGreaterThanOrEqual(68);
    expect(r.width).toBeLessThan(42);
    const edge = regionOf(planStrip({ from: { x: 170, y: 118 }, to: { x: 199, y: 118 } }, 0, coded), coded);
    expect(edge.x + edge.width).toBe(200);
    expect(edge.y + edge.height).toBe(120);
    const corner = regionOf(planStrip({ from: { x: 0, y: 0 }, to: { x: 29, y: 0 } }, 0, coded), coded);
    expect([corner.x, corner.y]).toEqual([0, 0]);
  });
  test('samples are those of the picture, row by row across the line', () => {
    const data = Uint8Array.from({ length: 200 * 120 }, (_, k) => (k % 200) + (Math.floor(k / 200) % 50));
    const picture: Gray = { x0: 0, y0: 0, ...coded, stride: 200, data };
    const strip = stripOf(picture, planStrip({ from: { x: 50, y: 20 }, to: { x: 80, y: 20 } }, 0, coded));
    expect(strip).toHaveLength(13 * 31);
    expect([strip[0], strip[30], strip[31], strip[12 * 31]]).toEqual([50 + 14, 80 + 14, 50 + 15, 50 + 26]);
  });
});

describe('what a line is worth', () => {
  const HZ = 20;
  const wave = (travelPx: number, seconds = 60) =>
    Float64Array.from(
      { length: seconds * HZ },
      (_, i) => (travelPx / 2) * Math.sin((2 * Math.PI * i) / HZ / 4),
    );
  const line = (parts: Partial<FollowedLine> = {}): FollowedLine => ({
    ...CLIP_NOTE.lines[0]!,
    ...parts,
  });
  const judged = (
    parts: Partial<FollowedLine> = {},
    {
      travelPx = 4,
      steadied = 'whole' as const as 'whole' | 'not',
      stillPx = 0.02 as number | null,
      stills = 1,
    } = {},
  ) => judgeLine(line(parts), { values: wave(travelPx), steadied }, { hz: HZ, seconds: 60, stillPx, stills });
  const faults = (...given: Parameters<typeof judged>) => judged(...given).faults;

  test('a good one counts, with its travel from trough to peak', () => {
    const good = judged();
    expect(good).toMatchObject({ counts: true, faults: [], lostShare: 0, lessThanPx: null });
    expect(Math.abs(good.travelPx - 4)).toBeLessThan(0.1);
  });
  test('each fault at its edge', () => {
    expect(faults({ stepGrey: 29.9 })).toEqual(['weakEdge']);
    expect(faults({ stepGrey: 30 })).toEqual([]);
    expect(faults({ seenShare: 0.81 })).toEqual(['near']);
    expect(faults({ seenShare: 0.82 })).toEqual([]);
    expect(faults({ lost: [{ fromS: 3, toS: 9 }] })).toEqual(['lost']);
    expect(faults({ lost: [{ fromS: 3, toS: 8.9 }] })).toEqual([]);
    expect(
      judged({
        lost: [
          { fromS: 3, toS: 6 },
          { fromS: 30, toS: 33 },
        ],
      }).lostShare,
    ).toBeCloseTo(0.1, 9);
    expect(faults({ splitHalf: 0.949 })).toEqual(['halves']);
    expect(faults({ splitHalf: 0.95 })).toEqual([]);
    expect(faults({}, { stills: 0, stillPx: null })).toEqual(['noStill']);
    expect(faults({}, { travelPx: 0.9 })).toEqual(['small']);
    // What moves little is not asked whether its halves agree.
    expect(faults({ splitHalf: 0.5 }, { travelPx: 0.9 })).toEqual(['small']);
  });
  test('the still line points another way: a fault only where the background moves', () => {
    expect(faults({}, { steadied: 'not', stillPx: 0.081 })).toEqual(['stillOtherWay']);
    expect(faults({}, { steadied: 'not', stillPx: 0.08 })).toEqual([]);
    expect(faults({}, { steadied: 'whole', stillPx: 0.5 })).toEqual([]);
  });
  test('four times over the noise and over a background that stands', () => {
    // A travel of 2 px has a root mean square of .707.
    expect(faults({ noisePx: 0.17 }, { travelPx: 2 })).toEqual([]);
    expect(faults({ noisePx: 0.18 }, { travelPx: 2 })).toEqual(['shaken']);
    expect(faults({}, { travelPx: 1.2, steadied: 'not', stillPx: 0.08 })).toEqual([]);
    expect(faults({ noisePx: 0.12 }, { travelPx: 1.2, stillPx: 0.5 })).toEqual(['shaken']);
  });
  test('a rival warns and the line counts; what hardly moves is less than a pixel, if all else is good', () => {
    expect(judged({ rivalPx: 6 })).toMatchObject({ counts: true, faults: ['rival'] });
    expect(judged({}, { travelPx: 0.5 })).toMatchObject({ counts: false, lessThanPx: 1 });
    expect(judged({ stepGrey: 10 }, { travelPx: 0.5 })).toMatchObject({ counts: false, lessThanPx: null });
  });
  test('a still line is held to its edge and to what was lost alone', () => {
    const still = { place: 'still' as const, splitHalf: 0, noisePx: 9, seenShare: 0 };
    expect(faults(still, { travelPx: 0.1, stills: 0 })).toEqual([]);
    expect(judged(still, { travelPx: 0.1 }).lessThanPx).toBeNull();
    const record = must(
      recordOf({
        times: Float64Array.from({ length: 600 }, (_, i) => i / 10),
        columns: [{ name: 'a', values: new Float64Array(600) }],
      }),
    );
    expect(passesAsStill(line({ stepGrey: 30, lost: [{ fromS: 0, toS: 5.9 }] }), record)).toBe(true);
    expect(passesAsStill(line({ stepGrey: 29 }), record)).toBe(false);
    expect(passesAsStill(line({ lost: [{ fromS: 0, toS: 6.1 }] }), record)).toBe(false);
  });
  test('why none can be measured by: the first fault that is one', () => {
    expect(sayNone([judged({ rivalPx: 5 }), judged({ stepGrey: 3 })])).toMatch(
      /too alike here\. Move the line/,
    );
    expect(sayNone([judged({ rivalPx: 5 })])).toMatch(/no line on the body/);
    expect(sayNone([])).toMatch(/no line on the body/);
  });
});

describe('curves of followed lines', () => {
  const HZ = 10;
  const times = Float64Array.from({ length: 300 }, (_, i) => i / HZ);
  const wave = (px: number, phase = 0) => times.map((t) => px * Math.sin((2 * Math.PI * t) / 4 + phase));
  const drawn = (place: DrawnLine['place'] = 'belly'): DrawnLine => ({
    place,
    from: { x: 0, y: 0 },
    to: { x: 30, y: 0 },
    stepGrey: 70,
    rivalPx: 3,
    seenShare: 0.9,
  });
  const track = (shiftPx: Float64Array, even = shiftPx, odd = shiftPx) => ({
    shiftPx,
    even,
    odd,
    score: new Float64Array(shiftPx.length),
  });
  test('a channel a line in px, named by its number and place, with what is known of the line', () => {
    const { record, lines } = must(
      followedLines(times, [drawn(), drawn('shoulder')], [track(wave(2)), track(wave(1))]),
    );
    expect(record.channels.map((c) => [c.name, c.place, c.unit])).toEqual([
      ['1 belly', 'belly', 'px'],
      ['2 shoulder', null, 'px'],
    ]);
    expect(lines[0]).toMatchObject({ place: 'belly', stepGrey: 70, rivalPx: 3, seenShare: 0.9, lost: [] });
    record.channels[1]!.values.forEach((v, i) => expect(v).toBeCloseTo(wave(1)[i]!, 6));
    expect(lines[0]!.splitHalf).toBeCloseTo(1, 6);
    expect(lines[0]!.noisePx).toBeCloseTo(0, 6);
  });
  test('halves that part: their correlation, and half of their difference as noise', () => {
    const { lines } = must(
      followedLines(
        times,
        [drawn(), drawn(), drawn()],
        [
          track(wave(2), wave(2), wave(2, Math.PI / 2)),
          track(wave(2), wave(2), wave(-2)),
          track(wave(2), wave(2), new Float64Array(300)),
        ],
      ),
    );
    expect(Math.abs(lines[0]!.splitHalf)).toBeLessThan(0.1);
    expect(lines[1]!.splitHalf).toBeLessThan(-0.99);
    // (2 − −2) / 2 = 2, of which the root mean square is √2.
    expect(Math.abs(lines[1]!.noisePx - Math.SQRT2)).toBeLessThan(0.1);
    expect(lines[2]!.splitHalf).toBe(0);
    expect(Math.abs(lines[2]!.noisePx - Math.SQRT1_2)).toBeLessThan(0.05);
  });
  test('what was lost is bridged by a straight line, at the ends by the nearest, and named', () => {
    const values = Float64Array.from(times, (_, i) => i);
    const holes = values.map((v, i) => (i < 2 || (i >= 100 && i < 110) || i >= 295 ? NaN : v));
    const { record, lines } = must(followedLines(times, [drawn()], [track(holes)]));
    const got = record.channels[0]!.values;
    expect([got[0], got[1], got[105], got[299]].map((v) => Math.round(v!))).toEqual([2, 2, 105, 294]);
    expect(lines[0]!.lost).toEqual([
      { fromS: 0, toS: 0.2 },
      { fromS: 9.9, toS: 11 },
      { fromS: 29.4, toS: 29.9 },
    ]);
    const none = must(followedLines(times, [drawn()], [track(new Float64Array(300).fill(NaN))]));
    expect(Array.from(none.record.channels[0]!.values).every((v) => v === 0)).toBe(true);
    expect(none.lines[0]!.lost).toEqual([{ fromS: 0, toS: 29.9 }]);
  });
  test('under five pictures a second nothing is made of it', () => {
    const slow = Float64Array.from({ length: 60 }, (_, i) => i / 4.9);
    expect(why(followedLines(slow, [drawn()], [track(new Float64Array(60))]))).toMatch(/under 5 pictures/);
    const same = new Float64Array(60);
    expect(why(followedLines(same, [drawn()], [track(same)]))).toMatch(/under 5 pictures/);
    const enough = Float64Array.from({ length: 60 }, (_, i) => i / 5);
    expect(followedLines(enough, [drawn()], [track(new Float64Array(60))]).ok).toBe(true);
  });
  test('lines that are too short or leave the picture are refused by name', () => {
    const size = { width: 100, height: 60 };
    const at = (from: [number, number], to: [number, number]): DrawnLine => ({
      ...drawn(),
      from: { x: from[0], y: from[1] },
      to: { x: to[0], y: to[1] },
    });
    expect(why(clipFollower([at([10, 10], [27.9, 10])], size))).toMatch(
      /line at belly is shorter than 18 px/,
    );
    expect(clipFollower([at([0, 10], [18, 10])], size).ok).toBe(true);
    expect(clipFollower([at([80, 0], [99, 59])], size).ok).toBe(true);
    for (const [from, to] of [
      [
        [-1, 10],
        [30, 10],
      ],
      [
        [30, -1],
        [30, 30],
      ],
      [
        [60, 10],
        [99.5, 10],
      ],
      [
        [30, 30],
        [30, 59.5],
      ],
    ] as [[number, number], [number, number]][])
      expect(why(clipFollower([at(from, to)], size))).toMatch(/leaves the picture/);
    // Turned, the picture is higher than wide.
    expect(clipFollower([at([30, 70], [30, 95])], size, 90).ok).toBe(true);
    expect(clipFollower([at([30, 70], [30, 95])], size).ok).toBe(false);
  });
});

describe('lines by themselves', () => {
  test('length, way, middle, and one about a middle', () => {
    const l = { from: { x: 2, y: 1 }, to: { x: 5, y: 5 } };
    expect([lengthOfLine(l), directionOf(l), middleOf(l)]).toEqual([5, { x: 0.6, y: 0.8 }, { x: 3.5, y: 3 }]);
    expect(directionOf({ from: l.from, to: l.from })).toEqual({ x: 0, y: 0 });
    expect(lineAbout({ x: 10, y: 10 }, { x: 0, y: -1 }, 8)).toEqual({
      from: { x: 10, y: 14 },
      to: { x: 10, y: 6 },
    });
    expect([usualLength({ width: 640, height: 360 }), usualLength({ width: 90, height: 200 })]).toEqual([
      54, 18,
    ]);
  });
  test('on a slow device: half of them, those that move least first, and one that is still', () => {
    const line = (place: DrawnLine['place']) => ({ place, from: { x: 0, y: 0 }, to: { x: 1, y: 0 } });
    const kept = (...places: DrawnLine['place'][]) => fewerLines(places.map(line))?.map((l) => l.place);
    expect(kept('belly', 'lowBack', 'chest', 'lowerRibs', 'still', 'still')).toEqual([
      'belly',
      'lowerRibs',
      'still',
    ]);
    expect(kept('shoulder', 'lowBack', 'backRibs')).toEqual(['shoulder']);
    expect(kept('belly', 'still')).toBeUndefined();
    expect(kept('belly', 'still', 'still')).toEqual(['belly', 'still']);
    expect(kept('belly')).toBeUndefined();
  });
  test('what is lost is said once, in one or in many', () => {
    expect(sayLost(['belly'])).toBe('the line at belly is lost: clear the view, or draw anew');
    expect(sayLost(['belly', 'chest', 'chest'])).toMatch(/^the lines at belly, chest are lost/);
  });
  test('pictures a second: from ten on, the usual distance of the last thirty', () => {
    const rate = pictureRate();
    for (let i = 0; i < 9; i++) expect(rate.push(i / 20)).toBeNull();
    expect(rate.push(9 / 20)).toBeCloseTo(20, 6);
    let last: number | null = null;
    for (let i = 0; i < 31; i++) last = rate.push(10 + i / 8);
    expect(last).toBeCloseTo(8, 6);
  });
});
