import { createServer, request } from 'node:http';
import { networkInterfaces } from 'node:os';

/** All that a phone may ask for, by method. Whatever else is asked for does not exist here. */
const OPEN = {
  GET: /^\/(home|home\/plan|icon\.svg|at-home\/[A-Za-z0-9_-]+(\.[A-Za-z0-9_-]+)+)$/,
  HEAD: /^\/(home|icon\.svg|at-home\/[A-Za-z0-9_-]+(\.[A-Za-z0-9_-]+)+)$/,
  POST: /^\/home\/said$/,
};
const PASSED_ON = [
  'accept',
  'accept-encoding',
  'authorization',
  'content-type',
  'content-length',
  'if-none-match',
  'user-agent',
  'service-worker',
  'sec-fetch-site',
];
const MOST_BYTES = 512 * 1024;

/**
 * A door for phones of the same network, beside the house: it listens at an address of this machine and lets through the
 * client's page alone. The house itself goes on listening to this machine only, so that no name or header that a visitor
 * gives themselves opens it.
 *
 * @param host address to listen at; 0.0.0.0: at every one
 * @returns the server and its address, as a phone types it
 */
export function openFront({ host, port, target }) {
  const here = host === '0.0.0.0' ? (ownAddress() ?? host) : host;
  const origin = `http://${here}:${port}`;
  const front = createServer((asked, answer) => {
    const refuse = (status, why) => {
      answer.writeHead(status, { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' });
      answer.end(why);
    };
    const [path] = (asked.url ?? '').split('?');
    if (!OPEN[asked.method]?.test(path)) return refuse(404, 'There is nothing here.');
    if (asked.headers.origin && asked.headers.origin !== origin)
      return refuse(403, 'Sent from another place.');
    if (Number(asked.headers['content-length'] ?? 0) > MOST_BYTES) return refuse(413, 'Too much at once.');
    const headers = Object.fromEntries(
      PASSED_ON.flatMap((name) => (asked.headers[name] ? [[name, asked.headers[name]]] : [])),
    );
    const inside = request(
      {
        host: '127.0.0.1',
        port: target,
        method: asked.method,
        path,
        headers: { ...headers, host: `127.0.0.1:${target}` },
      },
      (got) => {
        answer.writeHead(got.statusCode ?? 502, got.headers);
        got.pipe(answer);
      },
    );
    inside.on('error', () =>
      answer.headersSent ? answer.destroy() : refuse(502, 'Kokyu is not there just now.'),
    );
    let length = 0;
    asked.on('data', (chunk) => {
      length += chunk.length;
      if (length > MOST_BYTES) asked.destroy();
    });
    asked.on('error', () => inside.destroy());
    asked.pipe(inside);
  });
  front.headersTimeout = 10_000;
  front.requestTimeout = 30_000;
  return new Promise((resolve, reject) => {
    front.once('error', reject);
    front.listen(port, host, () => resolve({ front, origin }));
  });
}

/** The first address by which others reach this machine. */
function ownAddress() {
  const all = Object.values(networkInterfaces()).flat();
  return all.find((a) => a && a.family === 'IPv4' && !a.internal)?.address;
}
