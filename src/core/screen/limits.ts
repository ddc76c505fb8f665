/** From this week long work on the back is avoided. Sources differ (16 weeks to 28); 16 is where a studio starts. */
export const SUPINE_UNTIL_WEEK = 16;
/** From this week no floor lift is added (practice P9: late pregnancy; our choice: the third trimester). */
export const LATE_PREGNANCY_WEEK = 28;
/** Before this many weeks the abdominal wall and floor are not loaded (common practice, no source). */
export const POSTPARTUM_LOAD_WEEKS = 6;
/** Before this many weeks nothing is lifted with the trunk set against it (common practice, no source). */
export const POSTPARTUM_HEAVY_WEEKS = 12;
/** Where a separation of the abdominal wall is measured. */
export type SeparationPlace = 'xiphoid' | 'above' | 'below';

/**
 * Wider than this counts as separated, mm: at the tip of the breastbone, 3 cm above and 2 cm below the navel (Beer
 * 2009, Clin Anat 22:706, from memory).
 */
export const SEPARATION_MM: Record<SeparationPlace, number> = { xiphoid: 15, above: 22, below: 16 };

/** Is a width more than is usual where it was taken? Where that was not told, the narrowest of the places counts. */
export const isSeparated = (widthMm: number | undefined, place: SeparationPlace | undefined): boolean =>
  widthMm !== undefined &&
  widthMm > (place ? SEPARATION_MM[place] : Math.min(...Object.values(SEPARATION_MM)));

/** For so many weeks a rib that was injured is spared, also once it is declared healed (common practice, no source). */
export const RIB_CARE_WEEKS = 16;
