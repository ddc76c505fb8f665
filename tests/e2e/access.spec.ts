import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
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

/** Who asks, in the order of the columns of docs/access.md. */
const PEOPLE = ['nobody', 'assistant', 'another instructor', 'owner'] as const;
type Person = (typeof PEOPLE)[number];
const NAME: Record<Person, string | null> = {
  nobody: null,
  assistant: 'tam',
  'another instructor': 'ilse',
  owner: 'mara',
};
const PASSWORD = 'a pier a boat a rope';
const PORT = 4697;

/** The rows of the table under a heading of the document. */
function table(heading: string): { of: string; expected: Record<Person, string> }[] {
  const text = readFileSync('docs/access.md', 'utf8').split(`## ${heading}\n`)[1]!.split('\n## ')[0]!;
  return text
    .split('\n')
    .filter((line) => line.startsWith('| ') && !/^\| (Address|Action) /.test(line))
    .map((line) => {
      const [of, ...cells] = line
        .split('|')
        .slice(1, -1)
        .map((cell) => cell.trim());
      return {
        of: of!,
        expected: Object.fromEntries(PEOPLE.map((p, i) => [p, cells[i]])) as Record<Person, string>,
      };
    });
}

type Ids = Record<string, string>;
let server: OwnServer;
let asks: Record<Person, APIRequestContext>;
let ids: Ids;
let people: Record<string, string>;
const database = join(DATABASE, '../access.db');

test.beforeAll(async ({ playwright }) => {
  test.setTimeout(120_000);
  dropDatabase(database);
  const filled = JSON.parse(
    execFileSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'tests/e2e/fill-people.ts'], {
      env: { ...process.env, KOKYU_DB: database },
    }).toString(),
  ) as {
    people: Record<string, string>;
    client: { id: string };
    sequence: string;
    classId: string;
    classRun: string;
  };
  people = filled.people;
  server = await ownServer(database, PORT);
  asks = Object.fromEntries(
    await Promise.all(PEOPLE.map(async (p) => [p, await playwright.request.newContext()] as const)),
  ) as typeof asks;
  for (const person of PEOPLE) {
    const name = NAME[person];
    if (name) expect(await signInBy(asks[person], server.origin, name, PASSWORD)).toMatchObject({ ok: true });
  }
  // The assistant begins what was given.
  const client = filled.client.id;
  const begun = await callAction(
    asks.assistant,
    server.origin,
    `/clients/${client}/coach`,
    actionId('clients/[id]/coach/startRun'),
    [filled.sequence],
  );
  expect(begun).toMatchObject({ ok: true });
  const db = new Database(database, { readonly: true });
  const one = (sql: string) => db.prepare(sql).pluck().get(client) as string;
  ids = {
    CLIENT: client,
    OTHER: one('SELECT id FROM clients WHERE id <> ? AND archived_at IS NULL'),
    SEQUENCE: one('SELECT id FROM sequences WHERE client_id = ? ORDER BY created_at LIMIT 1'),
    GIVEN: filled.sequence,
    GIVENRUN: (begun as unknown as { value: { id: string } }).value.id,
    RUN: db
      .prepare('SELECT id FROM runs WHERE client_id = ? AND sequence_id <> ?')
      .pluck()
      .get(client, filled.sequence) as string,
    LOOK: one('SELECT looks.id FROM looks JOIN recordings ON look_id = looks.id WHERE client_id = ?'),
    RECORDING: one(
      'SELECT recordings.id FROM recordings JOIN looks ON looks.id = look_id WHERE client_id = ?',
    ),
    PLAN: one('SELECT id FROM home_plans WHERE client_id = ?'),
    LINK: one('SELECT id FROM home_links WHERE client_id = ?') ?? crypto.randomUUID(),
    CLASS: filled.classId,
    CLASSRUN: filled.classRun,
    FILM: crypto.randomUUID(),
  };
  db.close();
});

test.afterAll(async () => {
  watched?.close();
  await Promise.all(Object.values(asks ?? {}).map((a) => a.dispose()));
  await server?.stop();
  dropDatabase(database);
});

