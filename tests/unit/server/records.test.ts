import { LIBRARY } from '@/core/drills/library';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { printBandCsv } from '@/core/formats/band-csv';
import { printWav } from '@/core/formats/wav';
import { EMPTY_LOOK, type LookData } from '@/core/look/look';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { propose } from '@/core/propose/propose';
import { NEW_RUN } from '@/core/run/run';
import { simulateBands } from '@/core/simulate/bands';
import { bandSetup } from '@/core/simulate/bands.schema';
import { exhaleSound } from '@/core/simulate/exhale-sound';
import { clientFileOf, importClientFile } from '@/server/client-file';
import {
  archiveClient,
  createClient,
  findClient,
  listArchived,
  listClients,
  restoreClient,
  setControl,
} from '@/server/clients';
import { connect, openDb } from '@/server/db/client';
import { knownVersion } from '@/server/db/upgrade';
import { bandsOf, beginVisit, finishLook, looksOf, saveLook, startLook } from '@/server/looks';
import { mostSupported, quietBreath } from '@/core/look/quiet';
import { caseFor } from '@/server/case';
import { dropProtocol, savedProtocols, saveProtocol } from '@/server/protocols';
import { findRecording, keepRecording, recordingsOf } from '@/server/recordings';
import { railOf } from '@/core/client/rail';
import { revisionsOf } from '@/server/revisions';
import { openRunOf, saveRun, startRun } from '@/server/runs';
import { guarded } from '@/server/save';
import { STUDIO } from '@/server/scope';
import { over } from '@/core/base/revision';
import { saveScreen, screenOf } from '@/server/screens';
import { saveThresholds, thresholds } from '@/server/settings';
import { createSequence, findSequence, saveSequence } from '@/server/sequences';
import { must, why } from '../helpers';
import { demoFilesAt } from '../../made-up-house';

const folder = mkdtempSync(join(tmpdir(), 'kokyu-'));
const path = join(folder, 'deep/er/test.db');
process.env.KOKYU_DB = path;
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const client = () => must(createClient(STUDIO, 'Ada')).id;
const row = (id: string) => findClient(STUDIO, id)!;
const proposeFor = (id: string, minutes: number) =>
  propose({ ...caseFor(STUDIO, id)!.plan(), library: LIBRARY, minutes });

describe('the database file', () => {
  it('is made with its folder, with write-ahead log and foreign keys', () => {
    const opened = connect();
    expect(opened.ok).toBe(true);
    if (!opened.ok) return;
    expect(opened.db.$client.pragma('journal_mode', { simple: true })).toBe('wal');
    expect(opened.db.$client.pragma('foreign_keys', { simple: true })).toBe(1);
    expect(opened.db.$client.pragma('user_version', { simple: true })).toBe(knownVersion());
    expect(() =>
      opened.db.$client.exec(
        `INSERT INTO looks (id, owner_id, client_id, purpose, data, rules_version, rev, at, updated_at)
         VALUES ('x','local','nobody','visit','{}','r',0,'a','a')`,
      ),
    ).toThrow(/FOREIGN KEY/);
  });
  it('from a newer version is not touched', () => {
    const newer = join(folder, 'newer.db');
    const raw = new Database(newer);
    raw.pragma('user_version = 999');
    raw.close();
    expect(openDb(newer)).toMatchObject({
      ok: false,
      trouble: { kind: 'newer', why: expect.stringMatching(/999/), help: expect.stringMatching(/KOKYU_DB/) },
    });
    const again = new Database(newer, { readonly: true });
    expect(again.prepare('SELECT count(*) AS n FROM sqlite_master').get()).toEqual({ n: 0 });
    again.close();
  });
  it('that is no database, or a folder, comes back as trouble in words', () => {
    const text = join(folder, 'letter.db');
    writeFileSync(text, 'this is a letter, not a database, and long enough to be read as one '.repeat(20));
    expect(openDb(text)).toMatchObject({ ok: false, trouble: { kind: 'unreadable' } });
    expect(openDb(folder)).toMatchObject({ ok: false, trouble: { help: expect.stringMatching(/KOKYU_DB/) } });
  });
  it('opened a second time keeps what is there', () => {
    const id = client();
    const second = openDb(path);
    expect(second.ok && second.db.$client.prepare('SELECT name FROM clients WHERE id = ?').get(id)).toEqual({
      name: 'Ada',
    });
  });
  it('that fails while writing is told in a sentence', () => {
    const failing = guarded(() => {
      throw Object.assign(new Error('attempt to write'), { code: 'SQLITE_IOERR' });
    });
    expect(failing).toMatchObject({
      ok: false,
      why: expect.stringMatching(/Not saved: .*SQLITE_IOERR.*still on the screen/),
    });
    expect(() =>
      guarded(() => {
        throw new Error('a bug');
      }),
    ).toThrow('a bug');
  });
});

