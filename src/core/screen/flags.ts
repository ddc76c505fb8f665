import { flagEntry, FLAGS, type Flag, type FlagGroup } from './flag-table';
import { POSTPARTUM_HEAVY_WEEKS } from './limits';
import type { Flags } from './flags.schema';

export type { Flag, FlagGroup, Flags };

export const FLAG_LABEL = Object.fromEntries(FLAGS.map((flag) => [flag, flagEntry(flag).label])) as Record<
  Flag,
  string
>;

const GROUP_NAME: Record<FlagGroup, string> = {
  birth: 'Pregnancy and birth',
  medical: 'Heart, nerves, lungs',
  pressure: 'Pressure and tissue',
  floor: 'Pelvic floor',
  positions: 'Positions',
};

/** The flags as they are asked: by subject, each with its heading. */
export const FLAG_GROUPS: readonly { key: FlagGroup; name: string; flags: readonly Flag[] }[] = (
  Object.keys(GROUP_NAME) as FlagGroup[]
).map((key) => ({
  key,
  name: GROUP_NAME[key],
  flags: FLAGS.filter((flag) => flagEntry(flag).group === key),
}));

/** True when the flag is set; a week of 0 counts as set. */
export const isSet = (flags: Flags, flag: Flag): boolean =>
  flags[flag] !== undefined && flags[flag] !== false;

/** Flags that apply, in the order of the table. */
export const setFlags = (flags: Flags): Flag[] => FLAGS.filter((f) => isSet(flags, f));

/** A flag with its value, as one short phrase. @example describeFlag({ pregnancyWeek: 34 }, 'pregnancyWeek') // 'pregnancy, week 34' */
export function describeFlag(flags: Flags, flag: Flag): string {
  const entry = flagEntry(flag);
  const value = flags[flag];
  if (entry.kind === 'number' && typeof value === 'number') return entry.says(value);
  return (entry.kind === 'choice' || entry.kind === 'date') && typeof value === 'string'
    ? entry.says(value)
    : entry.label;
}

/** Whether a flag is asked now: details come with what they tell more about, what was told as one only where it is set. */
export function isAsked(flags: Flags, flag: Flag): boolean {
  const { detailOf, untoldOf } = flagEntry(flag);
  if (untoldOf) return isSet(flags, flag);
  if (!detailOf) return true;
  const value = flags[detailOf.flag as Flag];
  return detailOf.value === undefined ? isSet(flags, detailOf.flag as Flag) : value === detailOf.value;
}

/**
 * A caesarean is an operation of that day, of which the date may not be known, until a clinician says otherwise (common
 * practice, no source).
 */
const isOperationToo = ({ birth, postpartumWeeks, clearedBirth }: Flags): boolean =>
  birth === 'caesarean' &&
  clearedBirth !== true &&
  (postpartumWeeks === undefined || postpartumWeeks < POSTPARTUM_HEAVY_WEEKS);

/** The flags with what follows from several of them together. Again on the same flags it changes nothing. */
export const settledFlags = (flags: Flags): Flags =>
  isOperationToo(flags) && !flags.recentSurgery
    ? { ...flags, recentSurgery: true, bornByOperation: true }
    : flags;
