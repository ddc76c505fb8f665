import * as z from 'zod';
import { REVISED_KINDS } from '@/core/base/revision';
import { rawOf } from '@/server/damaged';
import { scopeOfRequest } from '@/server/request-scope';

const Address = z.object({ kind: z.enum(REVISED_KINDS), id: z.uuid() });

/** The text of a record as it is kept, for one that cannot be read. */
export async function GET(_: Request, { params }: { params: Promise<unknown> }) {
  const at = Address.safeParse(await params);
  const text = at.success ? rawOf(await scopeOfRequest(), at.data.kind, at.data.id) : undefined;
  if (text === undefined) return new Response('Nothing is kept under this address.', { status: 404 });
  return new Response(text, {
    headers: {
      'content-type': 'application/octet-stream',
      'content-disposition': 'attachment; filename="damaged-record.txt"',
      'cache-control': 'no-store',
    },
  });
}
