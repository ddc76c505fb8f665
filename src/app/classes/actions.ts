'use server';

import * as z from 'zod';
import { fail, ok, type Result } from '@/core/base/result';
import { cleanName } from '@/core/base/clean-text';
import { newClass } from '@/core/class/new-class';
import { classNotes, sharesOf } from '@/core/class/notes';
import { presentSeatsOf } from '@/core/class/common';
import { Sequence } from '@/core/sequence/sequence.schema';
import * as runs from '@/server/class-runs';
import * as classes from '@/server/classes';
import { catalogueOf } from '@/core/drills/catalogue';
import { ownLibrary } from '@/server/drills';
import { ownTasks } from '@/server/settings';
import { saveTemplate } from '@/server/templates';
import { command } from '../command';

const Id = z.uuid();

/** Takes the name of a new class; makes the list stale. */
export async function createClass(name: string): Promise<Result<{ id: string }>> {
  return command(
    z.string().max(80),
    name,
    (given, scope): Result<{ id: string }> => {
      const trimmed = cleanName(given);
      if (trimmed === '') return fail('A class needs a name, so that it is found again.', 'name');
      return ok({ id: classes.createClass(scope, newClass(trimmed)) });
    },
    [['/classes']],
  );
}

/** Takes a class off the list. */
export async function archiveClass(classId: string): Promise<Result<null>> {
  return command(Id, classId, (id, scope) => classes.archiveClass(scope, id), [['/classes']]);
}

/** Keeps the sequence of a class as one to start others from. */
export async function keepClassTemplate(name: string, data: Sequence): Promise<Result<null>> {
  return command(
    z.tuple([z.string().min(1).max(120), Sequence]),
    [name, data],
    ([called, sequence], scope) => ok(saveTemplate(scope, called, sequence) ?? null),
    [['/classes', 'layout']],
  );
}

/** Takes a class and begins to coach it, where that may be; one that is going on is gone on with. */
export async function startClass(classId: string): Promise<Result<{ id: string }>> {
  return command(
    Id,
    classId,
    (id, scope): Result<{ id: string }> => {
      const row = classes.findClass(scope, id);
      if (!row) return fail('This class is no longer here.');
      const open = runs.openClassRun(scope, id);
      if (open) return ok({ id: open.id });
      const { sequence, roster, school, room } = row.data;
      if (!sequence || sequence.blocks.length === 0)
        return fail('Not started: the class has no block yet. Plan it, or put a drill in.');
      const members = roster.map((entry) =>
        classes.memberFor(scope, entry, school, { taskId: sequence.lesson?.task?.taskId }),
      );
      const { seats, where } = presentSeatsOf(members, room, catalogueOf(ownLibrary(scope)), ownTasks(scope));
      if (seats.length === 0)
        return fail('Not started: nobody is on the roster with whom anything may be coached.');
      const notes = classNotes(sequence, members, seats, where, sharesOf(sequence, seats, where));
      const stop = notes.find((n) => n.level === 'stop');
      if (stop) return fail(`Not started: ${stop.text}`);
      return ok({ id: runs.startClassRun(scope, id, row.data, sequence) });
    },
    [['/classes', 'layout']],
  );
}