describe('clients', () => {
  it('need a name, are found by any part of it, and percent signs are letters', () => {
    expect(why(createClient(STUDIO, '  '))).toMatch(/needs a name/);
    expect(why(createClient(STUDIO, 'x'.repeat(200)))).toMatch(/120/);
    must(createClient(STUDIO, 'Zoë 100 % Harbour'));
    expect(listClients(STUDIO, 'harb', 0).rows.map((r) => r.name)).toEqual(['Zoë 100 % Harbour']);
    expect(listClients(STUDIO, '100 %', 0).total).toBe(1);
    expect(listClients(STUDIO, '%%', 0).total).toBe(0);
  });
  it('can be taken off the list and put back', () => {
    const id = client();
    archiveClient(STUDIO, id);
    expect(findClient(STUDIO, id)).toBeUndefined();
    expect(listArchived(STUDIO).map((r) => r.id)).toContain(id);
    expect(listArchived(STUDIO, 'aD').map((r) => r.id)).toContain(id);
    expect(listArchived(STUDIO, 'a%d')).toEqual([]);
    restoreClient(STUDIO, id);
    expect(row(id).name).toBe('Ada');
    expect(listArchived(STUDIO).map((r) => r.id)).not.toContain(id);
  });
  it('was not looked at by a look that was opened and holds nothing', () => {
    const id = client();
    const listed = (of: string) => listClients(STUDIO, 'Ada', 0).rows.find((r) => r.id === of);
    const begun = beginVisit(STUDIO, id);
    expect(listed(id)).toMatchObject({ lastLookAt: null, lookOpen: false });
    expect(caseFor(STUDIO, id)!.visit).toBeNull();
    expect(railOf(caseFor(STUDIO, id)!).stations[1]!.fresh).toBe('not looked yet');
    // Opened once more it is the same look, by the newer choice of tests.
    expect(beginVisit(STUDIO, id, { name: 'short', tests: ['quiet'] })).toBe(begun);
    expect(looksOf(STUDIO, id)).toHaveLength(1);
    const [again] = looksOf(STUDIO, id);
    expect(again!.data.protocol).toEqual({ name: 'short', tests: ['quiet'] });
    expect(saveLook(STUDIO, begun, over(again!.rev, { ...again!.data, note: 'tired' })).ok).toBe(true);
    expect(listed(id)).toMatchObject({ lastLookAt: again!.at, lookOpen: true });
    expect(beginVisit(STUDIO, id)).not.toBe(begun);
    finishLook(STUDIO, begun);
    expect(listed(id)).toMatchObject({ lastLookAt: again!.at, lookOpen: false });
    expect(caseFor(STUDIO, id)!.visits.map((v) => v.id)).toEqual([begun]);
  });
});

