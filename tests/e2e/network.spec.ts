import { execFileSync, spawnSync } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { readFileSync, rmSync, statSync } from 'node:fs';
import type { Server } from 'node:https';
import { connect as plainly } from 'node:net';
import { join } from 'node:path';
import { connect, type ConnectionOptions } from 'node:tls';
import { expect, test, type APIRequestContext } from '@playwright/test';
import Database from 'better-sqlite3';
import { DATABASE } from '../../playwright.config';
import {
  actionId,
  builtActions,
  callAction,
  dropDatabase,
  ownServer,
  signInBy,
  type OwnServer,
} from './own-server';

type Opened = { server: Server; names: string[]; origin: string; fingerprint: string; own: boolean };
type Door = {
  openOnNetwork: (at: {
    host: string;
    port: number;
    target: number;
    database: string;
    env: Record<string, string>;
  }) => Promise<Opened>;
};

const database = join(DATABASE, '../network/kokyu.db');
const PASSWORD = 'a pier a boat a rope';
const TARGET = 4695;
const PORT = 4694;
let server: OwnServer;
let house: Opened;
let door: Door;

test.beforeAll(async () => {
  rmSync(join(database, '..'), { recursive: true, force: true });
  door = (await import('../../scripts/house-door.mjs' as string)) as Door;
  server = await ownServer(database, TARGET, {
    KOKYU_TLS: '1',
    KOKYU_BEHIND_PROXY: '1',
    KOKYU_HOSTS: 'studio.test',
  });
});

test.afterAll(async () => {
  house?.server.close();
  await server?.stop();
  dropDatabase(database);
});

const open = (host = '127.0.0.1') =>
  door.openOnNetwork({ host, port: PORT, target: TARGET, database, env: { KOKYU_HOSTS: 'studio.test' } });

const anybody = (playwright: { request: { newContext: (o: object) => Promise<APIRequestContext> } }) =>
  playwright.request.newContext({ ignoreHTTPSErrors: true });

/** What a raw socket is answered. */
const raw = (text: string, options: ConnectionOptions = {}): Promise<string> =>
  new Promise((done) => {
    let got = '';
    const socket = connect({ host: '127.0.0.1', port: PORT, rejectUnauthorized: false, ...options }, () =>
      socket.write(text),
    );
    socket.on('data', (part) => {
      got += part.toString();
      if (got.length > 400) socket.destroy();
    });
    socket.on('error', (error) => done(`error ${error.message}`));
    socket.on('close', () => done(got));
  });

test('on a network it opens only once there are accounts', async () => {
  await expect(open()).rejects.toThrow('only with accounts');
  const started = spawnSync(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, KOKYU_DB: database, KOKYU_HOST: '192.0.2.1', PORT: '4890' },
    encoding: 'utf8',
    timeout: 60_000,
  });
  expect([started.status, started.stderr]).toEqual([1, expect.stringContaining('only with accounts')]);
  execFileSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'tests/e2e/fill-people.ts'], {
    env: { ...process.env, KOKYU_DB: database },
  });
  house = await open();
  expect(house.own).toBe(true);
  const folder = join(database, '../tls');
  const cert = new X509Certificate(readFileSync(join(folder, 'cert.pem')));
  expect(cert.fingerprint256).toBe(house.fingerprint);
  expect([cert.checkIP('127.0.0.1'), cert.checkHost('studio.test'), cert.checkHost('evil.test')]).toEqual([
    '127.0.0.1',
    'studio.test',
    undefined,
  ]);
  expect(statSync(join(folder, 'key.pem')).mode & 0o777).toBe(0o600);
  house.server.close();
  // Started again it is the same one, so that nobody has to compare it twice.
  const again = await open();
  expect(again.fingerprint).toBe(house.fingerprint);
  house = again;
});

