import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { over } from '@/core/base/revision';
import { stepPeople } from '@/core/class/class-run';
import { newClass } from '@/core/class/new-class';
import { planClass } from '@/core/class/plan-class';
import { LIBRARY } from '@/core/drills/library';
import { EMPTY_SCREEN } from '@/core/screen/screen';
import { allClasses, archiveClass, createClass, findClass, memberFor, saveClass } from '@/server/classes';
import {
  classRunsOf,
  findClassRun,
  openClassRun,
  saveClassRun,
  seatsIn,
  startClassRun,
} from '@/server/class-runs';
import { archiveClient, createClient } from '@/server/clients';
import { disconnect } from '@/server/db/client';
import { hearRun, type FedRun } from '@/server/run-feed';
import { NEW_RUN } from '@/core/run/run';
import { dropClassRun, findRun, putClassRun, runsOf, saveRun, startRun } from '@/server/runs';
import { STUDIO } from '@/server/scope';
import { readScreen, saveScreen } from '@/server/screens';
import { must } from '../helpers';

const folder = mkdtempSync(join(tmpdir(), 'kokyu-classes-'));
process.env.KOKYU_DB = join(folder, 'classes.db');
afterAll(() => {
  disconnect();
  rmSync(folder, { recursive: true, force: true });
});

/** A class of two clients and one who drops in, planned. */
function planned(name: string) {
  const one = must(createClient(STUDIO, `${name} One`)).id;
  const two = must(createClient(STUDIO, `${name} Two`)).id;
  const roster = [
    { id: 'r1', clientId: one, initials: 'O' },
    { id: 'r2', clientId: two, initials: 'T' },
    { id: 'r3', clientId: null, initials: 'D', flags: { pregnancyWeek: 30 } },
  ];
  const data = { ...newClass(name), roster, room: { pillow: 9, straw: 9 } };
  const members = roster.map((entry) => memberFor(STUDIO, entry, data.school));
  const { sequence } = must(planClass({ ...data, members, library: LIBRARY }));
  const id = createClass(STUDIO, { ...data, sequence });
  return { id, one, two, data: { ...data, sequence }, sequence };
}

it('a class is kept, changed over its revision, and taken off the list without a run of anybody going', () => {
  const { id, data } = planned('Kept');
  expect(findClass(STUDIO, id)!.data).toEqual(data);
  expect(saveClass(STUDIO, id, over(0, { ...data, name: 'Kept, later' }))).toMatchObject({
    ok: true,
    rev: 1,
  });
  // What was changed elsewhere meanwhile is not written over.
  expect(saveClass(STUDIO, id, over(0, { ...data, name: 'Other' }))).toMatchObject({ ok: false });
  expect(allClasses(STUDIO).rows.map((r) => r.data.name)).toContain('Kept, later');
  must(archiveClass(STUDIO, id));
  expect(findClass(STUDIO, id)).toBeUndefined();
  expect(archiveClass(STUDIO, id).ok).toBe(false);
});

it('once a class is over everybody’s own run stands in their file, and what is said later comes after', () => {
  const { id, one, two, data, sequence } = planned('Over');
  const runId = startClassRun(STUDIO, id, data, sequence);
  expect(openClassRun(STUDIO, id)?.id).toBe(runId);
  const begun = findClassRun(STUDIO, runId)!.data;
  expect(begun.people.map((p) => [p.initials, p.present])).toEqual([
    ['O', true],
    ['T', true],
    ['D', true],
  ]);
  const block = sequence.blocks[0]!;
  const done = {
    ...begun,
    people: stepPeople(begun.people, { kind: 'rateOne', id: 'r1', block, quality: 4 }),
    state: {
      ...begun.state,
      stage: 'done' as const,
      results: sequence.blocks.map((b) => ({
        blockId: b.id,
        drillId: b.drillId,
        quality: null,
        note: '',
        outcome: 'done' as const,
      })),
    },
  };
  const heard: FedRun[] = [];
  const deaf = hearRun(runId, (fed) => heard.push(fed));
  expect(runsOf(STUDIO, one)).toEqual([]);
  expect(saveClassRun(STUDIO, runId, over(0, done))).toMatchObject({ ok: true, rev: 1 });
  deaf();
  expect(heard).toEqual([{ rev: 1, data: done }]);
  expect(openClassRun(STUDIO, id)).toBeUndefined();
  const [own] = runsOf(STUDIO, one);
  expect(own!.endedAt).not.toBeNull();
  expect(own!.state.results[0]).toMatchObject({ quality: 4, outcome: 'done' });
  expect(runsOf(STUDIO, two)).toHaveLength(1);
  // A mark given afterwards, and somebody who was not there after all.
  const later = {
    ...done,
    people: stepPeople(stepPeople(done.people, { kind: 'rateOne', id: 'r1', block, quality: 5 }), {
      kind: 'attend',
      id: 'r2',
      present: false,
    }),
  };
  expect(saveClassRun(STUDIO, runId, over(1, later))).toMatchObject({ ok: true, rev: 2 });
  expect(runsOf(STUDIO, one).map((r) => r.state.results[0]!.quality)).toEqual([5]);
  expect(runsOf(STUDIO, two)).toEqual([]);
  expect(classRunsOf(STUDIO, id).map((r) => r.id)).toEqual([runId]);
});

