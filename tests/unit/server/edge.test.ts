import { LIBRARY } from '@/core/drills/library';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { over } from '@/core/base/revision';
import { EMPTY_LOOK } from '@/core/look/look';
import { propose } from '@/core/propose/propose';
import { NEW_RUN } from '@/core/run/run';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { createClient } from '@/server/clients';
import { caseFor } from '@/server/case';
import { damagedOf, rawOf } from '@/server/damaged';
import { db, disconnect } from '@/server/db/client';
import { finishLook, looksOf, saveLook, startLook } from '@/server/looks';
import { readJson, shapeOf } from '@/server/record-json';
import { revisionsOf } from '@/server/revisions';
import { findRun, saveRun, startRun } from '@/server/runs';
import { STUDIO } from '@/server/scope';
import { beginScreenAnew, readScreen } from '@/server/screens';
import { createSequence } from '@/server/sequences';
import { putAside, storeSent } from '@/server/store';
import { must, why } from '../helpers';

const folder = mkdtempSync(join(tmpdir(), 'kokyu-edge-'));
process.env.KOKYU_DB = join(folder, 'own/edge.db');
afterAll(() => {
  disconnect();
  rmSync(folder, { recursive: true, force: true });
});

const client = () => must(createClient(STUDIO, 'Edge')).id;
const stamp = (n: number, writer = 'page') => ({ writer, n });
const nowhere = '00000000-0000-4000-8000-000000000000';

describe('JSON in the database', () => {
  it('is parsed by its schema, brought up from older shapes, and never cast', () => {
    const upgrades = {
      screen: [(old: unknown) => ({ ...(old as object), goals: (old as { wish: string }).wish })],
      look: [],
      sequence: [],
      runState: [],
      drill: [],
      tests: [],
      tasks: [],
      thresholds: [],
      setUps: [],
      films: [],
      backup: [],
      people: [],
      retention: [],
      house: [],
      drafts: [],
      cues: [],
      class: [],
      classRun: [],
      homePlan: [],
      homeReport: [],
      erasure: [],
    };
    const old = JSON.stringify({ ...EMPTY_SCREEN, goals: undefined, wish: 'to sing' });
    expect(shapeOf('screen', upgrades)).toBe(2);
    expect(must(readJson('screen', 'a', old, 1, upgrades)).goals).toBe('to sing');
    expect(why(readJson('screen', 'b', old, 2, upgrades))).toMatch(/^goals: /);
    expect(why(readJson('screen', 'c', old, 3, upgrades))).toMatch(/newer Kokyu/);
    expect(why(readJson('screen', 'd', 'null', 1, upgrades))).toMatch(/could not be brought up/);
    expect(why(readJson('look', 'e', '{"rings":'))).toMatch(/cut or overwritten/);
    // The same key with another text is read anew.
    expect(must(readJson('look', 'f', JSON.stringify(EMPTY_LOOK))).note).toBe('');
    expect(must(readJson('look', 'f', JSON.stringify({ ...EMPTY_LOOK, note: 'x' }))).note).toBe('x');
  });

  it('that is damaged is named by itself and leaves the rest alone', () => {
    const id = client();
    const [sound, broken] = [startLook(STUDIO, id), startLook(STUDIO, id)];
    db().$client.prepare(`UPDATE looks SET data = '{"rings":7}' WHERE id = ?`).run(broken);
    expect(looksOf(STUDIO, id).map((l) => l.id)).toEqual([sound]);
    expect(damagedOf(STUDIO, id)).toMatchObject([{ kind: 'look', id: broken }]);
    expect(rawOf(STUDIO, 'look', broken)).toBe('{"rings":7}');
    expect(why(saveLook(STUDIO, broken, over(0, EMPTY_LOOK)) as never)).toMatch(/damaged/);
    db().$client.prepare(`UPDATE screens SET data = 'x' WHERE client_id = ?`).run(id);
    expect(readScreen(STUDIO, id).ok).toBe(false);
    must(beginScreenAnew(STUDIO, id));
    expect(must(readScreen(STUDIO, id)).data).toEqual(EMPTY_SCREEN);
    expect(db().$client.prepare(`SELECT data FROM revisions WHERE record_id = ?`).all(id)).toEqual([
      { data: 'x' },
    ]);
  });

  it('is on the disk before the answer', () => {
    expect(db().$client.pragma('synchronous', { simple: true })).toBe(2);
  });
});

