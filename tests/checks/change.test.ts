import { mean, standardDeviation } from '@/core/base/statistics';
import { changeBetween, type Measured } from '@/core/change/change';
import { smallestChange, spreadBetween, type NoiseKnown } from '@/core/change/noise';
import { compareLooks } from '@/core/follow/compare';
import { followAll } from '@/core/follow/follow-all';
import { MEASURES } from '@/core/follow/measures';
import { followed } from '@/core/follow/trend';
import { ewma, ewmaSd, theilSen } from '@/core/change/trend';
import { RING_ZONES } from '@/core/body/zones';
import { look } from '../unit/helpers';
import { dice } from './bodies/body';
import { pageOf } from './pages';
import { battery } from '../battery';

const { it } = battery(8);

const days = { share: 0.15, least: 1, source: 'of this test' };
const known: NoiseKnown = { kind: 'repeated', days };

/** Visits of a client who does not change, by spread of the tries and of the days. */
function visitsOf(
  { gauss }: ReturnType<typeof dice>,
  count: number,
  tries: number,
  within: number,
  between: number,
  by: (visit: number) => number = () => 0,
): Measured[] {
  return Array.from({ length: count }, (_, v) => {
    const day = 20 + between * gauss() + by(v);
    const all = Array.from({ length: tries }, () => day + within * gauss());
    return { value: mean(all), spread: standardDeviation(all), n: tries };
  });
}

const CLIENTS = 3000;
/** Three standard errors of a twentieth over so many clients. */
const MOST = 0.05 + 3 * Math.sqrt((0.05 * 0.95) / CLIENTS);

describe('false changes of a client who does not change', () => {
  it.each([
    [2, 2, 0],
    [2, 2, 2],
    [5, 3, 0],
    [5, 3, 3],
    [10, 2, 2],
    [3, 5, 5],
    [3, 0.5, 3],
  ])('%d tries of SD %d, days of SD %d: a twentieth at most', (tries, within, between) => {
    const random = dice(tries * 100 + within * 10 + between);
    let changed = 0;
    for (let c = 0; c < CLIENTS; c++) {
      const [a, b] = visitsOf(random, 2, tries, within, between) as [Measured, Measured];
      if (changeBetween(a, b, known).verdict !== 'withinNoise') changed++;
    }
    expect(changed / CLIENTS).toBeLessThanOrEqual(MOST);
  });
  it('more tries do not make it worse', () => {
    const rate = (tries: number) => {
      const random = dice(tries);
      let changed = 0;
      for (let c = 0; c < CLIENTS; c++) {
        const [a, b] = visitsOf(random, 2, tries, 3, 3) as [Measured, Measured];
        if (changeBetween(a, b, known).verdict !== 'withinNoise') changed++;
      }
      return changed / CLIENTS;
    };
    expect(Math.max(...[2, 3, 5, 10, 20].map(rate))).toBeLessThanOrEqual(MOST);
  });
  it.each([2, 3, 5, 8])('their own spread over %d looks at equal state, where that is enough', (count) => {
    const random = dice(count);
    let changed = 0;
    for (let c = 0; c < CLIENTS; c++) {
      const all = visitsOf(random, count + 1, 3, 1, 6);
      const seen = spreadBetween([all.slice(0, count).map((v) => v.value)]);
      expect(seen === null).toBe(count < 3);
      if (!seen) continue;
      const [a, b] = [all[count - 1]!, all[count]!];
      if (changeBetween(a, b, { kind: 'seen', ...seen }).verdict !== 'withinNoise') changed++;
    }
    // The last of the looks that make the noise is also compared: a little over a twentieth with few of them.
    expect(changed / CLIENTS).toBeLessThanOrEqual(MOST + 0.02);
  });
  it('any of eight zones, rated with an error of 0.085: a twentieth at most', () => {
    const { gauss } = dice(8);
    const rated = () =>
      look({
        rings: {
          hookLying: Object.fromEntries(
            RING_ZONES.map((z) => [z, Math.round(10 * (0.5 + 0.085 * gauss())) / 10]),
          ),
        },
      });
    let changed = 0;
    for (let c = 0; c < CLIENTS; c++) {
      const list = compareLooks({ data: rated(), quiet: null }, { data: rated(), quiet: null }, 'rings');
      if (list.some((x) => x.change.verdict === 'more' || x.change.verdict === 'less')) changed++;
    }
    expect(changed / CLIENTS).toBeLessThanOrEqual(MOST);
  });
  it.each([2, 4, 8])('any curve of a page with rate, exhale, hold and pain over %d visits', (count) => {
    const random = dice(count + 50);
    const { gauss } = random;
    let changed = 0;
    for (let c = 0; c < 1500; c++) {
      const quiet = (value: number, share: number) => ({
        value: value * (1 + share * gauss()),
        spread: value * 0.12,
        n: 8,
      });
      const visits = Array.from({ length: count }, (_, i) => {
        const hold = 20 * (1 + 0.15 * gauss());
        return {
          at: `2026-01-${String(i + 1).padStart(2, '0')}T09:00:00.000Z`,
          sameState: false,
          seen: {
            data: look({
              numbers: { pain: Math.min(10, Math.max(0, Math.round(5 + 0.5 * gauss()))) },
              holds: [0, 1, 2].map(() => ({
                position: 'hookLying' as const,
                holdS: hold * (1 + 0.08 * gauss()),
                end: 'calm' as const,
                breathlessness: 1,
              })),
            }),
            quiet: {
              from: 'taps' as const,
              rate: quiet(14, 0.055),
              exhale: quiet(2.6, 0.1),
              inhale: quiet(1.7, 0.1),
              position: 'hookLying' as const,
              dutyCycle: 0.4,
            },
          },
        };
      });
      const page = followAll({ looks: visits, runs: [], homes: [] });
      // Rate, exhale, inhale, their share, hold and pain.
      expect(page.filter((s) => s.difference !== null)).toHaveLength(6);
      if (page.some((s) => s.verdict === 'changed' || s.drift !== null)) changed++;
    }
    expect(changed / 1500).toBeLessThanOrEqual(0.05 + 3 * Math.sqrt((0.05 * 0.95) / 1500));
  });
});