let watched: Database.Database | null = null;
let known = { version: -1, hash: '' };

/** A mark of everything of the owner: whoever is refused changes none of it. It is taken anew only where somebody has written. */
function ofOwner(): string {
  watched ??= new Database(database, { readonly: true });
  const version = watched.pragma('data_version', { simple: true }) as number;
  if (version !== known.version) known = { version, hash: markOf(watched) };
  return known.hash;
}

function markOf(db: Database.Database): string {
  const hash = createHash('sha256');
  const tables = db
    .prepare(
      "SELECT m.name FROM sqlite_master m WHERE m.type = 'table' AND EXISTS (SELECT 1 FROM pragma_table_info(m.name) WHERE name = 'owner_id')",
    )
    .pluck()
    .all() as string[];
  for (const name of tables.sort())
    for (const row of db.prepare(`SELECT * FROM "${name}" WHERE owner_id = 'local' ORDER BY rowid`).all())
      hash.update(JSON.stringify([name, row]));
  for (const row of db.prepare('SELECT * FROM shares ORDER BY id').all()) hash.update(JSON.stringify(row));
  for (const row of db
    .prepare('SELECT id, role, records_of, ended_at, pin, two_factor_enabled FROM users ORDER BY id')
    .all())
    hash.update(JSON.stringify(row));
  for (const row of db.prepare('SELECT * FROM credentials ORDER BY id').all())
    hash.update(JSON.stringify(row));
  return hash.digest('hex');
}

/** A body that an address takes, as far as it is looked at. */
function bodyOf(path: string): unknown {
  if (path === '/find') return { search: '' };
  if (path === '/erased') return { ids: [] };
  const saved = /^\/save\/(look|run)\/([0-9a-f-]+)(\/aside)?$/.exec(path);
  if (!saved) return {};
  const db = new Database(database, { readonly: true });
  const [, kind, id, aside] = saved;
  const row = db.prepare(`SELECT * FROM ${kind}s WHERE id = ?`).get(id) as Record<string, string & number>;
  db.close();
  const data =
    kind === 'look'
      ? JSON.parse(row.data!)
      : { sequence: JSON.parse(row.sequence!), state: JSON.parse(row.state!) };
  return aside ? { rev: row.rev, data } : { rev: row.rev, stamp: null, data, keepEarlier: false };
}

async function asked(person: Person, of: string): Promise<string> {
  const [method, pattern] = of.split(' ') as [string, string];
  const path = pattern.replace(/\b[A-Z]{3,}\b/g, (name) => ids[name] ?? name);
  if (path.startsWith('/feed/')) return streamed(person, path);
  const answer = await asks[person].fetch(server.origin + path, {
    method,
    headers: { origin: server.origin, 'x-agreed-at': new Date().toISOString() },
    ...(method === 'POST' ? { data: bodyOf(path) } : {}),
    maxRedirects: 0,
    timeout: 60_000,
  });
  const status = answer.status();
  if (status === 401) return 'sign in';
  if (status === 403) return 'no';
  if (status === 404) return 'nothing';
  expect(status, of).toBeLessThan(500);
  if (method !== 'GET' && answer.headers()['content-type']?.includes('json')) {
    const { ok, why } = (await answer.json()) as { ok?: boolean; why?: string };
    if (ok === false && /no longer here|not change them/.test(why ?? '')) return 'nothing';
    // What is sent here is no film and no record: told only to whose look it is, and kept of nobody.
    if (ok === false && path.startsWith('/looks/') && person !== 'owner') return 'nothing';
  }
  return 'yes';
}

/** A stream goes on for as long as a run does: its head says enough. */
async function streamed(person: Person, path: string): Promise<string> {
  const { cookies } = await asks[person].storageState();
  const leave = new AbortController();
  const answer = await fetch(server.origin + path, {
    headers: { cookie: cookies.map((c) => `${c.name}=${c.value}`).join('; ') },
    signal: leave.signal,
  });
  leave.abort();
  return { 401: 'sign in', 403: 'no', 404: 'nothing' }[answer.status] ?? 'yes';
}

