import * as z from 'zod';
import { fail } from '@/core/base/result';
import { parseWith } from '@/core/base/parse';
import { printLine } from '@/core/formats/line-protocol';
import { bandBody } from '@/core/simulate/bands';
import { BandSetup } from '@/core/simulate/bands.schema';
import { answer, jsonOf } from '@/server/body';
import { scopeOfRequest } from '@/server/request-scope';

const Asked = z.object({ setup: BandSetup, fromMs: z.number().min(0).max(86_400_000).default(0) });

/** How often lines go out, ms. */
const PACE_MS = 40;
/** So many streams at once; each belongs to one page that records. */
const MOST_STREAMS = 8;
/** A stream ends after this long; a page that still records asks for the next from where it was, ms. */
const LONGEST_MS = 2 * 60 * 60 * 1000;
/** Samples that go out in one turn, so that a stream that fell behind holds nobody up. */
const MOST_AT_ONCE = 2000;

let streams = 0;

/**
 * The simulated bands: a stand-in for a device, which sends the lines of a made-up body in real time by the same open
 * protocol as one on a serial line. A lost line is a stream that ends; asked again from where it was, it goes on.
 */
export async function POST(request: Request) {
  await scopeOfRequest();
  const sent = await jsonOf(request, 64 * 1024);
  const asked = sent.ok ? parseWith(Asked, sent.value) : sent;
  if (!asked.ok) return answer(asked, 400);
  if (streams >= MOST_STREAMS)
    return answer(fail('busy: too many records run at once. End one and try again'), 429);
  const { setup, fromMs } = asked.value;
  const body = bandBody(setup);
  const stepMs = 1000 / setup.hz;
  body.skipTo(fromMs / 1000);
  let at = Math.round(fromMs / stepMs);
  const first = at;
  const encoder = new TextEncoder();
  let timer: ReturnType<typeof setInterval> | null = null;
  const ended = () => {
    if (timer === null) return;
    clearInterval(timer);
    timer = null;
    streams--;
  };
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      streams++;
      const began = performance.now();
      controller.enqueue(encoder.encode(`# simulated bands\n# places ${setup.places.join(',')}\n`));
      const send = (text: string) => text !== '' && controller.enqueue(encoder.encode(text));
      timer = setInterval(() => {
        const since = performance.now() - began;
        const due = Math.min(first + Math.floor(since / stepMs), at + MOST_AT_ONCE);
        let text = '';
        for (; at < due; at++) {
          const sample = body.next();
          if (sample === null || since > LONGEST_MS) {
            // The line is lost here: what was due goes out and the stream ends.
            send(text);
            ended();
            controller.close();
            return;
          }
          text += printLine({ tMs: sample.tS * 1000, values: sample.values });
        }
        send(text);
      }, PACE_MS);
    },
    cancel: ended,
  });
  request.signal.addEventListener('abort', ended);
  return new Response(stream, {
    headers: {
      'content-type': 'text/plain; charset=utf-8',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    },
  });
}
