import fc from 'fast-check';
import { beatsOf, momentAt, paceAt, placeAt, type Beat } from '@/core/video/in-step';

/** Breaths one after another: lengths of in and out, s. */
const beats = (fromS: number, lengths: readonly (readonly [number, number])[]): Beat[] => {
  let at = fromS;
  return lengths.map(([inS, outS]) => {
    const beat = { startS: at, turnS: at + inS, endS: at + inS + outS };
    at = beat.endS;
    return beat;
  });
};

const LEFT = beats(3, [
  [2, 3],
  [2, 3],
]);
const RIGHT = beats(10, [
  [1, 6],
  [4, 2],
]);

test('what begins, turns and ends in one film does so in the other', () => {
  for (const [left, right] of [
    [3, 10],
    [4, 10.5],
    [5, 11],
    [6.5, 14],
    [8, 17],
    [10, 21],
    [12.99999, 22.99999],
  ] as const)
    expect(momentAt(RIGHT, placeAt(LEFT, left))).toBeCloseTo(right, 3);
  expect(paceAt(LEFT, RIGHT, placeAt(LEFT, 3.5))).toBeCloseTo(0.5, 9);
  expect(paceAt(LEFT, RIGHT, placeAt(LEFT, 6))).toBeCloseTo(2, 9);
});

test('before the first breath a film waits at its beginning, after the last at its end', () => {
  expect(momentAt(RIGHT, placeAt(LEFT, 0))).toBe(10);
  expect(momentAt(RIGHT, placeAt(LEFT, 99))).toBe(23);
});

test('there and back is the same moment, and time never goes backwards', () => {
  const length = fc.double({ min: 0.4, max: 6, noNaN: true });
  const breaths = fc.array(fc.tuple(length, length), { minLength: 2, maxLength: 5 });
  fc.assert(
    fc.property(breaths, breaths, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, share) => {
      const count = Math.min(a.length, b.length);
      const [one, two] = [beats(1, a.slice(0, count)), beats(7, b.slice(0, count))];
      const at = 1 + share * (one.at(-1)!.endS - 1);
      const there = momentAt(two, placeAt(one, at));
      expect(momentAt(one, placeAt(two, there))).toBeCloseTo(at, 6);
      expect(momentAt(two, placeAt(one, at + 0.05))).toBeGreaterThanOrEqual(there);
    }),
  );
});

test('the breaths of an analysis, five at most, as moments of the film', () => {
  const breath = (startS: number) => ({ startS, turnS: startS + 1, endS: startS + 3 });
  const analysis = { breaths: { breaths: Array.from({ length: 9 }, (_, i) => breath(3 * i)) } };
  const found = beatsOf(analysis as unknown as Parameters<typeof beatsOf>[0], [1, 2, 3, 5, 6, 7], 10);
  expect(found).toHaveLength(5);
  expect(found[0]).toEqual({ startS: 13, turnS: 14, endS: 16 });
  expect(found[3]!.startS).toBe(25);
});
