import type { Demand } from '../drills/drill';
import type { ComplaintPlace } from '../screen/complaints';
import { isSeparated, LATE_PREGNANCY_WEEK, POSTPARTUM_HEAVY_WEEKS } from '../screen/limits';
import { settledFlags, type Flags } from '../screen/flags';
import type { Task } from '../task/task.schema';
import { taskVerdict } from '../task/grade';

/** What a yes does to a lesson, besides whom to ask. */
export type AskEffect = {
  /** Nothing is coached today. */
  end?: true;
  /** What counts as if Screen said so, for today. */
  flags?: Partial<Flags>;
  /** Nothing today that asks this of the body. */
  without?: readonly Demand[];
  /** What is upright is done sitting. */
  seated?: true;
  /** The task stays at this grade or below; 0: no task. */
  taskMost?: number;
  /** A condition of the task that only the client can say. */
  condition?: string;
};

export type DayAsk = { id: string; question: string; ifYes: string; ask: string; effect: AskEffect };

type Rule = Omit<DayAsk, 'effect'> & {
  effect: AskEffect | ((of: AskFor) => AskEffect);
  when: (of: AskFor) => boolean;
  rank: number;
};

/** The question after the morning that followed the last lesson; its answer belongs to that lesson's grade. */
export const MORNING = 'morning';

/** Whom the questions are for. */
export type AskFor = {
  flags: Flags;
  task?: Task | undefined;
  places: readonly ComplaintPlace[];
  upright: boolean;
  /** The grade at which the task was done at the last visit; absent: it was not. */
  lastGrade?: number | undefined;
};

const EFFORT: readonly Demand[] = [
  'abdominalLoad',
  'addedTone',
  'heavyLoad',
  'floorPressure',
  'spineLoad',
  'hipsHigh',
  'breathHold',
  'fullHold',
];

const birth = ({ flags: f }: AskFor) =>
  f.postpartumWeeks !== undefined && f.postpartumWeeks < POSTPARTUM_HEAVY_WEEKS * 2;
const hasPain =
  (...places: readonly ComplaintPlace[]) =>
  (of: AskFor) =>
    of.places.some((p) => places.includes(p));

