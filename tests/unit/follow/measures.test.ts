import type { Change } from '@/core/change/change';
import { changeSaid, isBetter, type Comparison } from '@/core/follow/compare';
import {
  inCommon,
  labelAt,
  LOOK_MEASURES,
  MEASURES,
  type Found,
  type SeenMeasures,
} from '@/core/follow/measures';
import type { LookData } from '@/core/look/look';
import type { QuietBreath, SeenBands, SeenClip } from '@/core/look/quiet';
import { SYMPTOMS } from '@/core/look/symptoms';
import { look } from '../helpers';

// What each measure finds in a look, a run and a week at home; values worked by hand.

const find = (id: string, data: Partial<LookData>, more: Partial<SeenMeasures> = {}): Found[] =>
  LOOK_MEASURES.find((m) => m.id === id)!.find({ data: look(data), quiet: null, ...more });
const one = (id: string, data: Partial<LookData>, more: Partial<SeenMeasures> = {}) => {
  const found = find(id, data, more);
  expect(found).toHaveLength(1);
  return found[0]!;
};
const quiet = (over: Partial<QuietBreath> = {}): QuietBreath => ({
  from: 'taps',
  position: 'hookLying',
  rate: { value: 12, spread: 1, n: 6 },
  exhale: { value: 3, spread: 0.4, n: 6 },
  inhale: { value: 2, spread: 0.3, n: 5 },
  dutyCycle: 0.4,
  ...over,
});

describe('quiet breathing', () => {
  it('says by what it was taken and where, unless it was tapped lying', () => {
    const at = (over: Partial<QuietBreath>) => one('rate', {}, { quiet: quiet(over) }).at;
    expect(at({})).toEqual({ key: 'taps hookLying', label: '' });
    expect(at({ from: 'bands' })).toEqual({ key: 'bands hookLying', label: 'by bands' });
    expect(at({ position: 'sitting' })).toEqual({ key: 'taps sitting', label: 'sitting' });
    expect(at({ from: 'clip', position: 'standing' })).toEqual({
      key: 'clip standing',
      label: 'by clip, standing',
    });
    expect(find('rate', {})).toEqual([]);
  });
  it('rate, exhale, inhale, and the share of the inhale with its relative spread', () => {
    expect(one('rate', {}, { quiet: quiet() }).measured).toEqual({ value: 12, spread: 1, n: 6 });
    expect(one('exhale', {}, { quiet: quiet() }).measured.value).toBe(3);
    expect(one('inhale', {}, { quiet: quiet() }).measured.value).toBe(2);
    const duty = one('duty', {}, { quiet: quiet() }).measured;
    expect(duty.value).toBeCloseTo(40, 9);
    // 0.3 of 2 is 15 %, of 40 is 6.
    expect(duty.spread).toBeCloseTo(6, 9);
    expect(duty.n).toBe(5);
    expect(one('duty', {}, { quiet: quiet({ inhale: { value: 0, spread: 1, n: 5 } }) }).measured.spread).toBe(
      0,
    );
  });
});