describe('what a page sends', () => {
  it('may come twice, and late, and over its own saves', () => {
    const look = startLook(STUDIO, client());
    const send = (rev: number, n: number, note: string) =>
      storeSent(STUDIO, 'look', look, {
        rev,
        stamp: stamp(n),
        data: { ...EMPTY_LOOK, note },
        keepEarlier: false,
      });
    expect(send(0, 1, 'a')).toEqual({ ok: true, rev: 1 });
    expect(send(0, 1, 'a')).toEqual({ ok: true, rev: 1 });
    expect(send(0, 3, 'abc')).toEqual({ ok: true, rev: 2 });
    expect(send(1, 2, 'ab')).toEqual({ ok: true, rev: 2 });
    expect(
      storeSent(STUDIO, 'look', look, {
        rev: 0,
        stamp: stamp(1, 'other'),
        data: EMPTY_LOOK,
        keepEarlier: false,
      }),
    ).toMatchObject({ ok: false, conflict: { rev: 2, data: { note: 'abc' } } });
  });

  it('is stored without what cannot be, which is named', () => {
    const look = startLook(STUDIO, client());
    const quiet = { position: 'sitting', taps: [0, -0.006, 2, 1e308], first: 'inhale', sighs: 0 };
    const saved = storeSent(STUDIO, 'look', look, {
      rev: 0,
      stamp: null,
      data: { ...EMPTY_LOOK, note: 'n', quiet },
      keepEarlier: false,
    });
    expect(saved).toMatchObject({
      ok: true,
      refused: [expect.stringMatching(/^quiet\.taps\.1: /), expect.stringMatching(/^quiet\.taps\.3: /)],
    });
    expect(
      storeSent(STUDIO, 'screen', nowhere, { rev: 0, stamp: null, data: EMPTY_SCREEN, keepEarlier: false }),
    ).toMatchObject({ ok: false });
    expect(storeSent(STUDIO, 'look', look, { rev: -1 })).toMatchObject({ ok: false });
    expect(
      storeSent({ ...STUDIO, may: 'read' }, 'look', look, {
        rev: 1,
        stamp: null,
        data: EMPTY_LOOK,
        keepEarlier: false,
      }),
    ).toMatchObject({
      ok: false,
      why: expect.stringMatching(/not change/),
    });
  });

  it('is put aside only where there is a record, and parsed', () => {
    const look = startLook(STUDIO, client());
    expect(putAside(STUDIO, 'look', nowhere, { rev: 0, data: EMPTY_LOOK }).ok).toBe(false);
    expect(putAside(STUDIO, 'look', look, { rev: 0, data: 'letter' }).ok).toBe(false);
    must(putAside(STUDIO, 'look', look, { rev: 0, data: { ...EMPTY_LOOK, note: 'mine' } }));
    expect(revisionsOf(STUDIO, 'look', look).map((r) => r.data.note)).toEqual(['mine']);
    expect(finishLook(STUDIO, nowhere).ok).toBe(false);
  });
});

test('a stop sign is stored over whatever another window has done, and an ended run stays ended', () => {
  const id = client();
  const sequence = must(
    propose({ ...caseFor(STUDIO, id)!.plan(), library: LIBRARY, needs: { lowBreath: 1 }, minutes: 8 }),
  );
  const run = startRun(STUDIO, id, createSequence(STUDIO, id, null, 'eight', sequence), sequence);
  const result = {
    blockId: sequence.blocks[0]!.id,
    drillId: sequence.blocks[0]!.drillId,
    quality: 4,
    note: '',
    outcome: 'done' as const,
  };
  const other = { sequence, state: { ...NEW_RUN, index: 1, results: [result] } };
  expect(saveRun(STUDIO, run, { rev: 0, stamp: stamp(1, 'other'), data: other, keepEarlier: false })).toEqual(
    { ok: true, rev: 1 },
  );
  const stopped = {
    sequence,
    state: { ...NEW_RUN, stage: 'stopped' as const, stopSign: 'vision' as const, stopNote: 'grey' },
  };
  expect(saveRun(STUDIO, run, { rev: 0, stamp: stamp(1), data: stopped, keepEarlier: false })).toMatchObject({
    ok: true,
    rev: 2,
  });
  expect(findRun(STUDIO, run)).toMatchObject({
    endedAt: expect.any(String),
    state: { stage: 'stopped', stopSign: 'vision', stopNote: 'grey', results: [result] },
  });
  expect(
    saveRun(STUDIO, run, { rev: 1, stamp: stamp(2, 'other'), data: other, keepEarlier: false }),
  ).toMatchObject({
    ok: false,
    conflict: { data: { state: { stage: 'stopped' } } },
  });
});
