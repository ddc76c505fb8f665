import { Worker } from 'node:worker_threads';
import { fail, ok, type Result } from '@/core/base/result';
import type { Asked } from '@/core/body/figure/draw';
import type { Report } from '@/core/client/report';
import type { ClientLessonSheet } from '@/core/lesson/client-sheet';
import type { Lesson } from '@/core/sequence/lesson.schema';
import type { Sheet } from '@/core/sequence/sheet';

/** What `workers/pdf.worker` takes and gives. */
type Made = { job: number; pdf?: Uint8Array; svg?: string; why?: string };

/** So many sheets wait to be made; they are made one after another in a thread, and nobody else waits for them. */
const MOST_WAITING = 12;
/** A thread that made nothing for this long goes, ms. */
const IDLE_MS = 60_000;

type Settle = (made: Result<Uint8Array | string>) => void;
let thread: Worker | null = null;
let idle: NodeJS.Timeout | null = null;
let jobs = 0;
const waiting = new Map<number, Settle>();

/** What is printed: a sheet, a lesson for the room or for home, or a report with its days in words. */
export type Printed =
  | { sheet: Sheet; large: boolean }
  | {
      lesson: Lesson;
      beside: Readonly<Record<string, readonly string[]>>;
      cautions: readonly string[];
    }
  | { home: ClientLessonSheet; from: string; large: boolean }
  | { report: Report; days: Record<string, string> };

/** It as a PDF; null when too many wait. */
export const makePdf = (printed: Printed): Promise<Result<Uint8Array>> | null =>
  inThread(printed, (made): made is Uint8Array => made instanceof Uint8Array);

/** A body that is no file, traced; null when too many wait. */
export const traceBody = (body: Asked): Promise<Result<string>> | null =>
  inThread({ body }, (made): made is string => typeof made === 'string');

function inThread<T extends Uint8Array | string>(
  asked: object,
  is: (made: Uint8Array | string) => made is T,
): Promise<Result<T>> | null {
  if (waiting.size >= MOST_WAITING) return null;
  return new Promise((settle) => {
    const job = ++jobs;
    waiting.set(job, (made) =>
      settle(!made.ok ? made : is(made.value) ? ok(made.value) : fail('something else was made')),
    );
    if (idle) clearTimeout(idle);
    thread ??= start();
    thread.ref();
    thread.postMessage({ job, ...asked });
  });
}

function start(): Worker {
  const made = new Worker(new URL('../workers/pdf.worker.tsx', import.meta.url));
  made.on('message', ({ job, pdf, svg, why }: Made) =>
    finish(job, pdf ? ok(pdf) : svg ? ok(svg) : fail(why ?? 'it was not made')),
  );
  made.on('error', (error) => ended(made, error.message));
  made.on('exit', () => ended(made, 'the thread that makes sheets ended'));
  return made;
}

function finish(job: number, made: Result<Uint8Array | string>): void {
  waiting.get(job)?.(made);
  waiting.delete(job);
  if (waiting.size > 0) return;
  // An idle thread holds nobody up who wants to end.
  thread?.unref();
  idle = setTimeout(() => {
    // Whoever comes now begins another one.
    void thread?.terminate();
    thread = null;
  }, IDLE_MS);
  idle.unref();
}

function ended(which: Worker, why: string): void {
  if (thread !== which) return;
  thread = null;
  for (const [job, settle] of [...waiting]) {
    waiting.delete(job);
    settle(fail(why));
  }
}
