import fc from 'fast-check';
import { asLesson } from '@/core/lesson/as-lesson';
import { checkLesson } from '@/core/lesson/check';
import { asSequence, composeLesson } from '@/core/lesson/compose';
import { differences } from '@/core/lesson/differs';
import { BREATH_KINDS, editLesson, type LessonEdit } from '@/core/lesson/edit-lesson';
import { gateBefore } from '@/core/sequence/gates';
import { inSets } from '@/core/lesson/in-sets';
import { lessonNow, stillSo } from '@/core/lesson/lesson-now';
import { lessonMend } from '@/core/lesson/mend-lesson';
import type { LessonInput } from '@/core/lesson/input';
import { SIGNS } from '@/core/lesson/signs';
import { omit } from '@/core/base/omit';
import { blockClientOf } from '@/core/propose/input';
import { propose } from '@/core/propose/propose';
import { applyEdit } from '@/core/sequence/edit';
import { exhaleOf } from '@/core/sequence/lesson';
import { Sequence as SequenceSchema } from '@/core/sequence/sequence.schema';
import type { Sequence } from '@/core/sequence/sequence';
import { setBlockId } from '@/core/sequence/set-block';
import { must } from '../helpers';
import { MODEL_CLIENTS } from './clients';

const lessonOf = (c: LessonInput): Sequence => asSequence(must(composeLesson(c)), c);
const whomOf = (c: LessonInput) => ({
  flags: c.flags,
  props: c.props,
  library: c.library,
  client: blockClientOf(c),
});
const given = (i: number) => {
  const client = MODEL_CLIENTS[i]!;
  const sequence = lessonOf(client);
  const block = sequence.lesson!.blocks.find(
    (b) => b.sets.length > 1 && b.sets.every((s) => s.breath.kind === 'seconds'),
  )!;
  return { client, sequence, block, of: { flags: client.flags } };
};
const blockIn = (s: Sequence, id: string) => s.lesson!.blocks.find((b) => b.id === id)!;

describe('a set that is edited', () => {
  it('runs with what it says, and the block around it stays the same drill', () => {
    const { client, sequence, block, of } = given(0);
    const edited = editLesson(
      sequence,
      { kind: 'setPhase', blockId: block.id, set: 1, phase: 'exhale', seconds: 5 },
      of,
    );
    const run = inSets(edited, whomOf(client));
    const second = run.blocks.find((b) => b.id === setBlockId(block.id, 2))!;
    expect(second.breathing).toMatchObject({ kind: 'paced', pattern: { exhaleS: 5 } });
    expect(
      stillSo(
        blockIn(edited, block.id),
        edited.blocks.find((b) => b.id === block.id)!,
      ),
    ).toBe(true);
  });

  it('asks at once behind a gate what a longer exhale has to ask', () => {
    const { sequence, block, of } = given(0);
    const bare = {
      ...sequence,
      lesson: {
        ...sequence.lesson!,
        blocks: sequence.lesson!.blocks.map((b) =>
          b.id === block.id
            ? {
                ...b,
                gate: {
                  told: 'none',
                  rules: [{ before: 'the next block', onlyIf: 'calm', otherwise: 'stay' }],
                },
              }
            : b,
        ),
      },
    };
    const was = exhaleOf(block.sets[0]!)!;
    const edited = editLesson(
      bare,
      { kind: 'setPhase', blockId: block.id, set: 1, phase: 'exhale', seconds: was + 2 },
      of,
    );
    const rule = blockIn(edited, block.id).gate.rules.find((r) => r.before === 'set 2')!;
    expect(rule.onlyIf).toContain(`${was} s`);
    expect(blockIn(edited, block.id).gate.told).toContain(rule.onlyIf);
  });

  it('comes, goes and moves; the last one stays', () => {
    const { sequence, block, of } = given(0);
    const n = block.sets.length;
    const more = editLesson(sequence, { kind: 'addSet', blockId: block.id, set: 0 }, of);
    expect(blockIn(more, block.id).sets).toHaveLength(n + 1);
    let less = more;
    for (let i = 0; i < 12; i++) less = editLesson(less, { kind: 'dropSet', blockId: block.id, set: 0 }, of);
    expect(blockIn(less, block.id).sets.length).toBeGreaterThan(0);
    const moved = editLesson(sequence, { kind: 'moveSet', blockId: block.id, set: 0, to: n - 1 }, of);
    expect(blockIn(moved, block.id).sets.at(-1)).toEqual(block.sets[0]);
  });

  it('is counted in another way, about as long as it was', () => {
    const { sequence, block, of } = given(0);
    for (const breath of BREATH_KINDS) {
      const edited = editLesson(sequence, { kind: 'setBreath', blockId: block.id, set: 0, breath }, of);
      const set = blockIn(edited, block.id).sets[0]!;
      expect(set.breath.kind).toBe(breath);
      expect(Math.abs(set.workS - block.sets[0]!.workS)).toBeLessThan(12);
    }
  });
});

it('a breath in that is longer than a phrase may have one becomes the longest that may be kept', () => {
  const { sequence, block, of } = given(0);
  const on = { blockId: block.id, set: 0 };
  const long = editLesson(sequence, { kind: 'setPhase', ...on, phase: 'inhale', seconds: 31 }, of);
  const phrase = editLesson(long, { kind: 'setBreath', ...on, breath: 'phrase' }, of);
  expect(blockIn(phrase, block.id).sets[0]!.breath).toMatchObject({ kind: 'phrase', inS: 30 });
  expect(SequenceSchema.safeParse(phrase).success).toBe(true);
});

