import { roundTo } from './statistics';

/** Exactly, by the agreement of 1959 (NIST Special Publication 811, appendix B). */
export const CM_PER_INCH = 2.54;
/** Exactly, by the same agreement. */
export const KG_PER_POUND = 0.45359237;

/** How lengths and weights are read and typed; records are kept in cm and kg. */
export type LengthUnit = 'cm' | 'in';
export type WeightUnit = 'kg' | 'lb';

const KEPT_IN: Record<LengthUnit | WeightUnit, number> = { cm: 1, in: CM_PER_INCH, kg: 1, lb: KG_PER_POUND };

/** What is kept in cm or kg, in the unit that is shown. @example shownIn('in', 170) // 66.9 */
export const shownIn = (unit: LengthUnit | WeightUnit, kept: number): number =>
  roundTo(kept / KEPT_IN[unit], 0.1);

/** What was typed, in cm or kg. Typed again from what is shown it comes out as the same figure. @example keptFrom('in', 67) // 170.18 */
export const keptFrom = (unit: LengthUnit | WeightUnit, typed: number): number =>
  roundTo(typed * KEPT_IN[unit], 0.01);
