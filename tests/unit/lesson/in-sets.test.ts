import fc from 'fast-check';
import { asSequence, composeLesson } from '@/core/lesson/compose';
import { gateBefore, placeInLesson } from '@/core/sequence/gates';
import { inSets } from '@/core/lesson/in-sets';
import type { LessonInput } from '@/core/lesson/input';
import { taskRuns } from '@/core/lesson/task-runs';
import { blockClientOf } from '@/core/propose/input';
import { judgedResults, NEW_RUN, resultName } from '@/core/run/run';
import { gateNow, leftS, type Session } from '@/core/run/session';
import { step, type RunEvent } from '@/core/run/step';
import { mayBeDone } from '@/core/sequence/judge';
import { drillOf, type Sequence } from '@/core/sequence/sequence';
import { lessonBlockId, setBlockId, setNumber } from '@/core/sequence/set-block';
import { must } from '../helpers';
import { clientByChance, MODEL_CLIENTS } from './clients';

const contextOf = (c: LessonInput) => ({
  flags: c.flags,
  props: c.props,
  library: c.library,
  client: blockClientOf(c),
});
const lessonOf = (c: LessonInput): Sequence => asSequence(must(composeLesson(c)), c);
const open = (c: LessonInput): Session => {
  const sequence = lessonOf(c);
  const state = { ...NEW_RUN };
  const opened = step(
    { sequence, state, running: false },
    { kind: 'open', sequence: inSets(sequence, contextOf(c)), said: '' },
    contextOf(c),
  );
  return step(opened, { kind: 'start' }, contextOf(c));
};

it('a set of a block is named after it', () => {
  expect([setBlockId('b2', 1), setBlockId('b2', 3)]).toEqual(['b2', 'b2~3']);
  expect(['b2', 'b2~3', 'b2~3a', 'b2~1a'].map((id) => [lessonBlockId(id), setNumber(id)])).toEqual([
    ['b2', 1],
    ['b2', 3],
    ['b2', 3],
    ['b2', 1],
  ]);
});

describe.each(MODEL_CLIENTS.map((c, i) => [i + 1, c] as const))(
  'the lesson of model client %i in sets',
  (_, c) => {
    const whole = lessonOf(c);
    const sets = inSets(whole, contextOf(c));
    it('has each set as a block with its own breath, in the order of the lesson, and all of them may be done', () => {
      for (const block of whole.lesson!.blocks) {
        const own = sets.blocks.filter((b) => lessonBlockId(b.id) === block.id);
        expect([block.id, own.length]).toEqual([block.id, block.sets.length]);
        own.forEach((b, i) => {
          const set = block.sets[i]!;
          if (own.length > 1 && b.breathing.kind === 'paced' && set.breath.kind === 'seconds')
            expect(b.breathing.pattern).toEqual(set.breath.pattern);
          expect([b.id, mayBeDone(b, drillOf(b)!, contextOf(c))]).toEqual([b.id, true]);
          expect(placeInLesson(sets, b)).toMatchObject({ set: i + 1, sets: own.length });
        });
      }
      expect(sets.blocks.map((b) => lessonBlockId(b.id))).toEqual(
        [...sets.blocks.map((b) => lessonBlockId(b.id))].sort(
          (a, b) => whole.blocks.findIndex((x) => x.id === a) - whole.blocks.findIndex((x) => x.id === b),
        ),
      );
    });
    it('asks a gate before every second set, and waits there', () => {
      let now = open(c);
      for (let i = 1; i < sets.blocks.length; i++) {
        now = step(now, { kind: 'next' }, contextOf(c));
        if (setNumber(sets.blocks[i]!.id) < 2) continue;
        const written = whole.lesson!.blocks.find((b) => b.id === lessonBlockId(sets.blocks[i]!.id))!.sets;
        const set = setNumber(sets.blocks[i]!.id) - 1;
        // The first set of the other side is no harder step.
        if (written[set]!.side && written.slice(0, set).every((s) => s.side !== written[set]!.side)) continue;
        expect([sets.blocks[i]!.id, gateBefore(now.sequence, i)]).toEqual([
          sets.blocks[i]!.id,
          expect.objectContaining({ onlyIf: expect.any(String), otherwise: expect.any(String) }),
        ]);
        expect(now.state.aside).toEqual({ kind: 'setUp', s: 0 });
      }
    });
  },
);

