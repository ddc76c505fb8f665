/**
 * What observations are held against. Every figure is a screen that an instructor may set otherwise, never a
 * diagnosis. `source` is shown beside the evidence.
 */
export const THRESHOLD = {
  /** Breaths a minute above which quiet breathing reads as fast: mean + 2 SD. */
  fastPerMin: { value: 22.2, source: 'Tobin 1983, Chest 84:202, 16.6 ± 2.8 (from memory)' },
  /** Coefficient of variation of the breath above which it reads as irregular. */
  irregular: { value: 0.25, source: 'our choice' },
  /** Seconds of calm hold under which tolerance reads as low. */
  calmHoldS: { value: 25, source: 'Kiesel 2017, Int J Sports Phys Ther 12:774 (cited)' },
  /** Exhale as a multiple of the inhale under which it reads as short; the wish is out longer than in. */
  exhaleRatio: { value: 1.2, source: 'P44, common practice' },
  /** Seconds of comfortable exhale under which it reads as short. */
  comfortableExhaleS: { value: 5, source: 'P44, common practice' },
  /** Difference of the sides over the larger of the two. */
  sideDifference: { value: 0.35, source: 'our choice' },
  /** Neck and shoulder lift in quiet breathing. */
  neckLift: { value: 0.25, source: 'P5, P14, common practice' },
} as const;
