import { fail } from '@/core/result';
import { guarded } from '@/server/save';
import { keepRecording } from '@/server/recordings';

/** Takes the bytes of a record; its name comes as a header, so that it stands in no address. */
export async function POST(request: Request, { params }: { params: Promise<{ lookId: string }> }) {
  const { lookId } = await params;
  const origin = request.headers.get('origin');
  if (origin !== null && new URL(origin).host !== request.headers.get('host')) return Response.json(fail('Not taken: sent from another place.'), { status: 403 });
  const name = decodeURIComponent(request.headers.get('x-record-name') ?? 'record');
  const bytes = new Uint8Array(await request.arrayBuffer());
  return Response.json(guarded(() => keepRecording(lookId, name, bytes)), { headers: { 'cache-control': 'no-store' } });
}
