import { followAll, curvesOf, type FollowedClient } from '@/core/follow/follow-all';
import { followed, type Point } from '@/core/follow/trend';
import type { LookData } from '@/core/look/look';
import { SYMPTOMS } from '@/core/look/symptoms';
import { look } from '../helpers';

// A stated error of 1 for one look; four hundredths of false changes: z(0.98) = 2.0537, and of a difference √2 as much:
// 2.9044 is noise. Normal quantiles are of any table.
const NOISE = 2.0537489 * Math.SQRT2;

const WEEK = 7 * 86_400_000;
const point = (week: number, value: number, sameState = false, n = 1, spread = 0): Point => ({
  at: new Date(Date.UTC(2026, 0, 5) + week * WEEK).toISOString(),
  sameState,
  measured: { value, spread, n },
});
type Noise = Parameters<typeof followed>[0]['noise'];
const stated = (sem: number): Noise => ({ kind: 'stated', sem });
const row = (points: Point[], noise: Noise = stated(1), together = 1) =>
  followed({ id: 'x', unit: 's', group: 'breath', trend: true, noise }, 'X', points, together);
const to = (difference: number) => row([point(0, 10), point(1, 10 + difference)]);

describe('a row of values', () => {
  it('is changed beyond the noise, either way', () => {
    expect(to(3)).toMatchObject({ verdict: 'changed', moreLooks: null, noiseFrom: 'stated', difference: 3 });
    expect(to(3).noise).toBeCloseTo(NOISE, 4);
    expect(to(-3).verdict).toBe('changed');
    expect(to(2.9).verdict).not.toBe('changed');
    expect(to(-2.9).verdict).not.toBe('changed');
  });
  it('cannot be told where more looks could tell, with how many; else it is noise', () => {
    // r = d·√2 / noise; 1 / (r² − 1) − 1 more looks, up to twelve.
    expect(to(2.9)).toMatchObject({ verdict: 'cannotTell', moreLooks: 1 });
    expect(to(2.5)).toMatchObject({ verdict: 'cannotTell', moreLooks: 2 });
    expect(to(2.135)).toMatchObject({ verdict: 'cannotTell', moreLooks: 12 });
    expect(to(2.12)).toMatchObject({ verdict: 'noise', moreLooks: null });
    expect(to(2.05)).toMatchObject({ verdict: 'noise', moreLooks: null });
    expect(to(0)).toMatchObject({ verdict: 'noise', moreLooks: null });
  });
  it('taken once: one more look, and what would be noise then', () => {
    const once = row([point(0, 10)]);
    expect(once).toMatchObject({
      difference: null,
      verdict: 'cannotTell',
      moreLooks: 1,
      slope: null,
      drift: null,
    });
    expect(once.noise).toBeCloseTo(NOISE, 4);
    expect(row([])).toMatchObject({ difference: null, noise: null, noiseFrom: 'unknown', found80: null });
    // The next look is reckoned with as many tries as the one there is.
    const repeated: Noise = { kind: 'repeated', days: { share: 0, least: 1, source: 'x' } };
    const many = row([point(0, 10, false, 9, 1)], repeated).noise!;
    const few = row([point(0, 10, false, 3, 1)], repeated).noise!;
    expect(many).toBeLessThan(few);
  });
  it('without a noise nothing can be told, and more looks alone do not help', () => {
    const unknown = row([point(0, 10), point(1, 99)], {
      kind: 'repeated',
      days: { share: 0.1, least: 1, source: 'x' },
    });
    expect(unknown).toMatchObject({
      noise: null,
      noiseFrom: 'unknown',
      verdict: 'cannotTell',
      moreLooks: null,
      found80: null,
      drift: null,
    });
    expect(
      row([point(0, 10, false, 3, 1), point(1, 10, false, 3, 1)], {
        kind: 'repeated',
        days: { share: 0.1, least: 1, source: 'x' },
      }).noiseFrom,
    ).toBe('within');
  });
  it('yes or no has no noise: the same, or changed', () => {
    expect(row([point(0, 0), point(1, 1)], stated(0)).verdict).toBe('changed');
    expect(row([point(0, 1), point(1, 1)], stated(0))).toMatchObject({
      verdict: 'noise',
      moreLooks: null,
      drift: null,
    });
  });
  it('more questions at once make its noise larger', () => {
    // z(1 − 0.02 / 4) = 2.5758.
    expect(row([point(0, 10), point(1, 12)], stated(1), 4).noise).toBeCloseTo(2.5758293 * Math.SQRT2, 4);
    expect(row([point(0, 10), point(1, 12)], stated(1), 0).noise).toBeCloseTo(NOISE, 4);
  });
  it('three looks at equal state show its noise themselves; two do not', () => {
    const three = row([point(0, 10), point(1, 12, true), point(2, 11, true), point(3, 30)]);
    // Standard deviation of 10, 12, 11 is 1, known with two degrees of freedom: t(0.98; 2) = 4.8487.
    expect(three.noiseFrom).toBe('seen');
    expect(three.noise).toBeCloseTo(4.8487 * Math.SQRT2, 2);
    expect(row([point(0, 10), point(1, 12, true), point(3, 30)]).noiseFrom).toBe('stated');
    // Two pairs have two degrees of freedom as well: their squares add to 2 + 0.5.
    const pairs = row([point(0, 10), point(1, 12, true), point(2, 20), point(3, 21, true)]);
    expect(pairs.noise).toBeCloseTo(4.8487 * Math.SQRT2 * Math.sqrt(2.5 / 2), 2);
    // The first look has none before it to be equal to.
    expect(row([point(0, 10, true), point(1, 12), point(2, 11)]).noiseFrom).toBe('stated');
  });
  it('what is found four times in five is more than the noise', () => {
    // z(0.98) + z(0.8) = 2.0537 + 0.8416.
    expect(to(0).found80).toBeCloseTo((2.0537489 + 0.8416212) * Math.SQRT2, 2);
  });
  it('its slope is told in weeks, whatever the days between', () => {
    expect(row([point(0, 1), point(1, 3), point(3, 7)]).slope!.perWeek).toBeCloseTo(2, 9);
    // Two values are no slope yet.
    expect(row([point(0, 7), point(2, 3)]).slope).toBeNull();
  });
});