test('every page and address answers each person as the table says', async () => {
  test.setTimeout(300_000);
  const rows = table('Pages and addresses');
  for (const person of PEOPLE) {
    const before = ofOwner();
    const got: Record<string, string> = {};
    for (const { of } of rows) got[of] = await asked(person, of);
    expect(got, person).toEqual(Object.fromEntries(rows.map((r) => [r.of, r.expected[person]])));
    if (person === 'nobody' || person === 'another instructor') expect(ofOwner()).toBe(before);
  }
});

test('no page or address of the build is missing in the table', () => {
  const { staticRoutes, dynamicRoutes } = JSON.parse(readFileSync('.next/routes-manifest.json', 'utf8')) as {
    staticRoutes: { page: string; regex: string }[];
    dynamicRoutes: { page: string; regex: string }[];
  };
  const paths = table('Pages and addresses').map((r) =>
    r.of
      .split(' ')[1]!
      .replace(/\?.*/, '')
      .replace(/\b[A-Z]{3,}\b/g, (name) => ids[name] ?? name),
  );
  const built = [...staticRoutes, ...dynamicRoutes].filter(
    ({ page }) => !/^\/(_|icon|favicon)|\.(svg|ico)$/.test(page),
  );
  expect(built.length).toBeGreaterThan(45);
  expect(
    built.filter(({ regex }) => !paths.some((p) => new RegExp(regex).test(p))).map(({ page }) => page),
  ).toEqual([]);
});

/** What each action is called with: of the owner’s client wherever it takes one. */
function argsOf(action: string): unknown[] {
  const { CLIENT, SEQUENCE, LOOK, PLAN, CLASS, RUN, LINK } = ids as Record<string, string>;
  const name = action.split('/').at(-1)!;
  const db = new Database(database, { readonly: true });
  const json = (sql: string, id: string) => JSON.parse(db.prepare(sql).pluck().get(id) as string) as unknown;
  const sequence = json('SELECT data FROM sequences WHERE id = ?', SEQUENCE!);
  const look = json('SELECT data FROM looks WHERE id = ?', LOOK!);
  const plan = json('SELECT data FROM home_plans WHERE id = ?', PLAN!);
  db.close();
  const given: Record<string, unknown[]> = {
    createClient: ['Somebody New'],
    addVisit: [{ who: 'Somebody', startAt: '2027-01-04T10:00:00.000Z', lengthMin: 45 }],
    dropVisit: [crypto.randomUUID()],
    takeCalendar: ['BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\nEND:VCALENDAR\r\n'],
    createClass: ['A class'],
    archiveClass: [CLASS],
    startClass: [CLASS],
    keepClassTemplate: ['A start', sequence],
    beginAnew: [CLIENT],
    archiveClient: [CLIENT],
    restoreClient: [CLIENT],
    renameClient: [CLIENT, 'Another Name'],
    startRun: [ids.GIVEN],
    keepRelook: [RUN, look],
    beginHome: [CLIENT],
    planAgain: [CLIENT, plan],
    sendHome: [PLAN],
    endHome: [PLAN],
    makeLink: [PLAN],
    withdrawLink: [LINK],
    takeCode: [PLAN, 'x'],
    takeFile: [PLAN, '{}'],
    seeStop: [crypto.randomUUID()],
    finishLook: [LOOK],
    startLook: [CLIENT],
    storeProtocol: [{ name: 'Mine', tests: [] }],
    dropProtocol: [crypto.randomUUID()],
    setThresholds: [{}],
    storeJudgement: [LOOK, { readings: {}, needs: {} }],
    setSchool: [CLIENT, 'lowQuiet'],
    setControl: [CLIENT, 'brace'],
    share: [{ clientId: CLIENT, userId: people.ilse, may: 'write', sequenceId: null }],
    unshare: [{ clientId: CLIENT, shareId: crypto.randomUUID() }],
    keepSequence: [CLIENT, 'Kept', sequence],
    renameSequence: [SEQUENCE, 'Renamed'],
    keepVersion: [SEQUENCE, 'Before', sequence],
    keepTemplate: ['A start', sequence],
    dropTemplate: [crypto.randomUUID()],
    erase: [{ clientId: CLIENT, typed: 'x' }],
    nameFolder: [{ folder: '/nowhere/at/all' }],
    setUpBackups: [{ folder: '/nowhere/at/all', passphrase: PASSWORD }],
    takeBack: [{ clients: [], classes: [] }],
    setQuiet: [10],
    endAccount: [people.mara],
    clientsOfAccount: [people.mara],
    handOver: [{ clientId: CLIENT, userId: people.ilse }],
    resetPassword: [{ userId: people.mara, password: 'a door a lamp a key' }],
    addAccount: [{ name: 'X', username: 'mara', password: PASSWORD, role: 'assistant' }],
    beginAccounts: [{ name: 'X', username: 'x2', password: PASSWORD }],
    unlock: ['nothing'],
    changePassword: [{ old: 'nothing', fresh: 'nothing at all' }],
    setPin: [{ password: 'nothing', pin: '' }],
    endSession: ['none'],
    dropPasskey: ['none'],
    setRetention: [9],
    setHouse: [{ name: 'A room', length: 'cm', weight: 'kg', firstDay: 1, language: null }],
    agree: [CLIENT, { kind: 'films', wording: 'You film me.', way: 'spoken', by: 'Somebody' }],
    takeBackConsent: [crypto.randomUUID()],
  };
  return given[name] ?? ['none'];
}

