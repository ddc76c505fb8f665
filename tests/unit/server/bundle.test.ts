import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createWriteStream, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import {
  DICTIONARY,
  MANIFEST,
  OBSERVATIONS,
  STUDIO as STUDIO_FILE,
  type Manifest,
} from '@/core/formats/bundle';
import { parseClientFile, printClientFile } from '@/core/formats/client-file';
import { followClient } from '@/core/client/followed';
import { tidyOf } from '@/core/client/tidy';
import { bringInBundle, takeBackBundle, type Step } from '@/server/bundle-in';
import { bundleOf } from '@/server/bundle-out';
import { caseOfRow } from '@/server/case';
import { allClasses } from '@/server/classes';
import { classRunsOf } from '@/server/class-runs';
import { clientFileOf, importClientFile } from '@/server/client-file';
import { everyClient } from '@/server/clients';
import { db, disconnect } from '@/server/db/client';
import { homeReportsOf } from '@/server/home-reports';
import { STUDIO } from '@/server/scope';
import { visitsBetween } from '@/server/visits';
import { must, why } from '../helpers';
import { unzip, zipOf } from './zips';
import { battery } from '../../battery';
import { moveInto } from '../../made-up-house';

const { some } = battery(1);

const dir = mkdtempSync(join(tmpdir(), 'kokyu-bundle-'));
const at = (name: string) => join(dir, name);
const use = (name: string) => {
  disconnect();
  process.env.KOKYU_DB = at(name);
};
const NOW = new Date('2026-11-20T09:00:00.000Z');

const write = async (name: string, clientId: string | null = null) => {
  await pipeline(must(bundleOf(STUDIO, clientId, NOW)).stream, createWriteStream(at(name)));
  return at(name);
};

/** All that is computed of everybody: what must be the same wherever the records lie. */
const computed = () =>
  everyClient(STUDIO).map((row) => {
    const known = caseOfRow(STUDIO, row);
    return {
      name: row.name,
      createdAt: row.createdAt,
      archivedAt: row.archivedAt,
      followed: followClient(known, NOW),
      tidy: tidyOf(known, NOW),
      readings: known.visits.map((v) => v.readings()),
      plan: known.plan(),
      homes: known.homes!.map((h) => [h.number, h.sentAt, h.endedAt, h.data, h.reports.map((r) => r.at)]),
      said: homeReportsOf(STUDIO, row.id)
        .map((r) => [r.report.at, r.receivedAt, r.seenAt, r.report.kind, r.report.day].join(' '))
        .sort(),
    };
  });

const studioOf = () => ({
  classes: allClasses(STUDIO)
    .rows.map((c) => ({
      name: c.data.name,
      who: c.data.roster.map((r) => [r.initials, r.clientId !== null]),
      runs: classRunsOf(STUDIO, c.id).map((r) => [
        r.startedAt,
        r.data.state,
        r.data.people.map((p) => p.initials),
      ]),
    }))
    .sort((a, b) => a.name.localeCompare(b.name)),
  visits: visitsBetween(STUDIO, new Date(0), new Date('2100-01-01')).map((v) => [
    v.uid,
    v.startAt,
    v.title,
    v.clientId !== null,
  ]),
});

let demo: string;
let before: { computed: unknown; studio: unknown };
beforeAll(async () => {
  use('demo.db');
  moveInto(NOW);
  before = { computed: computed(), studio: studioOf() };
  demo = await write('demo.zip');
}, 180_000);
afterAll(() => {
  disconnect();
  rmSync(dir, { recursive: true, force: true });
});

const empty = () => {
  for (const c of everyClient(STUDIO)) expect(c).toBeUndefined();
  expect(allClasses(STUDIO).rows).toEqual([]);
};

