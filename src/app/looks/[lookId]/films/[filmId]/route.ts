import { fail } from '@/core/base/result';
import { answer } from '@/server/body';
import { dropFilm, filmPart } from '@/server/films';
import { guarded } from '@/server/save';
import { scopeOfRequest } from '@/server/request-scope';
import { ONLY_LOOK } from '@/server/save';

type Props = { params: Promise<{ lookId: string; filmId: string }> };

const MEDIA = { mp4: 'video/mp4', mov: 'video/quicktime', webm: 'video/webm', mkv: 'video/x-matroska' };

/** A kept film, whole or the part that a player asks for (RFC 9110, section 14). */
export async function GET(request: Request, { params }: Props) {
  const { lookId, filmId } = await params;
  const range = request.headers.get('range');
  const part = filmPart(await scopeOfRequest(), lookId, filmId, range);
  if (!part) return new Response('Nothing is kept under this address.', { status: 404 });
  const { stream, type, length, from, to } = part;
  return new Response(stream, {
    status: range === null ? 200 : 206,
    headers: {
      'content-type': MEDIA[type],
      'content-length': String(to - from + 1),
      'accept-ranges': 'bytes',
      ...(range === null ? {} : { 'content-range': `bytes ${from}-${to}/${length}` }),
      'cache-control': 'no-store',
    },
  });
}

export async function DELETE(_: Request, { params }: Props) {
  const { lookId, filmId } = await params;
  const scope = await scopeOfRequest();
  if (scope.may !== 'write') return answer(fail(ONLY_LOOK), 403);
  return answer(guarded(() => dropFilm(scope, lookId, filmId)));
}
