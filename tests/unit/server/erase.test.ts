import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { over } from '@/core/base/revision';
import { bearsName, leftToDo, receiptText, withoutClient } from '@/core/client/erasure';
import type { Erasure } from '@/core/client/erasure.schema';
import { newClass } from '@/core/class/new-class';
import { stepPeople } from '@/core/class/class-run';
import { drillById } from '@/core/drills/library';
import { asSequence } from '@/core/home/as-sequence';
import { blockFor } from '@/core/sequence/alternatives';
import { findClassRun, saveClassRun, startClassRun } from '@/server/class-runs';
import { createClass } from '@/server/classes';
import { putAside } from '@/server/store';
import { backUp, restoreBackup, setUpBackup } from '@/server/backup/backup';
import { archiveClient, createClient, everyClient } from '@/server/clients';
import { clientFileOf } from '@/server/client-file';
import { db, disconnect } from '@/server/db/client';
import { eraseClient, erasedAmong, erasePreview, erasuresOf } from '@/server/erase';
import { keepFilm, nameFilmsFolder } from '@/server/films';
import { looksOf, startLook } from '@/server/looks';
import { keepRevision } from '@/server/revisions';
import { STUDIO } from '@/server/scope';
import { saveScreen, screenOf } from '@/server/screens';
import { must, why } from '../helpers';
import { battery } from '../../battery';
import { moveInto } from '../../made-up-house';

const { share } = battery(1);

const folder = mkdtempSync(join(tmpdir(), 'kokyu-erase-'));
const NOW = new Date('2026-11-20T09:00:00.000Z');
afterAll(() => {
  disconnect();
  rmSync(folder, { recursive: true, force: true });
});

/** Goes on with a database of its own. */
function use(name: string): string {
  disconnect();
  return (process.env.KOKYU_DB = join(folder, name));
}

/** Whether bytes stand anywhere in a database file, its log, or what SQLite lays beside it. */
const holds = (path: string, words: string): boolean =>
  readdirSync(join(path, '..'))
    .filter((name) => join(path, '..', name).startsWith(path))
    .some((name) => readFileSync(join(path, '..', name)).includes(words));

/** All rows of all tables but receipts, as text. */
function everything(path: string): Map<string, string> {
  const raw = new Database(path, { readonly: true });
  const tables = raw
    .prepare(
      "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE '%sqlite%' AND name NOT IN ('erasures', '__drizzle_migrations')",
    )
    .pluck()
    .all() as string[];
  const rows = tables.flatMap((t) =>
    (raw.prepare(`SELECT * FROM "${t}"`).all() as Record<string, unknown>[]).map(
      (r) => [`${t} ${String(r.id ?? r.subject ?? r.drill_id)}`, JSON.stringify(r)] as const,
    ),
  );
  raw.close();
  return new Map(rows);
}

const FILM = new Uint8Array(
  Buffer.concat([Buffer.from('\0\0\0\x14ftypmp42', 'latin1'), Buffer.alloc(900, 7)]),
);
const film = (look: string) =>
  keepFilm(
    STUDIO,
    look,
    NOW.toISOString(),
    new ReadableStream<Uint8Array>({
      start(to) {
        to.enqueue(FILM);
        to.close();
      },
    }),
    FILM.length,
  );

const PASSPHRASE = 'a pier a boat a rope';

