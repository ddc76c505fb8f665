import { parentPort } from 'node:worker_threads';
import { renderToBuffer } from '@react-pdf/renderer';
import { svgOf } from '@/core/body/figure/body-file';
import type { Asked } from '@/core/body/figure/draw';
import type { Sheet } from '@/core/sequence/sheet';
import type { Report } from '@/core/client/report';
import {
  ClientLessonPdf,
  LessonPdf,
  type ClientLessonPrinted,
  type LessonPrinted,
} from '@/pictures/lesson-pdf';
import { ReportPdf } from '@/pictures/report-pdf';
import { SheetPdf } from '@/pictures/sheet-pdf';

export type PdfJob = { job: number } & (
  | { sheet: Sheet; large: boolean }
  | LessonPrinted
  | ClientLessonPrinted
  | { report: Report; days: Record<string, string> }
  | { body: Asked }
);
export type PdfMade = { job: number } & ({ pdf: Uint8Array } | { svg: string } | { why: string });

// A thread of the server, not of a browser: making a sheet takes a quarter of a second of computing, tracing a body a third.
async function make({ job, ...asked }: PdfJob): Promise<void> {
  if ('body' in asked) {
    parentPort?.postMessage({ job, svg: svgOf(asked.body) } satisfies PdfMade);
    return;
  }
  const page =
    'report' in asked ? (
      <ReportPdf report={asked.report} days={asked.days} />
    ) : 'lesson' in asked ? (
      <LessonPdf {...asked} />
    ) : 'home' in asked ? (
      <ClientLessonPdf {...asked} />
    ) : (
      <SheetPdf sheet={asked.sheet} large={asked.large} />
    );
  const made: PdfMade = await renderToBuffer(page).then(
    (pdf) => ({ job, pdf: new Uint8Array(pdf) }),
    (error: unknown) => ({ job, why: error instanceof Error ? error.message : String(error) }),
  );
  parentPort?.postMessage(made);
}

/** One after another: two that are made at once would share the state of their fonts. */
let before = Promise.resolve();
parentPort?.on('message', (job: PdfJob) => {
  before = before.then(() => make(job));
});
