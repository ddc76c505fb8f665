import * as z from 'zod';
import { dayIn } from '@/core/home/clock-time';
import { printDaily } from '@/core/formats/icalendar';
import { clientSheet, dailyThings, type ClientLessonSheet } from '@/core/lesson/client-sheet';
import { lessonNow } from '@/core/lesson/lesson-now';
import type { Lesson } from '@/core/sequence/lesson.schema';
import { flagsOf } from '@/core/screen/known';
import { SHEET_FOR, sheetOf, type Sheet } from '@/core/sequence/sheet';
import type { Scope } from '@/server/scope';
import { house } from '@/server/settings';
import { screenOf } from '@/server/screens';
import { findSequence } from '@/server/sequences';

const Asked = z.object({ for: z.enum(SHEET_FOR), large: z.stringbool().default(false) });

/** The sheet that an address asks for, or null where there is none. */
export function askedSheet(
  scope: Scope,
  sequenceId: string,
  search: URLSearchParams,
): { sheet: Sheet; large: boolean } | null {
  const asked = Asked.safeParse(Object.fromEntries(search));
  const row = z.uuid().safeParse(sequenceId).success ? findSequence(scope, sequenceId) : undefined;
  if (!row || !asked.success) return null;
  const screen = screenOf(scope, row.clientId).data;
  return {
    sheet: {
      ...sheetOf(row.data, row.name, asked.data.for, {
        flags: flagsOf(screen),
        goals: screen.goalList ?? [],
      }),
      from: house(scope).name,
    },
    large: asked.data.large,
  };
}

/** What of a lesson goes home on paper, or null where the sequence has none. */
export function askedClientSheet(scope: Scope, sequenceId: string): ClientLessonSheet | null {
  const lesson = askedLesson(scope, sequenceId);
  const row = lesson && findSequence(scope, sequenceId);
  return row ? clientSheet(lesson, row.data) : null;
}

/** Until the next visit, days. Our choice. */
const HOME_DAYS = 14;

/** What goes home as a calendar file, from today on by the server’s clock. */
export function homeCalendar(sheet: ClientLessonSheet, sequenceId: string): string {
  const now = new Date();
  return printDaily(dailyThings(sheet), {
    uid: sequenceId,
    from: dayIn(Intl.DateTimeFormat().resolvedOptions().timeZone, now),
    days: HOME_DAYS,
    stamp: now,
  });
}

/** The lesson of a sequence as it stands, or null where it has none. */
export function askedLesson(scope: Scope, sequenceId: string): Lesson | null {
  const row = z.uuid().safeParse(sequenceId).success ? findSequence(scope, sequenceId) : undefined;
  if (!row) return null;
  const screen = screenOf(scope, row.clientId).data;
  const places = (screen.complaints ?? []).map((c) => c.place);
  return lessonNow(row.data, { flags: flagsOf(screen), places });
}
