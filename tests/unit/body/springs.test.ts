import { predict, whatOpens, type Circumstances } from '@/core/body/resistance';
import {
  forcedVitalCapacityL,
  inspiratoryVitalCapacityL,
  isMadeFrom,
  predictedBodyWeightKg,
  wholeSize,
  type BodySize,
} from '@/core/body/size';
import { levelShare, RING_ZONES, ZONES } from '@/core/body/zones';

/** Each worked by hand: the springs of a body on its side are as they are in the table, 2.912 for all of them together. */
const side = (parts: Partial<Circumstances> = {}) => predict({ position: 'sideLying', ...parts });

describe('springs side by side', () => {
  it('on the side each gives as the table says', () => {
    const all = side();
    expect(all.belly).toBeCloseTo(0.55, 9);
    expect(all.neck).toBeCloseTo(0.08, 9);
    expect(all.lowerRibsBack).toBeCloseTo(0.36, 9);
    expect(side({ alignment: 'between' })).toEqual(all);
  });
  it('a bend gives from one side to the other and leaves the rest', () => {
    for (const [bend, near, far] of [
      ['right', 'lowerRibsRight', 'lowerRibsLeft'],
      ['left', 'lowerRibsLeft', 'lowerRibsRight'],
    ] as const) {
      const bent = side({ bend });
      expect(bent[near]).toBeCloseTo(0.225, 9);
      expect(bent[far]).toBeCloseTo(0.775, 9);
      expect(bent.belly).toBeCloseTo(0.55, 9);
    }
  });
  it('a wrap, tone, a support and an arch each change their own springs, and the rest by the pressure', () => {
    const belly = side({ wrap: 'belly' });
    expect(belly.sternum).toBeCloseTo(0.4 * (2.912 / 2.388), 6);
    expect(belly.belly).toBeCloseTo(0.275 * (2.912 / 2.388), 6);
    expect(belly.lowBack).toBeCloseTo(0.14 * (2.912 / 2.388), 6);
    const ribs = side({ wrap: 'lowerRibs' });
    expect(ribs.belly).toBeCloseTo(0.55 * (2.912 / 2.3162), 6);
    expect(ribs.lowerRibsLeft).toBeCloseTo(0.275 * (2.912 / 2.3162), 6);
    expect(ribs.lowerRibsBack).toBeCloseTo(0.198 * (2.912 / 2.3162), 6);
    const tone = side({ frontTonePct: 40 });
    expect(tone.belly).toBeCloseTo(0.385 * (2.912 / 2.6288), 6);
    expect(tone.sternum).toBeCloseTo(0.376 * (2.912 / 2.6288), 6);
    const support = side({ backSupport: true });
    expect(support.lowerRibsBack).toBeCloseTo(0.432 * (2.912 / 3.016), 6);
    expect(support.betweenBlades).toBeCloseTo(0.336 * (2.912 / 3.016), 6);
    expect(support.belly).toBeCloseTo(0.55 * (2.912 / 3.016), 6);
    const arched = side({ alignment: 'arched' });
    expect(arched.belly).toBeCloseTo(0.55 * (2.912 / 2.4372), 6);
    expect(arched.lowerRibsBack).toBeCloseTo(0.144 * (2.912 / 2.4372), 6);
  });
  it('with what was seen: the same breath by the client’s own springs, only where it was seen', () => {
    const there: Circumstances = { position: 'sideLying' };
    const wrapped: Circumstances = { ...there, wrap: 'belly' };
    const from = { there, seen: { belly: 0.5, sternum: 0.2 } };
    expect(predict(there, from)).toEqual({ belly: expect.closeTo(0.5, 9), sternum: expect.closeTo(0.2, 9) });
    expect(predict(wrapped, from)).toEqual({
      sternum: expect.closeTo(0.2 * (0.96 / 0.56), 9),
      belly: expect.closeTo(0.25 * (0.96 / 0.56), 9),
    });
    // What was silent gives a little; nothing goes over all there is.
    expect(predict(there, { there, seen: { belly: 0, sternum: 0.2 } })).toEqual({
      sternum: expect.closeTo(0.2 * (0.16 / 0.208), 9),
      belly: expect.closeTo(0.03 * (0.16 / 0.208), 9),
    });
    expect(predict(wrapped, { there, seen: { belly: 0.9, sternum: 0.9 } })).toEqual({
      sternum: 1,
      belly: expect.closeTo(0.675, 9),
    });
    expect(predict(there, { there, seen: {} })).toEqual({});
  });
});

