import { NEEDS, type Need, type Needs } from '../aims/needs';
import type { Counting } from '../breath/counting';
import type { ComplaintPlace } from '../screen/complaints';
import type { DayAsk } from './asks';
import type { LessonInput } from './input';
import type { Sign } from './signs';
import type { TaskToday } from './task-block';

/** Everything that a lesson is written for, once it is settled what is asked, taken and worked towards. */
export type Frame = {
  input: LessonInput;
  asks: readonly DayAsk[];
  sign: Sign;
  task: TaskToday | null;
  places: readonly ComplaintPlace[];
};

/** The need that most is owed to, by its weight. */
export const leadingNeed = (needs: Needs): Need =>
  NEEDS.reduce((best, n) => ((needs[n] ?? 0) > (needs[best] ?? 0) ? n : best), NEEDS[0]);

/** How breaths are counted for this client, where nobody said. */
export const countingOf = ({
  counting,
  flags,
  findings = [],
}: Pick<LessonInput, 'counting' | 'flags' | 'findings'>): Counting =>
  counting ?? (flags.panic || findings.includes('hatesCounting') ? 'none' : 'aloud');
