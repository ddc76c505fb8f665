import * as z from 'zod';
import { fail } from '@/core/base/result';
import { answer } from '@/server/body';
import { findClassRun } from '@/server/class-runs';
import { hearRun, isEnding, type FedRun } from '@/server/run-feed';
import { findRun } from '@/server/runs';
import { scopeOfRequest } from '@/server/request-scope';
import type { Scope } from '@/server/scope';

const Address = z.object({ runId: z.uuid() });
/** A line now and then keeps the way open, ms. */
const ALIVE_MS = 15000;

/** A run of a client, or of a class. */
function fedOf(scope: Scope, id: string): FedRun | undefined {
  const run = findRun(scope, id);
  if (run) return { rev: run.rev, data: { sequence: run.sequence, state: run.state } };
  const classRun = findClassRun(scope, id);
  return classRun && { rev: classRun.rev, data: classRun.data };
}

/** What is stored of a run, as it is stored: server-sent events for every screen that shows it. */
export async function GET(request: Request, { params }: { params: Promise<unknown> }): Promise<Response> {
  if (isEnding()) return answer(fail('Kokyu is being ended.'), 503);
  const at = Address.safeParse(await params);
  const scope = await scopeOfRequest();
  const run = at.success ? fedOf(scope, at.data.runId) : undefined;
  if (!at.success || !run) return answer(fail('This run is no longer here.'), 404);
  const encoder = new TextEncoder();
  let close = () => undefined as void;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (message: object) =>
        controller.enqueue(encoder.encode(`data: ${JSON.stringify({ now: Date.now(), ...message })}\n\n`));
      send(run);
      const deaf = hearRun(at.data.runId, send, () => close());
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