it('any edits leave a lesson that is whole, in order and can be kept', () => {
  const lessons = MODEL_CLIENTS.map((c) => ({ c, sequence: lessonOf(c) }));
  const edit = fc.record({
    kind: fc.constantFrom(
      'setPhase',
      'setSteps',
      'setHold',
      'setCount',
      'setWork',
      'setFree',
      'setBreath',
      'addSet',
      'dropSet',
      'moveSet',
      'gate',
      'core',
      'idea',
      'sign',
    ),
    block: fc.nat(6),
    set: fc.nat(4),
    n: fc.integer({ min: -5, max: 400 }),
    phase: fc.constantFrom('inhale', 'holdIn', 'exhale', 'holdOut'),
    breath: fc.constantFrom(...BREATH_KINDS),
  });
  fc.assert(
    fc.property(fc.nat(11), fc.array(edit, { minLength: 1, maxLength: 12 }), (i, edits) => {
      const { c, sequence } = lessons[i]!;
      let made = sequence;
      for (const { kind, block, set, n, phase, breath } of edits) {
        const blockId = made.blocks[block % made.blocks.length]!.id;
        made = editLesson(
          made,
          {
            kind,
            blockId,
            set,
            seconds: n,
            count: n,
            steps: n,
            part: n % 2 ? 'in' : 'out',
            to: n % 5,
            rule: n % 3,
            onlyIf: n % 2 ? 'it stays easy' : '  ',
            core: n % 2 === 0,
            idea: n % 2 ? 'Quiet first.' : '',
            signId: SIGNS[Math.abs(n) % SIGNS.length]!.id,
            phase,
            breath,
          } as LessonEdit,
          { flags: c.flags },
        );
      }
      expect(SequenceSchema.safeParse(made).success).toBe(true);
      const now = lessonNow(made, { flags: c.flags })!;
      expect(now.blocks.map((b) => b.id)).toEqual(made.blocks.map((b) => b.id));
      // What was edited says what was edited: nothing is made anew behind it.
      expect(now.blocks).toEqual(made.lesson!.blocks);
      const run = inSets(made, whomOf(c));
      run.blocks.forEach((_, at) => gateBefore(run, at));
      expect(checkLesson(now, { flags: c.flags }).filter((p) => p.rule === 'R4')).toEqual([]);
    }),
    { numRuns: 150 },
  );
});

it('a change of the whole block goes through all of its sets', () => {
  const { sequence, block, of } = given(0);
  const shorter = applyEdit(sequence, {
    kind: 'breaths',
    blockId: block.id,
    breaths: block.sets[0]!.count! - 1,
  });
  const now = lessonNow(shorter, of)!.blocks.find((b) => b.id === block.id)!;
  expect(now.sets.map((s) => s.count)).toEqual(block.sets.map((s) => s.count! - 1));
  expect([now.cues, now.right]).toEqual([block.cues, block.right]);
});

describe('what mends a rule', () => {
  it('is tried out first, and leaves fewer things wrong', () => {
    let offered = 0;
    for (const client of MODEL_CLIENTS) {
      let sequence = lessonOf(client);
      const first = sequence.lesson!.blocks[0]!;
      sequence = editLesson(
        sequence,
        { kind: 'setPhase', blockId: first.id, set: 0, phase: 'exhale', seconds: 14 },
        { flags: client.flags },
      );
      const whom = { ...client, owned: client.owned ?? [] };
      const wrong = checkLesson(lessonNow(sequence, client)!, whom);
      for (const problem of wrong) {
        const mend = lessonMend(sequence, problem, whom);
        if (!mend) continue;
        offered++;
        const left = checkLesson(lessonNow(mend.sequence, client)!, whom);
        expect(left.length).toBeLessThan(wrong.length);
      }
    }
    expect(offered).toBeGreaterThan(6);
  });
});

describe('a sequence of before', () => {
  it('becomes a lesson with its own blocks and doses, and the task behind them where there is time', () => {
    let tasks = 0;
    for (const client of MODEL_CLIENTS) {
      const old = must(propose({ ...client, minutes: 20 }, { mostNodes: 200 }));
      const { sequence } = must(asLesson({ ...old, minutes: 40 }, client));
      const own = sequence.blocks.slice(0, old.blocks.length);
      expect(own.map((b) => [b.drillId, b.position])).toEqual(old.blocks.map((b) => [b.drillId, b.position]));
      expect(SequenceSchema.safeParse(sequence).success).toBe(true);
      const now = lessonNow(sequence, { flags: client.flags })!;
      expect(now.blocks).toEqual(sequence.lesson!.blocks);
      expect(checkLesson(now, client).filter((p) => p.rule === 'R4')).toEqual([]);
      tasks += Number(sequence.lesson!.task !== undefined && sequence.blocks.length > old.blocks.length);
    }
    expect(tasks).toBeGreaterThan(6);
  });
});

it('two lessons are told apart part by part', () => {
  const client = MODEL_CLIENTS[0]!;
  const [long, short] = [lessonOf({ ...client, minutes: 40 }), lessonOf({ ...client, minutes: 15 })];
  const all = differences(long.lesson!, short.lesson!);
  expect(all[0]).toMatchObject({ part: 'Time', what: 'other' });
  expect(differences(long.lesson!, long.lesson!).every((d) => d.what === 'same')).toBe(true);
  expect(all.filter((d) => d.what === 'out').length).toBeGreaterThan(0);
  expect(omit(all[0]!, 'was', 'now')).toEqual({ part: 'Time', what: 'other' });
});
