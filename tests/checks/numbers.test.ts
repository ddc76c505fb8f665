import {
  ALVEOLAR_CONSTANT,
  alveolarLPerMin,
  HALF_TIME_FALLING_MIN,
  HALF_TIME_RISING_MIN,
  paCo2After,
  predictedBodyWeightKg,
  steadyPaCo2,
} from '@/core/breath/ventilation';
import { startStaircase, stepStaircase } from '@/core/breath/staircase';
import { changeBetween } from '@/core/follow/change';
import { mdc95, mdcOfMeans, pooledSpread, semFromIcc } from '@/core/follow/noise';
import { mean, standardDeviation } from '@/core/statistics';
import { THRESHOLD } from '@/core/read/thresholds';
import { LIFT_PCT } from '@/core/tone/tone';
import { SEPARATION_MM } from '@/core/screen/rules';
import { seeded } from '@/core/simulate/random';

describe('ventilation', () => {
  // Alveolar ventilation equation; 0.863 = 760·310/273/1000 (arithmetic verified).
  it('the constant is 0.863', () => expect(ALVEOLAR_CONSTANT).toBeCloseTo(0.863, 3));
  it('200 mL/min of CO2 and 4.315 L/min of alveolar ventilation give 40 mmHg', () =>
    expect(steadyPaCo2(200, 4.315)).toBeCloseTo(40, 1));
  // Half-times about 3 min on a rise of ventilation and 16 min on a fall: Nunn (cited, from memory).
  it('goes half the way in a half-time, faster down than up', () => {
    expect(paCo2After(40, 30, HALF_TIME_RISING_MIN)).toBeCloseTo(35, 10);
    expect(paCo2After(30, 40, HALF_TIME_FALLING_MIN)).toBeCloseTo(35, 10);
  });
  // Predicted body weight 50 (women 45.5) + 0.91·(cm − 152.4) (cited; arithmetic verified).
  it('predicted weight of 175.3 cm: man 70.8 kg, woman 66.3 kg', () => {
    expect(predictedBodyWeightKg(175.3, 'man')).toBeCloseTo(70.84, 2);
    expect(predictedBodyWeightKg(175.3, 'woman')).toBeCloseTo(66.34, 2);
  });
  it('500 mL with 150 mL dead space at 12 a minute ventilates 4.2 L/min; below the dead space nothing', () => {
    expect(alveolarLPerMin(500, 150, 12)).toBeCloseTo(4.2, 10);
    expect(alveolarLPerMin(100, 150, 30)).toBe(0);
  });
});

describe('the exhale staircase', () => {
  // Harder after two calm, easier after one that is not: settles at 70.7 % calm (Levitt 1971, J Acoust Soc Am 49:467, cited).
  it('settles where a simulated client is calm 70.7 % of the time', () => {
    const random = seeded(5);
    const calmAt = (exhaleS: number) => 1 / (1 + Math.exp((exhaleS - 8) / 0.9));
    let s = startStaircase(4);
    const visited: number[] = [];
    for (let i = 0; i < 12000; i++) {
      s = stepStaircase(s, random() < calmAt(s.exhaleS) ? 'calm' : 'notCalm');
      if (i > 500) visited.push(calmAt(s.exhaleS));
    }
    expect(mean(visited)).toBeGreaterThan(0.67);
    expect(mean(visited)).toBeLessThan(0.75);
    const settled = mean(s.reversals.slice(10));
    expect(calmAt(settled)).toBeCloseTo(0.707, 1);
  });
  it('moves by half seconds: two calm up, one not calm down', () => {
    const up = stepStaircase(stepStaircase(startStaircase(6), 'calm'), 'calm');
    expect(up.exhaleS).toBe(6.5);
    expect(stepStaircase(up, 'notCalm').exhaleS).toBe(6);
    expect(stepStaircase(up, 'notCalm').reversals).toEqual([6.5]);
  });
});

describe('noise of a test', () => {
  // SEM = SD·√(1 − ICC), MDC95 = 1.96·√2·SEM: Weir 2005, J Strength Cond Res 19:231 (arithmetic verified).
  it('SD 1.2 and ICC 0.9 give a smallest detectable change of 1.052', () =>
    expect(mdc95(semFromIcc(1.2, 0.9))).toBeCloseTo(1.0518, 3));
  it('for single tries the MDC of means is the MDC95 of that SD', () =>
    expect(mdcOfMeans(2, 1, 1)).toBeCloseTo(mdc95(2), 12));
  it('pools by degrees of freedom', () => {
    expect(
      pooledSpread([
        { spread: 1, n: 3 },
        { spread: 3, n: 3 },
      ]),
    ).toBeCloseTo(Math.sqrt(5), 12);
    expect(
      pooledSpread([
        { spread: 0, n: 1 },
        { spread: 0, n: 1 },
      ]),
    ).toBeNull();
  });
  it('calls an unchanged client changed in about one case of twenty', () => {
    const random = seeded(9);
    const normal = () => Math.sqrt(-2 * Math.log(random() + 1e-12)) * Math.cos(2 * Math.PI * random());
    const visit = () => {
      const tries = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0].map(() => 25 + 2 * normal());
      return { value: mean(tries), spread: standardDeviation(tries), n: tries.length };
    };
    const changed = Array.from(
      { length: 4000 },
      () => changeBetween(visit(), visit()).verdict !== 'withinNoise',
    ).filter(Boolean).length;
    expect(changed / 4000).toBeGreaterThan(0.03);
    expect(changed / 4000).toBeLessThan(0.085);
  });
});

describe('figures that stand in the rules', () => {
  it('calm hold under 25 s as a screen: Kiesel 2017, Int J Sports Phys Ther 12:774 (cited)', () =>
    expect(THRESHOLD.calmHoldS.value).toBe(25));
  it('fast above 16.6 + 2·2.8 a minute: Tobin 1983, Chest 84:202 (from memory)', () =>
    expect(THRESHOLD.fastPerMin.value).toBeCloseTo(16.6 + 2 * 2.8, 10));
  it('separation from 22 mm: Beer 2009, Clin Anat 22:706 (from memory)', () =>
    expect(SEPARATION_MM).toBe(22));
  it('a lift is 25–30 % of maximum: common practice, no source', () =>
    expect(LIFT_PCT).toEqual({ least: 25, most: 30 }));
});
