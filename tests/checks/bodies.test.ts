import { analyse } from '@/core/signal/analyse';
import { must } from '../unit/helpers';
import { bodyOf } from './bodies/body';
import { RATES } from './bodies/records';
import {
  answerOfKokyu,
  answerOfSciPy,
  duties,
  made,
  mean,
  peaksOf,
  scored,
  setOf,
  share,
  starts,
  turns,
  type Scored,
} from './bodies/run';
import { percentile } from './bodies/score';
import { battery } from '../battery';
import golden from './golden/bodies-by-scipy.json';

const { whole, share: some } = battery(1);

// Bodies that Kokyu's own simulator knows nothing of (see bodies/body.ts for what they are made from), 312 of them, of a
// set that was not looked at while the finder was written. What is asserted is what was aimed for, with a margin where a
// figure lies near it; the whole table is printed by `npm run bench`. The reference is SciPy 1.17.1, butter(4, 1 Hz),
// sosfiltfilt and find_peaks on the same records (verified; scripts/golden-bodies.ts).
const list = some(setOf(1), 24);
const all = scored(list, answerOfKokyu);
const plain = whole ? scored(list, answerOfSciPy) : [];
const of = (from: readonly Scored[], test: (s: Scored) => boolean) => from.filter(test);
const kind = (...kinds: string[]) => of(all, (s) => kinds.includes(s.spec.kind));
const still = kind('still');
const held = of(still, (s) => s.spec.shape !== 'foreign');
const half = (v: readonly number[]) => percentile(v, 0.5);
const ninth = (v: readonly number[]) => percentile(v, 0.9);
const rates = (from: readonly Scored[]) =>
  from.flatMap((s) => (s.score.ratePct === null ? [] : [s.score.ratePct]));
const f1 = (from: readonly Scored[]) => mean(from.map((s) => s.score.f1));

/** What is said of all bodies together needs all of them. */
const ofAll = whole ? describe : () => {};

it('of any of them: the breaths are there, and no rest that is not', () => {
  expect(f1(all)).toBeGreaterThan(0.9);
  expect(still.reduce((n, s) => n + s.score.falseRests, 0)).toBe(0);
});

ofAll('turns of bodies that do not move', () => {
  it('finds the peaks that SciPy finds, with the recipe of the reference', () => {
    for (const spec of list.filter((_, i) => i % 9 === 0))
      expect([spec.name, peaksOf(made(spec).record)]).toEqual([
        spec.name,
        golden.records.find((r) => r.name === spec.name)!.peaks,
      ]);
  });
  it.each([
    [20, 25, 80],
    [10, 40, 130],
  ])('at %d dB and 8 to 40 a minute: %d ms in the middle, %d ms for nine of ten', (db, middle, nine) => {
    const off = turns(of(held, (s) => s.spec.db === db && s.spec.ratePerMin >= 8));
    expect(half(off)).toBeLessThan(middle);
    expect(ninth(off)).toBeLessThan(nine);
  });
  it('at 4 a minute within 150 and 400 ms, where 100 and 400 were aimed for', () => {
    const off = turns(of(held, (s) => s.spec.ratePerMin === 4));
    expect(half(off)).toBeLessThan(150);
    expect(ninth(off)).toBeLessThan(400);
  });
  it.each(RATES)('better than filter and peaks at %d a minute', (rate) => {
    const at = (from: readonly Scored[]) =>
      of(from, (s) => s.spec.kind === 'still' && s.spec.shape !== 'foreign' && s.spec.ratePerMin === rate);
    expect(half(turns(at(all)))).toBeLessThan(half(turns(at(plain))));
    expect(half(starts(at(all)))).toBeLessThan(half(starts(at(plain))));
  });
  it('where the lungs rest full: where the flow ends, and not in the middle of the rest', () => {
    const resting = turns(of(held, (s) => s.spec.restFull > 0));
    expect(half(resting)).toBeLessThan(65);
    expect(ninth(resting)).toBeLessThan(320);
  });
  it('on shapes that it holds none of, no worse than filter and peaks', () => {
    const foreign = (from: readonly Scored[]) => of(from, (s) => s.spec.shape === 'foreign');
    expect(half(turns(foreign(all)))).toBeLessThan(half(turns(foreign(plain))));
    expect(ninth(turns(foreign(all)))).toBeLessThan(1.3 * ninth(turns(foreign(plain))));
  });
  it('Ti/Ttot without bias: half a point over all, 1.5 at any noise, 3 with rests', () => {
    expect(Math.abs(mean(duties(held)))).toBeLessThan(0.5);
    for (const db of [10, 20])
      expect(Math.abs(mean(duties(of(held, (s) => s.spec.db === db))))).toBeLessThan(1.5);
    expect(Math.abs(mean(duties(of(still, (s) => s.spec.rest > 0))))).toBeLessThan(3);
  });
  it('counts every breath and invents no rest', () => {
    expect(f1(still)).toBeGreaterThan(0.99);
    expect(ninth(rates(still))).toBeLessThan(1);
    expect(still.reduce((n, s) => n + s.score.falseRests, 0)).toBe(0);
  });
});

