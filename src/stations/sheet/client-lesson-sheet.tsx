'use client';

import type { ClientLessonSheet as Sheet } from '@/core/lesson/client-sheet';
import { Figure } from '@/pictures/figure';
import { buttonClass } from '@/ui/button';
import { PrintButton } from '@/ui/print-button';

type Props = { sheet: Sheet; from: string; large: boolean; calendar: string; pdfHref: string };

/** What a client takes home, as the browser prints it: one thing a row, its picture, when to stop. */
export function ClientLessonSheet({ sheet, from, large, calendar, pdfHref }: Props) {
  return (
    <article
      className={`sheet sheet-client mx-auto max-w-[820px] ${large ? 'sheet-large' : ''}`}
      aria-label={sheet.title}
      data-client-sheet
    >
      <div className="no-print flex gap-3 py-3">
        <PrintButton />
        <a className={buttonClass()} href={pdfHref} download>
          PDF
        </a>
        <a
          className={buttonClass()}
          download="home.ics"
          href={`data:text/calendar;charset=utf-8,${encodeURIComponent(calendar)}`}
        >
          Calendar file
        </a>
      </div>
      <h1 className="border-b-[1.5px] border-ink pb-1 text-[1.9em]">{sheet.title}</h1>
      {sheet.things.map((thing, i) => (
        <section
          key={thing.when}
          className="grid break-inside-avoid grid-cols-[13em_1fr] items-center gap-x-[1.2em] border-b border-rule py-[0.9em]"
        >
          {thing.picture ? <Figure {...thing.picture} className="h-[9em] w-full" /> : <span />}
          <div className="space-y-[0.3em]">
            <h2 className="text-[1.35em]">
              {i + 1}. {thing.when}
            </h2>
            <p className="text-[1.2em]">{thing.does}</p>
            <p className="text-[1.2em] font-bold tabular-nums">{thing.dose}</p>
          </div>
        </section>
      ))}
      <section className="grid grid-cols-1 gap-y-[0.5em] py-[0.9em] text-[1.2em]">
        <p>
          <strong>Watch for yourself:</strong> {sheet.watch}
        </p>
        <p className="text-stop">
          <strong>Stop if:</strong> {sheet.stop}
        </p>
        <p>
          <strong>Then call:</strong> {sheet.call}
        </p>
      </section>
      {from && (
        <p className="text-right text-[0.85em] text-soft" dir="auto">
          {from}
        </p>
      )}
    </article>
  );
}
