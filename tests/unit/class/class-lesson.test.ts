import { asClassLesson, asksAlone, planClassLesson, seatsToday } from '@/core/class/class-lesson';
import {
  mergeClassRuns,
  newClassRun,
  personRuns,
  stepOf,
  stepPeople,
  type ClassEvent,
  type ClassRun,
} from '@/core/class/class-run';
import { ClassRun as ClassRunSchema } from '@/core/class/class.schema';
import { presentSeatsOf, shareBlock } from '@/core/class/common';
import { dropIn, type Member } from '@/core/class/member';
import { gradeOf, taskForAll } from '@/core/class/own-task';
import { atHand } from '@/core/class/own';
import { POSITION } from '@/core/body/positions';
import { LIBRARY } from '@/core/drills/library';
import { asksFor, isSafetyAsk } from '@/core/lesson/asks';
import { checkLesson } from '@/core/lesson/check';
import { inSets, outOfSets } from '@/core/lesson/in-sets';
import { step } from '@/core/run/step';
import { lessonS } from '@/core/sequence/lesson';
import type { Flags } from '@/core/screen/flags';
import { mayBeDone } from '@/core/sequence/judge';
import { Sequence } from '@/core/sequence/sequence.schema';
import { drillOf, type Block } from '@/core/sequence/sequence';
import { setNumber } from '@/core/sequence/set-block';
import { gradeIn, TASK_PREFIX } from '@/core/task/prefix';
import { taskById } from '@/core/task/library';
import { must } from '../helpers';
import { member } from './people';

const ROOM = { pillow: 8, towel: 8, chair: 8, wall: 4, ball: 3 };
const STAND = { id: 'standUp', wanted: 5, runs: [] };
const PEOPLE: readonly Member[] = [
  { ...member('a', { needs: { lowBreath: 2, sideRibs: 1 } }), tasks: [{ ...STAND, today: 3 }] },
  { ...member('b', { needs: { lowBreath: 1 } }, { pregnancyWeek: 27 }), tasks: [{ ...STAND, today: 2 }] },
  {
    ...member('c', { needs: { exhaleLength: 2 } }, { highBloodPressure: true }),
    tasks: [{ ...STAND, today: 2 }],
  },
  dropIn('d', 'd', { leaking: true }, 'lowQuiet'),
];
const asked = {
  members: PEOPLE,
  room: ROOM,
  minutes: 45,
  school: 'lowQuiet',
  manner: 'fewLong',
  library: LIBRARY,
} as const;
const { sequence } = must(planClassLesson(asked));
const lesson = sequence.lesson!;
const { seats, where } = presentSeatsOf(PEOPLE, ROOM, LIBRARY);
const begun = newClassRun(
  inSets(sequence, { flags: {}, props: atHand(ROOM) }),
  ROOM,
  PEOPLE.map((m) => ({ id: m.id, clientId: m.id, initials: m.initials, runId: `run-${m.id}` })),
);
const say = (run: ClassRun, ...events: ClassEvent[]): ClassRun =>
  events.reduce((r, e) => ({ ...r, people: stepPeople(r.people, e) }), run);
/** Gone through to its end. */
function taught(run: ClassRun): ClassRun {
  const context = { flags: {}, props: atHand(ROOM), library: LIBRARY };
  let session = { sequence: run.sequence, state: run.state, running: true };
  while (session.state.stage === 'running') session = step(session, { kind: 'next' }, context);
  return { ...run, sequence: session.sequence, state: session.state };
}
const isTask = (b: Block) => b.drillId.startsWith(TASK_PREFIX);

