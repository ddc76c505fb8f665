import type { BodySize } from './size.schema';

export type { BodySize };

/** What is taken for a height and an age, lowest and highest. */
export const SIZE_LIMITS = { heightCm: [100, 230], ageY: [10, 105] } as const;

/** A size of which every part is known and possible; undefined while one is missing. */
export function wholeSize({ heightCm, ageY, sex }: Partial<BodySize>): BodySize | undefined {
  const within = (v: number | undefined, [low, high]: readonly [number, number]): v is number =>
    v !== undefined && v >= low && v <= high;
  return within(heightCm, SIZE_LIMITS.heightCm) && within(ageY, SIZE_LIMITS.ageY) && sex !== undefined
    ? { heightCm, ageY, sex }
    : undefined;
}

/** Taken where nothing was told, and said so. Our choice. */
export const ASSUMED_SIZE: BodySize = { heightCm: 168, sex: 'woman', ageY: 45 };

/** Heights, cm, and ages, y, that the equations were made from; about those of ECSC 1993, from memory. */
const MADE_FROM = {
  man: { heightCm: [155, 195], ageY: [18, 70] },
  woman: { heightCm: [145, 180], ageY: [18, 70] },
} as const;

const nearest = (v: number, [low, high]: readonly [number, number]): number =>
  Math.min(high, Math.max(low, v));

/** Is a size one that the equations of lung volumes were made from? Outside they are carried over, and that is to be said. */
export const isMadeFrom = ({ heightCm, sex, ageY }: BodySize): boolean =>
  nearest(heightCm, MADE_FROM[sex].heightCm) === heightCm && nearest(ageY, MADE_FROM[sex].ageY) === ageY;

/**
 * A volume of the nearest size that its equation was made from, by the predicted body weights of the two: a straight line
 * carried on would make it negative for the small and old.
 */
function carriedOver(size: BodySize, equation: (size: BodySize) => number): number {
  const near = {
    sex: size.sex,
    heightCm: nearest(size.heightCm, MADE_FROM[size.sex].heightCm),
    ageY: nearest(size.ageY, MADE_FROM[size.sex].ageY),
  };
  const weights =
    predictedBodyWeightKg(size.heightCm, size.sex) / predictedBodyWeightKg(near.heightCm, size.sex);
  return equation(near) * weights;
}

/** The weight equation was made for adults and would pass nothing at 100 cm; less than this is not taken, kg. Our choice. */
const LEAST_WEIGHT_KG = 20;

/** Predicted body weight in kg: 50 (women 45.5) + 0.91·(height in cm − 152.4) (cited), and LEAST_WEIGHT_KG at least. */
export const predictedBodyWeightKg = (heightCm: number, sex: 'woman' | 'man'): number =>
  Math.max(LEAST_WEIGHT_KG, (sex === 'woman' ? 45.5 : 50) + 0.91 * (heightCm - 152.4));

/**
 * Vital capacity, litres: ECSC 1993 (Quanjer, Eur Respir J 6 S16:5, cited); height in m, age in years.
 *
 * @example forcedVitalCapacityL({ heightCm: 175, sex: 'man', ageY: 40 }) // 4.70
 */
export const forcedVitalCapacityL = (size: BodySize): number =>
  carriedOver(size, ({ heightCm, sex, ageY }) =>
    sex === 'man'
      ? 5.76 * (heightCm / 100) - 0.026 * ageY - 4.34
      : 4.43 * (heightCm / 100) - 0.026 * ageY - 2.89,
  );

/**
 * Inspiratory vital capacity, litres, of the same source, from memory: for women 0.024 a year is also met with; 0.026 gives
 * the smaller volume and is kept.
 */
export const inspiratoryVitalCapacityL = (size: BodySize): number =>
  carriedOver(size, ({ heightCm, sex, ageY }) =>
    sex === 'man'
      ? 6.1 * (heightCm / 100) - 0.028 * ageY - 4.65
      : 4.66 * (heightCm / 100) - 0.026 * ageY - 3.28,
  );
