import { inMb } from '@/core/base/megabytes';
import { fail, ok, type Result } from '@/core/base/result';

/**
 * The bytes that a request carries, all of them or none: more than `most`, or fewer than were announced, is refused. Reads
 * no further than it must.
 */
export async function bodyOf(request: Request, most: number): Promise<Result<Uint8Array>> {
  const announced = Number(
    request.headers.get('x-kokyu-length') ?? request.headers.get('content-length') ?? NaN,
  );
  if (announced > most) return fail(`it has ${inMb(announced)}; at most ${inMb(most)} are taken`);
  const parts: Uint8Array[] = [];
  let length = 0;
  if (request.body) {
    const reader = request.body.getReader();
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      length += part.value.length;
      if (length > most) {
        void reader.cancel();
        return fail(`it has more than ${inMb(most)}`);
      }
      parts.push(part.value);
    }
  }
  if (Number.isFinite(announced) && announced !== length)
    return fail(`only ${inMb(length)} of ${inMb(announced)} arrived. Nothing was kept; send it again`);
  const bytes = new Uint8Array(length);
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return ok(bytes);
}

/** The same, as JSON. */
export async function jsonOf(request: Request, most: number): Promise<Result<unknown>> {
  const bytes = await bodyOf(request, most);
  if (!bytes.ok) return bytes;
  try {
    return ok(JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes.value)));
  } catch {
    return fail('what arrived is no JSON');
  }
}

/** An answer that nobody keeps on the way. */
export const answer = (body: unknown, status = 200): Response =>
  Response.json(body, { status, headers: { 'cache-control': 'no-store' } });