describe('bands and clips', () => {
  const bands = (breaths: { ribShare: number | null; phaseDeg: number | null }[]): SeenBands =>
    ({ position: 'sitting', analysis: { breaths } }) as unknown as SeenBands;
  it('the share of the ribs and the phase, over the breaths that tell', () => {
    const seen = {
      bands: [
        bands([
          { ribShare: 0.4, phaseDeg: -20 },
          { ribShare: null, phaseDeg: 40 },
          { ribShare: 0.6, phaseDeg: null },
        ]),
      ],
    };
    const share = one('ribShare', {}, seen);
    expect(share.measured.value).toBeCloseTo(50, 9);
    expect(share.measured.spread).toBeCloseTo(Math.SQRT2 * 10, 6);
    expect(share.at).toEqual({ key: 'sitting', label: 'sitting' });
    // Ahead or behind, a phase is as large.
    expect(one('phase', {}, seen).measured.value).toBeCloseTo(30, 9);
    expect(find('ribShare', {}, { bands: [bands([{ ribShare: 0.4, phaseDeg: 1 }])] })).toEqual([]);
    expect(find('ribShare', {})).toEqual([]);
  });
  const clip = (bend: 'right' | undefined, mm: number | null, shoulders: number | null): SeenClip =>
    ({
      position: 'hookLying',
      view: 'side',
      bend,
      width: 640,
      analysis: {
        shoulderToBelly: { ordinary: shoulders, deep: 9 },
        lines: [{ place: 'belly', ordinary: { px: 5, mm, error: 0.1, n: 7 }, deep: null }],
      },
    }) as unknown as SeenClip;
  it('travel by clip in mm with its error, and none where no length is known or the body is bent', () => {
    const belly = one('clip-belly', {}, { clips: [clip(undefined, -8, null)] });
    expect(belly.measured).toEqual({ value: -8, spread: 0.8, n: 7 });
    expect(belly.at!.key).toBe('hookLying side');
    expect(find('clip-belly', {}, { clips: [clip(undefined, null, null)] })).toEqual([]);
    expect(find('clip-belly', {}, { clips: [clip('right', 8, null)] })).toEqual([]);
    expect(find('clip-chest', {}, { clips: [clip(undefined, 8, null)] })).toEqual([]);
    expect(one('shoulderToBelly', {}, { clips: [clip(undefined, 8, 0.3)] }).measured.value).toBeCloseTo(
      30,
      9,
    );
    expect(find('shoulderToBelly', {}, { clips: [clip(undefined, 8, null)] })).toEqual([]);
  });
  it('the stance, by view, with the error of tapping twice', () => {
    const stances = [
      {
        view: 'side',
        taps: {
          frontHipSpine: [
            { x: 60, y: 50 },
            { x: 60, y: 52 },
          ],
          rearHipSpine: [
            { x: 40, y: 50 },
            { x: 40, y: 50 },
          ],
        },
      },
    ] as unknown as LookData['stances'];
    const tilt = one('stance-pelvicTilt', { stances });
    expect(Math.abs(tilt.measured.value)).toBeCloseTo((Math.atan2(1, 20) * 180) / Math.PI, 6);
    // Dahlberg: the difference of the two over √2.
    expect(tilt.measured.spread).toBeCloseTo((Math.atan2(2, 20) * 180) / Math.PI / Math.SQRT2, 6);
    expect(tilt.at).toEqual({ key: 'side', label: '' });
    expect(find('stance-flare', { stances })).toEqual([]);
    expect(find('stance-pelvicTilt', {})).toEqual([]);
  });
});

describe('what is rated, taped and told', () => {
  it('rings, in every position that has them', () => {
    const rings = { hookLying: { belly: 0.4 }, standing: { belly: 0.2, sternum: 0.1 } };
    expect(find('rating-belly', { rings }).map((f) => [f.measured.value, f.at!.key])).toEqual([
      [40, 'hookLying'],
      [20, 'standing'],
    ]);
    expect(find('rating-sternum', { rings }).map((f) => f.measured.value)).toEqual([10]);
    expect(find('rating-neck', { rings })).toEqual([]);
  });
  const round = (v: number) => ({ belly: v, lowerRibsRight: v, lowerRibsLeft: v });
  it('the low breath by position, and the best alignment where two were seen', () => {
    expect(one('low-sitting', { rings: { sitting: round(0.3) } }).measured.value).toBeCloseTo(30, 9);
    expect(find('low-sitting', { rings: { sitting: { belly: 0.3 } } })).toEqual([]);
    expect(find('low-standing', { rings: { sitting: round(0.3) } })).toEqual([]);
    const rings = { sitting: round(0.3), sittingSlouched: round(0.5), standing: round(0.9) };
    const best = one('best', { rings });
    expect([best.measured.value, best.at]).toEqual([50, { key: 'sitting', label: 'sitting' }]);
  });
  it('a side bend, each side by itself', () => {
    const sideBend = { position: 'sitting' as const, right: 0.6 };
    expect(one('bend-right', { sideBend })).toMatchObject({
      measured: { value: 60 },
      at: { key: 'sitting', label: 'sitting' },
    });
    expect(find('bend-left', { sideBend })).toEqual([]);
    expect(find('bend-right', {})).toEqual([]);
  });
  it('tapes, by level and side; the best of them and their mean are kept apart', () => {
    const tape = (keep: 'best' | 'mean') =>
      ({
        unit: 'cm',
        keep,
        tries: [
          { level: 'waist', side: 'whole', exhaleCm: 70, inhaleCm: 72 },
          { level: 'waist', side: 'whole', exhaleCm: 70, inhaleCm: 74 },
        ],
      }) as LookData['tape'];
    expect(one('tape-waist-whole', { tape: tape('best') })).toMatchObject({
      measured: { value: 4, n: 2 },
      at: { key: 'best' },
    });
    expect(one('tape-waist-whole', { tape: tape('mean') })).toMatchObject({
      measured: { value: 3 },
      at: { key: 'mean' },
    });
    expect(find('tape-waist-right', { tape: tape('best') })).toEqual([]);
    expect(find('tape-armpit-whole', { tape: tape('best') })).toEqual([]);
    expect(find('tape-waist-whole', {})).toEqual([]);
    expect(LOOK_MEASURES.find((m) => m.id === 'tape-waist-right')!.label).toMatch(/, right$/);
  });
  it('the sixteen complaints only where all are answered', () => {
    const all = Object.fromEntries(SYMPTOMS.map((s) => [s, 2]));
    expect(one('complaints', { symptoms: all }).measured.value).toBe(32);
    expect(find('complaints', { symptoms: { [SYMPTOMS[0]]: 2 } })).toEqual([]);
    expect(find('complaints', {})).toEqual([]);
  });
  it('pain, breathlessness at rest, and whether a full breath goes in', () => {
    expect(one('pain', { numbers: { pain: 0 } }).measured.value).toBe(0);
    expect(find('pain', { numbers: {} })).toEqual([]);
    expect(find('pain', {})).toEqual([]);
    expect(one('breathless', { numbers: { breathlessness: 3 } }).measured.value).toBe(3);
    expect(find('breathless', { numbers: { pain: 1 } })).toEqual([]);
    expect(one('fullBreath', { signs: { cannotFill: true } }).measured.value).toBe(0);
    expect(one('fullBreath', { signs: { cannotFill: false } }).measured.value).toBe(1);
    expect(find('fullBreath', { signs: {} })).toEqual([]);
  });
});