describe('saving', () => {
  it('over an old revision gives back what stands there and writes nothing', () => {
    const id = client();
    expect(saveScreen(STUDIO, id, over(0, { ...EMPTY_SCREEN, goals: 'first' }))).toEqual({
      ok: true,
      rev: 1,
    });
    expect(saveScreen(STUDIO, id, over(0, { ...EMPTY_SCREEN, goals: 'second' }))).toMatchObject({
      ok: false,
      conflict: { rev: 1, data: { goals: 'first' } },
    });
    expect(screenOf(STUDIO, id).data.goals).toBe('first');
    expect(saveScreen(STUDIO, id, over(1, { ...EMPTY_SCREEN, goals: 'mine' }, true))).toEqual({
      ok: true,
      rev: 2,
    });
    expect(revisionsOf(STUDIO, 'screen', id).map((r) => r.data.goals)).toEqual(['first']);
  });
  it('a correction of a finished look keeps the earlier value', () => {
    const look = startLook(STUDIO, client());
    saveLook(STUDIO, look, over(0, { ...EMPTY_LOOK, note: 'as seen' }));
    expect(revisionsOf(STUDIO, 'look', look)).toEqual([]);
    finishLook(STUDIO, look);
    saveLook(STUDIO, look, over(1, { ...EMPTY_LOOK, note: 'corrected' }));
    expect(revisionsOf(STUDIO, 'look', look).map((r) => r.data.note)).toEqual(['as seen']);
  });
  it('two windows on one sequence lose nothing', () => {
    const id = client();
    const sequence = must(proposeFor(id, 10));
    const s = createSequence(STUDIO, id, null, 'ten', sequence);
    expect(saveSequence(STUDIO, s, over(0, { ...sequence, minutes: 12 }))).toEqual({ ok: true, rev: 1 });
    expect(saveSequence(STUDIO, s, over(0, { ...sequence, minutes: 14 }))).toMatchObject({
      ok: false,
      conflict: { rev: 1, data: { minutes: 12 } },
    });
    expect(saveSequence(STUDIO, s, over(1, { ...sequence, minutes: 14 }, true))).toEqual({
      ok: true,
      rev: 2,
    });
    expect(findSequence(STUDIO, s)!.data.minutes).toBe(14);
    expect(revisionsOf(STUDIO, 'sequence', s).map((r) => r.data.minutes)).toEqual([12]);
  });
  it('of something that is gone says so', () => {
    const nowhere = '00000000-0000-4000-8000-000000000000';
    for (const saved of [
      saveLook(STUDIO, nowhere, over(0, EMPTY_LOOK)),
      saveSequence(STUDIO, nowhere, over(0, must(proposeFor(client(), 5)))),
      saveScreen(STUDIO, nowhere, over(0, EMPTY_SCREEN)),
    ]) {
      expect(saved).toMatchObject({ ok: false, why: expect.stringMatching(/no longer here/) });
    }
  });
});

describe('runs', () => {
  it('are resumed where they were, end once, and teach what is owned', () => {
    const id = client();
    const sequence = must(proposeFor(id, 10));
    const run = startRun(STUDIO, id, createSequence(STUDIO, id, null, 'ten', sequence), sequence);
    expect(
      saveRun(STUDIO, run, over(0, { sequence: sequence, state: { ...NEW_RUN, index: 1, blockS: 12.5 } })),
    ).toEqual({ ok: true, rev: 1 });
    expect(openRunOf(STUDIO, id)!.state).toMatchObject({ index: 1, blockS: 12.5 });
    const results = sequence.blocks.map((b) => ({
      blockId: b.id,
      drillId: b.drillId,
      quality: 5,
      note: '',
      outcome: 'done' as const,
    }));
    saveRun(STUDIO, run, over(1, { sequence: sequence, state: { ...NEW_RUN, stage: 'done', results } }));
    expect(openRunOf(STUDIO, id)).toBeUndefined();
    expect(caseFor(STUDIO, id)!.owned().drills).toEqual([]);
    const again = startRun(STUDIO, id, createSequence(STUDIO, id, null, 'again', sequence), sequence);
    saveRun(STUDIO, again, over(0, { sequence, state: { ...NEW_RUN, stage: 'done', results } }));
    expect(caseFor(STUDIO, id)!.owned().level).toBeGreaterThanOrEqual(0);
    expect(caseFor(STUDIO, id)!.owned().drills).toEqual(sequence.blocks.map((b) => b.drillId));
    expect(caseFor(STUDIO, id)!.plan().owned).toEqual(caseFor(STUDIO, id)!.owned().drills);
  });
});

