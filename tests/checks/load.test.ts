import { forcedVitalCapacityL, inspiratoryVitalCapacityL } from '@/core/body/size';
import type { Lift } from '@/core/drills/lift';
import { FLOW_FROM_REPS, FLOW_UP_TO_PCT, planLift } from '@/core/load/lift';
import { MOST_REPS, percentOfMax, repMax } from '@/core/load/rep-max';

// LeSuer 1997, J Strength Cond Res 11:211: 100 kg lifted ten times, by seven formulas. Verified.
describe('one-repetition maximum', () => {
  it('of 100 kg × 10', () => {
    const { byFormula, low, high } = repMax(100, 10);
    const wanted = {
      Epley: 133.33,
      Brzycki: 133.33,
      Lander: 134.07,
      Lombardi: 125.89,
      Mayhew: 130.93,
      "O'Connor": 125,
      Wathan: 134.75,
    };
    for (const [name, kg] of Object.entries(wanted))
      expect(byFormula[name as keyof typeof wanted]).toBeCloseTo(kg, 2);
    expect([low, high]).toEqual([125, byFormula.Wathan]);
    // The fourth of seven in order: Epley's and Brzycki's 133.33.
    expect(repMax(100, 10).middle).toBeCloseTo(133.33, 2);
  });
  it('is the weight itself for one repetition, and stays finite as far as it is offered', () => {
    expect(repMax(80, 1)).toMatchObject({ low: 80, high: 80 });
    for (let reps = 1; reps <= MOST_REPS; reps++) expect(repMax(60, reps).high).toBeLessThan(600);
  });
  it('22 repetitions are about 58 % by Epley, which agrees with the 60 % of practice P59', () => {
    expect(percentOfMax(22)).toBeCloseTo(57.7, 1);
    // One rule for both ways of telling a load, at least as cautious as either.
    expect(FLOW_UP_TO_PCT).toBeLessThan(60);
    expect([FLOW_FROM_REPS, percentOfMax(FLOW_FROM_REPS)]).toEqual([22, FLOW_UP_TO_PCT]);
  });
});

// ECSC 1993, Quanjer, Eur Respir J 6 S16:5 (cited; arithmetic verified).
describe('vital capacity', () => {
  it('of a man of 1.75 m and 40 years is 4.70 L', () =>
    expect(forcedVitalCapacityL({ heightCm: 175, sex: 'man', ageY: 40 })).toBeCloseTo(4.7, 2));
  it('of a woman of the same size is less, and falls with age', () => {
    const at = (ageY: number) => inspiratoryVitalCapacityL({ heightCm: 175, sex: 'woman', ageY });
    expect(at(40)).toBeLessThan(inspiratoryVitalCapacityL({ heightCm: 175, sex: 'man', ageY: 40 }));
    expect(at(70)).toBeLessThan(at(30));
  });
});

// Practice P57–P60: common practice, no source.
describe('breathing with load', () => {
  const lift = (parts: Partial<Lift>): Lift => ({
    ribs: 'close',
    armDeg: 30,
    load: { percent: 40 },
    ...parts,
  });
  it('out with an effort that closes the ribs, in with one that opens them (P57)', () => {
    expect(planLift(lift({}), {}).effort).toBe('exhale');
    expect(planLift(lift({ ribs: 'open' }), {}).effort).toBe('inhale');
  });
  it('the inhale goes with a reach past 140° (P58)', () => {
    expect(planLift(lift({ ribs: 'neither', armDeg: 141 }), {}).effort).toBe('inhale');
    expect(planLift(lift({ ribs: 'neither', armDeg: 140 }), {}).effort).toBe('exhale');
    const closing = planLift(lift({ ribs: 'close', armDeg: 170 }), {});
    expect(closing.effort).toBe('exhale');
    expect(closing.why.filter((w) => /inhale|air (goes|comes)/.test(w))).toEqual([
      expect.stringMatching(/out with it; the way back up past 140° takes the inhale/),
    ]);
    for (const ribs of ['close', 'open', 'neither'] as const)
      for (const armDeg of [0, 170])
        expect(
          planLift(lift({ ribs, armDeg }), {}).why.filter((w) => /\bair\b|out with/.test(w)),
        ).toHaveLength(1);
  });
  it.each([
    [{ percent: 57.6 }, 'withMovement'],
    [{ percent: 58.8 }, 'pastSticking'],
    [{ percent: 60 }, 'pastSticking'],
    [{ percent: 95 }, 'wholeRep'],
    [{ repsPossible: 22 }, 'withMovement'],
    [{ repsPossible: 21 }, 'pastSticking'],
    [{ repsPossible: 1 }, 'wholeRep'],
  ] as const)('%j: %s (P59)', (load, strategy) =>
    expect(planLift(lift({ load }), {}).strategy).toBe(strategy),
  );
  it('a heavy lift starts from about 70 % of full and never lets the air out before the sticking point (P51, P59)', () => {
    const plan = planLift(lift({ load: { percent: 75 } }), {});
    expect(plan.fillPct).toBe(70);
    expect(plan.breath.filter((p) => p.at <= 0.3).every((p) => p.volume === 0.7)).toBe(true);
    expect(
      planLift(lift({ load: { percent: 95 } }), {})
        .breath.filter((p) => p.at <= 0.85)
        .every((p) => p.volume === 0.7),
    ).toBe(true);
  });
  it.each([
    { hernia: true },
    { recentSurgery: true },
    { osteoporosis: true },
    { postpartumWeeks: 8 },
    { separationMm: 30 },
    { pregnancyWeek: 20 },
  ] as const)('no lift, held or flowing, for %j: every bar of heavy load (P7)', (flags) => {
    expect(planLift(lift({}), flags).barred.length).toBeGreaterThan(0);
    expect(planLift(lift({ load: { percent: 80 } }), flags).barred.length).toBeGreaterThan(0);
  });
  it.each([{ backPain: 'bending' }, { leaking: true }, { heaviness: true }] as const)(
    'a heavy one waits for %j',
    (flags) => {
      expect(planLift(lift({ load: { percent: 80 } }), flags).barred.length).toBeGreaterThan(0);
      expect(planLift(lift({}), flags).barred).toEqual([]);
    },
  );
  it.each([{ highBloodPressure: true }, { cardiac: true }, { neurological: true }] as const)(
    'a held lift is barred for %j, a flowing one is not (P60)',
    (flags) => {
      expect(planLift(lift({ load: { percent: 80 } }), flags).barred.length).toBeGreaterThan(0);
      expect(planLift(lift({}), flags).barred).toEqual([]);
    },
  );
});