ofAll('bodies that move', () => {
  it('posture shifts of two depths and more are marked, and what is between them counts', () => {
    const shifts = kind('shift');
    const [hit, events] = share(shifts, (s) => s.marked);
    expect(hit / events).toBeGreaterThanOrEqual(0.95);
    expect(f1(shifts)).toBeGreaterThan(0.97);
    expect(ninth(rates(shifts))).toBeLessThan(3);
    expect(shifts.reduce((n, s) => n + s.score.trustedOver, 0)).toBe(0);
  });
  it.each([
    ['burst', 0.9, 0.9],
    ['oneBandBurst', 0.85, 0.95],
  ])('%s: marked %d, right %d', (name, found, right) => {
    const bursts = kind(name);
    const [hit, events] = share(bursts, (s) => s.marked);
    const [good, marks] = share(bursts, (s) => s.right);
    expect(hit / events).toBeGreaterThanOrEqual(found);
    expect(good / marks).toBeGreaterThanOrEqual(right);
    expect(f1(bursts)).toBeGreaterThan(0.97);
  });
  it('marks nothing, or next to nothing, where nobody moved: speech, sighs and bands out of step among them', () => {
    const calm = kind('still', 'speech', 'outOfStep');
    const hours = calm.reduce((h, s) => h + s.score.hours, 0);
    expect(calm.reduce((n, s) => n + s.score.right[1], 0) / hours).toBeLessThanOrEqual(1);
    expect(f1(kind('speech'))).toBeGreaterThan(0.97);
  });
  it('names stops under drift, and none where there is none', () => {
    const [hit, stops] = share(kind('stop'), (s) => s.stopsFound);
    expect(hit / stops).toBeGreaterThanOrEqual(0.9);
    const hours = all.reduce((h, s) => h + s.score.hours, 0);
    expect(all.reduce((n, s) => n + s.score.stopsFalse, 0) / hours).toBeLessThan(1);
  });
});

ofAll('the shown signal-to-noise', () => {
  it('is that of the record over all of its band: within 1 dB in the middle, 3.2 dB each', () => {
    // Breaths of more than 22 a minute have turns so sharp that part of them counts as noise: the figure is then too low.
    const off = list
      .filter((s) => s.kind === 'still' && s.ratePerMin <= 22)
      .map((spec) => must(analyse(made(spec).record)).quality.signalToNoiseDb - spec.db);
    expect(Math.abs(half(off))).toBeLessThan(1);
    expect(Math.min(...off)).toBeGreaterThan(-5);
    expect(percentile(off.map(Math.abs), 0.9)).toBeLessThan(3.2);
  });
});

// Worked by hand from the sentence that defines them: one breath like the other, no noise.
describe('single figures', () => {
  const steady = (parts: Partial<Parameters<typeof bodyOf>[0]>) =>
    bodyOf({
      ...list[0]!,
      hz: 25,
      bits: 14,
      db: 60,
      heart: 0,
      wander: { size: 0, hz: 0.01 },
      rest: 0,
      restFull: 0,
      shape: 'exponential',
      bands: 2,
      ...parts,
    });
  it('the belt up by four depths from 22 s to 65 s: 15 a minute stays 15', () => {
    const body = steady({
      name: 'up and down again',
      ratePerMin: 15,
      seconds: 90,
      db: 20,
      shifts: [
        { atS: 22, depths: 4, rampS: 1 },
        { atS: 65, depths: -4, rampS: 1 },
      ],
    });
    const { score } = scored([{ ...body.spec, kind: 'shift' }], answerOfKokyu)[0]!;
    expect(score.marked).toEqual([2, 2]);
    expect(score.ratePct).toBeLessThan(3);
  });
  it('a stop of 16 s under a wander of 0.2 depths at 0.02 Hz is named, and its length', () => {
    const { record, stops } = steady({
      name: 'a stop',
      ratePerMin: 14,
      seconds: 120,
      db: 20,
      wander: { size: 0.2, hz: 0.02 },
      stops: [{ atS: 50, lengthS: 16 }],
    });
    const [found, ...others] = must(analyse(record)).apnoeas;
    expect(others).toEqual([]);
    expect(Math.abs(found!.toS - found!.fromS - (stops[0]!.toS - stops[0]!.fromS))).toBeLessThan(2);
  });
  it('4 s in and 6 s out, falling exponentially: 4 s and 6 s, without a rest', () => {
    const x = Float64Array.from({ length: 25 * 120 }, (_, i) => {
      const t = (i / 25) % 10;
      if (t < 4) return (1 - Math.cos((Math.PI * t) / 4)) / 2;
      return (Math.exp(-2.5 * ((t - 4) / 6)) - Math.exp(-2.5)) / (1 - Math.exp(-2.5));
    });
    const found = must(
      analyse({
        hz: 25,
        startAt: null,
        gaps: [],
        notes: [],
        channels: [{ name: 'belly', place: 'belly', unit: '', values: x }],
      }),
    );
    expect(Math.abs(found.inhaleS - 4)).toBeLessThan(0.1);
    expect(Math.abs(found.exhaleS - 6)).toBeLessThan(0.1);
    expect(found.pauseEmptyS).toBe(0);
  });
  it('a shift in the middle of a record does not feed “stuck on the inhale”', () => {
    for (const spec of list.filter((s) => s.kind === 'shift' && s.ratePerMin >= 8))
      expect([spec.name, Math.abs(must(analyse(made(spec).record)).endLevel.risen) < 0.6]).toEqual([
        spec.name,
        true,
      ]);
  });
});
