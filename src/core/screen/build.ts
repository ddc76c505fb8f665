import type { Build } from '../body/figure/form';
import type { Flags } from './flags';

/** From this week of pregnancy a body is drawn late in it: the last third (textbook, from memory). */
const LATE_WEEK = 28;

/** How the body of a client is drawn. Nothing else of a client shows on a figure. */
export const buildOf = ({ pregnancyWeek = 0 }: Flags): Build =>
  pregnancyWeek >= LATE_WEEK ? 'lateInPregnancy' : 'usual';
