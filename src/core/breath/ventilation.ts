/**
 * How much air a pattern moves and what that does to carbon dioxide. Teaching arithmetic for the air-moved
 * guard, not a measurement of a client.
 */

/** mmHg·(mL/min STPD)⁻¹·(L/min BTPS): 760 · 310 / 273 / 1000, from the alveolar ventilation equation. */
export const ALVEOLAR_CONSTANT = (760 * 310) / 273 / 1000;

/** Dead space in mL per kg of predicted body weight (cited from memory: about 2.2 mL/kg). */
export const DEAD_SPACE_ML_PER_KG = 2.2;

/**
 * Half-times of arterial CO2 after a change of ventilation, minutes: on the way down about 3 (Nunn's Applied Respiratory
 * Physiology, from memory). On the way back Nunn has 16 from normal to a lower ventilation; after brief over-breathing it
 * is nearer 4 to 8, and 6 is our reading.
 */
export const HALF_TIME_DOWN_MIN = 3;
export const HALF_TIME_BACK_MIN = 6;

/** Alveolar ventilation in L/min: (tidal − dead space) · rate. All volumes in mL, rate a minute. */
export const alveolarLPerMin = (tidalMl: number, deadSpaceMl: number, ratePerMin: number): number =>
  (Math.max(0, tidalMl - deadSpaceMl) * ratePerMin) / 1000;

/** Steady arterial CO2 in mmHg. @example steadyPaCo2(200, 4.315) // 40.0 */
export const steadyPaCo2 = (co2MlPerMin: number, alveolarLMin: number): number =>
  (ALVEOLAR_CONSTANT * co2MlPerMin) / alveolarLMin;

/**
 * Arterial CO2 after `minutes` of a ventilation, as one store that is filled by what is made and emptied by what is
 * breathed out: half of the way to its steady value in the half-time of the direction. Without any ventilation it rises
 * by what rest would have breathed out.
 *
 * @param relative alveolar ventilation over what is made, 1 at rest; 0 in a held breath
 */
export function paCo2After(fromMmHg: number, restMmHg: number, relative: number, minutes: number): number {
  const rate = (halfMin: number) => Math.LN2 / halfMin;
  if (relative <= 0) return fromMmHg + restMmHg * rate(HALF_TIME_BACK_MIN) * minutes;
  const steady = restMmHg / relative;
  const halfMin = steady < fromMmHg ? HALF_TIME_DOWN_MIN : HALF_TIME_BACK_MIN;
  return steady + (fromMmHg - steady) * 0.5 ** (minutes / halfMin);
}
