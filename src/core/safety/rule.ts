import { isSeparated } from '../screen/limits';
import type { Flags } from '../screen/flags';

export type Rule<Target> = {
  target: Target;
  when: (flags: Flags) => boolean;
  because: string;
  source: string;
};

export const is =
  (...keys: readonly (keyof Flags)[]) =>
  (flags: Flags) =>
    keys.some((key) => Boolean(flags[key]));
export const pregnantFrom = (week: number) => (flags: Flags) => (flags.pregnancyWeek ?? -1) >= week;
export const postpartumUnder = (weeks: number) => (flags: Flags) =>
  flags.postpartumWeeks !== undefined && flags.postpartumWeeks < weeks;
export const separated = (flags: Flags) => isSeparated(flags.separationMm, flags.separationAt);