describe('the lesson of a class', () => {
  it('fills its time, with questions, a sign that everybody may take, sets, gates, a task and home', () => {
    for (const minutes of [20, 30, 45, 60]) {
      const made = must(planClassLesson({ ...asked, minutes })).sequence.lesson!;
      expect(lessonS(made)).toBeLessThanOrEqual(minutes * 60);
      expect(lessonS(made)).toBeGreaterThan(minutes * 60 * 0.85);
      expect(made.blocks.at(-1)!.grade).toBeGreaterThan(0);
    }
    expect(lesson.blocks.filter((b) => b.sets.length > 1).length).toBeGreaterThan(2);
    expect(lesson.home.length).toBeGreaterThan(0);
    expect(ClassRunSchema.safeParse(begun).success).toBe(true);
  });
  it('asks the room what any file calls for, the gravest first, and once', () => {
    const ids = lesson.asks.map((a) => a.id);
    expect(ids).toEqual(expect.arrayContaining(['pregnancyAlarm', 'heart', 'floorToday', 'unwell']));
    expect(new Set(ids).size).toBe(ids.length);
    expect(lesson.asks.findLast((a) => !a.alone)!.id).toBe('unwell');
  });
  it('leaves out no question of safety, however many files there are', () => {
    const flags: Flags[] = [
      { pregnancyWeek: 20 },
      { postpartumWeeks: 5 },
      { cardiac: true },
      { eyePressure: true },
      { copd: true },
      { backPain: 'either' },
      { ribInjury: 'left' },
      { floorTension: true },
      { neurological: true },
      { reflux: true },
    ];
    const members = flags.map((f, i) => dropIn(`m${i}`, `M${i}`, f, 'lowQuiet'));
    const made = must(asClassLesson(sequence, { ...asked, members })).sequence;
    expect(Sequence.safeParse(made).success).toBe(true);
    const ids = made.lesson!.asks.map((a) => a.id);
    for (const f of flags)
      for (const { id } of asksFor({ flags: f, places: [], upright: true }, { most: Infinity }))
        if (isSafetyAsk(id)) expect(ids).toContain(id);
    expect(ids).not.toContain('eaten');
    // The room listens to what may end the session; the rest is asked of whom it concerns, out of hearing.
    const toRoom = made.lesson!.asks.filter((a) => !a.alone).map((a) => a.id);
    expect(toRoom).toEqual([
      'pregnancyAlarm',
      'birthAlarm',
      'heart',
      'eyes',
      'lungAlarm',
      'backAlarm',
      'unwell',
    ]);
    expect(asksAlone(members, 'ribHealed', made.lesson!)).toEqual(['m6']);
    expect(asksAlone(members, 'phlegm', made.lesson!)).toEqual(['m4']);
    // One client with all of them is asked everything that may end the session, too.
    const one = asksFor({ flags: Object.assign({}, ...flags) as Flags, places: [], upright: true });
    expect(one.filter((a) => a.effect.end).map((a) => a.id)).toEqual([
      'pregnancyAlarm',
      'birthAlarm',
      'heart',
      'eyes',
      'lungAlarm',
      'backAlarm',
    ]);
  });
  it('breaks none of the three rules that no lesson may break, whoever comes', () => {
    const rosters = [
      PEOPLE,
      PEOPLE.slice(0, 1),
      PEOPLE.slice(1, 3),
      [PEOPLE[3]!, dropIn('e', 'e', { panic: true }, 'lowQuiet')],
    ];
    for (const members of rosters)
      for (const minutes of [20, 45]) {
        const made = must(planClassLesson({ ...asked, members, minutes })).sequence.lesson!;
        const broken = checkLesson(made, {
          flags: {},
          readings: [],
          findings: [],
          comfortableExhaleS: null,
          silentSide: null,
          owned: [],
          props: atHand(ROOM),
        }).filter((p) => ['R1', 'R5', 'R11'].includes(p.rule));
        expect(broken.map((p) => [p.rule, p.why])).toEqual([]);
      }
  });
  it('is whole again after it was run in sets', () => {
    expect(outOfSets(begun.sequence).blocks).toEqual(
      sequence.blocks.map((b) => ({ ...b, setUpS: expect.any(Number), why: expect.any(Array) })),
    );
  });
  it('has nobody do what they may not, in any set', () => {
    for (const block of begun.sequence.blocks) {
      const share = shareBlock(block, seats, where);
      share.ways.forEach((way, i) => {
        const { plan } = seats[i]!.member;
        if (way.block)
          expect([
            seats[i]!.member.id,
            block.id,
            mayBeDone(way.block, drillOf(way.block)!, {
              flags: plan.flags,
              props: atHand(ROOM),
              client: plan,
            }),
          ]).toEqual([seats[i]!.member.id, block.id, true]);
      });
    }
  });
});

describe('the task of a class', () => {
  const task = taskById('standUp')!;
  it('is the chosen one, else what most of them want, else getting up from a chair', () => {
    expect(taskForAll(PEOPLE, 'lift').id).toBe('lift');
    expect(taskForAll(PEOPLE, undefined).id).toBe('standUp');
    expect(taskForAll([{ tasks: [{ ...STAND, id: 'lift', today: 1 }] }], undefined).id).toBe('lift');
    expect(taskForAll([{}], 'gone').id).toBe('standUp');
  });
  it('is done by each at their own grade, and goes so into their own file', () => {
    const common = begun.sequence.blocks.find(isTask)!;
    expect(gradeIn(common.drillId)).toBe(2);
    const grades = PEOPLE.map((m) => gradeOf(task, m));
    expect(grades).toEqual([3, 2, 2, expect.any(Number)]);
    const runs = personRuns(taught(begun), seats, where);
    expect(runs.map(({ record }) => gradeIn(record.sequence.blocks.find(isTask)!.drillId))).toEqual(grades);
    const share = shareBlock(common, seats, where);
    expect(share.ways[0]!.key).toContain(task.grades[2]);
    expect(share.ways[1]!.kind).toBe('common');
  });
  it('is done at the first grade by who may not do more, and by nobody to whom it is closed', () => {
    const [a] = PEOPLE;
    expect(gradeOf(task, { ...a!, today: { without: [], seated: false, taskMost: 1 } })).toBe(1);
    const closed = { ...a!, today: { without: [], seated: false, taskMost: 0 } };
    expect(gradeOf(task, closed)).toBe(0);
    const common = begun.sequence.blocks.find(isTask)!;
    const { seats: one, where: there } = presentSeatsOf([closed], ROOM, LIBRARY);
    const way = shareBlock(common, one, there).ways[0]!;
    expect(way.block === null || !isTask(way.block)).toBe(true);
  });
});

