import type { Phase } from './pattern';

/**
 * Relative lung volume, 0 (end of exhale) to 1 (end of inhale), a fraction `f` of the way through a phase.
 * The inhale follows half a cosine; the exhale empties fast at first and slowly at the end, as a passive
 * exhale does. A drawing aid: nothing is computed from it.
 */
export function volumeAt(phase: Phase | 'free' | 'rest', f: number): number {
  switch (phase) {
    case 'inhale':
      return (1 - Math.cos(Math.PI * f)) / 2;
    case 'holdIn':
      return 1;
    case 'exhale':
      return (Math.exp(-EMPTYING * f) - Math.exp(-EMPTYING)) / (1 - Math.exp(-EMPTYING));
    default:
      return 0;
  }
}

/** Our choice: the exhale falls to a tenth of its volume by about 80 % of its length. */
const EMPTYING = 2.2;
