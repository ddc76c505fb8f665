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

/**
 * Vital capacity, litres: ECSC 1993 (Quanjer, Eur Respir J 6 S16:5, cited); height in m, age in years.
 *
 * @example forcedVitalCapacityL({ heightCm: 175, sex: 'man', ageY: 40 }) // 4.70
 */
export const forcedVitalCapacityL = ({ heightCm, sex, ageY }: BodySize): number =>
  sex === 'man'
    ? 5.76 * (heightCm / 100) - 0.026 * ageY - 4.34
    : 4.43 * (heightCm / 100) - 0.026 * ageY - 2.89;

/** Inspiratory vital capacity, litres, of the same source. */
export const inspiratoryVitalCapacityL = ({ heightCm, sex, ageY }: BodySize): number =>
  sex === 'man'
    ? 6.1 * (heightCm / 100) - 0.028 * ageY - 4.65
    : 4.66 * (heightCm / 100) - 0.026 * ageY - 3.28;
