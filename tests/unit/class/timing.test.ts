import fc from 'fast-check';
import { commonBreathing, inTime } from '@/core/class/timing';
import type { Breathing } from '@/core/breath/timeline';
import { pattern } from '@/core/breath/pattern';

const half = (min: number, max: number) => fc.integer({ min: min * 2, max: max * 2 }).map((n) => n / 2);
const anyPattern = fc.record({
  inhaleS: half(1, 8),
  holdInS: half(0, 10),
  exhaleS: half(1, 14),
  holdOutS: half(0, 10),
});
const paced = anyPattern.map((p): Breathing => ({ kind: 'paced', pattern: p }));
const PHASES = ['inhaleS', 'holdInS', 'exhaleS', 'holdOutS'] as const;
const patternOf = (b: Breathing) => (b.kind === 'paced' ? b.pattern : pattern(1, 0, 1, 0));

it('the common breath is longer than that of nobody near to the others, but for a pause that those who cannot keep it breathe through', () => {
  fc.assert(
    fc.property(paced, fc.array(paced, { minLength: 1, maxLength: 8 }), (taught, own) => {
      const common = commonBreathing(taught, own);
      const middle = own.map((b) => patternOf(b).exhaleS).sort((a, b) => a - b)[Math.floor(own.length / 2)]!;
      for (const b of own) {
        // Who is far from the others is not counted with them, and does not hurry them.
        if (patternOf(b).exhaleS < 0.6 * middle) {
          if (patternOf(b).exhaleS < 0.6 * patternOf(common).exhaleS) expect(inTime(b, common)).toBeNull();
          continue;
        }
        expect(patternOf(common).inhaleS).toBeLessThanOrEqual(patternOf(b).inhaleS);
        expect(patternOf(common).exhaleS).toBeLessThanOrEqual(patternOf(b).exhaleS);
        const mine = inTime(b, common)!;
        for (const key of PHASES) {
          expect(patternOf(mine.breathing)[key]).toBeLessThanOrEqual(patternOf(b)[key]);
          expect(patternOf(mine.breathing)[key]).toBeLessThanOrEqual(patternOf(common)[key]);
        }
        for (const key of ['holdInS', 'holdOutS'] as const)
          expect([0, patternOf(common)[key]]).toContain(patternOf(mine.breathing)[key]);
      }
      // A pause stands where half of them or more keep it whole.
      for (const key of ['holdInS', 'holdOutS'] as const)
        if (patternOf(common)[key] > 0) {
          const near = own.filter((b) => patternOf(b).exhaleS >= 0.6 * middle);
          expect(
            near.filter((b) => patternOf(b)[key] >= patternOf(common)[key]).length * 2,
          ).toBeGreaterThanOrEqual(near.length);
        }
    }),
  );
});

it('keeps an inhale the share of its exhale that each of them may have', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(half(2, 12), half(0, 3)), { minLength: 1, maxLength: 6 }), (people) => {
      const own = people.map(([exhaleS, less]): Breathing => {
        const inhaleS = Math.max(1, Math.floor(((exhaleS * 2) / 3 - less) * 2) / 2);
        return { kind: 'paced', pattern: pattern(Math.min(inhaleS, (exhaleS * 2) / 3), 0, exhaleS, 0) };
      });
      const { inhaleS, exhaleS } = patternOf(commonBreathing(own[0]!, own));
      expect(inhaleS).toBeLessThanOrEqual((exhaleS * 2) / 3 + 1e-9);
    }),
  );
});

it('brings breaths of two kinds into no common time', () => {
  const ladder: Breathing = { kind: 'ladder', rungs: 4 };
  const square: Breathing = { kind: 'paced', pattern: pattern(4, 0, 6, 0) };
  expect(inTime(ladder, square)).toBeNull();
  expect(inTime(square, ladder)).toBeNull();
  expect(inTime({ ...square, full: true } as Breathing, square)).toBeNull();
  expect(inTime(ladder, { kind: 'ladder', rungs: 3 })).toEqual({
    breathing: { kind: 'ladder', rungs: 3 },
    shorter: [],
  });
  expect(inTime({ kind: 'ladder', rungs: 3 }, ladder)).toEqual({
    breathing: { kind: 'ladder', rungs: 3 },
    shorter: ['exhale'],
  });
});