describe('a client file', () => {
  it.each(demoFilesAt(new Date('2026-11-20T09:00:00.000Z')).map((f) => [f.name, f] as const))(
    'comes back the same but for its ids: %s',
    (_, file) => {
      const id = must(importClientFile(STUDIO, file)).id;
      const back = clientFileOf(STUDIO, id)!;
      const plain = (f: typeof file) => ({
        ...f,
        looks: f.looks
          .map((l) => ({ at: l.at, purpose: l.purpose, signs: l.data.signs, quiet: l.data.quiet }))
          .sort((a, b) => a.at.localeCompare(b.at)),
        recordings: f.recordings.map((r) => r.base64).sort(),
        bands: f.looks.map((l) => l.data.bands?.length ?? 0).sort(),
        sequences: f.sequences.length,
        runs: f.runs
          .map((r) => ({ at: r.startedAt, state: { ...r.state, relookLookId: undefined } }))
          .sort((a, b) => a.at.localeCompare(b.at)),
      });
      expect(plain(back)).toEqual(plain(file));
      for (const r of back.runs)
        if (r.state.relookLookId) expect(back.looks.map((l) => l.id)).toContain(r.state.relookLookId);
      expect(must(importClientFile(STUDIO, file)).id).not.toBe(id);
    },
  );
});

describe('a database of the first version', () => {
  it('keeps its curves as records and its looks as they were', () => {
    const old = join(folder, 'first.db');
    const raw = new Database(old);
    const first = readFileSync(join(__dirname, '../../../src/server/db/migrations/0000_start.sql'), 'utf8');
    for (const statement of first.split('--> statement-breakpoint')) raw.exec(statement);
    const journal = JSON.parse(
      readFileSync(join(__dirname, '../../../src/server/db/migrations/meta/_journal.json'), 'utf8'),
    ) as { entries: { when: number }[] };
    raw.exec(
      'CREATE TABLE __drizzle_migrations (id INTEGER PRIMARY KEY, hash text NOT NULL, created_at numeric)',
    );
    raw
      .prepare('INSERT INTO __drizzle_migrations (hash, created_at) VALUES (?, ?)')
      .run('first', journal.entries[0]!.when);
    raw.pragma('user_version = 1');
    raw.exec(
      `INSERT INTO owners VALUES ('o', 'x', 'now'); INSERT INTO clients (id, owner_id, name, created_at, updated_at) VALUES ('c', 'o', 'Ada', 'now', 'now');`,
    );
    const look = {
      rings: {},
      signs: { mouth: true },
      holds: [],
      note: 'kept',
      curve: { curveId: 'k', name: 'a.csv', column: 'ribs' },
    };
    raw
      .prepare(
        "INSERT INTO looks (id, owner_id, client_id, purpose, data, rules_version, rev, at, updated_at) VALUES ('l', 'o', 'c', 'visit', ?, '1', 0, 'now', 'now')",
      )
      .run(JSON.stringify(look));
    raw.prepare("INSERT INTO curves VALUES ('k', 'o', 'l', 'a.csv', 'time_s,ribs', 'now')").run();
    raw.close();
    const opened = openDb(old);
    if (!opened.ok) throw new Error(opened.trouble.why);
    const data = JSON.parse(
      (opened.db.$client.prepare('SELECT data FROM looks').get() as { data: string }).data,
    ) as Record<string, unknown>;
    expect(data).toMatchObject({
      signs: { mouth: true },
      note: 'kept',
      bands: [{ recordId: 'k', name: 'a.csv', position: 'hookLying', places: [], calibration: [] }],
    });
    expect(data).not.toHaveProperty('curve');
    const kept = opened.db.$client.prepare('SELECT kind, bytes FROM recordings').get() as {
      kind: string;
      bytes: Buffer;
    };
    expect([kept.kind, kept.bytes.toString()]).toEqual(['csv', 'time_s,ribs']);
    opened.db.$client.close();
  });
});

