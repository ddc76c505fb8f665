import { mean } from '@/core/base/statistics';
import { independentOf } from '@/core/change/noise';
import { normalQuantile, studentQuantile } from '@/core/change/quantile';
import { dice } from './bodies/body';

// NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.6.7.1 and 1.3.6.7.2, tables of the normal and of Student's t
// (from memory, to three figures after the point as printed).
describe('quantiles', () => {
  it.each([
    [0.9, 1.2816],
    [0.95, 1.6449],
    [0.975, 1.96],
    [0.99, 2.3263],
    [0.995, 2.5758],
    [0.9999, 3.719],
  ])('normal, %d', (p, z) => {
    expect(normalQuantile(p)).toBeCloseTo(z, 3);
    expect(normalQuantile(1 - p)).toBeCloseTo(-z, 3);
  });
  it.each([
    [0.95, 1, 6.314],
    [0.975, 1, 12.706],
    [0.975, 2, 4.303],
    [0.975, 3, 3.182],
    [0.975, 5, 2.571],
    [0.975, 10, 2.228],
    [0.975, 30, 2.042],
    [0.995, 4, 4.604],
    [0.999, 7, 4.785],
    [0.999, 100, 3.174],
    [0.975, 1e9, 1.96],
  ])('Student, %d with %d degrees', (p, df, t) => expect(studentQuantile(p, df)).toBeCloseTo(t, 3));
});

describe('breaths that depend on those before', () => {
  it('count for fewer: a row with r = 0.5 for a third, one without for nearly all', () => {
    const { gauss } = dice(4);
    const row = (r: number, n: number) => {
      let v = 0;
      return Array.from({ length: n }, () => (v = r * v + Math.sqrt(1 - r * r) * gauss()));
    };
    const usual = (r: number) => mean(Array.from({ length: 400 }, () => independentOf(row(r, 60))));
    expect(usual(0.5) / 60).toBeGreaterThan(0.25);
    expect(usual(0.5) / 60).toBeLessThan(0.42);
    expect(usual(0) / 60).toBeGreaterThan(0.8);
    expect(independentOf([3, 3, 3, 3, 3])).toBe(5);
    expect(independentOf([1, 2])).toBe(2);
    expect(independentOf([1, 2, 3])).toBe(3);
    // Worked by hand: mean 3.3, r = 3.01/8.1, made up for the short row 0.620.
    expect(independentOf([3, 4, 4, 5, 3, 2, 2, 3, 4, 3])).toBeCloseTo(2.3438, 3);
    // A row that swings to and fro is worth no more than its number.
    expect(independentOf([1, 2, 1, 2, 1, 2, 1, 2])).toBe(8);
    expect(independentOf(Array.from({ length: 50 }, (_, i) => i))).toBeLessThan(3);
  });
});