/** The questions, the gravest first. Common practice, no source. */
const RULES: readonly Rule[] = [
  {
    id: 'pregnancyAlarm',
    rank: 0,
    when: ({ flags }) => flags.pregnancyWeek !== undefined,
    question:
      'Bleeding, fluid, regular tightenings, headache with spots, a hot swollen calf, baby quieter than usual?',
    ifYes: 'session ends',
    ask: 'maternity unit, now',
    effect: { end: true },
  },
  {
    id: 'birthAlarm',
    rank: 0,
    when: birth,
    question: 'Fresh bleeding, fever, a hot swollen calf, or a scar that is open, weeping or sore?',
    ifYes: 'session ends',
    ask: 'maternity unit or GP, today',
    effect: { end: true },
  },
  {
    id: 'heart',
    rank: 1,
    when: ({ flags }) => Boolean(flags.cardiac || flags.highBloodPressure),
    question: 'Chest pain, short of breath at rest, or a pressure above what your doctor allows?',
    ifYes: 'session ends',
    ask: 'doctor, today; pain now: emergency number',
    effect: { end: true },
  },
  {
    id: 'eyes',
    rank: 1,
    when: ({ flags }) => Boolean(flags.eyePressure),
    question: 'Any eye pain, haloes, new spots or an eye operation lately?',
    ifYes: 'session ends',
    ask: 'eye clinic, today',
    effect: { end: true },
  },
  {
    id: 'lungAlarm',
    rank: 1,
    when: ({ flags }) => Boolean(flags.copd || flags.respiratory),
    question: 'Short of breath sitting still, over 3 of 10, or an oximeter under your own limit?',
    ifYes: 'session ends unless ten minutes in the resting lean settle it',
    ask: 'doctor now; blue lips or confused: emergency number',
    effect: { end: true },
  },
  {
    id: 'backAlarm',
    rank: 1,
    when: (of) => Boolean(of.flags.backPain) || hasPain('lowBack')(of),
    question: 'Does anything run down a leg, or feel numb between the legs; is bladder or bowel different?',
    ifYes: 'session ends',
    ask: 'doctor at once',
    effect: { end: true },
  },
  {
    id: 'arm',
    rank: 1,
    when: hasPain('neck', 'shoulder'),
    question: 'Any tingling, numbness or weakness in an arm or hand?',
    ifYes: 'no head turns and nothing overhead; numb or weak: session ends',
    ask: 'doctor, before the next visit; both arms or unsteady legs: at once',
    effect: { without: ['armsOverhead', 'spineLoad'], taskMost: 1 },
  },
  {
    id: 'ribHealed',
    rank: 1,
    when: ({ flags }) => Boolean(flags.ribInjury),
    question: 'A stab when you cough, laugh or turn over, or still waiting to hear that the bone is healed?',
    ifYes: 'nothing that stretches or loads the ribs; the breath stays small',
    ask: 'the doctor who treats it, before the next visit',
    effect: {
      flags: { ribHealed: false },
      without: ['ribStretch', 'armsOverhead', 'abdominalLoad'],
      taskMost: 1,
    },
  },
  {
    id: 'floorToday',
    rank: 2,
    when: ({ flags }) =>
      Boolean(flags.heaviness || flags.leaking || isSeparated(flags.separationMm, flags.separationAt)),
    question: 'Is there a bulge, or is the heaviness or the leaking worse than last time?',
    ifYes: 'the floor only lets go; no lift, no load, the task stays at its first grade',
    ask: 'pelvic-health clinician this week',
    effect: {
      without: ['floorLift', 'abdominalLoad', 'floorPressure', 'hipsHigh', 'heavyLoad'],
      taskMost: 1,
    },
  },
  {
    id: 'tension',
    rank: 2,
    when: ({ flags }) => Boolean(flags.floorTension),
    question: 'Is the pain down there stronger than usual today?',
    ifYes: 'every breath only lets go; no stretch, no task',
    ask: 'pelvic-health clinician, if it is so two days running',
    effect: { without: ['floorLift', 'stretch', 'abdominalLoad', 'addedTone'], taskMost: 0 },
  },
  {
    id: 'clearedBirth',
    rank: 2,
    when: (of) => birth(of) && of.flags.clearedBirth === undefined,
    question: 'Are you still waiting for the yes to exercise from your check after the birth?',
    ifYes: 'no lift, no load, no task; breath and letting go stay',
    ask: 'GP or midwife',
    effect: { flags: { clearedBirth: false }, without: [...EFFORT, 'floorLift'], taskMost: 0 },
  },
  {
    id: 'chest',
    rank: 2,
    when: ({ flags }) => Boolean(flags.asthma || flags.respiratory),
    question: 'Is your chest tighter than usual, or have you needed your reliever more?',
    ifYes: 'nothing through something narrow, no task; the breath stays small and free',
    ask: 'asthma nurse or doctor',
    effect: { without: ['exhaleNarrow', 'exhaleResistance', ...EFFORT], taskMost: 0 },
  },
  {
    id: 'phlegm',
    rank: 2,
    when: ({ flags }) => Boolean(flags.copd || flags.respiratory),
    question: 'More phlegm, another colour, fever, swollen ankles, more inhaler than usual?',
    ifYes: 'no walking and no task',
    ask: 'the clinic or doctor, today',
    effect: { taskMost: 0, without: EFFORT },
  },
  {
    id: 'pubic',
    rank: 2,
    when: ({ flags }) => Boolean(flags.pubicPain),
    question: 'Is the front of your pelvis over 5 of 10 today, or is walking hard?',
    ifYes: 'no task; turning in one piece stays',
    ask: 'midwife or pelvic-health physiotherapist',
    effect: { taskMost: 0, without: ['stretch', 'oneLeg'] },
  },
  {
    id: 'operation',
    rank: 2,
    when: ({ flags }) => Boolean(flags.recentSurgery || flags.hernia),
    question: 'Does the scar or the hernia pull, weep, bulge or hurt more than last week?',
    ifYes: 'nothing that works the belly wall, no task',
    ask: 'surgeon or GP',
    effect: { without: EFFORT, taskMost: 0 },
  },
  {
    id: MORNING,
    rank: 2.4,
    when: ({ lastGrade }) => lastGrade !== undefined,
    question: 'Was anything worse the morning after last time?',
    ifYes: 'the task goes one grade back',
    ask: 'doctor, if it has not settled since',
    effect: ({ lastGrade }) => ({ taskMost: Math.max(1, (lastGrade ?? 1) - 1) }),
  },
  {
    id: 'panicDoctor',
    rank: 2,
    when: ({ flags }) => Boolean(flags.panic),
    question: 'Is there anything you would rather not do: lie down, close your eyes, have me near?',
    ifYes: 'that disappears, and nobody asks why',
    ask: 'only the client',
    effect: {},
  },
  {
    id: 'seizure',
    rank: 2,
    when: ({ flags }) => Boolean(flags.neurological),
    question: 'A fit, a faint or a change of tablets since last time?',
    ifYes: 'quiet breath only, no task',
    ask: 'the doctor who treats it',
    effect: { taskMost: 0, without: EFFORT },
  },
  {
    id: 'eaten',
    rank: 3,
    when: ({ flags }) => Boolean(flags.reflux),
    question: 'Have you eaten in the last hour, is acid up?',
    ifYes: 'the back stays higher, nothing folded or face down',
    ask: 'GP or midwife, if nightly',
    effect: { flags: { noProne: true }, without: ['hipsHigh', 'spineLoad'] },
  },
  {
    id: 'lying',
    rank: 3,
    when: ({ flags }) =>
      !flags.noSupine && !flags.noFloor && !flags.eyePressure && !flags.copd && !flags.respiratory,
    question: 'Does lying flat bother you today?',
    ifYes: 'nothing on the back; the same sitting or on the side',
    ask: 'doctor, if it is new',
    effect: { flags: { noSupine: true } },
  },
  {
    id: 'painToday',
    rank: 3,
    when: ({ places }) => places.length > 0,
    question: 'Is what hurts over 5 of 10 today, or new in kind?',
    ifYes: 'only what stays at 2 of 10; no task',
    ask: 'doctor or physiotherapist, if it stays two days',
    effect: { taskMost: 0, without: ['abdominalLoad', 'spineLoad', 'heavyLoad', 'stretch'] },
  },
  {
    id: 'unwell',
    rank: 4,
    when: () => true,
    question: 'Cold, fever, a bad night, or anything new since last time?',
    ifYes: 'no holds, no load and no task; the quiet blocks get the time',
    ask: 'doctor, if it lasts',
    effect: { taskMost: 0, without: ['breathHold', 'fullHold', 'heavyLoad', 'floorPressure'] },
  },
  {
    id: 'dizzyToday',
    rank: 4,
    when: ({ upright, flags }) => upright && (flags.pregnancyWeek ?? 0) < LATE_PREGNANCY_WEEK,
    question: 'Does standing up make you light-headed?',
    ifYes: 'everything upright is done sitting, the task stays at its first grade',
    ask: 'doctor',
    effect: { seated: true, taskMost: 1 },
  },
];

