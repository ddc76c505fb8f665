import * as z from 'zod';
import { printLine } from '@/core/formats/line-protocol';
import { bandBody, BandSetup } from '@/core/simulate/bands';
import { parseWith } from '@/core/base/parse';

const Asked = z.object({ setup: BandSetup, fromMs: z.number().min(0).max(86_400_000).default(0) });

/** How often lines go out, ms. */
const PACE_MS = 40;

/**
 * The simulated bands: a stand-in for a device, which sends the lines of a made-up body in real time by the same open
 * protocol as one on a serial line. A lost line is a stream that ends; asked again from where it was, it goes on.
 */
export async function POST(request: Request) {
  const asked = parseWith(Asked, await request.json().catch(() => null));
  if (!asked.ok) return Response.json(asked, { status: 400 });
  const { setup, fromMs } = asked.value;
  const body = bandBody(setup);
  const stepMs = 1000 / setup.hz;
  let at = 0;
  while (at * stepMs < fromMs - stepMs / 2) {
    body.next();
    at++;
  }
  const first = at;
  const encoder = new TextEncoder();
  let timer: ReturnType<typeof setInterval>;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const began = performance.now();
      controller.enqueue(encoder.encode(`# simulated bands\n# places ${setup.places.join(',')}\n`));
      timer = setInterval(() => {
        const due = first + Math.floor((performance.now() - began) / stepMs);
        let text = '';
        for (; at < due; at++) {
          const sample = body.next();
          if (sample === null) {
            // The line is lost here: what was due goes out and the stream ends.
            if (text !== '') controller.enqueue(encoder.encode(text));
            clearInterval(timer);
            controller.close();
            return;
          }
          text += printLine({ tMs: sample.tS * 1000, values: sample.values });
        }
        if (text !== '') controller.enqueue(encoder.encode(text));
      }, PACE_MS);
    },
    cancel() {
      clearInterval(timer);
    },
  });
  return new Response(stream, {
    headers: {
      'content-type': 'text/plain; charset=utf-8',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    },
  });
}
