import fc from 'fast-check';
import { changeBetween } from '@/core/change/change';
import {
  mdc95,
  pooledSpread,
  semFromIcc,
  smallestChange,
  spreadBetween,
  type NoiseKnown,
} from '@/core/change/noise';

const tries = fc.integer({ min: 1, max: 30 });
const spread = fc.double({ min: 0.01, max: 50, noNaN: true });

// Weir 2005, J Strength Cond Res 19:231: SEM = SD·√(1 − ICC), MDC95 = 1.96·√2·SEM.
describe('the smallest change that counts', () => {
  it('is the worked figure: SD 1.2, ICC 0.9', () => {
    expect(semFromIcc(1.2, 0.9)).toBeCloseTo(0.379, 3);
    expect(mdc95(semFromIcc(1.2, 0.9))).toBeCloseTo(1.052, 3);
    expect(semFromIcc(7, 1)).toBe(0);
    expect(semFromIcc(7, 0)).toBe(7);
  });
  const visit = (spreadOf: number, n: number) => ({ value: 0, spread: spreadOf, n });
  const tight: NoiseKnown = { kind: 'repeated', days: { share: 0, least: 1e-9, source: '' } };
  const many = 1e9;
  it('adds the errors of both means and of both days: s²·(1/n₁ + 1/n₂ + 2)', () => {
    const of = (a: number, b: number) => smallestChange(tight, visit(2, a), visit(2, b))!;
    // Four tries each are six degrees of freedom: 2.447 (NIST table of t).
    expect(of(4, 4)).toBeCloseTo(2.4469 * 2 * Math.sqrt(2.5), 3);
    expect(of(2, many)).toBeCloseTo(1.96 * 2 * Math.sqrt(2.5), 3);
    expect(of(many, 2)).toBeCloseTo(of(2, many), 9);
  });
  it('takes the stated spread of days where that is larger, as a share of the value or at least', () => {
    const days = { share: 0.1, least: 3, source: '' };
    const at = (value: number) =>
      smallestChange({ kind: 'repeated', days }, { value, spread: 0, n: 5 }, { value, spread: 0, n: 5 })!;
    expect(at(0)).toBeCloseTo(1.96 * Math.SQRT2 * 3, 3);
    expect(at(30)).toBeCloseTo(1.96 * Math.SQRT2 * 3, 3);
    expect(at(100)).toBeCloseTo(1.96 * Math.SQRT2 * 10, 2);
    expect(at(-100)).toBeCloseTo(at(100), 9);
  });
  it('of a stated error is 1.96·√2 of it, alone; of several at once it is larger', () => {
    const stated = (together?: number) =>
      smallestChange({ kind: 'stated', sem: 1 }, visit(0, 1), visit(0, 1), together)!;
    expect(stated()).toBeCloseTo(2.7718, 3);
    // z of 1 − 0.025/8 is 2.734.
    expect(stated(8)).toBeCloseTo(2.734 * Math.SQRT2, 2);
  });
  it('of looks at equal state counts by their degrees of freedom', () => {
    expect(spreadBetween([[1, 2, 3], [5]])).toEqual({ sem: 1, df: 2 });
    expect(
      spreadBetween([
        [1, 3],
        [10, 12],
      ]),
    ).toEqual({ sem: Math.SQRT2, df: 2 });
    expect(spreadBetween([[1, 3], [10]])).toBeNull();
    expect(smallestChange({ kind: 'seen', sem: 1, df: 2 }, visit(9, 9), visit(9, 9))).toBeCloseTo(
      4.3027 * Math.SQRT2,
      3,
    );
  });
  it('falls with every try and grows with the spread', () =>
    fc.assert(
      fc.property(spread, tries, tries, (s, a, b) => {
        fc.pre(a + b > 2);
        const of = (k: number, x: number, y: number) => smallestChange(tight, visit(k, x), visit(k, y))!;
        expect(of(s, a + 1, b)).toBeLessThan(of(s, a, b) + 1e-9);
        expect(of(2 * s, a, b)).toBeCloseTo(2 * of(s, a, b), 4);
      }),
    ));
});

describe('the spread within visits', () => {
  it('weighs every visit by its degrees of freedom', () => {
    const found = pooledSpread([
      { spread: 1, n: 2 },
      { spread: 3, n: 4 },
    ])!;
    expect(found.sd).toBeCloseTo(Math.sqrt((1 * 1 + 3 * 9) / 4), 12);
    expect(found.df).toBe(4);
  });
  it('takes nothing from a single try, and is not known from such alone', () => {
    expect(pooledSpread([])).toBeNull();
    expect(pooledSpread([{ spread: 0, n: 1 }])).toBeNull();
    expect(
      pooledSpread([
        { spread: 99, n: 1 },
        { spread: 2, n: 3 },
      ]),
    ).toEqual({ sd: 2, df: 2 });
  });
  it('lies between the smallest and the largest', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ spread, n: fc.integer({ min: 2, max: 9 }) }), { minLength: 1 }),
        (visits) => {
          const pooled = pooledSpread(visits)!.sd;
          const all = visits.map((v) => v.spread);
          expect(pooled).toBeGreaterThanOrEqual(Math.min(...all) - 1e-9);
          expect(pooled).toBeLessThanOrEqual(Math.max(...all) + 1e-9);
        },
      ),
    ));
});

describe('a change between two visits', () => {
  const visit = (value: number, n = 4, s = 1) => ({ value, spread: s, n });
  const days: NoiseKnown = { kind: 'repeated', days: { share: 0, least: 0, source: '' } };
  // Six degrees of freedom: 2.4469; both means and both days.
  const noise = 2.44691 * Math.sqrt(2.5);
  it.each([
    [noise - 0.001, 'withinNoise'],
    [noise + 0.001, 'more'],
    [-noise + 0.001, 'withinNoise'],
    [-noise - 0.001, 'less'],
    [0, 'withinNoise'],
  ])('of %f is %s', (by, verdict) =>
    expect(changeBetween(visit(10), visit(10 + by), days).verdict).toBe(verdict),
  );
  it('turned round is the same with the other sign', () =>
    fc.assert(
      fc.property(fc.double({ min: -50, max: 50, noNaN: true }), tries, tries, spread, (by, a, b, s) => {
        const there = changeBetween(visit(10, a, s), visit(10 + by, b, s), days);
        const back = changeBetween(visit(10 + by, b, s), visit(10, a, s), days);
        expect(back.difference).toBeCloseTo(-there.difference, 9);
        const other = { more: 'less', less: 'more', withinNoise: 'withinNoise', unknown: 'unknown' } as const;
        expect(back.verdict).toBe(other[there.verdict]);
      }),
    ));
});