test('each client of the demo goes without a trace, the others keep every byte, and a backup brings all back', async () => {
  const path = use('demo.db');
  moveInto(NOW);
  const backups = join(folder, 'backups');
  mkdirSync(backups);
  must(await setUpBackup(STUDIO, backups, PASSPHRASE));
  // Clients of the demo are made by the clock of the day, so the backup is too.
  const made = must(await backUp(STUDIO, new Date()));
  const before = everything(path);
  const named = before.size;
  // Three who stand in a class, have plans at home, clips and earlier years.
  const people = share(
    everyClient(STUDIO).filter((c, i) => i < 6 || i % 5 === 0),
    2,
  );
  expect(people.length).toBeGreaterThan(1);
  for (const { id, name } of people) {
    archiveClient(STUDIO, id);
    const preview = erasePreview(STUDIO, id)!;
    expect(preview).toMatchObject({ name, held: null, backups: [made.file] });
    const ids = [...everything(path)]
      .filter(([, row]) => row.includes(id))
      .map(([key]) => key.split(' ')[1]!);
    const others = new Map([...everything(path)].filter(([, row]) => !row.includes(id)));
    expect(holds(path, id)).toBe(true);
    const done = must(eraseClient(STUDIO, id, name, NOW));
    expect(done).toMatchObject({
      found: false,
      backups: [made.file],
      rows: preview.rows,
      classes: preview.classes,
    });
    expect(holds(path, id)).toBe(false);
    expect(holds(path, name)).toBe(false);
    const after = everything(path);
    for (const [key, row] of others) {
      // What hangs on a look of theirs names the look, not the client.
      const isTheirs = /^(recordings|films|revisions|visits) /.test(key) && !after.has(key);
      if (!isTheirs) expect([key, after.get(key)]).toEqual([key, row]);
    }
    expect([...after.keys()].filter((k) => !before.has(k))).toEqual([]);
    expect(erasedAmong([...ids, people.at(-1)!.id])).toEqual(
      expect.arrayContaining(ids.filter((x) => !after.has(`classes ${x}`) && !after.has(`class_runs ${x}`))),
    );
  }
  const raw = db().$client;
  expect(raw.pragma('integrity_check', { simple: true })).toBe('ok');
  expect(raw.pragma('foreign_key_check')).toEqual([]);
  // Rows that went are those that were told.
  const told = erasuresOf(STUDIO).reduce((n, e) => n + Object.values(e.rows).reduce((a, b) => a + b, 0), 0);
  expect(named - everything(path).size).toBe(told);

  const again = join(folder, 'again.db');
  must(await restoreBackup(join(backups, made.file), PASSPHRASE, again));
  const back = everything(again);
  // A backup is made before it is noted that it was made, and clients were taken off the list after it.
  const still = (rows: Map<string, string>) =>
    [...rows].map(([k, row]) => [
      k,
      k.startsWith('settings') ? '' : row.replace(/"archived_at":"[^"]*"/, '"archived_at":null'),
    ]);
  expect(still(back)).toEqual(still(before));
  use('again.db');
  for (const { id } of people) expect(clientFileOf(STUDIO, id)).toBeDefined();
}, 120_000);