describe('what is decided at a gate', () => {
  const c = MODEL_CLIENTS[1]!;
  const context = contextOf(c);
  const atSecond = () => step(open(c), { kind: 'next' }, context);
  it('further: the breaths of the set begin, and it is written down', () => {
    const on = step(atSecond(), { kind: 'gate', choice: 'further' }, context);
    expect(on.state.aside).toBeUndefined();
    expect(on.state.lesson?.gates).toEqual([{ blockId: on.sequence.blocks[1]!.id, choice: 'further' }]);
  });
  it('once more: the set before stands in the place of the harder one', () => {
    const before = atSecond();
    const on = step(before, { kind: 'gate', choice: 'again' }, context);
    expect(on.sequence.blocks[1]).toEqual({
      ...before.sequence.blocks[1],
      breathing: before.sequence.blocks[0]!.breathing,
      dose: before.sequence.blocks[0]!.dose,
    });
  });
  it('down: the rest of the block is passed over and counts as cut short', () => {
    const before = atSecond();
    const first = lessonBlockId(before.sequence.blocks[0]!.id);
    const on = step(before, { kind: 'gate', choice: 'down' }, context);
    expect(lessonBlockId(on.sequence.blocks[on.state.index]!.id)).not.toBe(first);
    const passed = before.sequence.blocks.filter((b) => lessonBlockId(b.id) === first).slice(1);
    expect(
      on.state.results.filter((r) => passed.some((b) => b.id === r.blockId)).map((r) => r.outcome),
    ).toEqual(passed.map(() => 'skipped'));
  });
  it('further to another block: its set-up comes before its breaths, and who comes back is asked again', () => {
    let tried = 0;
    for (const client of MODEL_CLIENTS) {
      const room = { ...contextOf(client), waits: true };
      let now = step(open(client), { kind: 'start' }, room);
      while (now.state.stage === 'running') {
        const gate = gateNow(now);
        const first = setNumber(now.sequence.blocks[now.state.index]!.id) === 1;
        const on = step(now, { kind: 'gate', choice: 'further' }, room);
        if (gate && first) {
          tried += 1;
          expect(on.state.aside).toEqual({ kind: 'setUp', s: 0, through: true });
          expect([on.state.blockS, gateNow(on)]).toEqual([0, null]);
          const ready = step(on, { kind: 'ready' }, room);
          expect(ready.state.aside).toBeUndefined();
          expect(ready.state.blockS).toBeGreaterThan(0);
          const back = step(step(on, { kind: 'back' }, room), { kind: 'next' }, room);
          expect(gateNow(back)).toEqual(gate);
        }
        now = step(now, { kind: 'next' }, room);
      }
    }
    expect(tried).toBeGreaterThan(3);
  });
  it('amid the breaths there is no gate', () => {
    const on = step(atSecond(), { kind: 'gate', choice: 'further' }, context);
    const amid = { ...on, state: { ...on.state, blockS: 9999 } };
    expect(step(amid, { kind: 'gate', choice: 'down' }, context)).toBe(amid);
  });
});

