'use server';

import * as z from 'zod';
import type { Result } from '@/core/base/result';
import { readTasksFile } from '@/core/task/library';
import { Task } from '@/core/task/task.schema';
import * as settings from '@/server/settings';
import { command, type Stale } from '../command';

const TASKS: readonly Stale[] = [['/tasks'], ['/clients/[id]', 'layout']];

/** Takes a task of the studio's own, new or changed; makes the tasks and every client's file stale. */
export async function storeTask(raw: unknown): Promise<Result<{ id: string }>> {
  return command(Task, raw, (task, scope) => settings.saveTask(scope, task), TASKS);
}

/** Takes the id of a task that is not to be offered any more; makes the tasks and every client's file stale. */
export async function dropTask(id: string): Promise<Result<null>> {
  return command(z.string().max(40), id, (i, scope) => settings.dropTask(scope, i), TASKS);
}

/** Takes the text of a file of tasks, all of it or nothing; makes the tasks and every client's file stale. */
export async function bringInTasks(text: string): Promise<Result<{ added: number; replaced: number }>> {
  return command(
    z.string(),
    text,
    (t, scope) => {
      const file = readTasksFile(t);
      return file.ok ? settings.saveTasks(scope, file.value) : file;
    },
    TASKS,
  );
}