describe('one who was made for it', () => {
  const mark = 'a-mark-that-stands-nowhere-else-77';
  const person = (name: string) => {
    const id = must(createClient(STUDIO, name)).id;
    const { rev } = screenOf(STUDIO, id);
    const { data } = screenOf(STUDIO, id);
    saveScreen(
      STUDIO,
      id,
      over(rev, { ...data, goals: mark, consent: { ...data.consent, watched: true, filmed: true } }),
    );
    const look = startLook(STUDIO, id);
    keepRevision(STUDIO, 'look', look, 1, { note: mark });
    return { id, name, look };
  };

  beforeEach(() => {
    const path = use(`own-${Math.random()}.db`);
    expect(existsSync(path)).toBe(false);
  });

  test('is held while on the list, while the name is not typed, and while a run goes on', () => {
    const { id, name } = person('Ada Lark');
    expect(why(eraseClient(STUDIO, id, name))).toMatch(/Archive this client first/);
    archiveClient(STUDIO, id);
    expect(why(eraseClient(STUDIO, id, 'ada lark'))).toMatch(/Type the name/);
    const { $client } = db();
    const run = $client.prepare(
      "INSERT INTO runs (id, owner_id, client_id, sequence_id, sequence, state, rev, started_at, updated_at, ended_at) VALUES ('r', 'local', ?, 's', '{}', '{}', 0, 'now', 'now', ?)",
    );
    run.run(id, null);
    expect(erasePreview(STUDIO, id)!.held).toMatch(/being coached/);
    expect(why(eraseClient(STUDIO, id, name))).toMatch(/being coached/);
    $client.prepare("UPDATE runs SET ended_at = 'now'").run();
    $client
      .prepare(
        "INSERT INTO classes (id, owner_id, data, rev, created_at, updated_at) VALUES ('k', 'local', '{}', 0, 'now', 'now')",
      )
      .run();
    $client
      .prepare(
        "INSERT INTO class_runs (id, owner_id, class_id, data, rev, started_at, updated_at) VALUES ('q', 'local', 'k', ?, 0, 'now', 'now')",
      )
      .run(JSON.stringify({ people: [{ id: '1', clientId: id }] }));
    expect(why(eraseClient(STUDIO, id, name))).toMatch(/class that this client is in/);
    $client.prepare("UPDATE class_runs SET ended_at = 'now'").run();
    must(eraseClient(STUDIO, id, ` ${name} `));
    expect($client.prepare('SELECT data FROM class_runs').pluck().get()).toBe('{"people":[]}');
  });

  test('nobody else’s, and nobody who is not there', () => {
    const { id, name } = person('Ada Lark');
    archiveClient(STUDIO, id);
    const other = { ownerId: 'somebody', may: 'write' } as const;
    expect(erasePreview(other, id)).toBeUndefined();
    expect(why(eraseClient(other, id, name))).toMatch(/no longer here/);
    expect(why(eraseClient(STUDIO, 'nobody', name))).toMatch(/no longer here/);
    must(eraseClient(STUDIO, id, name));
    expect(why(eraseClient(STUDIO, id, name))).toMatch(/no longer here/);
    expect(erasuresOf(other)).toEqual([]);
    expect(erasedAmong([id, '0'])).toEqual([id]);
  });

  test('earlier values, visits by name, places in classes and damaged ones, and films go too', async () => {
    const films = join(folder, 'films');
    const away = join(folder, 'away');
    for (const f of [films, away]) mkdirSync(f);
    const path = process.env.KOKYU_DB!;
    const { id, name, look } = person('Ada Lark');
    const other = person('Bea Finch');
    must(nameFilmsFolder(STUDIO, films));
    const kept = must(await film(look));
    const others = must(await film(other.look));
    must(nameFilmsFolder(STUDIO, away));
    const far = must(await film(look));
    renameSync(away, `${away}-carried-off`);
    const { $client } = db();
    const visit = $client.prepare(
      "INSERT INTO visits (id, owner_id, client_id, title, start_at, length_min, uid) VALUES (?, 'local', ?, ?, 'now', 60, ?)",
    );
    visit.run('v1', id, 'her hour', 'u1');
    visit.run('v2', null, 'ADA LARK, first time', 'u2');
    visit.run('v3', null, 'Ada and Lark', 'u3');
    const put = $client.prepare(
      "INSERT INTO classes (id, owner_id, data, rev, created_at, updated_at) VALUES (?, 'local', ?, 4, 'now', 'now')",
    );
    put.run(
      'k1',
      JSON.stringify({
        name: 'Wednesday',
        roster: [
          { id: '1', clientId: id, initials: 'AL' },
          { id: '2', clientId: other.id },
        ],
      }),
    );
    put.run('k2', `{"roster":[{"clientId":"${id}"`);
    const earlier = $client.prepare(
      "INSERT INTO revisions (id, owner_id, kind, record_id, rev, data, at) VALUES (?, 'local', ?, ?, 1, ?, 'now')",
    );
    earlier.run('e1', 'class', 'k1', JSON.stringify({ roster: [{ clientId: id }] }));
    earlier.run('e2', 'class', 'k2', `{"roster":[{"clientId":"${id}"`);
    writeFileSync(`${path}.before-version-9`, 'a copy');
    archiveClient(STUDIO, id);
    expect(holds(path, mark)).toBe(true);
    expect(erasePreview(STUDIO, id)).toMatchObject({
      filmsUnreachable: 1,
      classes: 2,
      copies: 1,
      visits: ['ADA LARK, first time'],
    });
    const done = must(eraseClient(STUDIO, id, name));
    expect(done).toMatchObject({
      films: 1,
      classes: 2,
      copies: 1,
      found: false,
      filmsLeft: [join(away, `${far.id}.mp4`)],
    });
    expect(done.rows).toMatchObject({ clients: 1, looks: 1, films: 2, visits: 2, revisions: 1 });
    expect(holds(path, id)).toBe(false);
    expect(existsSync(`${path}.before-version-9`)).toBe(false);
    expect(existsSync(join(films, `${kept.id}.mp4`))).toBe(false);
    expect(existsSync(join(films, `${others.id}.mp4`))).toBe(true);
    expect($client.prepare('SELECT id FROM visits').pluck().all()).toEqual(['v3']);
    const k1 = $client.prepare("SELECT data, rev FROM classes WHERE id = 'k1'").get() as {
      data: string;
      rev: number;
    };
    expect(k1).toEqual({
      data: JSON.stringify({ name: 'Wednesday', roster: [{ id: '2', clientId: other.id }] }),
      rev: 5,
    });
    expect($client.prepare("SELECT data FROM classes WHERE id = 'k2'").pluck().get()).toBe(
      '{"roster":[{"clientId":""',
    );
    expect($client.prepare("SELECT id, data FROM revisions WHERE kind = 'class'").all()).toEqual([
      { id: 'e1', data: '{"roster":[]}' },
    ]);
    // The other one has said the same words, and keeps them.
    expect(holds(path, mark)).toBe(true);
    expect(looksOf(STUDIO, other.id)).toHaveLength(1);
  });

  test('while somebody else reads the file it is said that the log could not be emptied', () => {
    const { id, name } = person('Ada Lark');
    archiveClient(STUDIO, id);
    const reader = new Database(process.env.KOKYU_DB!);
    reader.exec('BEGIN');
    reader.prepare('SELECT count(*) FROM clients').get();
    const done = must(eraseClient(STUDIO, id, name));
    expect(done.found).toBe(true);
    expect(leftToDo(done).join(' ')).toMatch(/could not be written anew/);
    reader.close();
    // As it says: once nobody holds the file and Kokyu has ended.
    disconnect();
    expect(holds(process.env.KOKYU_DB!, id)).toBe(false);
    expect(holds(process.env.KOKYU_DB!, name)).toBe(false);
  });
});

