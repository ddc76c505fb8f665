import * as z from 'zod';
import { listArchived, listClients } from '@/server/clients';
import { scopeOfRequest } from '@/server/request-scope';

const Search = z.object({ search: z.string().max(120), archived: z.boolean().optional() });

/** Clients whose name holds the search, of the list or of those taken off it. By POST, so that no name stands in an address. */
export async function POST(request: Request) {
  const given = Search.safeParse(await request.json().catch(() => null));
  if (!given.success)
    return Response.json({ why: 'search: a text of at most 120 characters' }, { status: 400 });
  const { search, archived } = given.data;
  const scope = await scopeOfRequest();
  return Response.json(archived ? { rows: listArchived(scope, search) } : listClients(scope, search, 0));
}
