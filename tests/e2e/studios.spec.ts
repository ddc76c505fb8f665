import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { existsSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { request as byTls } from 'node:https';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import Database from 'better-sqlite3';
import { DATABASE } from '../../playwright.config';
import { newClient } from './helpers';

type Studios = {
  studios: {
    look: () => Promise<void>;
    up: () => { name: string; port: number; busy: number; pid: number }[];
  };
  names: () => string[];
  fingerprint: string | null;
  close: () => Promise<void>;
};
type Doors = {
  addStudio: (dir: string, name: string) => string;
  openStudios: (at: object) => Promise<Studios>;
};

const dir = join(DATABASE, '../studios');
const PORT = 4680;
const TLS_PORT = 4681;
let doors: Doors;
let open: Studios;
const at = (name: string) => `http://${name}.localhost:${PORT}`;

test.describe.configure({ mode: 'serial' });
test.use({ baseURL: at('harbour') });

test.beforeAll(async () => {
  rmSync(dir, { recursive: true, force: true });
  doors = (await import('../../scripts/studios.mjs' as string)) as Doors;
  for (const name of ['harbour', 'mill-2']) doors.addStudio(dir, name);
  open = await doors.openStudios({
    dir,
    port: PORT,
    network: { host: '127.0.0.1', port: TLS_PORT, domain: 'studios.test' },
    env: { KOKYU_STUDIOS_AT_ONCE: '2' },
    idleMs: 1000,
  });
});

test.afterAll(async () => {
  await open?.close();
  rmSync(dir, { recursive: true, force: true });
});

type Answer = { status: number; text: string };
/** What a door answers to whoever asks for a name, over a connection of its own. */
const ask = (host: string, path = '/', tls = false, headers: Record<string, string> = {}): Promise<Answer> =>
  new Promise((done, failed) => {
    const to = { host: '127.0.0.1', port: tls ? TLS_PORT : PORT, path, headers: { ...headers, host } };
    const asked = tls ? byTls({ ...to, rejectUnauthorized: false }) : request(to);
    asked.on('response', (got) => {
      let text = '';
      got.on('data', (part: Buffer) => (text += part.toString()));
      got.on('end', () => done({ status: got.statusCode ?? 0, text }));
    });
    asked.on('error', failed);
    asked.end();
  });
const upNow = () =>
  open.studios
    .up()
    .map((h) => h.name)
    .sort();

test('each has its own address, file and process; what one keeps the other never sees', async ({ page }) => {
  test.setTimeout(120_000);
  expect(open.names()).toEqual(['harbour', 'mill-2']);
  expect(upNow()).toEqual([]);
  const file = await newClient(page, 'Only of the harbour');
  expect(new URL(page.url()).host).toBe(`harbour.localhost:${PORT}`);
  await page.context().addCookies([{ name: 'of-harbour', value: 'x', url: at('harbour') }]);
  await page.goto(at('mill-2'));
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
  await expect(page.getByText('Only of the harbour')).toHaveCount(0);
  expect(await page.evaluate(() => document.cookie)).not.toContain('of-harbour');
  expect((await page.goto(at('mill-2') + new URL(file, at('harbour')).pathname))!.status()).toBe(404);
  expect(upNow()).toEqual(['harbour', 'mill-2']);
  const [one, two] = open.studios.up();
  expect(one!.pid).not.toBe(two!.pid);
  for (const [name, people] of [
    ['harbour', 1],
    ['mill-2', 0],
  ] as const) {
    const db = new Database(join(dir, `${name}.db`), { readonly: true });
    expect(db.prepare('select count(*) from clients').pluck().get()).toBe(people);
    db.close();
    expect(statSync(join(dir, `${name}.db`)).mode & 0o777).toBe(0o600);
  }
});

test('which studios there are is told to nobody, and no spelling of a name leads elsewhere', async () => {
  const bare = await ask(`localhost:${PORT}`);
  expect(bare.status).toBe(404);
  expect(bare.text).not.toMatch(/harbour|mill/);
  writeFileSync(join(dir, '..', 'outside.db'), '');
  for (const name of [
    'nobody',
    '..',
    '%2e%2e',
    'outside',
    '..%2foutside',
    'tls',
    'harbour.mill-2',
    'HARBOUR.x',
  ])
    expect([name, (await ask(`${name}.localhost:${PORT}`)).status]).toEqual([name, 404]);
  rmSync(join(dir, '..', 'outside.db'));
  expect((await ask('evil.test')).status).toBe(421);
  expect((await ask(`harbour.evil.test:${PORT}`)).status).toBe(421);
  // A header that names another studio is not believed.
  const turned = await ask(`mill-2.localhost:${PORT}`, '/', false, {
    'x-forwarded-host': `harbour.localhost:${PORT}`,
  });
  expect(turned.text).not.toContain('Only of the harbour');
  expect((await ask(`HARBOUR.localhost:${PORT}`)).text).toContain('Only of the harbour');
  // The process of a studio, asked past the door, knows no other name than its own.
  const inside = open.studios.up().find((h) => h.name === 'harbour')!;
  const past = await fetch(`http://127.0.0.1:${inside.port}/`, {
    headers: { 'x-forwarded-host': `mill-2.localhost:${PORT}` },
  });
  expect(past.status).toBe(421);
});

test('one that rests gives its place, one that was killed begins again, and nothing is lost by it', async () => {
  test.setTimeout(120_000);
  doors.addStudio(dir, 'third');
  expect((await ask(`third.localhost:${PORT}`)).status).toBe(200);
  expect(upNow()).toHaveLength(2);
  expect(upNow()).toContain('third');
  await new Promise((done) => setTimeout(done, 1200));
  await open.studios.look();
  await expect.poll(upNow).toEqual([]);
  // Ended in peace everything stands in the one file.
  for (const end of ['-wal', '-shm']) expect(existsSync(join(dir, `harbour.db${end}`))).toBe(false);
  expect((await ask(`harbour.localhost:${PORT}`)).text).toContain('Only of the harbour');
  const { pid } = open.studios.up()[0]!;
  process.kill(pid, 'SIGKILL');
  await expect.poll(upNow).toEqual([]);
  // Twenty who come at once begin one process.
  const all = await Promise.all(Array.from({ length: 20 }, () => ask(`harbour.localhost:${PORT}`)));
  expect(new Set(all.map((a) => a.status))).toEqual(new Set([200]));
  expect(upNow()).toEqual(['harbour']);
});

test('where all places are taken it is said, and whoever is at work is not ended', async () => {
  test.setTimeout(120_000);
  const held: ReturnType<typeof spawn>[] = [];
  const busy = () => open.studios.up().filter((h) => h.busy > 0).length;
  try {
    for (const name of ['harbour', 'third']) {
      await ask(`${name}.localhost:${PORT}`, '/hello');
      // A request whose body does not come to its end is work that goes on.
      held.push(
        spawn('bash', [
          '-c',
          `exec 3<>/dev/tcp/127.0.0.1/${PORT}; printf 'POST /save/screen/x HTTP/1.1\\r\\nHost: ${name}.localhost:${PORT}\\r\\nContent-Length: 900\\r\\n\\r\\n{' >&3; sleep 60`,
        ]),
      );
    }
    await expect.poll(busy).toBe(2);
    const third = await ask(`mill-2.localhost:${PORT}`);
    expect([third.status, third.text]).toEqual([503, expect.stringContaining('All places are taken')]);
    expect(upNow()).toEqual(['harbour', 'third']);
  } finally {
    for (const child of held) child.kill('SIGKILL');
  }
  await expect.poll(busy).toBe(0);
  expect((await ask(`mill-2.localhost:${PORT}`)).status).toBe(200);
});

test('from a network a studio opens by TLS and only with accounts; the certificate names none of them', async () => {
  test.setTimeout(120_000);
  const shut = await ask('harbour.studios.test', '/', true);
  expect([shut.status, shut.text]).toEqual([403, expect.stringContaining('Nobody can sign in here yet')]);
  expect((await ask('localhost', '/', true)).status).toBe(421);
  expect((await ask(`harbour.localhost:${TLS_PORT}`, '/', true)).status).toBe(421);
  execFileSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'tests/e2e/fill-people.ts'], {
    env: { ...process.env, KOKYU_DB: join(dir, 'quay.db') },
  });
  const nobody = await ask('quay.studios.test', '/', true);
  expect(nobody.status).toBe(401);
  const pem = readFileSync(join(dir, 'tls/cert.pem'), 'utf8');
  const cert = new X509Certificate(pem).subjectAltName;
  expect(cert).toContain('*.studios.test');
  expect(cert).not.toMatch(/harbour|quay/);
  // Opened again it is the same certificate.
  const { fingerprint } = open;
  await open.close();
  open = await doors.openStudios({
    dir,
    port: PORT,
    network: { host: '127.0.0.1', port: TLS_PORT, domain: 'studios.test' },
    env: { KOKYU_STUDIOS_AT_ONCE: '2' },
  });
  expect(fingerprint).not.toBeNull();
  expect(open.fingerprint).toBe(fingerprint);
});