describe('exhales and holds', () => {
  const heard = (through: 'nose' | 'straw', spreadDb: number) =>
    ({
      lengthS: 6,
      end: 'quiet',
      through,
      heard: { loudnessDb: -30, spreadDb, slopeDbPerS: 0, evenness: 'even' },
    }) as NonNullable<LookData['exhales']>[number];
  it('unevenness by the way out, each by itself', () => {
    const exhales = [
      heard('straw', 1),
      heard('nose', 4),
      heard('straw', 3),
      { lengthS: 5, end: 'quiet', through: 'nose' } as never,
    ];
    expect(
      find('evenness', { exhales }).map((f) => [f.at!.key, f.at!.label, f.measured.value, f.measured.n]),
    ).toEqual([
      ['straw', 'through straw', 2, 2],
      ['nose', 'through nose', 4, 1],
    ]);
    expect(find('evenness', {})).toEqual([]);
  });
  it('the comfortable exhale, told or timed', () => {
    expect(one('comfortable', { comfortableExhaleS: 5 }).measured).toEqual({ value: 5, spread: 0, n: 1 });
    expect(find('comfortable', {})).toEqual([]);
    const timed = (lengthS: number) =>
      ({ lengthS, end: 'quiet', through: 'nose' }) as NonNullable<LookData['exhales']>[number];
    expect(one('comfortable', { exhales: [timed(5), timed(7)] }).measured.n).toBe(2);
  });
  const hold = (holdS: number, over: Partial<LookData['holds'][number]> = {}) =>
    ({ position: 'hookLying', holdS, end: 'calm', breathlessness: 1, ...over }) as LookData['holds'][number];
  it('holds that ended calm, by kind and position', () => {
    const holds = [
      hold(20),
      hold(30),
      hold(60, { end: 'gasp' }),
      hold(9, { position: 'sitting' }),
      hold(12, { kind: 'fullBreath', cough: false }),
    ];
    expect(find('hold', { holds }).map((f) => [f.at!.key, f.measured.value, f.measured.n])).toEqual([
      ['hookLying', 25, 2],
      ['sitting', 9, 1],
    ]);
    expect(one('fullBreathHold', { holds }).measured.value).toBe(12);
    expect(find('hold', { holds: [hold(60, { end: 'gasp' })] })).toEqual([]);
  });
  it('a cough in any full-breath hold that was asked about', () => {
    const of = (...cough: (boolean | undefined)[]) =>
      find('cough', {
        holds: cough.map((c) => hold(9, { kind: 'fullBreath', ...(c === undefined ? {} : { cough: c }) })),
      });
    expect(of(false, true)[0]!.measured.value).toBe(1);
    expect(of(false, false)[0]!.measured.value).toBe(0);
    expect(of(undefined)).toEqual([]);
    expect(find('cough', { holds: [hold(9, { cough: true })] })).toEqual([]);
  });
});

