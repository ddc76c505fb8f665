import { lower, stopped, upper } from '../base/sentence';
import { POSITION } from '../body/positions';
import type { Demand } from '../drills/drill';
import { callFor, notTodayFor, stopFor } from './care';
import { asHeard } from './heard';
import { countingOf, leadingNeed, type Frame } from './whom';
import { NEED_IDEA, READING_IDEA } from './ideas';
import type { Lesson, LessonBlock, LessonHome } from '../sequence/lesson.schema';
import { placeOf } from './signs';
import { writtenSign } from './sign-words';
import { isPractised, momentOf, nextGrade, taskVerb } from './task-block';

const HOME_S = 40;

const COUNTING_TOLD = {
  aloud: 'aloud',
  silent: 'silently, by the instructor alone',
  touch: 'by touch, a finger for each second',
  steps: 'by steps',
  none: 'none, ever',
} as const;

/** What needs an instructor’s eye, or can harm alone, does not go home. */
const NOT_ALONE: readonly Demand[] = [
  'breathHold',
  'fullHold',
  'moveInHold',
  'exhaleResistance',
  'heavyLoad',
  'floorPressure',
  'spineLoad',
  'hipsHigh',
  'oneLeg',
];

/** A lesson around its blocks: idea, asks, sign, task, sign again, home. */
export function framed(frame: Frame, blocks: LessonBlock[]): Lesson {
  const { input, asks, sign, task } = frame;
  const written = writtenSign(sign, placeOf(sign, input.flags)!, asks.length);
  const leading = input.readings?.[0];
  const idea = leading ? READING_IDEA[leading] : NEED_IDEA[leadingNeed(input.needs)];
  const counting = countingOf(input);
  const taskGoal = task && task.grade > 0 ? `, and take that to the moment you ${taskVerb(task.task)}` : '';
  return {
    title: idea.title,
    minutes: input.minutes,
    counting,
    countingTold: COUNTING_TOLD[counting],
    ...(input.client ? { client: input.client } : {}),
    idea: `${upper(idea.because)}, so ${idea.so}${taskGoal}.`,
    ...(counting === 'none'
      ? { note: 'No number is spoken at any time; count and clock are kept silently and out of sight.' }
      : {}),
    ...(leading || !unknown(input) ? {} : { look: lookFirst(frame, blocks) }),
    asks: asks.map(({ id, question, ifYes, ask }) => ({ id, question, ifYes, ask })),
    notToday: stopped(notTodayFor(input.flags, sparedWords(frame))),
    stop: stopFor(input.flags),
    sign: written.sign,
    blocks: blocks.map((b) => asHeard(b, input.heard)),
    ...(task
      ? {
          task: {
            taskId: task.task.id,
            name: stopped(task.task.name),
            grades: task.task.grades,
            today: task.grade,
            todayTold: stopped(todayOf(frame)),
            breath: stopped(task.task.phases.map((p) => `${p.does}: ${p.breath}`).join('; ')),
            wayBack: stopped(`${task.task.stepDown}; ${task.task.caution}`),
          },
        }
      : {}),
    again: {
      ...written.again,
      then: stopped(thenOf(frame)),
    },
    home: homeOf(frame, blocks),
    homeS: HOME_S,
  };
}

const unknown = (input: Frame['input']): boolean => (input.readings ?? []).length === 0;

type FirstLook = { what: string; words: string; seen: string; notSeen: string };

/** Half a minute each, part of the set-up of the first block. Common practice, no source. */
const LOOKS = {
  floor: {
    what: 'one hand above the pubic bone, one under the breastbone, one soft long s',
    words: 'Which hand worked first, and did the low one go in or out?',
    seen: 'the top hand works first, or the low one goes out',
    notSeen: 'the low hand goes in first',
  },
  sides: {
    what: 'a flat hand on each side of the low ribs, five breaths that nobody directs',
    words: 'Does one side come later, or less?',
    seen: 'one side comes later or less',
    notSeen: 'both sides come alike',
  },
  effort: {
    what: 'the movement three times with nothing in the hands',
    words: 'In how many did the breath go on?',
    seen: 'the breath stops in any of the three',
    notSeen: 'the breath flows in all three',
  },
  hands: {
    what: 'one hand on the belly, one on the breastbone, five breaths that nobody directs',
    words: 'Which hand moves first, and by how much?',
    seen: 'the upper hand goes first or alone',
    notSeen: 'the lower hand goes first',
  },
} satisfies Record<string, FirstLook>;

/** Which look tells most, by what is known without one: the floor and the wall, a sore side, a task with effort, else two hands. */
function lookFor({ input, task, places }: Frame): FirstLook {
  const { flags } = input;
  if (
    flags.leaking ||
    flags.heaviness ||
    flags.separationMm !== undefined ||
    flags.postpartumWeeks !== undefined
  )
    return LOOKS.floor;
  if (flags.ribInjury || places.includes('ribs')) return LOOKS.sides;
  const tied = task && task.grade > 0 && task.task.practice.breath === 'tied';
  const loads = tied && Object.values(task.task.demands).flat().includes('heavyLoad');
  return loads ? LOOKS.effort : LOOKS.hands;
}

