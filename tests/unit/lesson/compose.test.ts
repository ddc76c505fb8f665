import { demandsIn, checkLesson, LESSON_RULES, type LessonFor, type LessonRule } from '@/core/lesson/check';
import { composeLesson, type Composed } from '@/core/lesson/compose';
import { lessonS } from '@/core/sequence/lesson';
import { Lesson, type LessonBlock } from '@/core/sequence/lesson.schema';
import { NEED_IDEA, READING_IDEA } from '@/core/lesson/ideas';
import { MODEL_LESSONS } from '@/core/lesson/models';
import { lessonText } from '@/core/lesson/print';
import { signFor, SIGNS, placeOf } from '@/core/lesson/signs';
import { SETTLE_TEACH } from '@/core/lesson/teach/settle';
import { OPEN_TEACH } from '@/core/lesson/teach/open';
import { WORK_TEACH } from '@/core/lesson/teach/work';
import { LIBRARY } from '@/core/drills/library';
import { TASKS, taskById } from '@/core/task/library';
import { mayBeDone } from '@/core/sequence/judge';
import { drillOf } from '@/core/sequence/sequence';
import { Block } from '@/core/sequence/sequence.schema';
import { must } from '../helpers';
import { battery } from '../../battery';
import { client, clientByChance, heldAgainst, MODEL_CLIENTS } from './clients';

const composed = (c: (typeof MODEL_CLIENTS)[number]): Composed => must(composeLesson(c));

describe('a composed lesson', () => {
  it.each(MODEL_CLIENTS.map((c, i) => [i + 1, c] as const))(
    'keeps every rule for the client of model %i',
    (_, c) => {
      const { lesson, proof } = composed(c);
      expect(checkLesson(lesson, heldAgainst(c))).toEqual([]);
      expect(Lesson.parse(lesson)).toEqual(lesson);
      expect(proof.bound).toBeGreaterThanOrEqual(proof.value - 1e-9);
      const share = lessonS(lesson) / (lesson.minutes * 60);
      expect(share).toBeGreaterThan(0.85);
      expect(share).toBeLessThanOrEqual(0.95);
    },
  );

  it('says its idea in one sentence that goes on to the task: “so we …, and take that to …”', () => {
    for (const { because, so, title } of [...Object.values(READING_IDEA), ...Object.values(NEED_IDEA)]) {
      expect([title, so]).toEqual([title, expect.stringMatching(/^we /)]);
      expect([title, because]).toEqual([title, expect.not.stringMatching(/^we |[.]$/)]);
    }
  });

  it('ends with the client’s own task, and sends it home', () => {
    for (const c of MODEL_CLIENTS) {
      const { lesson, task } = composed(c);
      expect(lesson.blocks.at(-1)!.grade).toBeDefined();
      expect(lesson.task!.taskId).toBe(task!.task.id);
      expect(lesson.home.length).toBeGreaterThanOrEqual(1);
      expect(lesson.home.length).toBeLessThanOrEqual(2);
    }
  });

  it('can be run: every block is one that a room knows, with as many rounds as sets', () => {
    for (const c of MODEL_CLIENTS) {
      const { lesson, blocks } = composed(c);
      expect(blocks).toHaveLength(lesson.blocks.length);
      blocks.forEach((b, i) => {
        expect(Block.parse(b)).toEqual(b);
        expect([b.id, b.position]).toEqual([lesson.blocks[i]!.id, lesson.blocks[i]!.place]);
        if (b.dose.sides === 1) expect(b.dose.rounds).toBe(lesson.blocks[i]!.sets.length);
      });
    }
  });

  it('gives no balloon to a client with glaucoma, however near it lies', () => {
    const c = client({
      minutes: 20,
      flags: { eyePressure: true },
      readings: { stuckInhale: 0.9 },
      props: ['balloon', 'wall'],
    });
    const { lesson } = composed(c);
    expect(lesson.blocks.flatMap((b) => b.props)).not.toContain('balloon');
    expect(lessonText(lesson)).not.toMatch(/\bblow (until|as|into)/i);
  });

  it('never counts for who hates counting, and says so', () => {
    const { lesson } = composed(MODEL_CLIENTS[8]!);
    expect(lesson.note).toContain('No number');
    for (const set of lesson.blocks.flatMap((b) => b.sets))
      if (set.breath.kind === 'seconds') expect(set.told).toContain('not counted aloud');
  });

  it('gives a quiet side twice the sets and names it', () => {
    const { lesson } = composed(MODEL_CLIENTS[7]!);
    const sided = lesson.blocks.find((b) => b.sets.some((s) => s.side === 'right'))!;
    const of = (side: string) => sided.sets.filter((s) => s.side === side).length;
    expect(of('right')).toBe(2 * of('left'));
    expect(sided.cues.join(' ')).toContain('right');
  });

  it('begins with a look and two ways on where nothing was looked at', () => {
    const { lesson } = composed(client({ minutes: 20 }));
    expect(lesson.look?.branches).toHaveLength(2);
    expect(lessonText(lesson)).toContain('## Look first');
  });

  it.each<[string, Partial<Parameters<typeof client>[0]>, RegExp]>([
    ['a floor that leaks', { flags: { leaking: true } }, /low one go in or out/],
    ['a rib that was hurt', { flags: { ribInjury: 'left', ribHealed: true } }, /one side come later/],
    ['a bar to lift', { task: ['hinge', 3, 5] }, /did the breath go on/],
    ['anything else', { task: ['read', 1, 3] }, /Which hand moves first/],
  ])('looks first at what tells most: %s', (_, over, words) => {
    const { lesson } = must(composeLesson(client({ minutes: 25, readings: {}, ...over })));
    expect(lesson.look!.words).toMatch(words);
    expect(lesson.look!.branches.map((b) => b.then)).toEqual([
      expect.stringContaining('as written'),
      expect.stringContaining('one set of'),
    ]);
  });

  it('says what it needs where it cannot be', () => {
    expect(composeLesson(client({ minutes: 3 }))).toMatchObject({
      ok: false,
      why: expect.stringContaining('5 minutes'),
    });
    expect(composeLesson(client({ minutes: 200 }))).toMatchObject({ ok: false, field: 'minutes' });
  });

  it('follows the answers of the day', () => {
    const c = MODEL_CLIENTS[1]!;
    const { asks } = composed(c);
    const ending = asks.find((a) => a.effect.end)!;
    expect(composeLesson({ ...c, day: { [ending.id]: true } })).toMatchObject({
      ok: false,
      why: expect.stringContaining(ending.ask),
    });
    const floor = asks.find((a) => a.id === 'floorToday')!;
    const after = must(composeLesson({ ...c, day: { [floor.id]: true } }));
    for (const b of after.lesson.blocks)
      for (const d of floor.effect.without!) expect(b.grade === undefined ? b.demands : []).not.toContain(d);
    expect(after.lesson.task!.today).toBeLessThanOrEqual(1);
  });

  it('does not press, bind or stretch where it hurts', () => {
    const sore = client({
      minutes: 25,
      readings: { bellyOnly: 0.9 },
      props: ['band', 'towel', 'pillow'],
      complaints: [{ place: 'ribs', side: 'right', kind: 'hurts', score: 5 }],
    });
    for (const b of composed(sore).lesson.blocks)
      for (const d of ['ribWrap', 'ribStretch'] as const) expect(b.demands).not.toContain(d);
  });
});