describe('what one person says and decides', () => {
  const second = begun.sequence.blocks.find((b) => setNumber(b.id) === 2)!;
  const gate = (id: string, choice: 'further' | 'again' | 'down'): ClassEvent => ({
    kind: 'gateOne',
    id,
    blockId: second.id,
    choice,
  });
  it('at a gate is theirs alone: once more, nothing more of the block, or as all', () => {
    const run = say(begun, gate('a', 'again'), gate('c', 'down'));
    expect(run.people.map((p) => stepOf(p, second.id))).toEqual(['again', null, 'down', null]);
    const [a, b, c] = personRuns(taught(run), seats, where).map((r) => r.record);
    const ids = (r: typeof a) => r!.sequence.blocks.map((x) => x.id);
    expect(ids(c)).not.toContain(second.id);
    expect(ids(b)).toContain(second.id);
    const at = ids(a).indexOf(second.id);
    const [before, again] = [a!.sequence.blocks[at - 1]!, a!.sequence.blocks[at]!];
    expect([again.breathing, again.dose]).toEqual([before.breathing, before.dose]);
    expect(a!.state.lesson?.gates).toEqual([{ blockId: second.id, choice: 'again' }]);
    expect(say(run, gate('a', 'further'), gate('c', 'further'))).toEqual(begun);
  });
  it('before the class changes their own way of it, and nobody else’s', () => {
    const run = say(begun, { kind: 'dayOne', id: 'a', ask: 'lying', yes: true });
    const asks = run.sequence.lesson!.asks;
    const withLying = asks.some((x) => x.id === 'lying')
      ? run
      : {
          ...run,
          sequence: {
            ...run.sequence,
            lesson: { ...run.sequence.lesson!, asks: [...asks.slice(1), { ...asks[0]!, id: 'lying' }] },
          },
        };
    const today = seatsToday(withLying, PEOPLE, where);
    let lain = 0;
    for (const block of withLying.sequence.blocks) {
      const now = shareBlock(block, today, where).ways[0]!.block;
      lain += POSITION[block.position].family === 'supine' ? 1 : 0;
      expect(now === null || POSITION[now.position].family !== 'supine').toBe(true);
    }
    expect(lain).toBeGreaterThan(0);
    expect(today.slice(1).map((s) => s.member)).toEqual(PEOPLE.slice(1));
  });
  it('that has to be asked about first keeps them out, and only them', () => {
    const run = say(begun, { kind: 'dayOne', id: 'b', ask: 'pregnancyAlarm', yes: true });
    const today = seatsToday(run, PEOPLE, where);
    expect(today.map((s) => s.member.bar === null)).toEqual([true, false, true, true]);
    const runs = personRuns(taught(run), today, where);
    expect(runs[1]!.record.sequence.blocks).toEqual([]);
    expect(runs[1]!.record.state.lesson?.day).toEqual({ pregnancyAlarm: true });
    expect(
      say(run, { kind: 'dayOne', id: 'b', ask: 'pregnancyAlarm', yes: false }).people[1]!.lesson?.day,
    ).toEqual({
      pregnancyAlarm: false,
    });
  });
  it('of the sign at both ends stands in their own file', () => {
    const run = say(
      begun,
      { kind: 'signOne', id: 'a', when: 'first', value: 2 },
      { kind: 'signOne', id: 'a', when: 'again', value: 4 },
      { kind: 'signOne', id: 'b', when: 'first', value: 3 },
      { kind: 'signOne', id: 'b', when: 'first', value: null },
    );
    const runs = personRuns(taught(run), seats, where).map((r) => r.record.state.lesson);
    expect(runs).toEqual([{ first: [2], again: [4] }, undefined, undefined, undefined]);
  });
  it('on two screens at once is joined, person by person', () => {
    const mine = say(begun, gate('a', 'again'), { kind: 'dayOne', id: 'b', ask: 'heart', yes: false });
    const theirs = say(begun, gate('c', 'down'), { kind: 'signOne', id: 'b', when: 'first', value: 3 });
    const joined = mergeClassRuns(begun, mine, theirs)!;
    expect(joined.people.map((p) => p.lesson)).toEqual([
      { gates: [{ blockId: second.id, choice: 'again' }] },
      { day: { heart: false }, first: [3] },
      { gates: [{ blockId: second.id, choice: 'down' }] },
      undefined,
    ]);
  });
});

it('a class of nobody who may be coached has no lesson', () => {
  const barred = PEOPLE.map((m) => ({ ...m, bar: 'so' }));
  expect(planClassLesson({ ...asked, members: barred })).toMatchObject({ ok: false });
  expect(asClassLesson(sequence, { ...asked, members: barred })).toMatchObject({ ok: false });
});
