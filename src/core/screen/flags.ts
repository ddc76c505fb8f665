import { flagEntry, FLAGS, type Flag, type FlagGroup } from './flag-table';
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

export const setFlags = (flags: Flags): Flag[] => FLAGS.filter((f) => isSet(flags, f));

/** A flag with its value, as one short phrase. @example describeFlag({ pregnancyWeek: 34 }, 'pregnancyWeek') // 'pregnancy, week 34' */
export function describeFlag(flags: Flags, flag: Flag): string {
  const entry = flagEntry(flag);
  const value = flags[flag];
  if (entry.kind === 'number' && typeof value === 'number') return entry.says(value);
  return entry.kind === 'choice' && typeof value === 'string' ? entry.says(value) : entry.label;
}
