import * as z from 'zod/mini';
import { MOST_PHASE_S, patternProblem } from './pattern';

const phaseS = z.number().check(z.gte(0), z.lte(MOST_PHASE_S));

/** One breath written as in–hold–out–hold, each in seconds (practice P44). */
export const Pattern = z
  .object({ inhaleS: phaseS, holdInS: phaseS, exhaleS: phaseS, holdOutS: phaseS })
  .check(
    z.refine((p) => patternProblem(p) === null, {
      error: 'an inhale and an exhale must last longer than 0 s',
    }),
  );

export type Pattern = z.infer<typeof Pattern>;
