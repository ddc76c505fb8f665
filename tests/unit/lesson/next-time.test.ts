import ICAL from 'ical.js';
import { printDaily } from '@/core/formats/icalendar';
import { clientSheet, dailyThings, stopIf } from '@/core/lesson/client-sheet';
import { asSequence, composeLesson } from '@/core/lesson/compose';
import { inSets } from '@/core/lesson/in-sets';
import type { LessonInput } from '@/core/lesson/input';
import { nextTime } from '@/core/lesson/next-time';
import { blockClientOf } from '@/core/propose/input';
import { NEW_RUN, type RunState } from '@/core/run/run';
import { mergeSequences } from '@/core/sequence/merge';
import { editLesson } from '@/core/lesson/edit-lesson';
import { signOf } from '@/core/lesson/sign-taken';
import { must } from '../helpers';
import { MODEL_CLIENTS } from './clients';

const of = (c: LessonInput) => {
  const whole = asSequence(must(composeLesson(c)), c);
  const sequence = inSets(whole, {
    flags: c.flags,
    props: c.props,
    library: c.library,
    client: blockClientOf(c),
  } as never);
  return { whole, sequence, lesson: whole.lesson! };
};
const done = (sequence: ReturnType<typeof of>['sequence']): RunState['results'] =>
  sequence.blocks.map((b) => ({
    blockId: b.id,
    drillId: b.drillId,
    outcome: 'done' as const,
    quality: 4,
    note: '',
    breathsDone: 6,
  })) as never;

describe('what comes next time', () => {
  const { sequence, lesson } = of(MODEL_CLIENTS[1]!);
  const sign = signOf(lesson)!;
  const [worse, better] = sign.better === 'more' ? [1, 99] : [99, 1];
  const after = (lessonTaken: RunState['lesson'], earlier: Parameters<typeof nextTime>[1] = []) =>
    nextTime(
      { sequence, state: { ...NEW_RUN, stage: 'done', results: done(sequence), lesson: lessonTaken } },
      earlier,
    )!;

  it('is one grade on after two runs that were no worse, and the same after one', () => {
    const grade = lesson.task!.today;
    const one = after({ first: [worse], again: [better] });
    expect(one.task).toContain(`again grade ${grade}`);
    const two = after({ first: [worse], again: [better] }, [
      { grade: grade as 1, sign: 'same', worseNextDay: false },
    ]);
    expect(two.task).toContain(`on to grade ${grade + 1}`);
  });

  it('is one grade back after a sign that was worse', () => {
    const grade = lesson.task!.today;
    const now = after({ first: [better], again: [worse] });
    expect(now.task).toContain(grade > 1 ? `back to grade ${grade - 1}` : 'again grade 1');
    expect(now.next).toMatch(/^One step less/);
  });

  it('keeps what was stepped down, and says which words worked', () => {
    const [a, b] = lesson.blocks;
    const now = after({
      gates: [{ blockId: `${a!.id}~2`, choice: 'down' }],
      seen: [
        { blockId: a!.id, as: 'wrong', cue: 0, s: 1 },
        { blockId: a!.id, as: 'right', cue: 0, s: 2 },
        { blockId: b!.id, as: 'wrong', cue: 1, s: 1 },
      ],
    });
    expect(now.stays).toEqual([a!.title]);
    expect(now.worked).toEqual([`${a!.title}: “${a!.correct}”`]);
    expect(now.toMend).toEqual([`${b!.title}: begin with “${b!.correct}”`]);
    expect(now.sign).toBeNull();
  });
});

it('what goes home on paper has a moment, a dose, a picture and when to stop, and nobody’s name', () => {
  for (const c of MODEL_CLIENTS) {
    const { whole, lesson } = of(c);
    const sheet = clientSheet(lesson, whole);
    expect(sheet.things).toHaveLength(lesson.home.length);
    for (const thing of sheet.things) {
      expect(thing.picture).not.toBeNull();
      expect([thing.when, thing.does, thing.dose].every((t) => t.length > 3)).toBe(true);
    }
    expect(sheet.stop).not.toMatch(/as above/i);
    expect(sheet.call).not.toMatch(/as above/i);
  }
});

it('a limit is said to who is alone in their own words', () => {
  expect(stopIf('neck 2 of 10, or 1 above the start; no leak')).toBe(
    'your neck hurts 2 out of 10 or more, or you leak',
  );
  expect(stopIf('pain 2 of 10, no stab; breathlessness 3 of 10')).toBe(
    'it hurts 2 out of 10 or more, or it stabs, or you are short of breath, 3 out of 10 or more',
  );
  for (const c of MODEL_CLIENTS) {
    const { whole, lesson } = of(c);
    expect(clientSheet(lesson, whole).stop).toMatch(/(^|\b)(you|your|it|anything)\b/i);
    expect(clientSheet(lesson, whole).stop).not.toMatch(/(?<!out) of 10|above the start|^no /i);
  }
});

it('goes into a calendar as whole days for a fortnight, with its moment as the title (RFC 5545, read back by ical.js)', () => {
  const { whole, lesson } = of(MODEL_CLIENTS[0]!);
  const sheet = clientSheet(lesson, whole);
  const text = printDaily(dailyThings(sheet), {
    uid: 'aaaa',
    from: '2026-12-02',
    days: 14,
    stamp: new Date('2026-12-02T08:00:00Z'),
  });
  const events = new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent');
  expect(events.map((e) => e.getFirstPropertyValue('summary'))).toEqual(sheet.things.map((t) => t.when));
  for (const e of events) {
    const event = new ICAL.Event(e);
    const all: string[] = [];
    const each = event.iterator();
    for (let at = each.next(); at; at = each.next()) all.push(at.toString());
    expect([all[0], all.at(-1), all.length, event.startDate.isDate]).toEqual([
      '2026-12-02',
      '2026-12-15',
      14,
      true,
    ]);
    expect(event.description).toContain(sheet.stop);
  }
  expect(new Set(events.map((e) => e.getFirstPropertyValue('uid'))).size).toBe(events.length);
  expect(text.split('\r\n').every((line) => new TextEncoder().encode(line).length <= 75)).toBe(true);
});

it('two windows that edit a lesson both keep what they did; the same set changed twice is a clash', () => {
  const { whole, lesson } = of(MODEL_CLIENTS[0]!);
  const flags = { flags: MODEL_CLIENTS[0]!.flags };
  const [a, b] = lesson.blocks;
  const free = (blockId: string, seconds: number) =>
    editLesson(whole, { kind: 'setFree', blockId, set: 0, seconds }, flags);
  const both = mergeSequences(
    whole,
    free(a!.id, 55),
    editLesson(free(b!.id, 65), { kind: 'idea', idea: 'Quiet first.' }, flags),
  );
  expect(both.clashes).toEqual([]);
  expect(both.sequence.lesson!.idea).toBe('Quiet first.');
  expect(both.sequence.lesson!.blocks.slice(0, 2).map((x) => x.sets[0]!.freeS)).toEqual([55, 65]);
  expect(mergeSequences(whole, free(a!.id, 55), free(a!.id, 75)).clashes).toContain(a!.title);
});
