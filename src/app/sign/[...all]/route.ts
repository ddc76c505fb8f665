import { fail } from '@/core/base/result';
import { answer, bodyOf } from '@/server/body';
import { isOpen } from '@/server/people/accounts';
import { note } from '@/server/people/trace';
import { authOfRequest, hasAccounts, signedIn } from '@/server/people/who';

/** Of all that the library answers, what a browser's passkeys need; the rest goes through our own commands. */
const OPEN = {
  GET: /^\/sign\/passkey\/generate-(register|authenticate)-options$/,
  POST: /^\/sign\/passkey\/verify-(registration|authentication)$/,
};
const MOST_BYTES = 64 * 1024;

async function pass(request: Request): Promise<Response> {
  const { pathname } = new URL(request.url);
  if (!OPEN[request.method as keyof typeof OPEN]?.test(pathname) || !hasAccounts())
    return answer(fail('There is nothing here.'), 404);
  const registers = /regist/.test(pathname);
  const who = registers ? await signedIn() : null;
  if (registers && (!who || who.locked)) return answer(fail('Sign in first.'), 401);
  const auth = await authOfRequest();
  const url = new URL(pathname + new URL(request.url).search, auth.options.baseURL);
  const body = request.method === 'POST' ? await bodyOf(request, MOST_BYTES) : null;
  if (body && !body.ok) return answer(body, 413);
  const done = await auth.handler(
    new Request(url, {
      method: request.method,
      headers: request.headers,
      ...(body ? { body: new Uint8Array(body.value) } : {}),
    }),
  );
  if (done.ok && pathname.endsWith('verify-authentication')) {
    const came = (await done.clone().json()) as { session?: { userId?: string } };
    const userId = came.session?.userId;
    if (!userId || !isOpen(userId)) return answer(fail('This account has ended.'), 403);
    note(userId, 'signedIn', null, 'passkey');
  }
  if (done.ok && pathname.endsWith('verify-registration')) note(who?.id, 'account', null, 'passkey added');
  return done;
}

export const GET = pass;
export const POST = pass;
