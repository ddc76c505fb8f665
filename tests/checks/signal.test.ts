import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { butterworthLowPass, filterBothWays } from '@/core/signal/butterworth';
import { findPeaks, prominenceOf } from '@/core/signal/peaks';
import { findBreaths } from '../unit/helpers';
import golden from './golden/scipy.json';

// Golden values: SciPy 1.17.1 (butter, sosfiltfilt, find_peaks); recipe in scripts/golden.py. Verified on this machine.

/** The same noise as scripts/golden.py: a linear congruential generator, −0.5 to 0.5. */
function noise(length: number, seed: number): number[] {
  let state = BigInt(seed);
  return Array.from({ length }, () => {
    state = (1103515245n * state + 12345n) % 2147483648n;
    return Number(state) / 2147483648 - 0.5;
  });
}

type Filtered = {
  name: string;
  rate: number;
  seconds: number;
  depth: number;
  drift: number;
  noisy: number;
  seed: number;
  order: number;
  cutoffHz: number;
  prominence: number;
  every: number;
  filtered: number[];
  peaks: number[];
};
const filtered = golden.cases.filter((c): c is typeof c & Filtered => 'filtered' in c) as Filtered[];

function signal(c: Filtered): { t: number[]; x: number[] } {
  const random = noise(c.seconds * golden.hz, c.seed);
  const t = random.map((_, i) => i / golden.hz);
  return {
    t,
    x: t.map(
      (s, i) =>
        c.depth * Math.sin((2 * Math.PI * c.rate * s) / 60 - Math.PI / 2) +
        c.drift * s +
        c.noisy * random[i]!,
    ),
  };
}

describe('against SciPy', () => {
  it('has its golden cases', () => expect(filtered).toHaveLength(4));

  it.each(filtered.map((c) => [c.name, c] as const))('filters like sosfiltfilt: %s', (_, c) => {
    const y = filterBothWays(butterworthLowPass(c.order, c.cutoffHz, golden.hz), signal(c).x);
    const worst = Math.max(...c.filtered.map((v, i) => Math.abs(v - y[i * c.every]!)));
    expect(worst / c.depth).toBeLessThan(1e-6);
  });

  it.each(filtered.map((c) => [c.name, c] as const))('finds the peaks of find_peaks: %s', (_, c) => {
    const y = filterBothWays(butterworthLowPass(c.order, c.cutoffHz, golden.hz), signal(c).x);
    expect(findPeaks(y, c.prominence)).toEqual(c.peaks);
  });

  it('counts a flat top once, with the prominence of SciPy', () => {
    const c = golden.cases.find((g) => g.name === 'flat tops')!;
    const x = noise(c.length!, c.seed!).map((v) => roundHalfEven(v * 4) / 4);
    expect(findPeaks(x, c.prominence)).toEqual(c.peaks);
    expect(c.peaks.map((p) => prominenceOf(x, p))).toEqual(c.prominences);
  });
});

function roundHalfEven(v: number): number {
  const r = Math.round(v);
  return Math.abs(v % 1) === 0.5 && r % 2 !== 0 ? r - 1 : r;
}

describe('breaths of generated signals', () => {
  it.each(filtered.slice(0, 3).map((c) => [c.name, c] as const))('rate within 1 %%: %s', (_, c) => {
    const { t, x } = signal(c);
    const found = findBreaths(Float64Array.from(t), Float64Array.from(x), { prominence: c.prominence });
    expect(found.ok && Math.abs(found.value.ratePerMin / c.rate - 1)).toBeLessThan(0.01);
  });

  it('turns within 60 ms (median) of the true ones when in and out differ', () => {
    const [inhale, exhale, hz] = [1.6, 2.9, 25];
    const random = noise(60 * hz, 11);
    const t = random.map((_, i) => i / hz);
    const x = t.map((s, i) => {
      const at = s % (inhale + exhale);
      const v =
        at < inhale
          ? (1 - Math.cos((Math.PI * at) / inhale)) / 2
          : (1 + Math.cos((Math.PI * (at - inhale)) / exhale)) / 2;
      return v + 0.02 * random[i]!;
    });
    const found = findBreaths(Float64Array.from(t), Float64Array.from(x));
    if (!found.ok) throw new Error(found.why);
    const cycle = inhale + exhale;
    const off = found.value.breaths.flatMap((b) => [
      b.startS - Math.round(b.startS / cycle) * cycle,
      b.turnS - inhale - Math.round((b.turnS - inhale) / cycle) * cycle,
    ]);
    expect(found.value.breaths.length).toBeGreaterThan(10);
    const sorted = off.map(Math.abs).sort((a, b) => a - b);
    expect(sorted[sorted.length >> 1]!).toBeLessThan(0.06);
    expect(found.value.ratePerMin).toBeCloseTo(60 / cycle, 1);
  });
});

// A real record: data set ipd of Debian's r-cran-wavethresh 4.7.2-1, fetched by scripts/fetch-ipd.mjs, never committed.
// Expected peak times are of the recipe butter(4, 1 Hz) + sosfiltfilt + prominence 0.05 (verified with SciPy).
const PEAKS = [
  1.66, 3.54, 6.78, 8.8, 12.7, 17.94, 22.14, 26.42, 46.58, 50.94, 53.5, 56.1, 58.5, 61.2, 64.12, 77.84, 80.76,
];
const file = join(__dirname, '../../.cache/ipd.json');

// Where Debian packages cannot be reached the record is not here, and the checks are shown as skipped.
const present = existsSync(file);
(present ? describe : describe.skip)('the record ipd', () => {
  const x = present ? (JSON.parse(readFileSync(file, 'utf8')) as number[]) : [];
  const y = present ? filterBothWays(butterworthLowPass(4, 1, 50), x) : new Float64Array();

  it('gives the 17 peaks of the recipe', () => {
    expect(findPeaks(y, 0.05).map((i) => i / 50)).toEqual(PEAKS);
    expect([0.03, 0.08, 0.1].map((p) => findPeaks(y, p).length)).toEqual([20, 14, 13]);
  });

  it('breathes 23.39 a minute between 50 and 63 s (mean breath 2.565 s, SD 0.125)', () => {
    const found = findPeaks(y, 0.05)
      .map((i) => i / 50)
      .filter((t) => t > 50 && t < 63);
    const mean = (found.at(-1)! - found[0]!) / (found.length - 1);
    expect(found).toHaveLength(5);
    expect(mean).toBeCloseTo(2.565, 3);
    expect(60 / mean).toBeCloseTo(23.39, 2);
  });
});
