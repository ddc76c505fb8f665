import { bodyOf, jsonOf } from '@/server/body';
import { doorOf, hostOf, refusalAt, type Door } from '@/server/door';
import { must, why } from '../helpers';

const asked = (headers: Record<string, string>, method = 'GET') => ({
  method,
  headers: new Headers(headers),
});
const home: Door = doorOf({});

describe('the door', () => {
  it.each(['localhost:4620', '127.0.0.1:4620', '[::1]:4620', 'LOCALHOST', '127.0.0.1'])(
    'lets %s in',
    (host) => expect(refusalAt(asked({ host }), home)).toBeNull(),
  );
  it.each([
    'rebound.test:4620',
    '127.0.0.1.rebound.test',
    'localhost.rebound.test:4620',
    '',
    '10.0.0.7:4620',
    '127.0.0.2',
  ])('refuses %j, which it was not started for', (host) =>
    expect(refusalAt(asked({ host }), home)).toMatchObject({
      status: 421,
      why: expect.stringMatching(/KOKYU_HOSTS/),
    }),
  );
  it('knows the names it was started for, however they are written', () => {
    const door = doorOf({ KOKYU_HOSTS: ' studio.lan, Mat.Local ,' });
    expect(door.hosts).toEqual(['localhost', '127.0.0.1', '[::1]', 'studio.lan', 'mat.local']);
    expect(refusalAt(asked({ host: 'Studio.lan:80' }), door)).toBeNull();
    expect(refusalAt(asked({ host: 'studio.lan.rebound.test' }), door)?.status).toBe(421);
  });
  it('believes a forwarded name only behind a proxy that was set up', () => {
    const headers = { host: '127.0.0.1:4620', 'x-forwarded-host': 'studio.lan' };
    expect(hostOf(asked(headers), home)).toBe('127.0.0.1:4620');
    expect(hostOf(asked(headers), doorOf({ KOKYU_BEHIND_PROXY: '1' }))).toBe('studio.lan');
    expect(refusalAt(asked(headers), doorOf({ KOKYU_BEHIND_PROXY: '1' }))?.status).toBe(421);
    expect(
      refusalAt(asked(headers), doorOf({ KOKYU_BEHIND_PROXY: '1', KOKYU_HOSTS: 'studio.lan' })),
    ).toBeNull();
    expect(refusalAt(asked(headers), doorOf({ KOKYU_BEHIND_PROXY: 'yes' }))).toBeNull();
  });
  it.each([
    [{ origin: 'http://127.0.0.1:4620' }, null],
    [{ 'sec-fetch-site': 'same-origin' }, null],
    [{}, null],
    [{ origin: 'http://127.0.0.1:4621' }, 403],
    [{ origin: 'http://rebound.test' }, 403],
    [{ origin: 'null' }, 403],
    [{ origin: 'not an address' }, 403],
    [{ 'sec-fetch-site': 'cross-site' }, 403],
  ])('of what changes something sent with %j makes %j', (headers, status) => {
    const sent = asked({ host: '127.0.0.1:4620', ...(headers as Record<string, string>) }, 'POST');
    expect(refusalAt(sent, home)?.status ?? null).toBe(status);
    // Looking is not changing.
    expect(refusalAt({ ...sent, method: 'GET' }, home)).toBeNull();
  });
});

describe('a body', () => {
  const request = (body: Uint8Array | string, headers: Record<string, string> = {}) =>
    new Request('http://127.0.0.1/', { method: 'POST', body: body as BodyInit, headers });
  const bytes = (n: number) => Uint8Array.from({ length: n }, (_, i) => i % 251);

  it('arrives as it was sent', async () => {
    expect(must(await bodyOf(request(bytes(70_000), { 'x-kokyu-length': '70000' }), 1e6))).toEqual(
      bytes(70_000),
    );
    expect(must(await bodyOf(request(''), 10))).toHaveLength(0);
  });
  it('that is cut on the way is refused in words', async () => {
    expect(why(await bodyOf(request(bytes(1_000_000), { 'x-kokyu-length': '2000000' }), 1e7))).toMatch(
      /only 1\.0 MB of 1\.9 MB arrived\. Nothing was kept/,
    );
  });
  it('that is announced or turns out too large is not read to its end', async () => {
    expect(why(await bodyOf(request(bytes(10), { 'x-kokyu-length': '3000000' }), 1e6))).toMatch(/at most/);
    let given = 0;
    const endless = new ReadableStream<Uint8Array>({
      pull(controller) {
        given++;
        controller.enqueue(bytes(100_000));
      },
    });
    const asking = new Request('http://127.0.0.1/', {
      method: 'POST',
      body: endless,
      duplex: 'half',
    } as RequestInit);
    expect(why(await bodyOf(asking, 1e6))).toMatch(/more than 1\.0 MB/);
    expect(given).toBeLessThan(20);
  });
  it('of JSON is JSON or a sentence', async () => {
    expect(must(await jsonOf(request('{"a":[1]}'), 100))).toEqual({ a: [1] });
    for (const text of ['{"a":', '', 'letter'])
      expect(why(await jsonOf(request(text), 100))).toMatch(/no JSON/);
    expect(why(await jsonOf(request(Uint8Array.from([0x22, 0xff, 0x22])), 100))).toMatch(/no JSON/);
  });
});
