/** How the id of a task that is run as a drill begins. */
export const TASK_PREFIX = 'task-';

/** The id of the task that a drill is; null where it is none. @example taskIdIn('task-lift-3') // 'lift' */
export const taskIdIn = (drillId: string): string | null => /^task-(.+)-[1-5]$/.exec(drillId)?.[1] ?? null;

/** The grade of a task that is run as a drill; 0 where it is none. @example gradeIn('task-lift-3') // 3 */
export const gradeIn = (drillId: string): number => Number(/-([1-5])$/.exec(drillId)?.[1] ?? 0);
