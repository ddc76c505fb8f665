/** How the id of a task that is run as a drill begins. */
export const TASK_PREFIX = 'task-';

/** The grade of a task that is run as a drill; 0 where it is none. @example gradeIn('task-lift-3') // 3 */
export const gradeIn = (drillId: string): number => Number(/-([1-5])$/.exec(drillId)?.[1] ?? 0);
