import { MOST_BYTES } from '@/core/formats/recording';
import { fail } from '@/core/base/result';
import { guarded } from '@/server/save';
import { keepRecording } from '@/server/recordings';

const answer = (body: unknown, status = 200) =>
  Response.json(body, { status, headers: { 'cache-control': 'no-store' } });

/** Takes the bytes of a record; its name comes as a header, so that it stands in no address. */
export async function POST(request: Request, { params }: { params: Promise<{ lookId: string }> }) {
  const { lookId } = await params;
  const origin = request.headers.get('origin');
  if (origin !== null && new URL(origin).host !== request.headers.get('host'))
    return answer(fail('Not taken: sent from another place.'), 403);
  const most = Math.max(...Object.values(MOST_BYTES));
  if (Number(request.headers.get('content-length') ?? 0) > most)
    return answer(fail(`the record has more than ${most / 1048576} MB`), 413);
  const name = nameOf(request.headers.get('x-record-name'));
  const bytes = new Uint8Array(await request.arrayBuffer());
  return answer(guarded(() => keepRecording(lookId, name, bytes)));
}

/** The name as it was written by the page; one that cannot be read is replaced. */
function nameOf(header: string | null): string {
  try {
    return decodeURIComponent(header ?? 'record');
  } catch {
    return 'record';
  }
}
