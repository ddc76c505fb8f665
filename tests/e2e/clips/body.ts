import type { ClipSetup } from '@/core/simulate/clip';

/** The made-up body of the clips in this folder; `scripts/make-clips.ts` makes them again. */
export const CLIP_OF_TEST: Partial<ClipSetup> = {
  width: 320,
  height: 240,
  hz: 15,
  ordinary: 4,
  deep: 3,
  ratePerMin: 18,
  movesPx: { shoulder: 1.2, chest: 1.6, lowerRibs: 2.2, belly: 3.2 },
  shakePx: 0.2,
  noise: 1.5,
  seed: 12,
};
