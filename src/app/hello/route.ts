/**
 * Says that Kokyu is there, and nothing else: whoever watches the server asks here, and the figures of other pages
 * stand beside it.
 */
export const GET = (): Response =>
  new Response('hello', {
    headers: { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' },
  });