describe('runs and home', () => {
  const of = (id: string, seen: unknown) =>
    (MEASURES.find((m) => m.id === id)!.find as (s: unknown) => Found[])(seen);
  it('quality by drill, and breathlessness after blocks, where they were said', () => {
    const results = [
      { drillId: 'a', quality: 3 },
      { drillId: 'a', quality: 5, breathless: 2 },
      { drillId: 'b', quality: null, breathless: 4 },
      { drillId: 'a', quality: null },
      { drillId: 'c', quality: 1 },
    ];
    const names = new Map([['a', 'Drill a']]);
    expect(of('quality', { results, names }).map((f) => [f.at, f.measured.value])).toEqual([
      [{ key: 'a', label: 'Drill a' }, 4],
      [{ key: 'c', label: 'c' }, 1],
    ]);
    expect(of('breathlessAfter', { results, names })[0]!.measured.value).toBe(3);
    expect(of('breathlessAfter', { results: [results[0]], names })).toEqual([]);
  });
  it('what was done of what was asked, from two slots on, with the spread of a share', () => {
    expect(of('adherence', { share: 0.8, slots: 10, complaints: null })[0]!.measured).toEqual({
      value: 80,
      spread: expect.closeTo(40, 6) as number,
      n: 10,
    });
    expect(of('adherence', { share: 0.8, slots: 2, complaints: null })).toHaveLength(1);
    expect(of('adherence', { share: 0.8, slots: 1, complaints: null })).toEqual([]);
    expect(of('adherence', { share: null, slots: 10, complaints: null })).toEqual([]);
    expect(of('complaintsAtHome', { share: null, slots: 0, complaints: 0 })[0]!.measured.value).toBe(0);
    expect(of('complaintsAtHome', { share: null, slots: 0, complaints: null })).toEqual([]);
  });
});

describe('two looks', () => {
  const belly = LOOK_MEASURES.find((m) => m.id === 'rating-belly')!;
  const seen = (rings: LookData['rings']): SeenMeasures => ({ data: look({ rings }), quiet: null });
  it('are compared in the first place that both have', () => {
    const both = inCommon(
      belly,
      seen({ hookLying: { belly: 0.4 }, standing: { belly: 0.2 } }),
      seen({ standing: { belly: 0.5 }, sitting: { belly: 0.9 } }),
    )!;
    expect(both.map((f) => f.measured.value)).toEqual([20, 50]);
    expect(
      inCommon(belly, seen({ hookLying: { belly: 0.4 } }), seen({ standing: { belly: 0.4 } })),
    ).toBeNull();
    expect(inCommon(belly, seen({}), seen({ standing: { belly: 0.4 } }))).toBeNull();
  });
  it('a label with its place, where it is a curve and has one', () => {
    const rate = LOOK_MEASURES.find((m) => m.id === 'rate')!;
    expect(labelAt(rate, { key: 'x', label: 'standing' })).toBe('quiet rate, standing');
    expect(labelAt(rate, { key: 'x', label: '' })).toBe('quiet rate');
    expect(labelAt(rate, null)).toBe('quiet rate');
    expect(labelAt(belly, { key: 'x', label: 'standing' })).toBe('belly');
  });
  const comparison = (
    id: string,
    unit: Comparison['unit'],
    before: number,
    after: number,
    verdict: Change['verdict'],
  ): Comparison =>
    ({
      id,
      label: id,
      unit,
      change: { before, after, difference: after - before, verdict, noise: 1 },
    }) as unknown as Comparison;
  it('in one sentence: what changed, that nothing did, or that it cannot be said', () => {
    expect(
      changeSaid([
        comparison('hold', 's', 20, 30.5, 'more'),
        comparison('belly', '%', 40, 19.6, 'less'),
        comparison('rate', 'a minute', 12, 13, 'withinNoise'),
      ]),
    ).toBe('Changed by more than the noise of the test: hold +10.5 s, belly −20 %.');
    expect(changeSaid([comparison('a full breath', 'yes or no', 0, 1, 'more')])).toContain(
      'a full breath: no before, yes now',
    );
    expect(changeSaid([comparison('a full breath', 'yes or no', 1, 0, 'less')])).toContain(
      'yes before, no now',
    );
    expect(changeSaid([])).toBe('');
    expect(changeSaid([comparison('a', 's', 1, 2, 'unknown')])).toMatch(/cannot be said yet/);
    expect(
      changeSaid([comparison('a', 's', 1, 2, 'unknown'), comparison('b', 's', 1, 2, 'withinNoise')]),
    ).toMatch(/No change beyond/);
  });
  it('better only where the work wants a way, and it changed', () => {
    expect(isBetter(comparison('hold', 's', 1, 2, 'more'))).toBe(true);
    expect(isBetter(comparison('hold', 's', 2, 1, 'less'))).toBe(false);
    expect(isBetter(comparison('pain', 'of 10', 2, 1, 'less'))).toBe(true);
    expect(isBetter(comparison('pain', 'of 10', 1, 2, 'more'))).toBe(false);
    expect(isBetter(comparison('rate', 'a minute', 1, 2, 'more'))).toBeNull();
    expect(isBetter(comparison('hold', 's', 1, 2, 'withinNoise'))).toBeNull();
    expect(isBetter(comparison('hold', 's', 1, 2, 'unknown'))).toBeNull();
  });
});
