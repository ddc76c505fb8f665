/** How the id of a task that is run as a drill begins. */
export const TASK_PREFIX = 'task-';
