import { request } from 'node:http';

/** Headers that the house believes of its own door only, and those that belong to one connection. */
const OURS =
  /^(x-forwarded-.*|forwarded|x-real-ip|x-kokyu-(path|method)|x-nonce|connection|keep-alive|upgrade|te|trailer|transfer-encoding|proxy-.*)$/;

/** A year, which browsers take as "always by https". */
export const HSTS = 'max-age=31536000';

/** Says no in words; over TLS also that it is always to be TLS. */
export function refuse(answer, status, why, tls) {
  if (answer.headersSent) return answer.destroy();
  answer.writeHead(status, {
    'content-type': 'text/plain; charset=utf-8',
    'cache-control': 'no-store',
    ...(tls ? { 'strict-transport-security': HSTS } : {}),
  });
  answer.end(why);
}

/**
 * Hands a request to a house that listens to this machine only, and its answer back, both as streams.
 *
 * @param target port of the house @param host name and port by which it was asked for @param tls whether by https
 */
export function passOn(asked, answer, { target, host, tls }) {
  const headers = Object.fromEntries(Object.entries(asked.headers).filter(([name]) => !OURS.test(name)));
  const inside = request(
    {
      host: '127.0.0.1',
      port: target,
      method: asked.method,
      path: asked.url,
      headers: {
        ...headers,
        host: `127.0.0.1:${target}`,
        'x-forwarded-host': host,
        'x-forwarded-proto': tls ? 'https' : 'http',
      },
    },
    (got) => {
      answer.writeHead(got.statusCode ?? 502, {
        ...got.headers,
        ...(tls ? { 'strict-transport-security': HSTS } : {}),
      });
      got.pipe(answer);
    },
  );
  inside.on('error', () => refuse(answer, 502, 'Kokyu is not there just now.', tls));
  // Who leaves ends what was asked for them, streams of a run too.
  answer.on('close', () => inside.destroy());
  asked.on('error', () => inside.destroy());
  asked.pipe(inside);
}

/** The name in a Host header, without its port. @example nameIn('Harbour.localhost:4620') // 'harbour.localhost' */
export const nameIn = (host) =>
  (host ?? '')
    .toLowerCase()
    .replace(/:\d+$/, '')
    .replace(/^\[|\]$/g, '');

/** What every door of ours allows. */
export function limit(server) {
  server.headersTimeout = 10_000;
  server.requestTimeout = 10 * 60_000;
  server.maxConnections = 500;
  return server;
}

/** A server that listens, or why it cannot. */
export const listening = (server, port, host) =>
  new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => resolve(server));
  });
