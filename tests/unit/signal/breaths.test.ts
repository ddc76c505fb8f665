import { butterworthLowPass, filterBothWays } from '@/core/signal/butterworth';
import { findPeaks } from '@/core/signal/peaks';
import { findBreaths, must, why } from '../helpers';

const times = (n: number, hz: number) => Float64Array.from({ length: n }, (_, i) => i / hz);
const sine = (t: Float64Array, rate: number) =>
  t.map((s) => Math.sin((2 * Math.PI * rate * s) / 60 - Math.PI / 2));

describe('filtering', () => {
  it('leaves a constant as it is and passes slow through, fast not', () => {
    const sections = butterworthLowPass(4, 1, 50);
    expect(
      Math.max(...filterBothWays(sections, new Float64Array(500).fill(3)).map((v) => Math.abs(v - 3))),
    ).toBeLessThan(1e-9);
    const t = times(2000, 50);
    const amplitude = (rate: number) => Math.max(...filterBothWays(sections, sine(t, rate)).slice(500, 1500));
    expect(amplitude(12)).toBeGreaterThan(0.99);
    expect(amplitude(60)).toBeCloseTo(0.5, 2);
    expect(amplitude(300)).toBeLessThan(0.001);
  });
  it('takes a handful of samples without a fault', () =>
    expect(filterBothWays(butterworthLowPass(2, 1, 50), [1, 2, 3])).toHaveLength(3));
});

describe('peaks', () => {
  it('needs the prominence asked for', () => {
    const x = [0, 5, 4, 4.5, 0, 2, 0];
    expect(findPeaks(x, 0.4)).toEqual([1, 3, 5]);
    expect(findPeaks(x, 1)).toEqual([1, 5]);
    expect(findPeaks([], 1)).toEqual([]);
  });
  it('does not call an end a peak', () => expect(findPeaks([5, 1, 4], 0.1)).toEqual([]));
});

describe('finding breaths', () => {
  it.each([4, 12, 24, 40])('at %d a minute', (rate) => {
    const t = times(120 * 25, 25);
    const found = must(findBreaths(t, sine(t, rate)));
    expect(found.ratePerMin).toBeCloseTo(rate, 1);
    expect(found.dutyCycle).toBeCloseTo(0.5, 1);
    expect(Math.abs(found.breaths.length - 2 * rate)).toBeLessThanOrEqual(2);
  });
  it('takes uneven samples', () => {
    const t = times(1500, 25).map((s, i) => s + (i % 2 ? 0.008 : 0));
    expect(must(findBreaths(t, sine(t, 15))).ratePerMin).toBeCloseTo(15, 1);
  });
  it('leaves a gap out, names it, and makes no breath across it', () => {
    const all = times(3000, 25);
    const keep = (s: number) => s < 50 || s > 61.3;
    const t = all.filter(keep);
    const found = must(findBreaths(t, sine(t, 12)));
    expect(found.gaps).toHaveLength(1);
    expect(found.gaps[0]!.toS - found.gaps[0]!.fromS).toBeGreaterThan(11);
    for (const b of found.breaths) expect(b.endS < 50.1 || b.startS > 61.2).toBe(true);
  });
  it.each([
    [new Float64Array(10), new Float64Array(10), /20 samples/],
    [times(100, 1.5), sine(times(100, 1.5), 6), /samples a second/],
    [times(500, 25), new Float64Array(500), /no whole breath/],
  ])('says why it cannot: %#', (t, x, message) => expect(why(findBreaths(t, x))).toMatch(message));
});
