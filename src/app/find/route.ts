import * as z from 'zod';
import { listClients } from '@/server/clients';
import { scopeOfRequest } from '@/server/scope';

const Search = z.object({ search: z.string().max(120) });

/** Clients whose name holds the search. By POST, so that no name stands in an address. */
export async function POST(request: Request) {
  const given = Search.safeParse(await request.json().catch(() => null));
  if (!given.success)
    return Response.json({ why: 'search: a text of at most 120 characters' }, { status: 400 });
  return Response.json(listClients(await scopeOfRequest(), given.data.search, 0));
}
