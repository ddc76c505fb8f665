import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { fail, type Failure } from '@/core/base/result';
import { answer } from '@/server/body';
import { bringInBundle, takeBackBundle, type BroughtIn, type Step } from '@/server/bundle-in';
import { bundleOf } from '@/server/bundle-out';
import { databasePath } from '@/server/db/client';
import { doorOf, refusalAt } from '@/server/door';
import { note } from '@/server/people/trace';
import { ownScopeOfRequest } from '@/server/request-scope';
import { REFUSED_TEXT, statusOf } from '@/server/scope';
import { ONLY_LOOK } from '@/server/save';

/** What comes line by line while a bundle is brought in: how far it is, and at last what came of it. */
export type BundleLine = Step | ({ step: 'done' } & BroughtIn) | ({ step: 'refused' } & Failure);

/** The largest bundle that is taken, bytes. Our choice: what a studio of many years comes to. */
const MOST_BYTES = 8 * 1024 ** 3;

/** Everybody and everything, streamed. */
export async function GET(request: Request): Promise<Response> {
  // Large bodies go past the proxy; so the door is here, for both ways.
  const refusal = refusalAt(request, doorOf(process.env));
  if (refusal) return answer(fail(refusal.why), refusal.status);
  const scope = await ownScopeOfRequest();
  if (typeof scope === 'string') return answer(fail(REFUSED_TEXT[scope]), statusOf(scope));
  note(scope.userId, 'exported', null, 'everything');
  const made = bundleOf(scope, null);
  if (!made.ok) return answer(made, 404);
  return new Response(Readable.toWeb(made.value.stream) as ReadableStream<Uint8Array>, {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': 'attachment; filename="studio.kokyu.zip"',
      'cache-control': 'no-store',
    },
  });
}

/** Brings a bundle in, and tells line by line how far it is. Whoever leaves amid it leaves nothing behind. */
export async function POST(request: Request): Promise<Response> {
  const refusal = refusalAt(request, doorOf(process.env));
  if (refusal) return answer(fail(refusal.why), refusal.status);
  const scope = await ownScopeOfRequest();
  if (typeof scope === 'string') return answer(fail(REFUSED_TEXT[scope]), statusOf(scope));
  if (scope.may !== 'write') return answer(fail(ONLY_LOOK), 403);
  // Beside the records: the same disk, and the same eyes.
  const path = `${databasePath()}.incoming-${randomUUID()}`;
  const arrived = await keptAt(path, request);
  if (!arrived.ok) return answer(arrived, 413);
  const leave = new AbortController();
  const lines = new ReadableStream<Uint8Array>({
    async start(out) {
      const say = (line: BundleLine) => out.enqueue(new TextEncoder().encode(`${JSON.stringify(line)}\n`));
      let said = 0;
      const done = await bringInBundle(scope, path, {
        signal: leave.signal,
        // Ten lines a second are enough for whoever watches.
        onStep: (step) => {
          if (leave.signal.aborted || (step.n < step.of && Date.now() - said < 100)) return;
          said = Date.now();
          say(step);
        },
      });
      await rm(path, { force: true });
      if (leave.signal.aborted) {
        // Whoever left at the last moment was told that nothing came in.
        if (done.ok) takeBackBundle(scope, done.value.ids);
        return;
      }
      say(done.ok ? { step: 'done', ...done.value } : { step: 'refused', ...done });
      out.close();
    },
    cancel: () => leave.abort(),
  });
  request.signal.addEventListener('abort', () => leave.abort());
  return new Response(lines, {
    headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
  });
}

async function keptAt(path: string, request: Request): Promise<{ ok: true } | Failure> {
  if (!request.body) return fail('No file arrived. Nothing was brought in.', 'file');
  let length = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _, next) {
      length += chunk.length;
      next(length > MOST_BYTES ? new Error('too large') : null, chunk);
    },
  });
  try {
    await pipeline(
      Readable.fromWeb(request.body as Parameters<typeof Readable.fromWeb>[0]),
      counted,
      createWriteStream(path, { mode: 0o600 }),
    );
    return { ok: true };
  } catch {
    await rm(path, { force: true });
    return fail(
      length > MOST_BYTES
        ? 'This bundle has more than 8 GB. Nothing was brought in.'
        : 'The file did not arrive whole, or this disk has no room for it. Nothing was brought in; try again.',
      'file',
    );
  }
}
