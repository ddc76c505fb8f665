import {
  forcedVitalCapacityL,
  inspiratoryVitalCapacityL,
  isMadeFrom,
  predictedBodyWeightKg,
} from '@/core/body/size';
import {
  ALVEOLAR_CONSTANT,
  alveolarLPerMin,
  HALF_TIME_BACK_MIN,
  HALF_TIME_DOWN_MIN,
  paCo2After,
  steadyPaCo2,
} from '@/core/breath/ventilation';
import { startStaircase, stepStaircase } from '@/core/breath/staircase';
import { mdc95, pooledSpread, semFromIcc } from '@/core/change/noise';
import { mean, senSlope } from '@/core/base/statistics';
import { THRESHOLD } from '@/core/read/thresholds';
import { LIFT_PCT } from '@/core/tone/tone';
import { isSeparated, SEPARATION_MM } from '@/core/screen/limits';
import { agreement, icc, noiseOfTest } from '@/core/change/reliability';
import { scoreSymptoms, SYMPTOMS } from '@/core/look/symptoms';
import { must, why } from '../unit/helpers';
import { seeded } from '@/core/simulate/random';

describe('ventilation', () => {
  // Alveolar ventilation equation; 0.863 = 760·310/273/1000 (arithmetic verified).
  it('the constant is 0.863', () => expect(ALVEOLAR_CONSTANT).toBeCloseTo(0.863, 3));
  it('200 mL/min of CO2 and 4.315 L/min of alveolar ventilation give 40 mmHg', () =>
    expect(steadyPaCo2(200, 4.315)).toBeCloseTo(40, 1));
  // Half-time about 3 min on the way down: Nunn (cited, from memory); 4 to 8 min on the way back after brief over-breathing is our reading.
  it('goes half the way in a half-time, faster down than back', () => {
    expect(HALF_TIME_DOWN_MIN).toBe(3);
    expect(HALF_TIME_BACK_MIN).toBeGreaterThanOrEqual(4);
    expect(HALF_TIME_BACK_MIN).toBeLessThanOrEqual(8);
    expect(paCo2After(40, 40, 4 / 3, HALF_TIME_DOWN_MIN)).toBeCloseTo(35, 10);
    expect(paCo2After(30, 40, 1, HALF_TIME_BACK_MIN)).toBeCloseTo(35, 10);
  });
  // Apnoea after quiet breathing adds 3 to 6 mmHg a minute after the first breath's jump (textbook range, from memory).
  it('rises by 3 to 6 mmHg in a minute without any breath', () => {
    const rise = paCo2After(40, 40, 0, 1) - 40;
    expect(rise).toBeGreaterThan(3);
    expect(rise).toBeLessThan(6);
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
  it('pools by degrees of freedom', () => {
    expect(
      pooledSpread([
        { spread: 1, n: 3 },
        { spread: 3, n: 3 },
      ]),
    ).toEqual({ sd: Math.sqrt(5), df: 4 });
    expect(
      pooledSpread([
        { spread: 0, n: 1 },
        { spread: 0, n: 1 },
      ]),
    ).toBeNull();
  });
});

// ECSC 1993 (Quanjer, Eur Respir J 6 S16:5) was made from adults of 18 to 70 and of usual height (from memory). Outside it
// the equation of the nearest size is carried over by predicted body weight: our choice, asserted as such.
describe('lung volumes of every body that can be entered', () => {
  it('are above nothing, and grow with height', () => {
    for (const sex of ['man', 'woman'] as const)
      for (const ageY of [10, 18, 40, 70, 71, 95, 105]) {
        let [last, lastIn] = [0, 0];
        for (let heightCm = 110; heightCm <= 230; heightCm += 5) {
          const size = { heightCm, sex, ageY };
          const [vc, ivc] = [forcedVitalCapacityL(size), inspiratoryVitalCapacityL(size)];
          // Up to 124 cm the weight is the least that is taken.
          const grows = heightCm > 125 ? vc > last && ivc > lastIn : vc >= last && ivc >= lastIn;
          expect([size, vc > 0 && ivc > 0, grows]).toEqual([size, true, true]);
          [last, lastIn] = [vc, ivc];
        }
        expect(last).toBeLessThan(9);
      }
  });
  it('of a woman of 120 cm and 95 years are small and not negative; past 70 they stay', () => {
    const small = { heightCm: 120, sex: 'woman', ageY: 95 } as const;
    expect(inspiratoryVitalCapacityL(small)).toBeGreaterThan(0.4);
    expect(inspiratoryVitalCapacityL(small)).toBeLessThan(1.2);
    expect(inspiratoryVitalCapacityL(small)).toBe(inspiratoryVitalCapacityL({ ...small, ageY: 70 }));
    expect([isMadeFrom(small), isMadeFrom({ heightCm: 165, sex: 'woman', ageY: 70 })]).toEqual([false, true]);
    expect([
      isMadeFrom({ heightCm: 165, sex: 'woman', ageY: 71 }),
      isMadeFrom({ heightCm: 144, sex: 'woman', ageY: 40 }),
      isMadeFrom({ heightCm: 144, sex: 'man', ageY: 40 }),
    ]).toEqual([false, false, false]);
  });
  it('weigh 20 kg at least, where the equation of weight would pass nothing', () => {
    expect(predictedBodyWeightKg(100, 'woman')).toBe(20);
    expect(predictedBodyWeightKg(230, 'man')).toBeCloseTo(50 + 0.91 * 77.6, 9);
  });
});

describe('figures that stand in the rules', () => {
  it('calm hold under 25 s as a screen: Kiesel 2017, Int J Sports Phys Ther 12:774 (cited)', () =>
    expect(THRESHOLD.calmHoldS.value).toBe(25));
  it('fast above 16.6 + 2·2.8 a minute: Tobin 1983, Chest 84:202 (from memory)', () =>
    expect(THRESHOLD.fastPerMin.value).toBeCloseTo(16.6 + 2 * 2.8, 10));
  it('separation over 15 mm at the breastbone, 22 above and 16 below the navel: Beer 2009, Clin Anat 22:706 (from memory)', () => {
    expect(SEPARATION_MM).toEqual({ xiphoid: 15, above: 22, below: 16 });
    for (const [place, mm] of [
      ['xiphoid', 15],
      ['above', 22],
      ['below', 16],
    ] as const) {
      expect(isSeparated(mm, place)).toBe(false);
      expect(isSeparated(mm + 0.5, place)).toBe(true);
    }
    // Not told where: the narrowest counts.
    expect([isSeparated(15, undefined), isSeparated(16, undefined), isSeparated(undefined, 'above')]).toEqual(
      [false, true, false],
    );
  });
  it('a lift is 25–30 % of maximum: common practice, no source', () =>
    expect(LIFT_PCT).toEqual({ least: 25, most: 30 }));
});

// Shrout & Fleiss 1979, Psychol Bull 86:420, their example of six targets and four judges. Verified.
describe('reliability', () => {
  const TABLE = [
    [9, 2, 5, 8],
    [6, 1, 3, 2],
    [8, 4, 6, 8],
    [7, 1, 2, 6],
    [10, 5, 6, 9],
    [6, 2, 4, 7],
  ];
  it('gives the six coefficients of the paper', () => {
    const found = must(icc(TABLE));
    [0.166, 0.29, 0.715].forEach((v, i) => expect(found.single[i]).toBeCloseTo(v, 3));
    [0.443, 0.62, 0.909].forEach((v, i) => expect(found.mean[i]).toBeCloseTo(v, 3));
  });
  // Bland & Altman 1986, Lancet i:307: 17 pairs of peak flow. Verified.
  it('gives the bias and limits of agreement of the paper', () => {
    const a = [494, 395, 516, 434, 476, 557, 413, 442, 650, 433, 417, 656, 267, 478, 178, 423, 427];
    const b = [512, 430, 520, 428, 500, 600, 364, 380, 658, 445, 432, 626, 260, 477, 259, 350, 451];
    const found = must(agreement(a, b));
    expect(found.bias).toBeCloseTo(-2.12, 2);
    expect(found.sd).toBeCloseTo(38.77, 1);
    [-79.6, 75.4].forEach((v, i) => expect(Math.abs(found.limits[i]! - v)).toBeLessThan(0.1));
  });
  it('the noise of a test rests on ICC(2,1), and a table that cannot be read is named', () => {
    const noise = must(noiseOfTest(TABLE));
    expect(noise.mdc95).toBeCloseTo(1.959964 * Math.SQRT2 * noise.sd * Math.sqrt(1 - noise.icc.single[1]), 5);
    expect(why(icc([[1, 2], [3]]))).toMatch(/row 2/);
    expect(why(icc([[1, 2]]))).toMatch(/two persons/);
    expect(
      why(
        icc([
          [NaN, 2],
          [3, 4],
        ]),
      ),
    ).toMatch(/row 1/);
    expect(
      why(
        icc([
          [5, 5],
          [5, 5],
        ]),
      ),
    ).toMatch(/every value is the same/);
    expect(why(agreement([1], [1]))).toMatch(/two pairs/);
    expect(why(agreement([1, 2], [1]))).toMatch(/two pairs/);
    expect(must(agreement([1, 2], [1, 1]))).toMatchObject({ bias: 0.5 });
  });
  // Sen 1968, J Am Stat Assoc 63:1379, his example. Verified.
  it('takes the slope of Sen', () =>
    expect(senSlope([1, 2, 3, 4, 10, 12, 18], [9, 15, 19, 20, 45, 55, 78])).toBe(4));
});

// van Dixhoorn & Duivenvoorden 1985; van Dixhoorn & Folgering 2015 (cited).
describe('the sixteen complaints', () => {
  const all = (v: number) => Object.fromEntries(SYMPTOMS.map((s) => [s, v]));
  it('run from 0 to 64 in sixteen items', () => {
    expect(SYMPTOMS).toHaveLength(16);
    expect([scoreSymptoms(all(0)).total, scoreSymptoms(all(4)).total]).toEqual([0, 64]);
  });
  it.each([
    [19, false, false],
    [20, false, true],
    [22, false, true],
    [23, true, true],
  ])('%d: over the first cut-off %s, over the later %s', (total, classic, later) => {
    const answers = {
      ...all(1),
      tense: 1 + Math.min(3, total - 16),
      dizzy: 1 + Math.max(0, Math.min(3, total - 19)),
      bloated: 1 + Math.max(0, total - 22),
    };
    expect(scoreSymptoms(answers)).toMatchObject({ total, missing: [], over: { classic, later } });
  });
  it('says what is missing', () =>
    expect(scoreSymptoms({ dizzy: 3 })).toMatchObject({ total: 3, answered: 1 }));
});