/** Two of the pages that an action can be sent to, of the owner’s client where they are of one. */
const placesOf = (pages: readonly string[]): string[] => {
  const of: Record<string, string> = {
    '[id]': ids.CLIENT!,
    '[clientId]': ids.CLIENT!,
    '[lookId]': ids.LOOK!,
    '[sequenceId]': ids.SEQUENCE!,
    '[runId]': ids.GIVENRUN!,
    '[planId]': ids.PLAN!,
    '[classId]': ids.CLASS!,
  };
  const all = pages.map((p) => p.replace(/\[\w+\]/g, (name) => of[name] ?? name) || '/');
  return [...new Set([all.find((p) => p.includes(ids.CLIENT!)) ?? all[0]!, all.at(-1)!])];
};

const REFUSED =
  /signed out|locked|not for your account|not change them|whose client it is|no longer|not at home any more|(seen|withdrawn) already|for the owner|There are accounts already|There is an account already|has ended/;

test('every action of the build does for each person what the table says, wherever it is sent', async () => {
  test.setTimeout(300_000);
  const rows = table('Actions');
  const built = builtActions();
  expect(rows.map((r) => r.of).sort()).toEqual([...built.keys()].sort());
  // The owner is last, and asked only for what takes nothing away.
  const harmless =
    /createClient|setQuiet|clientsOfAccount|renameSequence|setSchool|addAccount|startLook|keepTemplate/;
  const wrong: string[] = [];
  for (const person of PEOPLE)
    for (const { of, expected } of rows) {
      const means = expected[person];
      if (/account\/(signOut|lock)$/.test(of) || (person === 'owner' && !harmless.test(of))) continue;
      const args = argsOf(of);
      const { id, pages } = built.get(of)!;
      for (const path of placesOf(pages)) {
        const before = ofOwner();
        const done = await callAction(asks[person], server.origin, path, id, args);
        const what = `${of} at ${path} by ${person}: ${JSON.stringify(done)}`;
        const isRefused = done.ok === false && REFUSED.test(done.why ?? '');
        const isUntouched = means === 'yes' || means === 'given' || ofOwner() === before;
        const isRight = {
          no: isRefused && isUntouched,
          own: isUntouched,
          given: done.ok === /\/coach/.test(path),
          yes: !isRefused,
        }[means];
        if (!isRight || done.status >= 500) wrong.push(what);
      }
    }
  expect(wrong).toEqual([]);
});

