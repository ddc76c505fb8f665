import { pattern, type Pattern } from './pattern';

/** The exhale ladder of practice P45: in 1/out 2, in 2/out 3 and so on, one breath a rung. Common practice, no source. */
export const ladder = (rungs: number): readonly Pattern[] =>
  Array.from({ length: rungs }, (_, i) => pattern(i + 1, 0, i + 2, 0));

/** The top rung breathes out for one second more than there are rungs. Our choice of the most. */
export const RUNGS = { least: 2, usual: 5, most: 8 } as const;

export const EXHALE_LADDER = ladder(RUNGS.usual);