describe('what a check finds', () => {
  const lesson = MODEL_LESSONS[1]!;
  const of: LessonFor = { flags: {} };
  const with0 = (change: Partial<LessonBlock>): Lesson => ({
    ...lesson,
    blocks: lesson.blocks.map((b, i) => (i === 0 ? { ...b, ...change } : b)),
  });
  const found = (l: Lesson, whom: LessonFor = of) => [...new Set(checkLesson(l, whom).map((p) => p.rule))];
  const set = lesson.blocks[0]!.sets[0]!;
  const paced = (exhaleS: number, holdOutS = 0) => ({
    ...set,
    breath: { kind: 'seconds' as const, pattern: { inhaleS: 3, holdInS: 0, exhaleS, holdOutS } },
  });

  const faults: [string, LessonRule, Lesson, LessonFor][] = [
    ['a balloon at glaucoma', 'R1', with0({ props: ['balloon'] }), { flags: { eyePressure: true } }],
    ['a held breath in pregnancy', 'R1', with0({ sets: [paced(5, 4)] }), { flags: { pregnancyWeek: 10 } }],
    ['face down in pregnancy', 'R1', with0({ place: 'prone' }), { flags: { pregnancyWeek: 10 } }],
    [
      'a task over what is open',
      'R1',
      { ...lesson, task: { ...lesson.task!, taskId: 'jump', today: 3 } },
      { flags: { leaking: true } },
    ],
    [
      'counting said to panic',
      'R1',
      with0({ cues: ['Count to four.', 'Then out.'] }),
      { flags: { panic: true } },
    ],
    ['no task', 'R2', { ...lesson, task: undefined }, of],
    ['a task in the middle', 'R2', with0({ grade: 2 }), of],
    [
      'the sign somewhere else',
      'R3',
      { ...lesson, again: { ...lesson.again, same: 'prone, toes tucked' } },
      of,
    ],
    [
      'a harder set without a gate',
      'R4',
      with0({
        sets: [paced(4), paced(5)],
        gate: { told: 'x', rules: [{ before: 'the next block', onlyIf: 'a', otherwise: 'b' }] },
      }),
      of,
    ],
    ['sighing for who sighs', 'R5', with0({ drillId: 'sighExhale' }), { flags: {}, findings: ['sighs'] }],
    ['a quiet side that nobody asks', 'R6', lesson, { flags: {}, silentSide: 'left' }],
    ['three minutes in one go', 'R8', with0({ sets: [{ ...set, workS: 180 }] }), of],
    [
      'a start over the measured exhale',
      'R9',
      with0({ sets: [paced(8)] }),
      { flags: {}, comfortableExhaleS: 4 },
    ],
    ['three seconds longer at once', 'R9', with0({ sets: [paced(4), paced(7.5)] }), of],
    ['half an hour empty', 'R10', { ...lesson, minutes: 60 }, of],
    ['the same sentence twice', 'R11', with0({ image: lesson.blocks[1]!.image }), of],
    ['a cue of twenty words', 'R11', with0({ cues: ['word '.repeat(20), 'Out.'] }), of],
    ['home without a stop', 'R12', { ...lesson, home: [{ ...lesson.home[0]!, stop: ' ' }] }, of],
  ];

  it.each(faults)('%s: %s', (_, rule, made, whom) => {
    expect(found(lesson, { flags: {} })).toEqual([]);
    expect(found(made, whom)).toContain(rule);
  });

  it('knows what a block asks by what its sets really do', () => {
    expect(demandsIn({ ...lesson.blocks[0]!, sets: [paced(5, 3)] })).toContain('breathHold');
    expect(demandsIn({ ...lesson.blocks[0]!, sets: [paced(5, 1)] })).not.toContain('breathHold');
  });
});

