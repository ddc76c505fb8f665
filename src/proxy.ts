import { NextResponse, type NextRequest } from 'next/server';
import { doorOf, hostOf, refusalAt } from './server/door';

/** More than this is sent to no address of ours but the one that takes client files, bytes. */
const MOST_BYTES = 210 * 1024 * 1024;

/** How the browser’s own router says that it fetches a page ahead of a press that may never come. */
const AHEAD = ['next-router-prefetch', 'next-router-segment-prefetch'];

/**
 * The door. Only names that Kokyu was started for are let in, and what changes something must come from a page of ours.
 * Nothing leaves the machine: every page comes with a policy that lets the browser talk to this server alone, and scripts
 * run only with the nonce of the request.
 */
export function proxy(request: NextRequest) {
  const door = doorOf(process.env);
  const refusal = refusalAt(request, door);
  if (refusal) return Response.json({ ok: false, why: refusal.why }, { status: refusal.status });
  if (!readable(request.nextUrl.pathname))
    return new Response('This address cannot be read: a part of it is no text.', {
      status: 400,
      headers: { 'content-type': 'text/plain; charset=utf-8' },
    });
  if (Number(request.headers.get('content-length') ?? 0) > MOST_BYTES)
    return Response.json(
      { ok: false, why: `it has more than ${MOST_BYTES / 1048576} MB. Nothing was kept` },
      { status: 413 },
    );
  const nonce = btoa(crypto.randomUUID());
  const development = process.env.NODE_ENV !== 'production';
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${development ? " 'unsafe-eval'" : ''}`,
    // What is drawn is placed by style attributes, which have no nonce; style elements need one.
    "style-src 'self' 'unsafe-inline'",
    `style-src-elem 'self'${development ? " 'unsafe-inline'" : ` 'nonce-${nonce}'`}`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
  const headers = new Headers(request.headers);
  // What stands behind no proxy of ours believes no name that a request gives itself.
  headers.set('x-forwarded-host', hostOf(request, door));
  headers.set('x-nonce', nonce);
  // Who may see what hangs on what is asked for; a request does not get to say that itself.
  headers.set('x-kokyu-path', request.nextUrl.pathname);
  headers.set('x-kokyu-method', request.method);
  headers.delete('x-kokyu-ahead');
  if (AHEAD.some((name) => request.headers.has(name))) headers.set('x-kokyu-ahead', '1');
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

function readable(path: string): boolean {
  try {
    return decodeURIComponent(path).length > 0;
  } catch {
    return false;
  }
}

export const config = {
  matcher: [{ source: '/((?!_next/static|_next/image|icon.svg|bring-in|bundle$).*)' }],
};
