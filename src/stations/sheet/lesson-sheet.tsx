'use client';

import type { Lesson } from '@/core/sequence/lesson.schema';
import { LessonView } from '@/pictures/lesson-view';
import { PrintButton } from '@/ui/print-button';

/** A lesson as the browser prints it; the button stays on the screen. */
export function LessonSheet({ lesson }: { lesson: Lesson }) {
  return (
    <div className="sheet sheet-instructor mx-auto max-w-[820px]">
      <div className="no-print flex gap-3 py-3">
        <PrintButton />
      </div>
      <LessonView lesson={lesson} />
    </div>
  );
}
