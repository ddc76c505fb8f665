import * as z from 'zod/mini';

/** What the arithmetic of volumes needs to know of a body. */
export const BodySize = z.object({
  heightCm: z
    .number()
    .check(z.gte(100, { error: 'height: at least 100 cm' }), z.lte(230, { error: 'height: at most 230 cm' })),
  sex: z.enum(['woman', 'man']),
  ageY: z.number().check(z.gte(10, { error: 'age: at least 10' }), z.lte(105, { error: 'age: at most 105' })),
});
export type BodySize = z.infer<typeof BodySize>;

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
