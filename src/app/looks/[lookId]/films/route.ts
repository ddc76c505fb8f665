import * as z from 'zod';
import { fail } from '@/core/base/result';
import { answer } from '@/server/body';
import { keepFilm } from '@/server/films';
import { scopeOfRequest } from '@/server/request-scope';
import { ONLY_LOOK } from '@/server/save';

const Asked = z.object({ lookId: z.uuid(), agreedAt: z.iso.datetime() });

/** Takes the bytes of a film; when the client agreed that it is kept comes as a header. */
export async function POST(request: Request, { params }: { params: Promise<{ lookId: string }> }) {
  const scope = await scopeOfRequest();
  if (scope.may !== 'write') return answer(fail(ONLY_LOOK), 403);
  const asked = Asked.safeParse({ ...(await params), agreedAt: request.headers.get('x-agreed-at') });
  if (!asked.success) return answer(fail('Nothing is kept without the client’s consent.'), 400);
  if (!request.body) return answer(fail('nothing arrived'), 400);
  const announced = request.headers.get('x-kokyu-length');
  const length = announced === null ? null : Number(announced);
  return answer(await keepFilm(scope, asked.data.lookId, asked.data.agreedAt, request.body, length));
}
