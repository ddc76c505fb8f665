import fc from 'fast-check';
import { changeBetween } from '@/core/change/change';
import { mdc95, mdcOfMeans, pooledSpread, semFromIcc } from '@/core/change/noise';

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
  it('of one try each is that of single measurements', () =>
    fc.assert(fc.property(spread, (s) => expect(mdcOfMeans(s, 1, 1)).toBeCloseTo(mdc95(s), 9))));
  it('adds the errors of both means: 1/n₁ + 1/n₂', () => {
    expect(mdcOfMeans(2, 4, 4)).toBeCloseTo(1.96 * 2 * Math.sqrt(0.5), 9);
    expect(mdcOfMeans(2, 1, 4)).toBeCloseTo(1.96 * 2 * Math.sqrt(1.25), 9);
    expect(mdcOfMeans(2, 4, 1)).toBeCloseTo(mdcOfMeans(2, 1, 4), 12);
  });
  it('falls with every try and grows with the spread', () =>
    fc.assert(
      fc.property(spread, tries, tries, (s, a, b) => {
        expect(mdcOfMeans(s, a + 1, b)).toBeLessThan(mdcOfMeans(s, a, b));
        expect(mdcOfMeans(2 * s, a, b)).toBeCloseTo(2 * mdcOfMeans(s, a, b), 6);
      }),
    ));
});

describe('the spread within visits', () => {
  it('weighs every visit by its degrees of freedom', () => {
    expect(
      pooledSpread([
        { spread: 1, n: 2 },
        { spread: 3, n: 4 },
      ]),
    ).toBeCloseTo(Math.sqrt((1 * 1 + 3 * 9) / 4), 12);
  });
  it('takes nothing from a single try, and is not known from such alone', () => {
    expect(pooledSpread([])).toBeNull();
    expect(pooledSpread([{ spread: 0, n: 1 }])).toBeNull();
    expect(
      pooledSpread([
        { spread: 99, n: 1 },
        { spread: 2, n: 3 },
      ]),
    ).toBe(2);
  });
  it('lies between the smallest and the largest', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ spread, n: fc.integer({ min: 2, max: 9 }) }), { minLength: 1 }),
        (visits) => {
          const pooled = pooledSpread(visits)!;
          const all = visits.map((v) => v.spread);
          expect(pooled).toBeGreaterThanOrEqual(Math.min(...all) - 1e-9);
          expect(pooled).toBeLessThanOrEqual(Math.max(...all) + 1e-9);
        },
      ),
    ));
});

describe('a change between two visits', () => {
  const visit = (value: number, n = 4, s = 1) => ({ value, spread: s, n });
  const noise = 1.96 * Math.sqrt(0.5);
  it.each([
    [noise - 0.001, 'withinNoise'],
    [noise + 0.001, 'more'],
    [-noise + 0.001, 'withinNoise'],
    [-noise - 0.001, 'less'],
    [0, 'withinNoise'],
  ])('of %f is %s', (by, verdict) => expect(changeBetween(visit(10), visit(10 + by)).verdict).toBe(verdict));
  it('turned round is the same with the other sign', () =>
    fc.assert(
      fc.property(fc.double({ min: -50, max: 50, noNaN: true }), tries, tries, spread, (by, a, b, s) => {
        const there = changeBetween(visit(10, a, s), visit(10 + by, b, s));
        const back = changeBetween(visit(10 + by, b, s), visit(10, a, s));
        expect(back.difference).toBeCloseTo(-there.difference, 9);
        const other = { more: 'less', less: 'more', withinNoise: 'withinNoise', unknown: 'unknown' } as const;
        expect(back.verdict).toBe(other[there.verdict]);
      }),
    ));
});
