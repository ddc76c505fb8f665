'use client';

import { LessonView } from '@/pictures/lesson-view';
import { buttonClass } from '@/ui/button';
import { PrintButton } from '@/ui/print-button';

/** A lesson as the browser prints it; the button stays on the screen. */
export function LessonSheet({
  pdfHref,
  ...shown
}: Pick<Parameters<typeof LessonView>[0], 'lesson' | 'beside' | 'cautions'> & { pdfHref: string }) {
  return (
    <div className="sheet sheet-instructor mx-auto max-w-[820px]">
      <div className="no-print flex gap-3 py-3">
        <PrintButton />
        <a className={buttonClass()} href={pdfHref} download>
          PDF
        </a>
      </div>
      <LessonView {...shown} />
    </div>
  );
}