test('the whole demo goes out and comes into an empty Kokyu with equal results', async () => {
  use('back.db');
  const steps: Step[] = [];
  const done = must(await bringInBundle(STUDIO, demo, { onStep: (s) => steps.push(s) }));
  expect({ computed: computed(), studio: studioOf() }).toEqual(before);
  expect(done).toMatchObject({ clients: everyClient(STUDIO).length, damaged: 0 });
  expect(done.recordings).toBeGreaterThan(3);
  expect(steps[0]).toMatchObject({ step: 'checking', n: 1 });
  expect(steps.at(-1)).toEqual({ step: 'bringing', n: done.clients, of: done.clients });
  // And out again: the same but for the ids and what is made of them.
  const again = unzip(readFileSync(await write('again.zip')));
  const first = unzip(readFileSync(demo));
  expect(again.size).toBe(first.size);
  const bare = (csv: string) => csv.replace(/^K-\w+,/gm, '');
  expect(bare(again.get(OBSERVATIONS)!.toString())).toBe(bare(first.get(OBSERVATIONS)!.toString()));
  const waves = (files: Map<string, Buffer>) =>
    [...files]
      .flatMap(([path, bytes]) => (path.includes('/recordings/') ? [bytes.toString('base64')] : []))
      .sort();
  expect(waves(again)).toEqual(waves(first));
  takeBackBundle(STUDIO, done.ids);
  empty();
}, 120_000);

test('the manifest names every file with the hash that another program finds; names stand in no table', async () => {
  const files = unzip(readFileSync(demo));
  const manifest = JSON.parse(files.get(MANIFEST)!.toString()) as Manifest;
  expect(manifest.files.map((f) => f.path).sort()).toEqual(
    [...files.keys()].filter((p) => p !== MANIFEST).sort(),
  );
  for (const f of manifest.files)
    expect([f.path, f.bytes, f.sha256]).toEqual([
      f.path,
      files.get(f.path)!.length,
      createHash('sha256').update(files.get(f.path)!).digest('hex'),
    ]);
  const table = files.get(OBSERVATIONS)!.toString();
  for (const { name } of before.computed as { name: string }[]) expect(table).not.toContain(name);
  const keys = new Set(
    files
      .get(DICTIONARY)!
      .toString()
      .split('\r\n')
      .map((l) => l.split(',').slice(0, 2).join(',')),
  );
  for (const line of table.trim().split('\r\n').slice(1)) {
    const [, , kind, id] = line.split(',');
    expect(keys).toContain(`${kind},${id}`);
  }
  // No token, and no hash of one, goes out.
  const hash = db().$client.prepare('select token_hash from home_links limit 1').pluck().get() as
    string | undefined;
  if (hash) for (const bytes of files.values()) expect(bytes.includes(hash)).toBe(false);
});