describe('true changes', () => {
  // By what a change of 1.5 and 2 of the smallest is found more often than not, and nearly always: 1.96·(k − 1) over the
  // standard error, Φ(0.98) = 0.836 and Φ(1.96) = 0.975.
  it.each([
    [1, 0.4, 0.62],
    [1.5, 0.74, 0.92],
    [2, 0.93, 1],
  ])('of %d times the smallest are found', (times, least, most) => {
    const random = dice(77);
    let found = 0;
    const flat: Measured = { value: 20, spread: 2, n: 5 };
    const smallest = smallestChange(
      { kind: 'repeated', days: { share: 0, least: 3, source: '' } },
      flat,
      flat,
    )!;
    for (let c = 0; c < CLIENTS; c++) {
      const [a, b] = visitsOf(random, 2, 5, 2, 3, (v) => v * times * smallest) as [Measured, Measured];
      const change = changeBetween(a, b, { kind: 'repeated', days: { share: 0, least: 3, source: '' } });
      if (change.verdict === 'more') found++;
    }
    expect(found / CLIENTS).toBeGreaterThan(least);
    expect(found / CLIENTS).toBeLessThanOrEqual(most);
  });
});

it('every measure says where its noise comes from', () => {
  for (const m of MEASURES) {
    if (m.noise.kind === 'repeated') expect(m.noise.days.source).toMatch(/our choice|cited|from memory/);
    else expect(m.noise.kind).toBe('stated');
  }
});

