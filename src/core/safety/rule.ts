import { isSeparated, RIB_CARE_WEEKS } from '../screen/limits';
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
/** Holds from this week of a pregnancy on. */
export const pregnantFrom = (week: number) => (flags: Flags) => (flags.pregnancyWeek ?? -1) >= week;
/** Holds for fewer than so many weeks since a birth. */
export const postpartumUnder = (weeks: number) => (flags: Flags) =>
  flags.postpartumWeeks !== undefined && flags.postpartumWeeks < weeks;
/** Holds where the wall lies further apart than is usual at that place. */
export const separated = (flags: Flags) => isSeparated(flags.separationMm, flags.separationAt);

/** Lung disease that is not asthma alone; what was not told apart counts as the one that asks for more care. */
export const longLung = is('copd', 'respiratory');
export const anyLung = is('asthma', 'copd', 'respiratory');
/** Bones that break easily; what was not told apart counts as both. */
export const fragileBones = is('thinBones', 'osteoporosis');
/** A rib that no clinician has declared healed. */
export const ribUnhealed = (flags: Flags): boolean => Boolean(flags.ribInjury) && !flags.ribHealed;
/** A rib that is still spared: unhealed, or healed so short a time ago, or nobody knows when. */
export const ribSpared = (flags: Flags): boolean =>
  ribUnhealed(flags) || (Boolean(flags.ribInjury) && (flags.ribWeeks ?? 0) < RIB_CARE_WEEKS);
