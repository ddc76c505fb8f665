import * as z from 'zod';
import { fail } from '@/core/base/result';
import { answer } from '@/server/body';
import { hearRun } from '@/server/run-feed';
import { findRun } from '@/server/runs';
import { scopeOfRequest } from '@/server/scope';

const Address = z.object({ runId: z.uuid() });
/** A line now and then keeps the way open, ms. */
const ALIVE_MS = 15000;

/** What is stored of a run, as it is stored: server-sent events for every screen that shows it. */
export async function GET(request: Request, { params }: { params: Promise<unknown> }): Promise<Response> {
  const at = Address.safeParse(await params);
  const scope = await scopeOfRequest();
  const run = at.success ? findRun(scope, at.data.runId) : undefined;
  if (!run) return answer(fail('This run is no longer here.'), 404);
  const encoder = new TextEncoder();
  let close = () => undefined as void;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (message: object) =>
        controller.enqueue(encoder.encode(`data: ${JSON.stringify({ now: Date.now(), ...message })}\n\n`));
      send({ rev: run.rev, data: { sequence: run.sequence, state: run.state } });
      const deaf = hearRun(run.id, send, () => close());
      const alive = setInterval(() => send({}), ALIVE_MS);
      close = () => {
        deaf();
        clearInterval(alive);
        try {
          controller.close();
        } catch {
          // Closed by the other end already.
        }
      };
      request.signal.addEventListener('abort', close);
    },
    cancel: () => close(),
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
}