describe('a whole page of everything that is followed', () => {
  it.each([
    [2, false],
    [3, false],
    [6, false],
    [12, false],
    [4, true],
    [12, true],
  ])(
    'says “changed” of nobody who has not, in 95 of 100 pages: %d visits, at equal state %s',
    (count, same) => {
      const { gauss } = dice(count + (same ? 100 : 0));
      const pages = 300;
      let wrong = 0;
      for (let c = 0; c < pages; c++)
        if (pageOf(count, same, 0, gauss).some((r) => r.verdict === 'changed' || r.drift !== null)) wrong++;
      expect(wrong / pages).toBeLessThanOrEqual(0.05 + 3 * Math.sqrt((0.05 * 0.95) / pages));
    },
  );

  it.each([
    [2, 0.7],
    [4, 0.75],
    [8, 0.77],
  ])(
    'finds what it says it finds, some four in five, each measure by itself and over all: %d visits',
    (count, least) => {
      const { gauss } = dice(4711 + count);
      const pages = 150;
      const found = new Map<string, number[]>();
      for (let c = 0; c < pages; c++)
        for (const r of pageOf(count, false, 1, gauss))
          if (r.named !== null)
            found.set(r.id, [...(found.get(r.id) ?? []), r.verdict === 'changed' ? 1 : 0]);
      const told = [...found].filter(([, list]) => list.length >= pages / 2);
      expect(told.length).toBeGreaterThan(25);
      const shares = told.map(([id, list]) => ({ id, share: mean(list) }));
      expect(shares.filter((s) => s.share < 0.6)).toEqual([]);
      expect(mean(shares.map((s) => s.share))).toBeGreaterThan(least);
      expect(mean(shares.map((s) => s.share))).toBeLessThan(0.88);
    },
  );

  it('names no size where the noise is known from too little', () => {
    const { gauss } = dice(12);
    const tape = Array.from({ length: 40 }, () => pageOf(2, false, 0, gauss)).flatMap((page) =>
      page.filter((r) => r.id === 'tape-waist-whole'),
    );
    expect(tape.filter((r) => r.named === null).length).toBeGreaterThan(10);
  });

  it('says how many more looks it takes only where more looks can tell', () => {
    const measure = {
      id: 'x',
      unit: 's',
      group: 'hold',
      trend: false,
      noise: { kind: 'stated', sem: 1 },
    } as const;
    const at = (value: number) => ({
      at: '2026-01-01T00:00:00Z',
      sameState: false,
      measured: { value, spread: 0, n: 1 },
    });
    const z = 2.0537; // the normal quantile for 4 in 100 on two sides
    const of = (difference: number) => followed(measure, 'x', [at(10), at(10 + difference)], 1);
    expect(of(z * Math.SQRT2 * 1.01).verdict).toBe('changed');
    expect(of(z * 0.99)).toMatchObject({ verdict: 'noise', moreLooks: null });
    // Two looks more bring √(1 + 1/1) down to √(1 + 1/3) = 1.155.
    expect(of(z * 1.16)).toMatchObject({ verdict: 'cannotTell', moreLooks: 2 });
    expect(of(z * 1.02)).toMatchObject({ verdict: 'noise', moreLooks: null });
    expect(followed(measure, 'x', [at(10)], 1)).toMatchObject({ verdict: 'cannotTell', difference: null });
  });
});

describe('a slope with limits', () => {
  it('is that of Sen 1968, J Am Stat Assoc 63:1379: 4, within 26/7 and 35/8 at 93 %', () => {
    const made = theilSen([1, 2, 3, 4, 10, 12, 18], [9, 15, 19, 20, 45, 55, 78], 0.93)!;
    expect(made.slope).toBe(4);
    expect([made.low, made.high]).toEqual([26 / 7, 35 / 8]);
    expect(made.intercept).toBe(20 - 4 * 4);
  });

  it('holds the true slope as often as it says, and has no limits where so few points can carry none', () => {
    const { gauss } = dice(99);
    let inside = 0;
    for (let c = 0; c < 800; c++) {
      const x = Array.from({ length: 8 }, (_, i) => i);
      const made = theilSen(
        x,
        x.map((v) => 2 * v + gauss()),
        0.95,
      )!;
      if (made.low <= 2 && made.high >= 2) inside++;
    }
    expect(inside / 800).toBeGreaterThanOrEqual(0.95 - 0.02);
    expect(theilSen([0, 1, 2, 3], [1, 2, 3, 4], 0.95)).toMatchObject({
      slope: 1,
      low: -Infinity,
      high: Infinity,
    });
    expect(theilSen([0, 1], [1, 2], 0.95)).toBeNull();
  });
});

describe('a weighted average', () => {
  it('is that of the NIST/SEMATECH e-Handbook 6.3.2.4: λ 0.3, limits 52.588 and 47.412, the last 51.99', () => {
    const values = [
      52, 47, 53, 49.3, 50.1, 47, 51, 50.1, 51.2, 50.5, 49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6,
      52.1,
    ];
    expect(ewma(values, 50, 0.3).at(-1)).toBeCloseTo(51.99, 2);
    expect(50 + 3 * 2.0539 * ewmaSd(0.3)).toBeCloseTo(52.588, 3);
    expect(50 - 3 * 2.0539 * ewmaSd(0.3)).toBeCloseTo(47.412, 3);
    expect(ewmaSd(0.3, 1)).toBeCloseTo(0.3, 9);
  });
});
