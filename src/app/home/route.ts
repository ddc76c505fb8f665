import { homePage } from './home-page';

/** The client's own page. It is the same for everybody: which plan it opens stands behind the # and comes later. */
export const GET = (request: Request): Response =>
  new Response(homePage({ nonce: request.headers.get('x-nonce') ?? '' }), {
    headers: { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-cache' },
  });
