import type { ClipSetup } from '@/core/simulate/clip';

/** The clip that was followed by somebody else's normalised correlation; its pictures are made again by seed. */
export const GOLDEN_CLIP: Partial<ClipSetup> = { ordinary: 2, deep: 1, hz: 15, noise: 2, shakePx: 0.4, seed: 41 };

export const GOLDEN_PLACES = ['chest', 'belly', 'backRibs'] as const;