describe('what opens a zone', () => {
  const there: Circumstances = { position: 'sideLying' };
  const ribs = (v: number) => ({ there, seen: { lowerRibsRight: v, lowerRibsLeft: v } });
  it('the bend away from it, one try a position, where a step of the rings is gained', () => {
    expect(whatOpens('lowerRibsRight', ribs(0.4), ['sideLying'])).toEqual([
      {
        circumstances: { position: 'sideLying', bend: 'left' },
        expected: expect.closeTo(0.62, 9),
        gain: expect.closeTo(0.22, 9),
      },
    ]);
    // .1 · .55 = .055 is worth naming, .07 · .55 = .0385 is not.
    expect(whatOpens('lowerRibsLeft', ribs(0.1), ['sideLying'])).toHaveLength(1);
    expect(whatOpens('lowerRibsLeft', ribs(0.07), ['sideLying'])).toEqual([]);
    expect(whatOpens('belly', ribs(0.4), ['sideLying'])).toEqual([]);
    for (const position of ['sitting', 'standing'] as const)
      expect(whatOpens('lowerRibsRight', ribs(0.4), [position])[0]!.circumstances.bend).toBe('left');
    expect(whatOpens('lowerRibsRight', ribs(0.4), ['kneeling'])).toEqual([]);
  });
  it('the plainest of what opens alike; the back supported only where it lies on something', () => {
    const lying: Circumstances = { position: 'hookLying' };
    const seen = { lowerRibsBack: 0.3, lowerRibsRight: 0.3 };
    const [best] = whatOpens('lowerRibsBack', { there: lying, seen }, ['counterLean']);
    // Back .3 · 1.6/.85 = .5647, ribs .3 · 1.12 = .336: the breath of .57 over .8442.
    expect(best).toEqual({
      circumstances: { position: 'counterLean' },
      expected: expect.closeTo((0.3 * 1.6 * 0.57) / (0.85 * (0.9 * ((0.3 * 1.6) / 0.85) + 0.336)), 9),
      gain: expect.closeTo(0.0813, 4),
    });
    const wide = { there: lying, seen: { lowerRibsBack: 0.5, lowerRibsRight: 0.4 } };
    expect(whatOpens('lowerRibsBack', wide, ['hookLying'])[0]!.circumstances).toEqual({
      position: 'hookLying',
      backSupport: true,
    });
    expect(whatOpens('lowerRibsBack', wide, ['legsOnChair'])).toEqual([]);
  });
  it('the largest gain first, whatever the order of the positions', () => {
    const from = {
      there: { position: 'hookLying' } as Circumstances,
      seen: { lowerRibsBack: 0.3, belly: 0.5 },
    };
    const all = whatOpens('lowerRibsBack', from, ['standing', 'foldedOnHeels', 'hookLying', 'counterLean']);
    expect(all[0]!.circumstances.position).toBe('foldedOnHeels');
    all.slice(1).forEach((o, i) => expect(o.gain).toBeLessThanOrEqual(all[i]!.gain));
    expect(all.map((o) => o.circumstances.position).filter((p, i, list) => list.indexOf(p) !== i)).toEqual(
      [],
    );
  });
});

// ECSC 1993 (Quanjer, Eur Respir J 6 S16:5), the inspiratory one from memory; the weight as `size.ts` cites it.
describe('sizes', () => {
  const man: BodySize = { heightCm: 175, sex: 'man', ageY: 40 };
  const woman: BodySize = { heightCm: 165, sex: 'woman', ageY: 30 };
  it('volumes of an ordinary size by the equations as they are printed', () => {
    expect(forcedVitalCapacityL(man)).toBeCloseTo(4.7, 9);
    expect(inspiratoryVitalCapacityL(man)).toBeCloseTo(4.905, 9);
    expect(forcedVitalCapacityL(woman)).toBeCloseTo(4.43 * 1.65 - 0.78 - 2.89, 9);
    expect(inspiratoryVitalCapacityL(woman)).toBeCloseTo(3.629, 9);
  });
  it('outside of what they were made from: the nearest size, by the weights of the two', () => {
    // 145 cm and 70 years give 1.7135 l and 38.766 kg; 20 kg are the least.
    expect(forcedVitalCapacityL({ heightCm: 120, sex: 'woman', ageY: 95 })).toBeCloseTo(
      (1.7135 * 20) / 38.766,
      6,
    );
    const tall = { ...man, heightCm: 205 };
    const near = 5.76 * 1.95 - 0.026 * 40 - 4.34;
    expect(forcedVitalCapacityL(tall)).toBeCloseTo((near * (50 + 0.91 * 52.6)) / (50 + 0.91 * 42.6), 6);
    expect(forcedVitalCapacityL({ ...man, ageY: 15 })).toBeCloseTo(5.76 * 1.75 - 0.026 * 18 - 4.34, 9);
    expect([155, 195, 154, 196].map((heightCm) => isMadeFrom({ ...man, heightCm }))).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect([18, 70, 17, 71].map((ageY) => isMadeFrom({ ...woman, ageY }))).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect([145, 180, 144, 181].map((heightCm) => isMadeFrom({ ...woman, heightCm }))).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
  it('predicted body weight, 20 kg at the least', () => {
    expect(predictedBodyWeightKg(152.4, 'man')).toBe(50);
    expect(predictedBodyWeightKg(162.4, 'woman')).toBeCloseTo(54.6, 9);
    expect(predictedBodyWeightKg(100, 'man')).toBe(20);
  });
  it('a whole size is one of which every part is known and possible', () => {
    expect(wholeSize(man)).toEqual(man);
    for (const part of ['heightCm', 'ageY', 'sex'] as const)
      expect(wholeSize({ ...man, [part]: undefined })).toBeUndefined();
    expect([100, 230, 99, 231].map((heightCm) => wholeSize({ ...man, heightCm }) !== undefined)).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect([10, 105, 9, 106].map((ageY) => wholeSize({ ...man, ageY }) !== undefined)).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });
});

describe('zones on rings', () => {
  it('the share of a level in all that moved; nothing moved is none', () => {
    const seen = {
      sternum: 0.2,
      betweenBlades: 0.1,
      lowerRibsRight: 0.3,
      belly: 0.4,
      neck: 0.9,
      pelvicFloor: 0.9,
    };
    expect(levelShare(seen, 'upperRibs')).toBeCloseTo(0.3, 9);
    expect(levelShare(seen, 'lowerRibs')).toBeCloseTo(0.3, 9);
    expect(levelShare(seen, 'belly')).toBeCloseTo(0.4, 9);
    expect(levelShare({ neck: 1 }, 'belly')).toBe(0);
    expect(ZONES.filter((z) => !(RING_ZONES as readonly string[]).includes(z))).toEqual([
      'neck',
      'pelvicFloor',
    ]);
  });
});