const { share } = battery(12);

describe('lessons of clients made by chance', () => {
  const seeds = Array.from({ length: 504 }, (_, i) => i + 1);
  const GRAVE: readonly LessonRule[] = ['R1', 'R5', 'R11'];

  it('break no rule of safety, of the sign or of words, and the others in at most one of twenty', () => {
    const broken = Object.fromEntries(LESSON_RULES.map((r) => [r, 0])) as Record<LessonRule, number>;
    let lessons = 0;
    const tried = share(seeds, 42);
    for (const seed of tried) {
      const c = clientByChance(seed);
      const result = composeLesson(c);
      if (!result.ok) {
        expect([seed, result.why.length > 20]).toEqual([seed, true]);
        continue;
      }
      lessons++;
      const problems = checkLesson(result.value.lesson, heldAgainst(c));
      expect([seed, problems.filter((p) => GRAVE.includes(p.rule))]).toEqual([seed, []]);
      // The same word as everywhere else: nothing in it may not be coached.
      for (const block of result.value.blocks)
        expect([
          seed,
          block.drillId,
          mayBeDone(block, drillOf(block)!, { flags: c.flags, props: c.props }),
        ]).toEqual([seed, block.drillId, true]);
      for (const rule of new Set(problems.map((p) => p.rule))) broken[rule]++;
    }
    expect(lessons).toBeGreaterThan(tried.length * 0.95);
    for (const rule of LESSON_RULES)
      expect([rule, broken[rule] <= Math.max(4, lessons * 0.05)]).toEqual([rule, true]);
  });
});

describe('signs', () => {
  it('are at least twenty, each with a position, words and what is change', () => {
    expect(SIGNS.length).toBeGreaterThanOrEqual(20);
    expect(new Set(SIGNS.map((s) => s.id)).size).toBe(SIGNS.length);
    for (const s of SIGNS) {
      expect(s.changeBy).toBeGreaterThan(0);
      for (const id of s.for.tasks ?? []) expect([s.id, id, taskById(id)?.id]).toEqual([s.id, id, id]);
    }
  });

  it('go by what would show harm first, then by the task', () => {
    expect(signFor({ flags: { heaviness: true }, taskId: 'sing' }).id).toBe('heaviness');
    expect(signFor({ flags: {}, taskId: 'lift' }).id).toBe('bend');
    expect(signFor({ flags: {}, places: ['neck'] }).id).toBe('neck');
    expect(signFor({ flags: { panic: true }, readings: ['lowHold'] }).id).toBe('ease');
  });

  it('hold no breath and take no position that is barred', () => {
    const hold = SIGNS.find((s) => s.id === 'hold')!;
    expect(placeOf(hold, { pregnancyWeek: 20 })).toBeNull();
    const felt = SIGNS.find((s) => s.id === 'felt')!;
    expect(placeOf(felt, { noFloor: true })!.position).toBe('sitting');
  });
});

describe('words of a lesson', () => {
  const all = { ...SETTLE_TEACH, ...OPEN_TEACH, ...WORK_TEACH };

  it('are there for every drill that ships', () => {
    for (const drill of LIBRARY) expect([drill.id, all[drill.id] !== undefined]).toEqual([drill.id, true]);
  });

  it('are short, and no image, cue or reason is used twice', () => {
    const heard = new Map<string, string>();
    for (const [id, t] of Object.entries(all)) {
      for (const s of [...t.cues, t.image]) expect([id, s.split(/\s+/).length <= 14]).toEqual([id, true]);
      for (const s of [t.image, t.why, ...t.cues]) {
        expect([id, s, heard.get(s)]).toEqual([id, s, undefined]);
        heard.set(s, id);
      }
    }
    for (const task of TASKS)
      for (const s of [task.image, ...task.cues])
        expect([task.id, s, heard.get(s)]).toEqual([task.id, s, undefined]);
  });
});