/** As many as a client answers before a lesson; what may end the session is asked beyond that. */
const MOST_ASKS = 4;

/** Questions up to here in rank are about safety; those after it about comfort. */
const LAST_SAFETY_RANK = 2.5;

/** Whether a question is about safety, so that no limit on their number leaves it out. */
export const isSafetyAsk = (id: string): boolean =>
  id.startsWith('task-') || RULES.some((r) => r.id === id && r.rank <= LAST_SAFETY_RANK);

/**
 * The questions of the day for a client: from their flags, what they want and where it hurts; one to four, and all that
 * may end the session.
 */
export function asksFor(given: AskFor, { most = MOST_ASKS }: { most?: number } = {}): DayAsk[] {
  const of = { ...given, flags: settledFlags(given.flags) };
  const fromTask: Rule[] = of.task
    ? taskVerdict(of.task, of.flags).asks.map((a) => ({
        id: `task-${a.condition}`,
        rank: 2.5,
        when: () => true,
        question: a.question,
        ifYes: a.atMost === 0 ? `no task today; ${a.says}` : a.says,
        ask: /doctor|surgeon/.exec(a.says) ? 'the doctor or surgeon who knows it' : 'doctor, if it is new',
        effect: { condition: a.condition, ...(a.atMost === undefined ? {} : { taskMost: a.atMost }) },
      }))
    : [];
  return [...RULES, ...fromTask]
    .filter((r) => r.when(of))
    .sort((a, b) => a.rank - b.rank)
    .filter(({ effect }, i) => i < most || (typeof effect !== 'function' && effect.end))
    .map(({ id, question, ifYes, ask, effect }) => ({
      id,
      question,
      ifYes,
      ask,
      effect: typeof effect === 'function' ? effect(of) : effect,
    }));
}

/** What a yes to a question does, whoever says it; nothing where it is not one of these. */
export function effectOf(id: string, of: AskFor): AskEffect {
  const effect = RULES.find((r) => r.id === id)?.effect ?? {};
  return typeof effect === 'function' ? effect(of) : effect;
}

/** What the answers of the day do, put together. */
export function effectsOf(asks: readonly DayAsk[], day: Readonly<Record<string, boolean>> = {}) {
  const yes = asks.filter((a) => day[a.id] === true).map((a): AskEffect => a.effect);
  return {
    end: yes.some((e) => e.end),
    flags: Object.assign({}, ...yes.map((e) => e.flags ?? {})) as Partial<Flags>,
    without: yes.flatMap((e) => e.without ?? []),
    seated: yes.some((e) => e.seated),
    taskMost: Math.min(5, ...yes.map((e) => e.taskMost ?? 5)),
    conditions: yes.flatMap((e) => (e.condition ? [e.condition] : [])),
  };
}
