import { answersSay, QUESTIONS, questionsFor, type Question } from '@/core/screen/questions';
import type { Flags } from '@/core/screen/flags';
import type { Goal } from '@/core/aims/goals';

// Who is asked what (common practice, no source).

type Of = Parameters<typeof questionsFor>[0];
const of = (flags: Flags = {}, goals: readonly Goal[] = [], ageY?: number): Of => ({
  flags,
  goals,
  size: ageY === undefined ? undefined : { heightCm: 165, sex: 'woman', ageY },
});
const asked = (whom: Of) => questionsFor(whom).map((q) => [q.question, q.why]);

describe('questions that are asked where they matter', () => {
  it.each<[string, Of, [Question, string][]]>([
    ['nobody in particular', of(), []],
    ['in pregnancy', of({ pregnancyWeek: 12 }), [['bleeding', 'in pregnancy']]],
    ['from its first week', of({ pregnancyWeek: 0 }), [['bleeding', 'in pregnancy']]],
    [
      '11 weeks after a birth',
      of({ postpartumWeeks: 11 }),
      [
        ['bleeding', 'in the weeks after birth'],
        ['clinicianBirth', 'in the weeks after birth'],
      ],
    ],
    ['12 weeks after', of({ postpartumWeeks: 12 }), []],
    [
      'raised pressure',
      of({ highBloodPressure: true }),
      [['clinicianPressure', 'with raised blood pressure or a heart']],
    ],
    ['a heart', of({ cardiac: true }), [['clinicianPressure', 'with raised blood pressure or a heart']]],
    ['64 years', of({}, [], 64), []],
    ['65 years', of({}, [], 65), [['osteoporosis', 'from 65 years on']]],
    ['65 with thin bones already told', of({ osteoporosis: true }, [], 65), []],
    ['sings', of({}, ['singing']), [['respiratory', 'before long exhales']]],
    ['sings, lungs already told', of({ respiratory: true }, ['singing']), []],
    ['runs', of({}, ['running']), []],
  ])('%s', (_, whom, wanted) => expect(asked(whom)).toEqual(wanted));
});

describe('what follows from an answer', () => {
  const everybody = of({ postpartumWeeks: 4, highBloodPressure: true }, ['singing'], 70);
  const say = (question: Question, yes: boolean) =>
    answersSay(everybody, {
      ...Object.fromEntries(QUESTIONS.map((q) => [q, q.startsWith('clinician')])),
      [question]: yes,
    });
  it('what is not asked yet is said to be open, with why', () => {
    expect(answersSay(everybody, {})).toHaveLength(5);
    expect(answersSay(of({ cardiac: true }), {})).toEqual([
      'Not asked yet (with raised blood pressure or a heart): Is the blood pressure treated, and has a clinician said yes to exercise?',
    ]);
    expect(answersSay(of(), { bleeding: true })).toEqual([]);
  });
  it('the good answer settles it, the other says what is to be done, by a clinician where it is theirs', () => {
    for (const q of QUESTIONS) expect(say(q, q.startsWith('clinician'))).toEqual([]);
    expect(say('bleeding', true)).toEqual([
      'Bleeding: nothing is coached before the clinician has been asked.',
    ]);
    expect(say('clinicianBirth', false)[0]).toMatch(/breath and letting go only/);
    expect(say('clinicianPressure', false)[0]).toMatch(/nothing with effort/);
    expect(say('osteoporosis', true)[0]).toMatch(/left out/);
    expect(say('respiratory', true)[0]).toMatch(/nothing is forced/);
  });
});