test('the door speaks TLS alone, to names that were listed, and believes no header that is the house’s own', async ({
  playwright,
}) => {
  const one = await anybody(playwright);
  const page = await one.get(`${house.origin}/`);
  expect([page.status(), page.headers()['strict-transport-security']]).toEqual([401, 'max-age=31536000']);
  expect(page.headers()['content-security-policy']).toContain("frame-ancestors 'none'");
  const http = await new Promise<string>((done) => {
    let got = '';
    const socket = plainly(PORT, '127.0.0.1', () =>
      socket.write('GET / HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n'),
    );
    socket.on('data', (part) => (got += part.toString()));
    socket.on('error', () => done(got));
    socket.on('close', () => done(got));
  });
  expect(http).not.toContain('HTTP/1.1 200');
  expect(await raw('', { maxVersion: 'TLSv1.1', minVersion: 'TLSv1' })).toMatch(/^error/);
  // Another name that was made to lead here (rebinding) is refused before anything is asked of the house.
  expect(await raw('GET / HTTP/1.1\r\nHost: evil.test\r\n\r\n')).toContain('HTTP/1.1 421');
  expect(
    await raw('GET / HTTP/1.1\r\nHost: 127.0.0.1:4694\r\nX-Forwarded-Host: evil.test\r\n\r\n'),
  ).toContain('HTTP/1.1 401');
  expect(await raw('GET /home HTTP/1.1\r\nHost: studio.test\r\nConnection: close\r\n\r\n')).toContain(
    'HTTP/1.1 200',
  );
  // Two lengths, or a length and chunks: what smuggles a second request past a door.
  for (const both of [
    'Content-Length: 4\r\nTransfer-Encoding: chunked',
    'Content-Length: 4\r\nContent-Length: 9',
  ])
    expect(
      await raw(
        `POST /find HTTP/1.1\r\nHost: studio.test\r\n${both}\r\n\r\n0\r\n\r\nGET /bundle HTTP/1.1\r\n\r\n`,
      ),
    ).toMatch(/HTTP\/1\.1 400|^$|^error/);
  // What the proxy within adds cannot be given by a visitor.
  const forged = await one.get(`${house.origin}/bundle`, { headers: { 'x-kokyu-path': '/hello' } });
  expect(forged.status()).toBe(401);
});

test('client pages open by token only, without an account', async ({ playwright }) => {
  const one = await anybody(playwright);
  expect((await one.get(`${house.origin}/home`)).status()).toBe(200);
  for (const token of ['', 'x'.repeat(43), `${'A'.repeat(42)}.`])
    expect(
      (
        await one.get(`${house.origin}/home/plan`, { headers: { authorization: `Bearer ${token}` } })
      ).status(),
    ).toBe(404);
});

test('a sign-in is a new secret of its own: fixed, forged, replayed and stolen ones open nothing', async ({
  playwright,
}) => {
  const one = await anybody(playwright);
  expect(await signInBy(one, house.origin, 'mara', PASSWORD)).toMatchObject({ ok: true });
  const cookie = (await one.storageState()).cookies.find((c) => c.name.endsWith('session_token'))!;
  expect(cookie).toMatchObject({
    name: '__Secure-kokyu.session_token',
    secure: true,
    httpOnly: true,
    sameSite: 'Strict',
    path: '/',
  });
  const as = async (value: string) => {
    const other = await anybody(playwright);
    const got = await other.get(`${house.origin}/drills`, { headers: { cookie: `${cookie.name}=${value}` } });
    await other.dispose();
    return got.status();
  };
  expect(await as(cookie.value)).toBe(200);
  const [token, signature] = decodeURIComponent(cookie.value).split('.') as [string, string];
  const turned = (text: string) => (text.startsWith('A') ? 'B' : 'A') + text.slice(1);
  for (const bad of [
    token,
    `${token}.`,
    `${turned(token)}.${signature}`,
    `${token}.${turned(signature)}`,
    '../../etc/passwd',
    "' OR 1=1 --",
  ])
    expect(await as(encodeURIComponent(bad)), bad).toBe(401);
  // Somebody’s chosen token is not taken over by signing in.
  const fixed = await playwright.request.newContext({
    ignoreHTTPSErrors: true,
    extraHTTPHeaders: { cookie: `${cookie.name}=chosen.chosen` },
  });
  const answer = await signInBy(fixed, house.origin, 'mara', PASSWORD);
  expect(answer.ok).toBe(true);
  const fresh = (await fixed.storageState()).cookies.find((c) => c.name === cookie.name)!;
  expect(decodeURIComponent(fresh.value)).not.toContain('chosen');
  expect(fresh.value).not.toBe(cookie.value);
  // Tokens in the file are no passwords: what is on the disk of a stolen copy does not sign in by itself.
  await callAction(one, house.origin, '/', actionId('account/signOut'), []);
  expect(await as(cookie.value)).toBe(401);
});