describe('where the weighted average has gone (NIST/SEMATECH e-Handbook 6.3.2.4)', () => {
  const drift = (...values: Point[]) => row(values).drift;
  it('a quarter of one new value against 2.576 of a quarter of √2: 3.64 is a drift', () => {
    expect(drift(point(0, 10), point(1, 13.7))).toBe('up');
    expect(drift(point(0, 10), point(1, 6.3))).toBe('down');
    expect(drift(point(0, 10), point(1, 13.6))).toBeNull();
    expect(drift(point(0, 10), point(1, 6.4))).toBeNull();
    expect(drift(point(0, 10))).toBeNull();
  });
  it('two looks at the first state make its limits narrower: √1.5 in place of √2, from their mean', () => {
    expect(drift(point(0, 9.5), point(1, 10.5, true), point(2, 13.2))).toBe('up');
    expect(drift(point(0, 9.5), point(1, 10.5, true), point(2, 13.1))).toBeNull();
    expect(drift(point(0, 9.5), point(1, 10.5, true))).toBeNull();
  });
  it('several values that lean one way drift before any of them has changed', () => {
    const lean = [point(0, 10), ...[1, 2, 3, 4, 5, 6].map((w) => point(w, 12.85))];
    expect(row(lean)).toMatchObject({ drift: 'up', verdict: 'cannotTell' });
  });
  it('more questions at once widen its limits', () => {
    expect(row([point(0, 10), point(1, 13.7)], stated(1), 4).drift).toBeNull();
  });
});

describe('all that is followed of a client', () => {
  const moment = (week: number, data: Partial<LookData>) => ({
    at: point(week, 0).at,
    sameState: false,
    seen: { data: look(data), quiet: null },
  });
  const client = (...looks: ReturnType<typeof moment>[]): FollowedClient => ({ looks, runs: [], homes: [] });
  const all16 = (each: number) => Object.fromEntries(SYMPTOMS.map((s) => [s, each]));
  const noiseOf = (of: FollowedClient, id: string) => followAll(of).find((r) => r.id === id)!.noise!;
  it('one question alone has all of the twentieth; curves and others share it six to four', () => {
    const pain = (p: number) => ({ numbers: { pain: p } });
    expect(noiseOf(client(moment(0, pain(3)), moment(1, pain(4))), 'pain')).toBeCloseTo(NOISE * 0.7, 3);
    const both = client(
      moment(0, { ...pain(3), symptoms: all16(1) }),
      moment(1, { ...pain(4), symptoms: all16(2) }),
    );
    // z(1 − 0.02 × 0.6) = 2.2571 and z(1 − 0.02 × 0.4) = 2.4089.
    expect(noiseOf(both, 'pain')).toBeCloseTo(2.2571 * Math.SQRT2 * 0.7, 3);
    expect(noiseOf(both, 'complaints')).toBeCloseTo(2.4089 * Math.SQRT2 * 2.5, 3);
    const told = client(moment(0, { symptoms: all16(1) }), moment(1, { symptoms: all16(2) }));
    expect(noiseOf(told, 'complaints')).toBeCloseTo(NOISE * 2.5, 3);
    // What was taken once asks nothing yet.
    expect(
      noiseOf(client(moment(0, pain(3)), moment(1, { ...pain(4), symptoms: all16(2) })), 'pain'),
    ).toBeCloseTo(NOISE * 0.7, 3);
  });
  it('each place by itself, what was looked at most first; a curve of each measure', () => {
    const held = (position: 'hookLying' | 'sitting', s: number) => ({
      position,
      holdS: s,
      end: 'calm' as const,
      breathlessness: 1,
    });
    const rows = followAll(
      client(
        moment(0, { holds: [held('sitting', 9)] }),
        moment(1, { holds: [held('sitting', 10), held('hookLying', 20)] }),
      ),
    );
    expect(rows.map((r) => [r.label, r.points.length])).toEqual([
      ['calm hold, sitting', 2],
      ['calm hold, hook-lying', 1],
    ]);
    expect(curvesOf(rows).map((r) => r.label)).toEqual(['calm hold, sitting']);
    expect(curvesOf([])).toEqual([]);
  });
});
