import fc from 'fast-check';
import { facingOf, measureStance, shouldersSay, standsAs, type Taps } from '@/core/video/stance';

/** A body drawn by hand on squared paper, looking right; one tap a point. */
const UPRIGHT: Taps = {
  ear: [{ x: 102, y: 20 }],
  shoulder: [{ x: 100, y: 60 }],
  elbow: [{ x: 100, y: 110 }],
  lowestRib: [{ x: 120, y: 120 }],
  frontHipSpine: [{ x: 120, y: 160 }],
  rearHipSpine: [{ x: 80, y: 155 }],
  hip: [{ x: 100, y: 160 }],
  ankle: [{ x: 98, y: 300 }],
};
const value = (taps: Taps, id: string) => measureStance(taps).values.find((v) => v.id === id)!;

test('angles and offsets are those of plain trigonometry', () => {
  // A plumb line of 0, 2 of 100 forward, a tilt of atan(5 / 40) = 7.13°.
  expect(value(UPRIGHT, 'shoulderPlumb').value).toBeCloseTo(0, 9);
  expect(value(UPRIGHT, 'earPlumb').value).toBeCloseTo(2, 9);
  expect(value(UPRIGHT, 'hipPlumb').value).toBeCloseTo(2, 9);
  expect(value(UPRIGHT, 'pelvicTilt').value).toBeCloseTo(7.125, 3);
  expect(value(UPRIGHT, 'ribsOverPelvis').value).toBeCloseTo(0, 9);
  expect(value(UPRIGHT, 'flare').value).toBeCloseTo(18.435, 3);
  expect(value(UPRIGHT, 'armHeight').value).toBeCloseTo(0, 6);
  expect(measureStance(UPRIGHT)).toMatchObject({ stack: 'over', pelvis: 'level' });
});

test.each([
  [{ lowestRib: [{ x: 132, y: 120 }] }, 'forward'],
  [{ lowestRib: [{ x: 110, y: 120 }] }, 'behind'],
] as const)('ribs %j stand %s', (moved, stack) => {
  expect(measureStance({ ...UPRIGHT, ...moved }).stack).toBe(stack);
});

test.each([
  [170, 'tippedForward'],
  [150, 'tuckedUnder'],
] as const)('a front hip spine at %s makes the pelvis %s', (y, pelvis) => {
  expect(measureStance({ ...UPRIGHT, frontHipSpine: [{ x: 120, y }] }).pelvis).toBe(pelvis);
});

test('an arm overhead is 180°, one held level 90°', () => {
  expect(value({ ...UPRIGHT, elbow: [{ x: 100, y: 10 }] }, 'armHeight').value).toBeCloseTo(180, 6);
  expect(value({ ...UPRIGHT, elbow: [{ x: 150, y: 60 }] }, 'armHeight').value).toBeCloseTo(90, 6);
});

test('from the front: the higher shoulder, and hands from the ribs in a wrap', () => {
  const front: Taps = {
    shoulderRight: [{ x: 60, y: 58 }],
    shoulderLeft: [{ x: 140, y: 62 }],
    lowestRibRight: [{ x: 70, y: 140 }],
    lowestRibLeft: [{ x: 130, y: 140 }],
    handRight: [{ x: 130, y: 148 }],
    handLeft: [{ x: 70, y: 132 }],
  };
  expect(value(front, 'shoulderLevel').value).toBeCloseTo(2.862, 3);
  expect(value(front, 'handsFromRibs').value).toBeCloseTo(800 / Math.hypot(80, 4), 6);
});

test('what looks left reads like what looks right, at any size', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.2, max: 9, noNaN: true }),
      fc.integer({ min: 0, max: 400 }),
      (scale, at) => {
        const mirrored = Object.fromEntries(
          Object.entries(UPRIGHT).map(([k, taps]) => [
            k,
            taps!.map((p) => ({ x: at - p.x * scale, y: p.y * scale })),
          ]),
        ) as Taps;
        expect(facingOf(mirrored)).toBe(-1);
        measureStance(mirrored).values.forEach((v, i) =>
          expect(v.value).toBeCloseTo(measureStance(UPRIGHT).values[i]!.value, 6),
        );
      },
    ),
  );
});

test('tapped twice, the error is the difference over the root of two; once, there is none', () => {
  expect(value(UPRIGHT, 'earPlumb').error).toBeNull();
  const twice: Taps = {
    ...UPRIGHT,
    ear: [
      { x: 102, y: 20 },
      { x: 106, y: 20 },
    ],
  };
  expect(value(twice, 'earPlumb').value).toBeCloseTo(4, 9);
  expect(value(twice, 'earPlumb').error).toBeCloseTo(4 / Math.SQRT2, 9);
});

test('a missing point leaves out what needs it and nothing else', () => {
  const ids = measureStance({ ...UPRIGHT, hip: [] }).values.map((v) => v.id);
  expect(ids).toEqual(['ribsOverPelvis', 'pelvicTilt']);
});

test('the row of the sweep that a stance is nearest to: the pelvis first, then the ribs over it', () => {
  const stands = (
    stack?: 'over' | 'forward' | 'behind',
    pelvis?: 'level' | 'tippedForward' | 'tuckedUnder',
  ) => standsAs({ values: [], ...(stack ? { stack } : {}), ...(pelvis ? { pelvis } : {}) })?.as ?? null;
  expect(stands('behind', 'tippedForward')).toBe('arched');
  expect(stands('forward', 'tuckedUnder')).toBe('slouched');
  expect(stands('forward', 'level')).toBe('arched');
  expect(stands('behind')).toBe('slouched');
  expect(stands('over', 'level')).toBe('between');
  expect(stands()).toBeNull();
});

describe('what a picture says of the shoulders', () => {
  /** An arm that goes up to so many degrees from the side of an upright trunk. */
  const arm = (...deg: number[]): Taps => ({
    shoulder: deg.map(() => ({ x: 100, y: 60 })),
    hip: deg.map(() => ({ x: 100, y: 160 })),
    elbow: deg.map((d) => ({
      x: 100 + 50 * Math.sin((d * Math.PI) / 180),
      y: 60 + 50 * Math.cos((d * Math.PI) / 180),
    })),
  });
  const says = (taps: Taps) => shouldersSay(measureStance(taps));

  test('an arm that stays short of 140° by more than its error may ask for the flag', () => {
    expect(says(arm(118))).toEqual([
      { text: 'an arm goes to 118°, tapped once, short of 140°', limits: true },
    ]);
    expect(says(arm(165))[0]).toEqual({ text: 'an arm goes to 165°, tapped once', limits: false });
    // 132° and 144°: 138 ± 8 may as well reach it.
    expect(says(arm(132, 144))[0]!.limits).toBe(false);
    expect(says(arm(120, 122))[0]!.limits).toBe(true);
    // 140° itself is not short of it.
    const at = (value: number) =>
      shouldersSay({ values: [{ id: 'armHeight', value, error: null }] } as never)[0]!;
    expect([at(139.9).limits, at(140).limits]).toEqual([true, false]);
  });

  test('a shoulder that stands higher is told with its side, one that is level is not', () => {
    const front = (y: number): Taps => ({ shoulderRight: [{ x: 0, y }], shoulderLeft: [{ x: 100, y: 50 }] });
    expect(says(front(40))[0]!.text).toBe('the right shoulder stands 6° higher, tapped once');
    expect(says(front(60))[0]!.text).toMatch(/^the left/);
    expect(says(front(51))).toEqual([]);
    expect(says({})).toEqual([]);
  });
});
