import * as z from 'zod/mini';
import { fail, ok, type Result } from '../base/result';
import { parseWith } from '../base/parse';
import { CARRYING } from './library/carrying';
import { DAILY } from './library/daily';
import { GOING } from './library/going';
import { QUIET } from './library/quiet';
import { STRENGTH } from './library/strength';
import { VOICE } from './library/voice';
import { Task } from './task.schema';

/** The tasks that ship, checked by their schema once. */
export const TASKS: readonly Task[] = z
  .array(Task)
  .parse([...DAILY, ...CARRYING, ...STRENGTH, ...GOING, ...VOICE, ...QUIET]);

/** A task by its id; undefined where there is none. */
export const taskById = (id: string, own: readonly Task[] = []): Task | undefined =>
  own.find((t) => t.id === id) ?? TASKS.find((t) => t.id === id);

const TASK_FILE = z.strictObject({
  format: z.literal('kokyu-tasks'),
  version: z.literal(1),
  tasks: z.array(Task),
});

/** Tasks as a file to share. @returns JSON text, format kokyu-tasks version 1 */
export const tasksFile = (tasks: readonly Task[]): string =>
  `${JSON.stringify({ format: 'kokyu-tasks', version: 1, tasks }, null, 2)}\n`;

/** The tasks of a shared file; says what is wrong and where when it is none. */
export function readTasksFile(text: string): Result<readonly Task[]> {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return fail('This file is not JSON. Export the tasks again and choose the new file.');
  }
  const parsed = parseWith(TASK_FILE, json);
  if (!parsed.ok) return parsed;
  const ids = parsed.value.tasks.map((t) => t.id);
  const twice = ids.find((id, i) => ids.indexOf(id) !== i);
  return twice
    ? fail(`Two tasks share the id “${twice}”. Give one of them another id.`, 'tasks')
    : ok(parsed.value.tasks);
}

/** A copy to change: own id and name, everything else the same. */
export const copyOfTask = (task: Task, taken: readonly string[]): Task => {
  let n = 1;
  while (taken.includes(`${task.id}-${n}`)) n++;
  return { ...task, id: `${task.id}-${n}`, name: `${task.name}, my way`.slice(0, 60) };
};
