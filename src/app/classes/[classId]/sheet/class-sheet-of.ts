import * as z from 'zod';
import { classLessonSheet, classSheet } from '@/core/class/class-sheet';
import { presentSeatsOf } from '@/core/class/common';
import { sharesOf } from '@/core/class/notes';
import { catalogueOf } from '@/core/drills/catalogue';
import type { Sheet } from '@/core/sequence/sheet';
import { findClass, memberFor } from '@/server/classes';
import { ownLibrary } from '@/server/drills';
import { ownTasks } from '@/server/settings';
import type { Scope } from '@/server/scope';

/** A class on paper: with its lesson, or as a list of blocks where it has none. */
type ClassOnPaper = { sheet: Sheet; lesson: ReturnType<typeof classLessonSheet> };

/** The sheet of a class; null where there is no such class, or nothing in it yet. */
export function classSheetOf(scope: Scope, classId: string): ClassOnPaper | null {
  const row = z.uuid().safeParse(classId).success ? findClass(scope, classId) : undefined;
  if (!row?.data.sequence) return null;
  const { sequence, roster, room, school, name } = row.data;
  const members = roster.map((entry) =>
    memberFor(scope, entry, school, { taskId: sequence.lesson?.task?.taskId }),
  );
  const { seats, where } = presentSeatsOf(members, room, catalogueOf(ownLibrary(scope)), ownTasks(scope));
  const shares = sharesOf(sequence, seats, where);
  return {
    sheet: classSheet(sequence, name, seats, shares),
    lesson: classLessonSheet(sequence, seats, shares),
  };
}
