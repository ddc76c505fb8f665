import { omit } from '../base/omit';
import { flagsFromComplaints } from './complaints';
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
  { flags, answers = {}, complaints = [] }: Pick<Screened, 'flags' | 'answers'> & Pick<Screen, 'complaints'>,
  beside: Pick<Flags, 'supineUntilWeek' | 'floorStepsDone'> = {},
): Flags {
  const { osteoporosis, respiratory, clinicianBirth, clinicianPressure } = answers;
  return {
    ...flags,
    ...flagsFromComplaints(complaints),
    ...(osteoporosis ? { thinBones: true } : {}),
    ...(respiratory && !flags.asthma && !flags.copd ? { respiratory: true } : {}),
    ...(clinicianBirth === undefined ? {} : { clearedBirth: clinicianBirth }),
    ...(clinicianPressure === undefined ? {} : { clearedPressure: clinicianPressure }),
    ...beside,
  };
}

/**
 * A screening with these answers. Bleeding that is answered with yes is a red flag of that moment; an answer that is taken
 * back takes the flag back that nobody has done anything about yet.
 */
export function withAnswers(screen: Screen, answers: NonNullable<Screen['answers']>, at: string): Screen {
  const isOpen = (r: Screen['redFlags'][number]) => r.flag === 'bleedingOrFluid' && !r.action;
  const begun = answers.bleeding === true && screen.answers?.bleeding !== true;
  const takenBack = answers.bleeding !== true && screen.answers?.bleeding === true;
  const redFlags = begun
    ? screen.redFlags.some(isOpen)
      ? screen.redFlags
      : [...screen.redFlags, { flag: 'bleedingOrFluid' as const, at }]
    : takenBack
      ? screen.redFlags.filter((r) => !isOpen(r))
      : screen.redFlags;
  return { ...screen, answers, redFlags };
}

/**
 * A screening with these red flags. What was answered with yes and is not open any more, settled or pressed by mistake, is
 * to be asked anew.
 */
export function withRedFlags(screen: Screen, redFlags: Screen['redFlags']): Screen {
  const { answers } = screen;
  const open = (of: Screen['redFlags']) => of.filter((r) => r.flag === 'bleedingOrFluid' && !r.action).length;
  return answers?.bleeding === true && open(redFlags) < open(screen.redFlags)
    ? { ...screen, redFlags, answers: omit(answers, 'bleeding') }
    : { ...screen, redFlags };
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
