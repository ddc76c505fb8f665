import { asksFor, MORNING } from '@/core/lesson/asks';
import { answeredLesson } from '@/core/lesson/answers';
import { asSequence, composeLesson } from '@/core/lesson/compose';
import type { LessonInput } from '@/core/lesson/input';
import { MODEL_LESSONS } from '@/core/lesson/models';
import { signChange, signOf, triesOf, valueSaid } from '@/core/lesson/sign-taken';
import { SIGNS } from '@/core/lesson/signs';
import { taskRuns } from '@/core/lesson/task-runs';
import { demandsOf } from '@/core/safety/demands';
import { flagsFromComplaints } from '@/core/screen/complaints';
import { mayBeDone } from '@/core/sequence/judge';
import { drillOf, type Sequence } from '@/core/sequence/sequence';
import { blockClientOf } from '@/core/propose/input';
import { must } from '../helpers';
import { clientByChance, MODEL_CLIENTS } from './clients';

const sign = (id: string) => SIGNS.find((s) => s.id === id)!;
const lessonOf = (c: LessonInput): Sequence => asSequence(must(composeLesson(c)), c);
const whom = (c: LessonInput) => ({
  flags: { ...c.flags, ...flagsFromComplaints(c.complaints ?? []) },
  props: c.props,
  library: c.library,
  client: blockClientOf(c),
  places: (c.complaints ?? []).map((x) => x.place),
});

// Limits as they stand with each sign: common practice, no source. Worked by hand.
describe('a sign taken at both ends', () => {
  it.each<[string, number[], number[], string]>([
    ['pain', [5], [4], 'noise'],
    ['pain', [5], [3], 'better'],
    ['pain', [3], [5], 'worse'],
    ['rate', [16], [13], 'better'],
    ['rate', [16], [14], 'noise'],
    // The better of two counts.
    ['longestOut', [5, 6], [4, 7], 'better'],
    ['longestOut', [5, 6.5], [7, 6], 'noise'],
    // The front of the pelvis: one up counts already, one down does not.
    ['pubic', [3], [4], 'worse'],
    ['pubic', [4], [3], 'noise'],
    // Both later holds beyond both earlier ones, by more than the gap between those, and by 4 s.
    ['hold', [12, 14], [19, 20], 'better'],
    ['hold', [12, 14], [17, 24], 'noise'],
    ['hold', [10, 18], [24, 25], 'noise'],
    ['hold', [20, 21], [12, 14], 'worse'],
    ['hold', [12], [20], 'noise'],
  ])('%s: %j, then %j is %s', (id, first, again, verdict) =>
    expect(signChange(sign(id), { first, again })?.verdict).toBe(verdict),
  );
  it('is nothing until both are there', () => {
    expect(signChange(sign('pain'), { first: [5] })).toBeNull();
    expect(signChange(sign('pain'), { again: [5] })).toBeNull();
  });
  it('says its values in its own words', () => {
    expect(valueSaid(sign('ease'), 2)).toBe('so-so');
    expect(valueSaid(sign('pain'), 4)).toBe('4 of 10');
    expect(valueSaid(sign('felt'), 3)).toBe('3 of 5 breaths');
    expect(valueSaid(sign('longestOut'), 6.25)).toBe('6.3 s');
    expect(signChange(sign('felt'), { first: [1], again: [4] })!.said).toBe(
      '1 of 5 breaths, then 4 of 5 breaths: a change for the better.',
    );
  });
  it('is known of every lesson that Kokyu composes, and of none that was written by hand', () => {
    for (const c of MODEL_CLIENTS) expect(signOf(must(composeLesson(c)).lesson)).not.toBeNull();
    for (const lesson of MODEL_LESSONS) expect(signOf(lesson)).toBeNull();
    expect(SIGNS.filter((s) => triesOf(s) === 2).map((s) => s.tries)).toEqual(
      SIGNS.filter((s) => s.tries === 'twice').map((s) => s.tries),
    );
  });
});

