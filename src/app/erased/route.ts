import * as z from 'zod';
import { erasedAmong } from '@/server/erase';
import { connect } from '@/server/db/client';
import { scopeOfRequest } from '@/server/request-scope';

const Asked = z.object({ ids: z.array(z.uuid()).max(5000) });

/** Which of the records that a browser has drafts of were erased. */
export async function POST(request: Request) {
  const given = Asked.safeParse(await request.json().catch(() => null));
  if (!given.success)
    return Response.json({ why: 'ids: a list of at most 5000 random names' }, { status: 400 });
  if (!connect().ok) return Response.json({ why: 'the records cannot be read just now' }, { status: 503 });
  await scopeOfRequest();
  return Response.json({ gone: erasedAmong(given.data.ids) });
}
