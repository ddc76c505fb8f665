import * as z from 'zod';
import { classSheet } from '@/core/class/class-sheet';
import { presentSeatsOf } from '@/core/class/common';
import { sharesOf } from '@/core/class/notes';
import { catalogueOf } from '@/core/drills/catalogue';
import type { Sheet } from '@/core/sequence/sheet';
import { findClass, memberFor } from '@/server/classes';
import { ownLibrary } from '@/server/drills';
import type { Scope } from '@/server/scope';

/** The sheet of a class; null where there is no such class, or nothing in it yet. */
export function classSheetOf(scope: Scope, classId: string): Sheet | null {
  const row = z.uuid().safeParse(classId).success ? findClass(scope, classId) : undefined;
  if (!row?.data.sequence) return null;
  const { sequence, roster, room, school, name } = row.data;
  const members = roster.map((entry) => memberFor(scope, entry, school));
  const { seats, where } = presentSeatsOf(members, room, catalogueOf(ownLibrary(scope)));
  return classSheet(sequence, name, seats, sharesOf(sequence, seats, where));
}
