import type { Phase } from '@/core/breath/pattern';

/** A phase in one word, as it is shown and said. */
export const SAY: Record<Phase | 'free' | 'rest', string> = {
  inhale: 'in',
  holdIn: 'hold',
  exhale: 'out',
  holdOut: 'pause',
  free: 'as it comes',
  rest: 'rest',
};