test('what was given lets nobody at another sequence, another client or another day', async () => {
  const start = actionId('clients/[id]/coach/startRun');
  const at = `/clients/${ids.CLIENT}/coach`;
  const other = ids.SEQUENCE === ids.GIVEN ? ids.RUN! : ids.SEQUENCE!;
  expect(await callAction(asks.assistant, server.origin, at, start, [other])).toMatchObject({ ok: false });
  const page = await asks.assistant.get(server.origin + at);
  const text = await page.text();
  const db = new Database(database);
  const screen = JSON.parse(
    db.prepare('SELECT data FROM screens WHERE client_id = ?').pluck().get(ids.CLIENT) as string,
  ) as { goals: string };
  expect(screen.goals.length).toBeGreaterThan(5);
  expect(text).not.toContain(screen.goals.slice(0, 20));
  // The day is over.
  db.prepare("UPDATE shares SET until = '2026-01-01T00:00:00.000Z'").run();
  db.close();
  expect((await asks.assistant.get(server.origin + at)).status()).toBe(404);
  expect(await callAction(asks.assistant, server.origin, at, start, [ids.GIVEN])).toMatchObject({
    ok: false,
  });
});

/** What a raw socket is answered, with the cookies of a person. */
async function rawly(person: Person, path: string, headers: Record<string, string>): Promise<string> {
  const { cookies } = await asks[person].storageState();
  const lines = Object.entries({
    Host: `localhost:${PORT}`,
    Cookie: cookies.map((c) => `${c.name}=${c.value}`).join('; '),
    Connection: 'close',
    ...headers,
  }).map(([name, value]) => `${name}: ${value}`);
  return new Promise((done) => {
    let got = '';
    const socket = connect(PORT, '127.0.0.1', () =>
      socket.write(`GET ${path} HTTP/1.1\r\n${lines.join('\r\n')}\r\n\r\n`),
    );
    socket.on('data', (part) => (got += part.toString()));
    socket.on('error', (error) => done(String(error)));
    socket.on('close', () => done(got));
  });
}

test('no other spelling of an address leads past the door, whatever headers are forged', async () => {
  const file = `/clients/${ids.CLIENT}/screen`;
  const db = new Database(database);
  db.prepare('UPDATE shares SET until = ?').run(new Date(Date.now() + 3600e3).toISOString());
  const { goals } = JSON.parse(
    db.prepare('SELECT data FROM screens WHERE client_id = ?').pluck().get(ids.CLIENT) as string,
  ) as { goals: string };
  db.close();
  // The owner is shown the words that are looked for.
  expect(await rawly('owner', file, {})).toContain(goals.slice(0, 20));
  const forged = {
    'x-kokyu-path': `/clients/${ids.CLIENT}/coach`,
    'x-kokyu-method': 'GET',
    'x-nonce': 'x',
    'x-middleware-subrequest': 'src/proxy:src/proxy:src/proxy:src/proxy:src/proxy',
    'x-forwarded-host': 'localhost',
    'x-matched-path': `/clients/${ids.CLIENT}/coach`,
    'x-invoke-path': `/clients/${ids.CLIENT}/coach`,
  };
  for (const path of [
    file,
    `${file}/`,
    `/${file}`,
    `/icon.svg/..${file}`,
    `/icon.svg/%2e%2e${file}`,
    `/bring-in/..${file}`,
    `/bundle/..${file}`,
    `/_next/static/../..${file}`,
    `/_next/image/../..${file}`,
    `/clients/${ids.CLIENT}/coach/../screen`,
    `/clients/${ids.CLIENT}/coach%2f..%2fscreen`,
    `/clients/${ids.CLIENT}/./screen`,
    `${file}.rsc`,
    `${file}.segments/_tree.segment.rsc`,
    `/_next/data/x${file}.json`,
    `http://localhost:${PORT}/icon.svg/..${file}`,
  ])
    for (const headers of [
      {},
      forged,
      { ...forged, rsc: '1' },
      { ...forged, rsc: '1', 'next-router-prefetch': '1' },
    ])
      for (const person of ['nobody', 'assistant', 'another instructor'] as const) {
        const got = await rawly(person, path, headers);
        const what = `${person} ${path} ${Object.keys(headers).join()}`;
        expect(got.slice(0, 13), what).toMatch(/^HTTP\/1\.1 (30[1278]|4\d\d)/);
        expect(got.includes(goals.slice(0, 20)), what).toBe(false);
      }
});