describe('any path through the gates', () => {
  const clients = [...MODEL_CLIENTS, ...Array.from({ length: 12 }, (_, i) => clientByChance(900 + i))].filter(
    (c) => composeLesson(c).ok,
  );
  const press = fc.oneof(
    {
      weight: 6,
      arbitrary: fc
        .constantFrom('further', 'again', 'down')
        .map((choice): RunEvent => ({ kind: 'gate', choice })),
    },
    { weight: 4, arbitrary: fc.nat(400).map((s): RunEvent => ({ kind: 'clock', atS: s })) },
    {
      weight: 3,
      arbitrary: fc.constantFrom<RunEvent>(
        { kind: 'next' },
        { kind: 'back' },
        { kind: 'ready' },
        { kind: 'easier' },
        { kind: 'again' },
        { kind: 'rest' },
        { kind: 'start' },
      ),
    },
  );
  it('ends, with time that is never negative, with every block that was begun recorded, and at once at a stop sign', () => {
    fc.assert(
      fc.property(fc.nat(clients.length - 1), fc.array(press, { maxLength: 60 }), (i, presses) => {
        const c = clients[i]!;
        const context = contextOf(c);
        let now = open(c);
        for (const event of presses) {
          now = step(now, event, context);
          expect(leftS(now)).toBeGreaterThanOrEqual(0);
          expect(now.state.elapsedS ?? 0).toBeGreaterThanOrEqual(0);
          expect(now.state.index).toBeLessThan(now.sequence.blocks.length);
        }
        const stopped = step(now, { kind: 'stop', sign: 'dizziness', note: '' }, context);
        if (now.state.stage !== 'done') expect(stopped.state.stage).toBe('stopped');
        for (let k = 0; k < 120 && now.state.stage === 'running'; k++)
          now = step(now, { kind: 'next' }, context);
        expect(now.state.stage).toBe('relook');
        const known = new Set(now.sequence.blocks.map((b) => b.id));
        const here = now.state.results.filter((r) => known.has(r.blockId));
        expect(here.length).toBeGreaterThan(0);
        expect(new Set(here.map((r) => r.blockId)).size).toBe(here.length);
        const ended = step(now, { kind: 'lookAgain', lookId: null }, context);
        expect(ended.state.stage).toBe('done');
        for (const r of ended.state.results) expect(resultName(ended.sequence, r)).not.toBe('');
      }),
      { numRuns: 120 },
    );
  });
});

describe('a lesson that runs late', () => {
  it.each(MODEL_CLIENTS.map((c, i) => [i + 1, c] as const))(
    'of model client %i gives up later sets and what is optional, never the task or what is core',
    (_, c) => {
      const context = contextOf(c);
      const late = open(c);
      const sets = late.sequence.blocks;
      const stays = sets.filter(
        (b) =>
          setNumber(b.id) === 1 &&
          (b.drillId.startsWith('task-') || late.sequence.lesson!.blocks.find((l) => l.id === b.id)!.core),
      );
      const now = step({ ...late, state: { ...late.state, elapsedS: 420 } }, { kind: 'fit' }, context);
      const left = now.sequence.blocks.map((b) => b.id);
      expect(left).toEqual(expect.arrayContaining(stays.map((b) => b.id)));
      const task = sets.find((b) => b.drillId.startsWith('task-'))!;
      expect(now.sequence.blocks.find((b) => b.id === task.id)!.dose).toEqual(task.dose);
      expect(leftS(now)).toBeLessThanOrEqual(leftS(late));
      // Of two sets of a block that both could go, the later one went first.
      for (const b of sets.filter((x) => setNumber(x.id) > 2))
        if (left.includes(b.id)) expect(left).toContain(setBlockId(lessonBlockId(b.id), setNumber(b.id) - 1));
    },
  );
});

describe('what the sets of a block come to', () => {
  const c = MODEL_CLIENTS[1]!;
  const sets = inSets(lessonOf(c), contextOf(c));
  const task = sets.blocks.filter((b) => b.drillId.startsWith('task-'));
  const result = (i: number, over: object = {}) => ({
    blockId: task[i]!.id,
    drillId: task[i]!.drillId,
    quality: 4,
    note: '',
    outcome: 'done' as const,
    ...over,
  });
  const judged = (...results: ReturnType<typeof result>[]) => judgedResults({ results });
  it('is one result, as good as the worst set that was begun', () => {
    expect(task.length).toBeGreaterThan(1);
    expect(judged(result(0), result(1, { quality: 2 }))).toEqual([result(0, { quality: 2 })]);
    expect(judged(result(0), result(1, { outcome: 'stopped' }))).toMatchObject([{ outcome: 'stopped' }]);
    expect(judged(result(0), result(1, { outcome: 'skipped', quality: null }))).toEqual([result(0)]);
    expect(judged(result(0, { outcome: 'skipped', quality: null }), result(1))).toEqual([result(1)]);
  });
  it('and one run of the task, not one for each set', () => {
    const id = sets.lesson!.task!.taskId!;
    expect(taskRuns(id, [{ sequence: sets, results: judged(result(0), result(1)) }])).toHaveLength(1);
  });
});