it('says what of a breath is shorter than the common one', () => {
  const common: Breathing = { kind: 'paced', pattern: pattern(4, 4, 6, 2), last: pattern(4, 8, 6, 0) };
  const own: Breathing = { kind: 'paced', pattern: pattern(3, 0, 5, 2) };
  expect(inTime(own, common)).toEqual({
    breathing: { kind: 'paced', pattern: pattern(3, 0, 5, 2) },
    shorter: ['inhale', 'holdIn', 'exhale', 'last'],
  });
});

const p = (
  inS: number,
  holdInS: number,
  outS: number,
  holdOutS: number,
  last?: ReturnType<typeof pattern>,
): Breathing => ({
  kind: 'paced',
  pattern: pattern(inS, holdInS, outS, holdOutS),
  ...(last ? { last } : {}),
});

it('a pause stands where half of them keep half of it or more, as long as the shortest of those', () => {
  const taught = p(4, 4, 6, 0);
  const pause = (...own: number[]) =>
    patternOf(
      commonBreathing(
        taught,
        own.map((s) => p(4, s, 6, 0)),
      ),
    ).holdInS;
  expect(pause(4, 3)).toBe(3);
  expect(pause(4, 2)).toBe(2);
  expect(pause(4, 1.5)).toBe(4);
  expect(pause(4, 0, 0)).toBe(0);
  expect(pause(0, 0)).toBe(0);
  // Where the drill teaches none, nobody's own counts unless they have one.
  expect(patternOf(commonBreathing(p(4, 0, 6, 0), [p(4, 0, 6, 0), p(4, 1, 6, 0)])).holdInS).toBe(1);
});

it('free stays free, a ladder has as many rungs as the least, and a last breath is common too', () => {
  const free: Breathing = { kind: 'free', freeS: 60 };
  expect(commonBreathing(free, [p(4, 0, 6, 0)])).toBe(free);
  expect(inTime(free, p(4, 0, 6, 0))).toEqual({ breathing: free, shorter: [] });
  const rungs = (...own: Breathing[]) => commonBreathing({ kind: 'ladder' }, own);
  expect(rungs({ kind: 'ladder', rungs: 5 }, { kind: 'ladder', rungs: 3 })).toEqual({
    kind: 'ladder',
    rungs: 3,
  });
  const last = pattern(4, 8, 6, 0);
  const taught = p(4, 4, 6, 0, last);
  const common = commonBreathing(taught, [p(4, 4, 6, 0, pattern(3, 6, 6, 0)), p(4, 4, 5, 0, last)]);
  expect(common).toEqual({ ...p(4, 4, 5, 0), last: pattern(3, 6, 6, 0) });
  expect(commonBreathing(taught, [p(4, 4, 6, 0)])).toEqual(p(4, 4, 6, 0));
  expect(commonBreathing({ ...taught, full: true } as Breathing, [p(4, 4, 6, 0)])).toHaveProperty(
    'full',
    true,
  );
});

it('a last breath that is held or breathed out shorter is told', () => {
  const common = p(4, 0, 6, 0, pattern(4, 8, 6, 0));
  const told = (last: ReturnType<typeof pattern>) => inTime(p(4, 0, 6, 0, last), common)!;
  expect(told(pattern(4, 8, 6, 0)).shorter).toEqual([]);
  expect(told(pattern(4, 9, 7, 0)).shorter).toEqual([]);
  expect(told(pattern(4, 6, 6, 0)).shorter).toEqual(['last']);
  expect(told(pattern(4, 8, 5, 0)).shorter).toEqual(['last']);
  expect(told(pattern(4, 6, 6, 0)).breathing).toMatchObject({ last: { holdInS: 0 } });
  expect(
    inTime({ ...common, full: true } as Breathing, { ...common, full: true } as Breathing)!.breathing,
  ).toHaveProperty('full', true);
});