describe('what is damaged is refused whole', () => {
  const changed = (change: (files: Map<string, Buffer>) => void) => {
    const files = unzip(readFileSync(demo));
    change(files);
    writeFileSync(at('changed.zip'), zipOf(files));
    return at('changed.zip');
  };
  const edited = (path: string, edit: (text: string) => string) =>
    changed((files) => {
      const bytes = Buffer.from(edit(files.get(path)!.toString()));
      files.set(path, bytes);
      const manifest = JSON.parse(files.get(MANIFEST)!.toString()) as Manifest;
      const entry = manifest.files.find((f) => f.path === path)!;
      Object.assign(entry, { bytes: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex') });
      files.set(MANIFEST, Buffer.from(JSON.stringify(manifest)));
    });
  const CLIENT = 'clients/00002/client.json';
  const cases: [string, () => string, RegExp][] = [
    [
      'a byte of a record',
      () => changed((f) => (f.get(firstRecord(f))![200]! ^= 1)),
      /recordings.*was changed or cut/,
    ],
    ['a file too few', () => changed((f) => f.delete(CLIENT)), /00002\/client.json” is missing/],
    [
      'a file too many',
      () => changed((f) => f.set('clients/00002/more.txt', Buffer.from('x'))),
      /more.txt.*not in its manifest/,
    ],
    ['no manifest', () => changed((f) => f.delete(MANIFEST)), /no manifest/],
    [
      'a newer version',
      () => changed((f) => f.set(MANIFEST, Buffer.from('{"format":"kokyu-bundle","version":9}'))),
      /newer Kokyu/,
    ],
    [
      'a look of another shape',
      () => edited(CLIENT, (t) => t.replace('"rings"', '"rinks"')),
      /00002\/client.json: .*rings/,
    ],
    [
      'a studio of another shape',
      () => edited(STUDIO_FILE, (t) => t.replace('"setUps"', '"setUp"')),
      /studio.json: .*setUps/,
    ],
    [
      'half of the file',
      () => {
        writeFileSync(at('half.zip'), readFileSync(demo).subarray(0, 40_000));
        return at('half.zip');
      },
      /cannot be read as a bundle/,
    ],
    [
      'a picture',
      () => {
        writeFileSync(at('picture.zip'), Buffer.from('89504e470d0a1a0a', 'hex'));
        return at('picture.zip');
      },
      /cannot be read as a bundle/,
    ],
  ];
  it.each(cases)('%s', async (_, make, said) => {
    use('refused.db');
    const path = make();
    const sentence = why(await bringInBundle(STUDIO, path));
    expect(sentence).toMatch(said);
    expect(sentence).toMatch(/Nothing was brought in\.$/);
    empty();
  });
  const firstRecord = (files: Map<string, Buffer>) =>
    [...files.keys()].find((p) => p.includes('/recordings/'))!;

  it('a disk that fails, or a cancel amid it, takes back what had come', async () => {
    use('refused.db');
    const cancel = new AbortController();
    const stopped = await bringInBundle(STUDIO, demo, {
      signal: cancel.signal,
      onStep: (s) => s.step === 'bringing' && s.n === 3 && cancel.abort(),
    });
    expect(why(stopped)).toBe('It was cancelled. Nothing was brought in.');
    empty();
  });
});

test('one client goes out alone, and comes in beside the one who is here', async () => {
  use('demo.db');
  const petra = everyClient(STUDIO).find((c) => c.name.startsWith('Petra'))!;
  const zip = await write('petra.zip', petra.id);
  expect([...unzip(readFileSync(zip)).keys()]).not.toContain(STUDIO_FILE);
  const many = everyClient(STUDIO).length;
  const done = must(await bringInBundle(STUDIO, zip));
  expect(everyClient(STUDIO)).toHaveLength(many + 1);
  const both = computed().filter((c) => c.name === petra.name);
  expect(both[1]!.followed).toEqual(both[0]!.followed);
  takeBackBundle(STUDIO, done.ids);
  expect({ computed: computed(), studio: studioOf() }).toEqual(before);
  expect(why(bundleOf(STUDIO, '00000000-0000-4000-8000-000000000000'))).toMatch(/no longer here/);
});

test('the client file carries what was done at home, too', () => {
  use('demo.db');
  const petra = everyClient(STUDIO).find((c) => c.name.startsWith('Petra'))!;
  const file = must(parseClientFile(printClientFile(clientFileOf(STUDIO, petra.id)!)));
  expect(file.homes[0]!.reports.length).toBeGreaterThan(10);
  const id = must(importClientFile(STUDIO, file)).id;
  const [copy] = computed().filter((c) => c.name === petra.name && c.createdAt !== petra.createdAt);
  const original = computed().find((c) => c.createdAt === petra.createdAt)!;
  for (const key of ['followed', 'homes', 'said', 'readings', 'plan'] as const)
    expect(copy![key]).toEqual(original[key]);
  takeBackBundle(STUDIO, { clients: [id], classes: [] });
});

test('a client whose screening is damaged goes out as the text that is kept, and does not come in as if nothing were the matter', async () => {
  use('demo.db');
  const wen = everyClient(STUDIO).find((c) => c.name.startsWith('Wen'))!;
  const kept = db()
    .$client.prepare('select data from screens where client_id = ?')
    .pluck()
    .get(wen.id) as string;
  const set = (text: string) =>
    db().$client.prepare('update screens set data = ? where client_id = ?').run(text, wen.id);
  set('{"cut');
  const zip = await write('damaged.zip');
  set(kept);
  const raw = [...unzip(readFileSync(zip))].filter(([path]) => path.includes('/damaged/'));
  expect(raw.map(([, bytes]) => bytes.toString().trim())).toEqual(['{"cut']);
  use('damaged.db');
  const done = must(await bringInBundle(STUDIO, zip));
  expect(done.damaged).toBe(1);
  expect(everyClient(STUDIO).map((c) => c.name)).not.toContain(wen.name);
});

test('a studio of many clients goes out and in within 300 MB; the bench does it with 2,000', () => {
  const many = some(120, 24);
  const done = spawnSync(
    process.execPath,
    ['node_modules/tsx/dist/cli.mjs', 'scripts/bundle-load.ts', String(many)],
    {
      encoding: 'utf8',
    },
  );
  expect(done.stderr).toBe('');
  const figures = JSON.parse(done.stdout) as Record<'out' | 'in', { peakMb: number }> & { clients: number };
  expect(figures.clients).toBe(many);
  for (const way of ['out', 'in'] as const) expect(figures[way].peakMb).toBeLessThan(300);
}, 180_000);
