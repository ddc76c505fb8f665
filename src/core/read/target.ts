import type { Excursions } from '../body/zones';
import type { School } from '../aims/school';

/**
 * What each school wishes to see, as relative excursion per zone. Our choice of figures for the wish of practice
 * P31; a school states directions, not numbers.
 */
export const TARGET: Record<School, Excursions> = {
  lowQuiet: {
    neck: 0,
    sternum: 0.2,
    betweenBlades: 0.2,
    lowerRibsRight: 0.4,
    lowerRibsLeft: 0.4,
    lowerRibsBack: 0.3,
    belly: 0.8,
    lowBack: 0.3,
  },
  allRound: {
    neck: 0,
    sternum: 0.5,
    betweenBlades: 0.4,
    lowerRibsRight: 0.7,
    lowerRibsLeft: 0.7,
    lowerRibsBack: 0.6,
    belly: 0.4,
    lowBack: 0.5,
  },
};