it('what the class itself put into the files does not change who did what in it', () => {
  const { id, data, sequence } = planned('Same');
  const runId = startClassRun(STUDIO, id, data, sequence);
  const { data: run, startedAt } = findClassRun(STUDIO, runId)!;
  const before = seatsIn(STUDIO, run, startedAt).members;
  saveClassRun(STUDIO, runId, over(0, { ...run, state: { ...run.state, stage: 'done' } }));
  expect(seatsIn(STUDIO, run, startedAt).members).toEqual(before);
});

it('who has a red flag open, or is no longer on the list, is not coached; a drop-in is their flags alone', () => {
  const { one, two, data, id, sequence } = planned('Barred');
  const screen = must(readScreen(STUDIO, one));
  saveScreen(
    STUDIO,
    one,
    over(screen.rev, { ...EMPTY_SCREEN, redFlags: [{ flag: 'chestPain', at: '2026-01-01T00:00:00.000Z' }] }),
  );
  must(archiveClient(STUDIO, two));
  const [a, b, c] = data.roster.map((entry) => memberFor(STUDIO, entry, 'lowQuiet'));
  expect(a!.bar).toMatch(/red flag/);
  expect(b!.bar).toMatch(/no longer on the list/);
  expect([c!.bar, c!.plan.flags, c!.plan.owned]).toEqual([null, { pregnancyWeek: 30 }, []]);
  const run = findClassRun(STUDIO, startClassRun(STUDIO, id, data, sequence))!.data;
  expect(run.people.map((p) => p.initials)).toEqual(['D']);
});

it('a run that has ended is only added to, whoever saves it, and keeps what it was', () => {
  const { one, sequence } = planned('Ended');
  const runId = startRun(STUDIO, one, crypto.randomUUID(), sequence);
  const [first, second] = sequence.blocks;
  const result = (block: typeof first, quality: number) => ({
    blockId: block!.id,
    drillId: block!.drillId,
    quality,
    note: '',
    outcome: 'done' as const,
  });
  const state = { ...NEW_RUN, stage: 'done' as const, results: [result(first, 4), result(second, 3)] };
  expect(saveRun(STUDIO, runId, over(0, { sequence, state })).ok).toBe(true);
  const assistant = { ...STUDIO, may: 'coach' as const, only: one };
  const wiped = { ...state, results: [result(second, 5)] };
  expect(saveRun(assistant, runId, over(1, { sequence, state: wiped })).ok).toBe(true);
  expect(findRun(STUDIO, runId)!.state.results.map((r) => [r.blockId, r.quality])).toEqual([
    [first!.id, 4],
    [second!.id, 5],
  ]);
});

it('a class writes into nobody’s file but those who began it, whatever ids it is sent', () => {
  const { id, one, two, data, sequence } = planned('Mine');
  const { one: foreign, ...theirs } = planned('Theirs');
  const finish = (runId: string) => {
    const run = findClassRun(STUDIO, runId)!.data;
    const people = stepPeople(run.people, { kind: 'rateAll', block: run.sequence.blocks[0]!, quality: 5 });
    return saveClassRun(STUDIO, runId, over(0, { ...run, people, state: { ...run.state, stage: 'done' } }));
  };
  expect(finish(startClassRun(STUDIO, theirs.id, theirs.data, theirs.sequence)).ok).toBe(true);
  const [kept] = runsOf(STUDIO, foreign);
  const runId = startClassRun(STUDIO, id, data, sequence);
  const run = findClassRun(STUDIO, runId)!.data;
  const [a, b] = run.people;
  // One with the run of somebody else, one with somebody else’s file, and one who was never there.
  const sent = {
    ...run,
    people: [
      { ...a!, runId: kept!.id },
      { ...b!, clientId: foreign },
      { ...a!, id: 'rX', clientId: foreign, runId: kept!.id },
    ],
    state: { ...run.state, stage: 'done' as const },
  };
  expect(saveClassRun(STUDIO, runId, over(0, sent)).ok).toBe(true);
  expect(runsOf(STUDIO, foreign)).toEqual([kept]);
  expect(findClassRun(STUDIO, runId)!.data.people.map((p) => [p.id, p.clientId])).toEqual([
    ['r1', one],
    ['r2', two],
  ]);
  // Nor by an id that is in use, whoever is said to be not there.
  putClassRun(
    STUDIO,
    { id: kept!.id, clientId: one, classRunId: runId, startedAt: kept!.startedAt, endedAt: kept!.startedAt },
    { sequence, state: { ...kept!.state, results: [] } },
  );
  dropClassRun(STUDIO, kept!.id, runId);
  expect(runsOf(STUDIO, foreign)).toEqual([kept]);
});
