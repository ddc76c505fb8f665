import { RELOOK_TESTS } from '@/core/look/look';
import { changeBetween } from '@/core/change/change';
import { changeSaid, compareLooks, type Comparison } from '@/core/follow/compare';
import { followAll } from '@/core/follow/follow-all';
import { LOOK_MEASURES, MEASURES } from '@/core/follow/measures';
import { sameStates } from '@/core/follow/same-state';
import type { LookData, RelookTest } from '@/core/look/look';
import { quietBreath } from '@/core/look/quiet';
import { analyse } from '@/core/signal/analyse';
import { simulateBands } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import { look, must } from '../helpers';

const quiet = (inhale: number, exhale: number, jitter = 0) => {
  const taps = [0];
  for (let i = 0; i < 8; i++)
    taps.push(taps.at(-1)! + inhale + (i % 2 ? jitter : -jitter), taps.at(-1)! + inhale + exhale);
  return look({ quiet: { position: 'hookLying', first: 'inhale', sighs: 0, taps } });
};
const holds = (...s: number[]) =>
  look({
    holds: s.map((holdS) => ({
      position: 'hookLying' as const,
      holdS,
      end: 'calm' as const,
      breathlessness: 2,
    })),
  });

const seen = (data: LookData) => ({ data, quiet: quietBreath(data, []) });
const compared = (before: LookData, after: LookData, test: RelookTest) =>
  compareLooks(seen(before), seen(after), test);

describe('change against noise', () => {
  const hold = LOOK_MEASURES.find((m) => m.id === 'hold')!.noise;
  it('names a change only beyond the noise', () => {
    const before = { value: 20, spread: 2, n: 3 };
    const to = (value: number) => changeBetween(before, { value, spread: 2, n: 3 }, hold);
    expect(to(28).verdict).toBe('withinNoise');
    expect(to(34).verdict).toBe('more');
    expect(to(8)).toMatchObject({ verdict: 'less', difference: -12 });
  });
  it('does not pretend to know a noise that was not measured', () => {
    expect(changeBetween({ value: 20, spread: 0, n: 1 }, { value: 40, spread: 0, n: 1 }, hold)).toMatchObject(
      {
        verdict: 'unknown',
        noise: null,
      },
    );
  });
  it('takes looks for equal when no run lies between and three weeks at most', () => {
    const visits = ['2026-01-01', '2026-01-08', '2026-01-20', '2026-03-01'].map((d) => `${d}T09:00:00.000Z`);
    expect(sameStates(visits, [])).toEqual([false, true, true, false]);
    expect(sameStates(visits, ['2026-01-08T09:30:00.000Z'])).toEqual([false, true, false, false]);
    // A run that began with the visit follows it.
    expect(sameStates(visits, [visits[1]!])).toEqual([false, true, false, false]);
  });
});

describe('the same look again', () => {
  it('compares rate and exhale of two quiet watches', () => {
    const [rate, exhale] = compared(quiet(1.5, 1.6, 0.1), quiet(2, 4, 0.1), 'quiet');
    expect(rate).toMatchObject({ label: 'quiet rate', change: { verdict: 'less' } });
    expect(exhale!.change.difference).toBeGreaterThan(2);
  });
  it('compares calm holds of one position only', () => {
    expect(compared(holds(20, 21, 22), holds(34, 35, 36), 'hold')[0]!.change.verdict).toBe('more');
    const standing = look({ holds: [{ position: 'standing', holdS: 20, end: 'calm', breathlessness: 1 }] });
    expect(compared(holds(20, 21), standing, 'hold')).toEqual([]);
  });
  it('compares rings zone by zone, three steps of two zones being noise', () => {
    const before = look({ rings: { hookLying: { belly: 0.2, sternum: 0.5 } } });
    const after = look({ rings: { hookLying: { belly: 0.7, sternum: 0.7, lowBack: 0.3 } } });
    const verdicts = Object.fromEntries(
      compared(before, after, 'rings').map((c) => [c.label, c.change.verdict]),
    );
    expect(verdicts).toEqual({ belly: 'more', sternum: 'withinNoise' });
  });
  it('says nothing where one of the two lacks the test', () => {
    for (const test of ['quiet', 'rings', 'hold'] as const)
      expect(compared(look({}), quiet(2, 4), test)).toEqual([]);
  });
});

describe('measures', () => {
  it('takes bands before taps', () => {
    const analysis = must(analyse(simulateBands(bandSetup({ ratePerMin: 15 }), 90).record));
    const bands = [{ position: 'hookLying' as const, analysis }];
    expect(quietBreath(quiet(2, 4), bands)).toMatchObject({
      from: 'bands',
      rate: { value: analysis.ratePerMin },
    });
    expect(Math.abs(quietBreath(quiet(2, 4), bands)!.rate.value - 15)).toBeLessThan(1);
    expect(quietBreath(quiet(2, 4), [])).toMatchObject({ from: 'taps', rate: { value: 10 } });
  });
  it('has none when nothing was measured', () => {
    expect(quietBreath(look({}), [])).toBeNull();
    for (const measure of LOOK_MEASURES) expect(measure.find(seen(look({})))).toEqual([]);
  });
  it('show over the visits like with like only, what was looked at most first', () => {
    const standing = look({ holds: [{ position: 'standing', holdS: 30, end: 'calm', breathlessness: 1 }] });
    const visits = [look({}), holds(20, 22), standing, holds(24, 26)].map((data, i) => ({
      at: `2026-11-0${i + 1}T09:00:00.000Z`,
      seen: seen(data),
      sameState: false,
    }));
    const rows = followAll({ looks: visits, runs: [], homes: [] });
    const hold = rows.find((s) => s.id === 'hold')!;
    expect(hold.label).toBe('calm hold, hook-lying');
    expect(hold.points.map((p) => [p.at.slice(8, 10), p.measured.value])).toEqual([
      ['02', 21],
      ['04', 25],
    ]);
    expect(rows.filter((s) => s.id === 'hold').map((s) => [s.label, s.points.length])).toEqual([
      ['calm hold, hook-lying', 2],
      ['calm hold, standing', 1],
    ]);
    expect(rows.find((s) => s.id === 'rate')).toBeUndefined();
  });
  it('have each an id of its own, a unit and a look again that takes it', () => {
    expect(new Set(MEASURES.map((m) => m.id)).size).toBe(MEASURES.length);
    expect(new Set(MEASURES.flatMap((m) => m.test ?? []))).toEqual(new Set(RELOOK_TESTS));
  });
});

describe('a comparison in one sentence', () => {
  const of = (label: string, verdict: Comparison['change']['verdict'], difference: number): Comparison => ({
    id: label,
    label,
    unit: '%',
    change: {
      before: 20,
      after: 20 + difference,
      difference,
      noise: verdict === 'unknown' ? null : 10,
      verdict,
    },
  });
  it('names what changed by more than noise, or says that nothing did, or that it cannot be said', () => {
    expect(
      changeSaid([of('belly', 'more', 30), of('sternum', 'less', -22), of('back', 'withinNoise', 4)]),
    ).toBe('Changed by more than the noise of the test: belly +30 %, sternum −22 %.');
    expect(changeSaid([of('belly', 'withinNoise', 4), of('back', 'unknown', 9)])).toBe(
      'No change beyond the noise of the test.',
    );
    expect(changeSaid([of('belly', 'unknown', 30)])).toMatch(/cannot be said yet/);
    expect(changeSaid([])).toBe('');
  });
});
