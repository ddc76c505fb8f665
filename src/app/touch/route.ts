import { scopeOfRequest } from '@/server/request-scope';

/** Somebody is at the screen; asking for the scope notes it. */
export async function POST(): Promise<Response> {
  await scopeOfRequest();
  return new Response(null, { status: 204 });
}
