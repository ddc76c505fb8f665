import { parentPort } from 'node:worker_threads';
import { renderToBuffer } from '@react-pdf/renderer';
import type { Sheet } from '@/core/sequence/sheet';
import { SheetPdf } from '@/pictures/sheet-pdf';

export type PdfJob = { job: number; sheet: Sheet; large: boolean };
export type PdfMade = { job: number } & ({ pdf: Uint8Array } | { why: string });

// A thread of the server, not of a browser: making a sheet takes a quarter of a second of computing.
async function make({ job, sheet, large }: PdfJob): Promise<void> {
  const made: PdfMade = await renderToBuffer(<SheetPdf sheet={sheet} large={large} />).then(
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
