/** A set is guided for so long at most, s. Common practice, no source. */
export const SET_MOST_S = 135;

/** Between the id of a block and the number of its set, where each set of a lesson is run as a block of its own. */
const MARK = '~';

/** The id of a set of a block. @example setBlockId('b2', 3) // 'b2~3' */
export const setBlockId = (blockId: string, set: number): string =>
  set === 1 ? blockId : `${blockId}${MARK}${set}`;

/** The block of a lesson that a block of a run belongs to. @example lessonBlockId('b2~3') // 'b2' */
export const lessonBlockId = (blockId: string): string => blockId.split(MARK)[0]!;

/** Which set of its block it is. @example setNumber('b2~3') // 3 */
export const setNumber = (blockId: string): number => Number(/~(\d+)/.exec(blockId)?.[1] ?? 1);

/** Whether it is a set that is done once more, before the block that comes. @example isRepeat('b2~3a') // true */
export const isRepeat = (blockId: string): boolean => /~\d+a/.test(blockId);
