import { checkLesson } from '@/core/lesson/check';
import { blockS, lessonS, openS, timesOf } from '@/core/sequence/lesson';
import { Lesson } from '@/core/sequence/lesson.schema';
import { asSequence, composeLesson } from '@/core/lesson/compose';
import { lessonNow } from '@/core/lesson/lesson-now';
import { MODEL_DRILLS, MODEL_LESSONS } from '@/core/lesson/models';
import { lessonText, minSec } from '@/core/lesson/print';
import { lessonWorth } from '@/core/lesson/worth';
import { fromTemplate } from '@/core/sequence/mend';
import { Sequence } from '@/core/sequence/sequence.schema';
import { must } from '../helpers';
import { heldAgainst, MODEL_CLIENTS } from './clients';

describe('a lesson goes with its client', () => {
  it('stays out of what is begun from a template of it', () => {
    const c = MODEL_CLIENTS[0]!;
    const sequence = asSequence(must(composeLesson(c)), c);
    expect(sequence.lesson).toBeDefined();
    const other = fromTemplate(sequence, { flags: {}, props: c.props, library: c.library });
    expect(other.sequence.lesson).toBeUndefined();
    expect(other.sequence.blocks).toHaveLength(sequence.blocks.length);
  });

  it('survives a file, and a sequence of before has none', () => {
    const c = MODEL_CLIENTS[2]!;
    const sequence = asSequence(must(composeLesson(c)), c);
    expect(Sequence.parse(JSON.parse(JSON.stringify(sequence)))).toEqual(sequence);
    const { lesson, ...before } = sequence;
    expect(lessonNow(Sequence.parse(before), { flags: {} })).toBeNull();
    expect(lessonNow(sequence, { flags: {} })!.blocks).toEqual(lesson!.blocks);
  });
});

describe('the twelve model lessons', () => {
  it('are twelve, each a record that survives a file', () => {
    expect(MODEL_LESSONS).toHaveLength(12);
    for (const lesson of MODEL_LESSONS)
      expect(Lesson.parse(JSON.parse(JSON.stringify(lesson)))).toEqual(lesson);
  });

  it('keep every rule for their own clients', () => {
    MODEL_LESSONS.forEach((lesson, i) => {
      // What they own and have at hand was left to the instructor who wrote them.
      const { flags, readings, findings, comfortableExhaleS, silentSide } = heldAgainst(MODEL_CLIENTS[i]!);
      const found = checkLesson(lesson, { flags, readings, findings, comfortableExhaleS, silentSide });
      expect([i + 1, found]).toEqual([i + 1, []]);
    });
  });

  it('are printed with every word as it was written', () => {
    for (const lesson of MODEL_LESSONS) {
      const text = lessonText(lesson);
      const words = [
        lesson.title,
        lesson.idea,
        lesson.notToday,
        lesson.stop,
        lesson.sign.words,
        lesson.sign.record,
        lesson.again.say,
        lesson.again.then,
        lesson.task!.wayBack,
        ...lesson.asks.flatMap((a) => [a.question, a.ifYes, a.ask]),
        ...lesson.home.flatMap((h) => [h.when, h.does, h.dose, h.stop, h.call]),
        ...lesson.blocks.flatMap((b) => [
          b.position,
          b.hands,
          b.getThere,
          b.gate.told,
          b.right,
          b.wrong,
          b.correct,
          ...b.cues,
          b.image,
          b.limit,
          b.why,
          ...b.sets.map((s) => s.told),
        ]),
      ];
      for (const w of words) expect(text).toContain(w);
    }
  });

  it('are worth at least nine tenths of what Kokyu composes, by its own measure', () => {
    MODEL_LESSONS.forEach((model, i) => {
      const c = MODEL_CLIENTS[i]!;
      const { lesson } = must(composeLesson(c));
      const own = lessonWorth(
        lesson,
        lesson.blocks.map((b) => b.drillId),
        c,
      );
      const share = lessonWorth(model, MODEL_DRILLS[i]!, c) / own;
      expect([i + 1, share >= 0.9]).toEqual([i + 1, true]);
    });
    // The measure is no constant: an empty hour and a lesson of another kind are worth less.
    const c = MODEL_CLIENTS[0]!;
    const whole = lessonWorth(MODEL_LESSONS[0]!, MODEL_DRILLS[0]!, c);
    const one = { ...MODEL_LESSONS[0]!, blocks: MODEL_LESSONS[0]!.blocks.slice(0, 1) };
    expect(lessonWorth(one, MODEL_DRILLS[0]!, c)).toBeLessThan(whole * 0.9);
    expect(lessonWorth(MODEL_LESSONS[0]!, ['hipStretch', 'pelvicRock', 'headTurns'], c)).toBeLessThan(
      whole * 0.7,
    );
  });

  it('add up, part by part, to what stands at their foot', () => {
    // Sums as the lessons were written, not as Kokyu adds them.
    const sums = [
      '13:05',
      '22:55',
      '27:40',
      '18:05',
      '37:45',
      '10:05',
      '18:00',
      '18:00',
      '7:55',
      '18:05',
      '27:55',
      '42:30',
    ];
    expect(MODEL_LESSONS.map((l) => minSec(lessonS(l)))).toEqual(sums);
    for (const lesson of MODEL_LESSONS) {
      expect(timesOf(lesson).reduce((s, r) => s + r.totalS, 0)).toBe(lessonS(lesson));
      expect(openS(lesson)).toBe(lesson.minutes * 60 - lessonS(lesson));
    }
    expect(minSec(blockS(MODEL_LESSONS[0]!.blocks[0]!))).toBe('4:30');
    expect(minSec(blockS(MODEL_LESSONS[4]!.blocks[4]!))).toBe('8:00');
  });
});
