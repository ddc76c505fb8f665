/** People of one class: as many as one instructor can see. Common practice, no source. */
export const MOST_PEOPLE = 24;
export const MOST_MINUTES = 90;

/**
 * Blocks that a class of so many minutes holds at most: ten in 25 minutes, known repertoire (practice P82). Common
 * practice, no source.
 */
export const classBlocks = (minutes: number): number => Math.max(3, Math.round(minutes * 0.4));

/** How a class is filled; instructors differ (practice P67, P82). */
export const CLASS_MANNERS = ['fewLong', 'manyShort'] as const;
export type ClassManner = (typeof CLASS_MANNERS)[number];
export const MANNER_LABEL: Record<ClassManner, string> = {
  fewLong: 'few drills, enough of each',
  manyShort: 'many known ones, up to ten breaths each',
};
/** Most breaths of an item where there are many (practice P82). Common practice, no source. */
export const SHORT_BREATHS = 10;