test('a receipt says what went and what is left, and nothing of who it was', () => {
  const e: Erasure = {
    code: 'K-3F2B9C1E',
    at: '2026-11-27T09:00:00.000Z',
    rows: { clients: 1, looks: 12, home_plans: 0, revisions: 3 },
    films: 1,
    filmsLeft: ['/disk/x.mp4'],
    classes: 1,
    backups: ['kokyu-1.kokyu-backup', 'kokyu-2.kokyu-backup'],
    copies: 0,
    found: false,
  };
  const text = receiptText(e);
  expect(text).toMatch(/Client K-3F2B9C1E, 2026-11-27/);
  expect(text).toMatch(/Gone: 1 file, 12 looks, 3 earlier values\./);
  expect(text).toMatch(/2 backups still hold this client: kokyu-1\.kokyu-backup, kokyu-2/);
  expect(text).toMatch(/by hand: \/disk\/x\.mp4/);
  expect(receiptText({ ...e, found: true })).toMatch(/still met in the file/);
});

test('what names a client goes from lists at any depth, and nothing else', () => {
  const value = {
    a: [
      { clientId: 'x', n: 1 },
      { clientId: 'y', deep: [{ clientId: 'x' }, 3, null] },
    ],
    clientId: 'x',
    n: null,
  };
  expect(withoutClient(value, 'x')).toEqual({
    a: [{ clientId: 'y', deep: [3, null] }],
    clientId: 'x',
    n: null,
  });
});

test.each([
  ['Ada Lark, first time', 'ada lark', true],
  ['hour of ADA LARK', 'Ada Lark', true],
  ['Ada Larkin', 'Ada Lark', false],
  ['Mada Lark', 'Ada Lark', false],
  ['Mada Lark and Ada Lark', 'Ada Lark', true],
  ['Bo', 'BO', true],
  ['Lunch with Bo', 'Bo', false],
  ['A first look', 'A', false],
  ['E\u0301milie R.', '\u00c9milie R.', true],
  ['', 'Ada Lark', false],
])('a visit called “%s” bears the name “%s”: %s', (title, name, bears) => {
  expect(bearsName(title, name)).toBe(bears);
});

test('nothing that was ever typed of a client is left anywhere, earlier screenings and stops in classes among it', () => {
  const path = use('typed.db');
  const sentences = ['wants to sail to the skerries', 'wants the pier stairs dry', 'went pale by the window'];
  const [id, name] = [must(createClient(STUDIO, 'Someone Typed')).id, 'Someone Typed'];
  const other = must(createClient(STUDIO, 'Someone Else')).id;
  for (const [rev, goals] of sentences.slice(0, 2).entries()) {
    expect(saveScreen(STUDIO, id, over(rev, { ...screenOf(STUDIO, id).data, goals })).ok).toBe(true);
    keepRevision(STUDIO, 'screen', id, rev, screenOf(STUDIO, id).data);
  }
  const block = blockFor(drillById('twoHands')!, { flags: {}, props: [] })!;
  const data = {
    ...newClass('Typed'),
    roster: [
      { id: 'r1', clientId: id, initials: 'ST' },
      { id: 'r2', clientId: other, initials: 'SE' },
    ],
    sequence: asSequence([block]),
  };
  const classId = createClass(STUDIO, data);
  const runId = startClassRun(STUDIO, classId, data, data.sequence);
  const run = findClassRun(STUDIO, runId)!.data;
  const people = stepPeople(run.people, {
    kind: 'stopOne',
    id: 'r1',
    index: 0,
    sign: 'dizziness',
    note: sentences[2]!,
    done: [],
  });
  const ended = { ...run, people, state: { ...run.state, stage: 'done' as const } };
  expect(saveClassRun(STUDIO, runId, over(0, ended)).ok).toBe(true);
  for (const said of [id, ...sentences]) expect([said, holds(path, said)]).toEqual([said, true]);
  archiveClient(STUDIO, id);
  const done = must(eraseClient(STUDIO, id, name, NOW));
  expect(done.found).toBe(false);
  for (const said of [id, name, ...sentences]) {
    expect([said, holds(path, said)]).toEqual([said, false]);
    expect([...everything(path)].filter(([, row]) => row.includes(said))).toEqual([]);
  }
  // What another window still had of them is not written back.
  const late = { rev: 9, data: { ...screenOf(STUDIO, other).data, goals: sentences[0] } };
  expect(putAside(STUDIO, 'screen', id, late)).toMatchObject({ ok: false });
  expect(putAside(STUDIO, 'screen', '00000000-0000-4000-8000-000000000000', late)).toMatchObject({
    ok: false,
  });
  expect(holds(path, sentences[0]!)).toBe(false);
});