/** The look that tells most where nothing was looked at, and the two ways on. */
function lookFirst(frame: Frame, blocks: readonly LessonBlock[]): NonNullable<Lesson['look']> {
  const { what, words, seen, notSeen } = lookFor(frame);
  const first = blocks[0]?.title ?? 'the first block';
  const second = blocks[1]?.title ?? first;
  return {
    what: `Before block 1: ${what} (30 s, part of its set-up).`,
    words,
    branches: [
      { if: seen, then: `“${first}” as written, all its sets` },
      { if: notSeen, then: `one set of “${first}”, and its time goes to “${second}”` },
    ],
  };
}

/** What is spared because of where it hurts, in words. */
function sparedWords({ input }: Frame): string[] {
  const places = (input.complaints ?? []).filter(
    (c) => c.score >= 3 && c.kind !== 'leaks' && c.kind !== 'heavy',
  );
  const findings = input.findings ?? [];
  return [
    ...(places.length > 0 ? ['nothing pressed, bound or stretched where it hurts'] : []),
    ...(findings.includes('sighs') || input.readings?.includes('fastIrregular')
      ? ['sighing as an exercise, big breaths']
      : []),
    ...(findings.includes('liftsShoulders') || input.readings?.includes('upperChest')
      ? ['raised elbows, anything that drills the climbing']
      : []),
  ];
}

function todayOf({ task, input }: Frame): string {
  const { grade, wanted, verdict, why } = task!;
  if (grade === 0) return `not today: ${verdict.limits[0] ?? 'by an answer of the day'}`;
  const further = nextGrade(task!);
  const next = further > grade ? `, and ${further} if the gate opens` : '';
  const limit =
    verdict.open < wanted && verdict.open <= grade + 1 && verdict.limits[0]
      ? ` (no further yet: ${verdict.limits[0]})`
      : '';
  const standIn =
    input.wants || input.goals?.length || input.task?.today
      ? ''
      : '; stands in until the client says what they want';
  return `${grade}${next}${limit}; ${why}${standIn}`;
}

function thenOf({ task, sign, input }: Frame): string {
  const next =
    task && task.grade > 0
      ? `${task.grade < 5 ? `grade ${Math.min(5, task.grade + 1)} after one more like it` : 'keep it'}`
      : 'keep it';
  const worse = input.flags.panic
    ? 'end with a chat, less guided next time'
    : 'stop there, one step less next time, write it down';
  return `changed by more than noise (${lower(sign.change)}): ${next}; not changed: the same again, the first block longer; worse: ${worse}`;
}

/** One or two things at moments of life: the leading block where it can be done alone, and the task. */
function homeOf({ input, task }: Frame, blocks: readonly LessonBlock[]): LessonHome[] {
  const { flags } = input;
  const call = callFor(flags);
  const counting = countingOf(input);
  const alone = blocks.filter(
    (b) =>
      b.drillId !== undefined &&
      !b.demands.some((d) => NOT_ALONE.includes(d)) &&
      b.sets.at(0)?.breath.kind !== 'hold',
  );
  const pick = alone.find((b) => b.core && b.sets.at(0)?.breath.kind === 'seconds') ?? alone[0];
  const block = pick ?? blocks[0];
  const family = block ? POSITION[block.place].family : 'sitting';
  const moment =
    family === 'sitting'
      ? 'before a main meal and once in the afternoon, sitting'
      : family === 'standing'
        ? 'while the kettle boils'
        : 'on waking and at bedtime';
  const stop = block ? lower(block.limit.replace(/\.$/, '')) : 'anything new';
  const set = block?.sets.at(0);
  const practice: LessonHome[] = block
    ? [
        {
          when: moment,
          does: `${lower(block.title)}: ${lower(block.cues[0]!.replace(/\.$/, ''))}${set && counting !== 'none' && set.breath.kind === 'seconds' && !set.breath.full ? `, in ${set.breath.pattern.inhaleS}, out ${set.breath.pattern.exhaleS}` : ''}`,
          dose:
            counting === 'none'
              ? 'about half a favourite song, less is fine'
              : set?.count
                ? `${set.count} breaths, twice a day`
                : 'a minute or two, twice a day',
          stop,
          call,
        },
      ]
    : [];
  if (!task || task.grade === 0)
    return practice.length > 0
      ? practice
      : [
          {
            when: 'once a day',
            does: 'lie or sit easy and leave the breath alone',
            dose: 'two minutes',
            stop: 'anything new',
            call,
          },
        ];
  const { task: own } = task;
  return [
    ...practice,
    {
      when: momentOf(own, task.grade),
      does: `${own.cues[0]!} ${own.cues[1]!} As today: ${own.grades[task.grade - 1]!}, no more yet.`,
      dose:
        own.practice.breath === 'free'
          ? 'as often as is pleasant'
          : isPractised(own, task.grade)
            ? 'once'
            : 'every time',
      stop: `as above; ${lower(own.caution)}`,
      call: 'as above',
    },
  ];
}
