import { pattern, type Pattern } from './pattern';

/** The exhale ladder of practice P45: in 1/out 2 … in 5/out 6, one breath a rung. Common practice, no source. */
export const EXHALE_LADDER: readonly Pattern[] = [1, 2, 3, 4, 5].map((inS) => pattern(inS, 0, inS + 1, 0));
