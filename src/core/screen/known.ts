import type { Flags } from './flags';
import { openRedFlags, RED_FLAG_LABEL } from './red-flags';
import type { Screen } from './screen';

/** What of a screening rules look at. */
export type Screened = Pick<Screen, 'flags' | 'answers' | 'redFlags'>;

/**
 * The flags that every rule goes by: what was ticked, what the answers add to it, and what the studio and the runs know.
 * An answer that was not asked adds nothing.
 */
export function flagsOf(
  { flags, answers = {} }: Pick<Screened, 'flags' | 'answers'>,
  beside: Pick<Flags, 'supineUntilWeek' | 'floorStepsDone'> = {},
): Flags {
  const { osteoporosis, respiratory, clinicianBirth, clinicianPressure } = answers;
  return {
    ...flags,
    ...(osteoporosis ? { thinBones: true } : {}),
    ...(respiratory && !flags.asthma && !flags.copd ? { respiratory: true } : {}),
    ...(clinicianBirth === undefined ? {} : { clearedBirth: clinicianBirth }),
    ...(clinicianPressure === undefined ? {} : { clearedPressure: clinicianPressure }),
    ...beside,
  };
}

/**
 * What stops everything until it is written what was done about it, one short phrase each: red flags, and an answer that
 * is one. Bleeding that was answered with yes is settled by what was done about the red flag of that name.
 */
export function stopsOf({ redFlags, answers }: Pick<Screened, 'answers' | 'redFlags'>): string[] {
  const open = openRedFlags(redFlags).map((r) => RED_FLAG_LABEL[r.flag]);
  const settled = redFlags.some((r) => r.flag === 'bleedingOrFluid');
  return [...open, ...(answers?.bleeding && !settled ? ['bleeding now'] : [])];
}