describe('how a task went', () => {
  const c = MODEL_CLIENTS[1]!;
  const sequence = lessonOf(c);
  const task = sequence.lesson!.task!;
  const block = sequence.blocks.at(-1)!;
  const done = { blockId: block.id, drillId: block.drillId, quality: 4, note: '', outcome: 'done' as const };
  const better = sign(sequence.lesson!.sign.signId!).better;
  const [good, bad] = better === 'less' ? [[9], [0]] : [[0], [9]];
  const runs = (...lessons: NonNullable<Parameters<typeof taskRuns>[1][number]['lesson']>[]) =>
    taskRuns(
      task.taskId!,
      lessons.map((lesson) => ({ sequence, results: [done], lesson })),
    );
  it('is told by the sign at both ends, and by the morning that the next lesson asks after', () => {
    expect(runs({ first: good, again: bad }, { first: bad, again: good }, {}).map((r) => r.sign)).toEqual([
      'better',
      'worse',
      'same',
    ]);
    expect(
      runs({}, { day: { [MORNING]: true } }, { day: { [MORNING]: false } }).map((r) => r.worseNextDay),
    ).toEqual([true, false, false]);
  });
  it('is asked after where the task was done last time, and a yes takes it back by one', () => {
    const ask = (lastGrade?: number) =>
      asksFor({ flags: {}, places: [], upright: false, lastGrade }, { most: 99 }).find(
        (a) => a.id === MORNING,
      );
    expect(ask()).toBeUndefined();
    expect(ask(3)!.effect).toEqual({ taskMost: 2 });
    expect(ask(1)!.effect).toEqual({ taskMost: 1 });
  });
});

describe('a kept lesson after the answers of the day', () => {
  const clients = [...MODEL_CLIENTS, ...Array.from({ length: 60 }, (_, i) => clientByChance(7000 + i))];
  const lessons = clients.flatMap((c) => {
    const made = composeLesson(c);
    return made.ok ? [{ c, asks: made.value.asks, sequence: asSequence(made.value, c) }] : [];
  });
  it('is what it was while nobody said yes', () => {
    for (const { c, asks, sequence } of lessons)
      expect(answeredLesson(sequence, whom(c), Object.fromEntries(asks.map((a) => [a.id, false])))).toEqual({
        end: null,
        sequence,
        changes: [],
      });
  });
  it('asks of the body nothing that a yes takes out, and every block of it may be done', () => {
    let [ended, changed] = [0, 0];
    for (const { c, asks, sequence } of lessons)
      for (const ask of asks) {
        const now = answeredLesson(sequence, whom(c), { [ask.id]: true });
        if (now.end !== null) {
          ended += 1;
          continue;
        }
        changed += now.changes.length > 0 ? 1 : 0;
        const flags = { ...whom(c).flags, ...ask.effect.flags };
        for (const block of now.sequence.blocks) {
          const drill = drillOf(block)!;
          const wanted = [...demandsOf(drill, block)].filter((d) => ask.effect.without?.includes(d));
          expect([ask.id, drill.id, wanted]).toEqual([ask.id, drill.id, []]);
          expect([ask.id, drill.id, mayBeDone(block, drill, { ...whom(c), flags })]).toEqual([
            ask.id,
            drill.id,
            true,
          ]);
          const grade = /^task-.*-([1-5])$/.exec(block.drillId)?.[1];
          if (grade) expect(Number(grade)).toBeLessThanOrEqual(ask.effect.taskMost ?? 5);
        }
        const names = (s: Sequence) => s.blocks.map((b) => b.id);
        expect(names(sequence)).toEqual(expect.arrayContaining(names(now.sequence)));
      }
    expect(ended).toBeGreaterThan(20);
    expect(changed).toBeGreaterThan(40);
  });
  it('ends at once where the gravest question is answered with yes, and says whom to ask', () => {
    const found = lessons.find(({ asks }) => asks.some((a) => a.effect.end))!;
    const ask = found.asks.find((a) => a.effect.end)!;
    expect(answeredLesson(found.sequence, whom(found.c), { [ask.id]: true }).end).toBe(ask.ask);
  });
});
