import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

// What the door for phones lets through, asked of the real one before a house that answers everything.
const ASK = `
const { readFileSync } = await import('node:fs');
const { createServer, request } = await import('node:http');
const { openFront } = await import(${JSON.stringify(join(__dirname, '../../../scripts/front.mjs'))});
const house = createServer((asked, answer) => {
  asked.resume();
  answer.end(JSON.stringify({ method: asked.method, url: asked.url, headers: asked.headers }));
});
await new Promise((ready) => house.listen(0, '127.0.0.1', ready));
const { front, origin } = await openFront({ host: '127.0.0.1', port: 0, target: house.address().port });
const { port } = front.address();
const ask = ([method, path, headers = {}, body]) =>
  new Promise((done) => {
    const sent = request({ host: '127.0.0.1', port, method, path, headers }, (answer) => {
      let text = '';
      answer.on('data', (piece) => (text += piece));
      answer.on('end', () => done([answer.statusCode, text]));
    });
    sent.on('error', (e) => done([0, e.code]));
    sent.end(body);
  });
const answers = [];
for (const what of JSON.parse(readFileSync(0, 'utf8'))) answers.push(await ask(what));
console.log(JSON.stringify(answers));
process.exit(0);
`;

type Asked = [method: string, path: string, headers?: Record<string, string>, body?: string];

function answers(asked: readonly Asked[]): [number, string][] {
  const done = spawnSync(process.execPath, ['--input-type=module', '-e', ASK], {
    input: JSON.stringify(asked),
    encoding: 'utf8',
  });
  expect(done.stderr).toBe('');
  return JSON.parse(done.stdout) as [number, string][];
}

it('lets the client’s page through and nothing else of the house', () => {
  const open: Asked[] = [
    ['GET', '/home'],
    ['GET', '/home/plan'],
    ['GET', '/icon.svg'],
    ['GET', '/at-home/page.js'],
    ['HEAD', '/home'],
    ['POST', '/home/said', {}, '{}'],
  ];
  expect(answers(open).map(([status]) => status)).toEqual(open.map(() => 200));
  const shut: Asked[] = [
    ['GET', '/'],
    ['GET', '/clients'],
    ['GET', '/home/'],
    ['GET', '/homes'],
    ['GET', '/at-home/../clients'],
    ['GET', '/at-home/%2e%2e/clients'],
    ['GET', '//home'],
    ['POST', '/home'],
    ['POST', '/home/plan'],
    ['PUT', '/home/said'],
    ['DELETE', '/home/plan'],
  ];
  expect(answers(shut).map(([status], i) => [shut[i], status])).toEqual(shut.map((s) => [s, 404]));
});

it('passes on no header that tells the house who somebody is, and says itself where it asks', () => {
  const [[, text]] = answers([
    [
      'GET',
      '/home/plan',
      { authorization: 'Bearer x', cookie: 'session=1', 'x-forwarded-host': 'localhost', host: 'evil.test' },
    ],
  ]) as [[number, string]];
  const { headers } = JSON.parse(text) as { headers: Record<string, string> };
  expect(headers.authorization).toBe('Bearer x');
  expect(headers.host).toMatch(/^127\.0\.0\.1:\d+$/);
  expect([headers.cookie, headers['x-forwarded-host']]).toEqual([undefined, undefined]);
});

it('takes nothing from another place, and nothing that is too large', () => {
  const large = 'x'.repeat(512 * 1024 + 1);
  const [elsewhere, told] = answers([
    ['POST', '/home/said', { origin: 'http://evil.test' }, '{}'],
    ['POST', '/home/said', { 'content-length': String(large.length) }, large],
  ]);
  expect(elsewhere![0]).toBe(403);
  expect([0, 413]).toContain(told![0]);
});