test('guesses at a password are slowed by name, whoever makes them, and nobody else is held up', async ({
  playwright,
}) => {
  const one = await anybody(playwright);
  const answers: string[] = [];
  for (let n = 0; n < 8; n++)
    answers.push((await signInBy(one, house.origin, 'ilse', `wrong number ${n}`)).why ?? '');
  expect(answers.slice(0, 5)).toEqual(Array.from({ length: 5 }, () => 'That is not right. Try again.'));
  expect(answers.slice(5).every((why) => /^Too many wrong tries\. Wait \d+ s/.test(why))).toBe(true);
  // The right one waits too, or a guess would tell; a name that is not there sounds the same.
  expect((await signInBy(one, house.origin, 'ilse', PASSWORD)).why).toMatch(/^Too many/);
  expect((await signInBy(one, house.origin, 'nobody-here', PASSWORD)).why).toBe(
    'That is not right. Try again.',
  );
  expect((await signInBy(one, house.origin, 'tam', PASSWORD)).ok).toBe(true);
  // Many at once are counted before they are looked at.
  const many = await Promise.all(
    Array.from({ length: 12 }, (_, n) => signInBy(one, house.origin, 'mara', `at once ${n}`)),
  );
  expect(many.filter((m) => m.why === 'That is not right. Try again.').length).toBeLessThanOrEqual(5);
  const db = new Database(database);
  db.prepare('DELETE FROM guesses').run();
  db.close();
  expect((await signInBy(one, house.origin, 'ilse', PASSWORD)).ok).toBe(true);
});

test('another site can neither frame the house nor send to it', async ({ browser, playwright }) => {
  const page = await (await browser.newContext({ ignoreHTTPSErrors: true })).newPage();
  await page.route('https://evil.test/**', (route) =>
    route.fulfill({
      contentType: 'text/html',
      body: `<iframe src="${house.origin}/about"></iframe><form method="post" enctype="text/plain" action="${house.origin}/find"><input name='{"search":"' value='"}'></form>`,
    }),
  );
  await page.goto('https://evil.test/');
  // Chromium lays its own page of refusal in the frame.
  await expect.poll(() => page.frames().at(-1)?.url()).toMatch(/^chrome-error:/);
  const [sent] = await Promise.all([
    page.waitForResponse((r) => r.url().endsWith('/find')),
    page.evaluate(() => document.forms[0]!.submit()),
  ]);
  expect(sent.status()).toBe(403);
  const one = await anybody(playwright);
  await signInBy(one, house.origin, 'mara', PASSWORD);
  const { id } = builtActions().get('createClient')!;
  const forged = await one.post(`${house.origin}/`, {
    headers: {
      'next-action': id,
      origin: 'https://evil.test',
      'content-type': 'text/plain;charset=UTF-8',
    },
    data: JSON.stringify(['Sent From Elsewhere']),
  });
  expect(forged.status()).toBe(403);
  const db = new Database(database, { readonly: true });
  expect(db.prepare("SELECT count(*) FROM clients WHERE name = 'Sent From Elsewhere'").pluck().get()).toBe(0);
  db.close();
});