test('a name that cannot be one, or is taken, is refused in words', () => {
  for (const name of ['', 'Ärger', 'a b', '../x', '-x', 'x-', 'x'.repeat(41)])
    expect(() => doors.addStudio(dir, name), name).toThrow('small letters');
  expect(() => doors.addStudio(dir, 'harbour')).toThrow('There is a studio of this name already');
  const started = (args: readonly string[], env: Record<string, string>) => {
    const { status, stderr } = spawnSync(process.execPath, ['scripts/start.mjs', ...args], {
      env: { ...process.env, KOKYU_STUDIOS: '', KOKYU_PHONES: '', PORT: '4686', ...env },
      encoding: 'utf8',
      timeout: 60_000,
    });
    return [status, stderr];
  };
  const studios = { KOKYU_STUDIOS: dir };
  expect(started(['--new', 'harbour'], studios)).toEqual([1, expect.stringContaining('already')]);
  expect(started(['--new'], studios)).toEqual([1, expect.stringContaining('needs the name of the studio')]);
  expect(started(['--new', 'harbour'], {})).toEqual([1, expect.stringContaining('set KOKYU_STUDIOS')]);
  expect(started([], { ...studios, KOKYU_PHONES: '192.0.2.1' })).toEqual([
    1,
    expect.stringContaining('KOKYU_PHONES lets phones in to one studio'),
  ]);
});
