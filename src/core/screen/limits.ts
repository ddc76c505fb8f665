/** From this week long work on the back is avoided. Sources differ (16 weeks to 28); 16 is where a studio starts. */
export const SUPINE_UNTIL_WEEK = 16;
/** From this week no floor lift is added (practice P9: late pregnancy; our choice: the third trimester). */
export const LATE_PREGNANCY_WEEK = 28;
/** Before this many weeks the abdominal wall and floor are not loaded (common practice, no source). */
export const POSTPARTUM_LOAD_WEEKS = 6;
/** Before this many weeks nothing is lifted with the trunk set against it (common practice, no source). */
export const POSTPARTUM_HEAVY_WEEKS = 12;
/** 3 cm above the navel (Beer 2009, Clin Anat 22:706, from memory). Wider than this counts as separated. */
export const SEPARATION_MM = 22;