describe('what follows from the records', () => {
  it('a new client is due at Screen, then Look, then Write, then Coach', () => {
    const id = client();
    const due = () => railOf(caseFor(STUDIO, id)!).due;
    expect(due()).toBe('screen');
    saveScreen(STUDIO, id, over(0, { ...EMPTY_SCREEN, goals: 'row' }));
    expect(due()).toBe('look');
    const look = startLook(STUDIO, id);
    saveLook(STUDIO, look, over(0, { ...EMPTY_LOOK, signs: { reversed: true } }));
    expect(due()).toBe('look');
    finishLook(STUDIO, look);
    expect(due()).toBe('read');
    createSequence(STUDIO, id, look, 'ten', must(proposeFor(id, 10)));
    expect(due()).toBe('coach');
    saveScreen(
      STUDIO,
      id,
      over(1, { ...EMPTY_SCREEN, redFlags: [{ flag: 'fainting', at: new Date().toISOString() }] }),
    );
    expect(due()).toBe('screen');
    expect(railOf(caseFor(STUDIO, id)!).stations[0]!.fresh).toBe('1 red flag open');
  });
  it('a record is kept raw beside the look and read again from it', () => {
    const id = client();
    const look = startLook(STUDIO, id);
    const csv = printBandCsv(simulateBands(bandSetup({ ratePerMin: 15 }), 90).record);
    const kept = must(keepRecording(STUDIO, look, 'bands.csv', new TextEncoder().encode(csv)));
    expect(kept.kind).toBe('csv');
    const note = {
      recordId: kept.id,
      name: 'bands.csv',
      position: 'hookLying' as const,
      places: [],
      calibration: [],
    };
    const data = { ...EMPTY_LOOK, bands: [note] };
    saveLook(STUDIO, look, over(0, data));
    const ribShare = (of: LookData) => mostSupported(bandsOf(STUDIO, of))!.analysis.ribShare;
    expect(Math.abs(quietBreath(data, bandsOf(STUDIO, data))!.rate.value - 15)).toBeLessThan(1);
    expect(ribShare(data)).not.toBeNull();
    expect(ribShare({ ...data, bands: [{ ...note, places: [null, 'belly'] }] })).toBeNull();
    expect(bandsOf(STUDIO, { ...data, bands: [{ ...note, recordId: 'gone' }] })).toEqual([]);
    expect(Buffer.from(findRecording(STUDIO, kept.id)!.bytes).toString()).toBe(csv);
    expect(caseFor(STUDIO, id)!.visit!.id).toBe(look);
    expect(looksOf(STUDIO, id)).toHaveLength(1);
  });
  it('a file that cannot be read is refused and not kept', () => {
    const look = startLook(STUDIO, client());
    expect(why(keepRecording(STUDIO, look, 'x.csv', new TextEncoder().encode('nothing')))).toMatch(/line 1/);
    expect(why(keepRecording(STUDIO, look, 'x.edf', new Uint8Array(400)))).toMatch(/header/);
    expect(recordingsOf(STUDIO, look)).toEqual([]);
    expect(
      why(
        keepRecording(
          STUDIO,
          '00000000-0000-4000-8000-000000000000',
          'x.wav',
          printWav(exhaleSound('even', 2)),
        ),
      ),
    ).toMatch(/no longer here/);
  });
  it('schools, thresholds and choices of tests are kept', () => {
    const id = client();
    setControl(STUDIO, id, 'brace');
    expect(row(id).control).toBe('brace');
    saveThresholds(STUDIO, { fastPerMin: 18 });
    expect(thresholds(STUDIO)).toMatchObject({ fastPerMin: 18, calmHoldS: 25 });
    saveThresholds(STUDIO, {});
    expect(thresholds(STUDIO).fastPerMin).toBe(22.2);
    saveProtocol(STUDIO, { name: 'First visit', tests: ['quiet', 'tape'] });
    saveProtocol(STUDIO, { name: 'First visit', tests: ['quiet'] });
    expect(savedProtocols(STUDIO).map((p) => [p.name, p.tests])).toEqual([['First visit', ['quiet']]]);
    dropProtocol(STUDIO, savedProtocols(STUDIO)[0]!.id);
    expect(savedProtocols(STUDIO)).toEqual([]);
  });
  it('a proposal rests on flags and school alone when nobody has looked', () => {
    const sequence = must(proposeFor(client(), 12));
    expect(sequence.blocks.length).toBeGreaterThan(1);
    expect(caseFor(STUDIO, '00000000-0000-4000-8000-000000000000')).toBeNull();
    expect(caseFor(STUDIO, client())!.hold()).toBeNull();
  });
});
