import * as z from 'zod';
import { fail } from '@/core/base/result';
import { MOST_BYTES } from '@/core/formats/recording';
import { answer, bodyOf } from '@/server/body';
import { keepRecording } from '@/server/recordings';
import { guarded, ONLY_LOOK } from '@/server/save';
import { scopeOfRequest } from '@/server/request-scope';

/** Takes the bytes of a record; its name comes as a header, so that it stands in no address. */
export async function POST(request: Request, { params }: { params: Promise<{ lookId: string }> }) {
  const lookId = z.uuid().safeParse((await params).lookId);
  if (!lookId.success) return answer(fail('Nothing is kept under this address.'), 404);
  const scope = await scopeOfRequest();
  if (scope.may !== 'write') return answer(fail(ONLY_LOOK), 403);
  const bytes = await bodyOf(request, Math.max(...Object.values(MOST_BYTES)));
  if (!bytes.ok) return answer(bytes, 413);
  const name = nameOf(request.headers.get('x-record-name'));
  return answer(guarded(() => keepRecording(scope, lookId.data, name, bytes.value)));
}

/** The name as it was written by the page; one that cannot be read is replaced. */
function nameOf(header: string | null): string {
  try {
    return decodeURIComponent(header ?? 'record');
  } catch {
    return 'record';
  }
}
