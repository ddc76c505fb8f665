import type { BodySize } from '../body/size';
import type { Goal } from '../aims/goals';
import type { Flags } from './flags';
import { POSTPARTUM_HEAVY_WEEKS } from './limits';

/** Questions that are asked where they matter, and not otherwise. */
export const QUESTIONS = [
  'bleeding',
  'clinicianBirth',
  'clinicianPressure',
  'osteoporosis',
  'respiratory',
] as const;
export type Question = (typeof QUESTIONS)[number];

type Asked = {
  text: string;
  /** Why it is asked of this client; null where it does not matter. */
  why: (of: Whom) => string | null;
  /** What is to be said or done with an answer; nothing where it settles the matter. */
  after: (yes: boolean) => string | null;
};

export type Whom = { flags: Flags; goals: readonly Goal[]; size?: BodySize | undefined };

/** From this age bones are asked after. Common practice, no source. */
const BONES_FROM_AGE = 65;

const newMother = ({ flags }: Whom) =>
  flags.postpartumWeeks !== undefined && flags.postpartumWeeks < POSTPARTUM_HEAVY_WEEKS;

const QUESTION: Record<Question, Asked> = {
  bleeding: {
    text: 'Any bleeding now?',
    why: (of) =>
      of.flags.pregnancyWeek !== undefined
        ? 'in pregnancy'
        : newMother(of)
          ? 'in the weeks after birth'
          : null,
    after: (yes) => (yes ? 'Bleeding: nothing is coached before the clinician has been asked.' : null),
  },
  clinicianBirth: {
    text: 'Has a clinician said yes to exercise since the birth?',
    why: (of) => (newMother(of) ? 'in the weeks after birth' : null),
    after: (yes) =>
      yes ? null : 'No clinician’s yes since the birth: breath and letting go only, until there is one.',
  },
  clinicianPressure: {
    text: 'Is the blood pressure treated, and has a clinician said yes to exercise?',
    why: ({ flags }) =>
      flags.highBloodPressure || flags.cardiac ? 'with raised blood pressure or a heart' : null,
    after: (yes) => (yes ? null : 'No clinician’s yes for heart and blood pressure: nothing with effort.'),
  },
  osteoporosis: {
    text: 'Thin bones, or a broken vertebra?',
    why: ({ flags, size }) =>
      !flags.osteoporosis && !flags.thinBones && size !== undefined && size.ageY >= BONES_FROM_AGE
        ? `from ${BONES_FROM_AGE} years on`
        : null,
    after: (yes) => (yes ? 'Thin bones: bending and load are left out.' : null),
  },
  respiratory: {
    text: 'Asthma, or another disease of the lungs?',
    why: ({ flags, goals }) =>
      !flags.respiratory && !flags.asthma && !flags.copd && goals.includes('singing')
        ? 'before long exhales'
        : null,
    after: (yes) => (yes ? 'A disease of the lungs: nothing is forced. Say under Flags which it is.' : null),
  },
};

/** The questions that matter for a client, with why. */
export const questionsFor = (of: Whom): { question: Question; text: string; why: string }[] =>
  QUESTIONS.flatMap((question) => {
    const why = QUESTION[question].why(of);
    return why === null ? [] : [{ question, text: QUESTION[question].text, why }];
  });

type AnswersGiven = Partial<Record<Question, boolean>>;

/** What is still open about a flag: which of two things it is, and the place or the day of what has one. */
const UNTOLD: readonly { when: (flags: Flags) => boolean; text: string }[] = [
  {
    when: (f) => f.pregnancyWeek !== undefined && f.postpartumWeeks !== undefined,
    text: 'whether it is a pregnancy or the weeks after a birth. Until then both count.',
  },
  {
    when: (f) => Boolean(f.respiratory),
    text: 'whether it is asthma or COPD. Until then both count.',
  },
  {
    when: (f) => Boolean(f.osteoporosis),
    text: 'whether it is thin bones or a rib injury. Until then both count.',
  },
  {
    when: (f) => f.birth === 'caesarean' && f.postpartumWeeks === undefined,
    text: 'how many weeks ago the caesarean was. Until then it counts as a new operation.',
  },
  {
    when: (f) => f.separationMm !== undefined && f.separationOn === undefined,
    text: 'the day on which the separation was measured.',
  },
  {
    when: (f) => Boolean(f.ribInjury) && f.ribWeeks === undefined,
    text: 'how many weeks ago the rib was injured. Until then it is spared.',
  },
];

/** What has not been asked or told yet and matters for this client: one sentence each. */
export const notAsked = (of: Whom, answers: AnswersGiven): string[] => [
  ...questionsFor(of).flatMap(({ question, text, why }) =>
    answers[question] === undefined ? [`Not asked yet (${why}): ${text}`] : [],
  ),
  ...UNTOLD.flatMap(({ when, text }) => (when(of.flags) ? [`Not told yet: ${text}`] : [])),
];

/** What follows from the answers, and which questions are still open: one sentence each. */
export const answersSay = (of: Whom, answers: AnswersGiven): string[] => [
  ...questionsFor(of).flatMap(({ question }) => {
    const answer = answers[question];
    return (answer === undefined ? null : QUESTION[question].after(answer)) ?? [];
  }),
  ...notAsked(of, answers),
];
