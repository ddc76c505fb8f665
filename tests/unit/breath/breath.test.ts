import fc from 'fast-check';
import { describePattern, dutyCycle, parsePattern, pattern, printPattern } from '@/core/breath/pattern';
import { Pattern } from '@/core/breath/pattern.schema';
import { durationS, spanAt, timelineOf, type Breathing, type Dose } from '@/core/breath/timeline';
import { volumeAt } from '@/core/breath/volume';
import { must, why } from '../helpers';

const halves = fc.integer({ min: 0, max: 40 }).map((n) => n / 2);
const anyPattern = fc
  .tuple(halves, halves, halves, halves)
  .map(([a, b, c, d]) => pattern(a + 0.5, b, c + 0.5, d));
const anyDose: fc.Arbitrary<Dose> = fc.record({
  breaths: fc.integer({ min: 1, max: 30 }),
  rounds: fc.integer({ min: 1, max: 4 }),
  restS: fc.integer({ min: 0, max: 60 }),
  sides: fc.constantFrom(1 as const, 2 as const),
});
const anyBreathing: fc.Arbitrary<Breathing> = fc.oneof(
  anyPattern.map((p): Breathing => ({ kind: 'paced', pattern: p })),
  fc.constant<Breathing>({ kind: 'ladder' }),
  fc.integer({ min: 1, max: 300 }).map((freeS): Breathing => ({ kind: 'free', freeS })),
);

describe('pattern', () => {
  it('reads back what it writes', () => {
    fc.assert(fc.property(anyPattern, (p) => expect(must(parsePattern(printPattern(p)))).toEqual(p)));
  });
  it.each(['4-0-7-0', ' 4 – 0 – 7 – 0 ', '4 0 7 0'])('reads %j', (text) =>
    expect(must(parsePattern(text))).toEqual(pattern(4, 0, 7, 0)),
  );
  it.each(['', '4-0-7', '4-0-7-0-1', 'four', '4--7-0', '0-0-7-0', '4-0-700-0'])(
    'refuses %j with a sentence',
    (text) => {
      expect(why(parsePattern(text))).toMatch(/“|must last/);
    },
  );
  it('names holds only where there are some', () => {
    expect(describePattern(pattern(4, 0, 7, 0))).toBe('4 s in · 7 s out');
    expect(describePattern(pattern(4, 1, 6, 2))).toBe('4 s in · hold 1 s · 6 s out · pause 2 s');
  });
  it('gives the share of the inhale', () => expect(dutyCycle(pattern(2, 0, 6, 0))).toBe(0.25));
  it('refuses a pattern without an exhale', () =>
    expect(Pattern.safeParse(pattern(4, 0, 0, 0)).success).toBe(false));
});

describe('timeline', () => {
  it('has no gaps, ends at its duration and counts its breaths', () => {
    fc.assert(
      fc.property(anyBreathing, anyDose, (breathing, dose) => {
        const t = timelineOf(breathing, dose);
        expect(t.totalS).toBeCloseTo(durationS(breathing, dose), 6);
        t.spans.forEach((s, i) => {
          expect(s.endS).toBeGreaterThan(s.startS);
          expect(s.startS).toBeCloseTo(i === 0 ? 0 : t.spans[i - 1]!.endS, 9);
        });
        const rounds = dose.rounds * dose.sides;
        expect(t.breaths).toBe(
          breathing.kind === 'free' ? 0 : breathing.kind === 'ladder' ? 5 * rounds : dose.breaths * rounds,
        );
      }),
    );
  });
  it('finds the span of any moment', () => {
    fc.assert(
      fc.property(
        anyBreathing,
        anyDose,
        fc.double({ min: 0, max: 0.999, noNaN: true }),
        (breathing, dose, f) => {
          const t = timelineOf(breathing, dose);
          const at = f * t.totalS;
          const span = spanAt(t, at)!;
          expect(span.startS).toBeLessThanOrEqual(at + 1e-9);
          expect(span.endS).toBeGreaterThan(at - 1e-9);
        },
      ),
    );
    const t = timelineOf({ kind: 'free', freeS: 5 }, { breaths: 1, rounds: 1, restS: 0, sides: 1 });
    expect([spanAt(t, -1), spanAt(t, 5)]).toEqual([undefined, undefined]);
  });
  it('rests between rounds and sides but not after the last', () => {
    const t = timelineOf(
      { kind: 'paced', pattern: pattern(2, 0, 2, 0) },
      { breaths: 1, rounds: 2, restS: 7, sides: 2 },
    );
    expect(t.spans.filter((s) => s.phase === 'rest').map((s) => s.endS - s.startS)).toEqual([7, 7, 7]);
    expect(t.spans.at(-1)!.phase).toBe('exhale');
  });
});

describe('volume of the breath line', () => {
  it('rises from empty to full and falls back, without a jump', () => {
    expect(volumeAt('inhale', 0)).toBeCloseTo(0, 9);
    expect(volumeAt('inhale', 1)).toBeCloseTo(volumeAt('holdIn', 0.5), 9);
    expect(volumeAt('exhale', 0)).toBeCloseTo(1, 9);
    expect(volumeAt('exhale', 1)).toBeCloseTo(volumeAt('holdOut', 0.5), 9);
  });
  it('never leaves 0–1 and is monotonic in each phase', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a, b) => {
          const [f, g] = a < b ? [a, b] : [b, a];
          expect(volumeAt('inhale', g)).toBeGreaterThanOrEqual(volumeAt('inhale', f) - 1e-12);
          expect(volumeAt('exhale', g)).toBeLessThanOrEqual(volumeAt('exhale', f) + 1e-12);
        },
      ),
    );
  });
});
