import { printClientFile } from '@/core/formats/client-file';
import { scopeOfRequest } from '@/server/request-scope';
import { clientFileOf } from '@/server/client-file';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const file = clientFileOf(await scopeOfRequest(), (await params).id);
  if (!file) return new Response('Nothing is kept under this address.', { status: 404 });
  const headers = {
    'content-type': 'application/json; charset=utf-8',
    'content-disposition': 'attachment; filename="client.kokyu.json"',
    'cache-control': 'no-store',
  };
  return new Response(printClientFile(file), { headers });
}
