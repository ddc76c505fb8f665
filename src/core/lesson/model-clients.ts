import type { ReadingName } from '../aims/reading-names';
import { LIBRARY } from '../drills/library';
import { asksOf } from '../read/asks';
import { asNeeds, needsFrom } from '../read/read';
import { taskById } from '../task/library';
import type { LessonInput } from './input';

type Given = Omit<Partial<LessonInput>, 'readings' | 'task' | 'needs'> & {
  minutes: number;
  readings?: Partial<Record<ReadingName, number>>;
  needs?: LessonInput['needs'];
  task?: [id: string, today: number, wanted: number];
};

/** A client for a lesson, from readings with their strengths and a task. */
export function client({ readings = {}, task, needs, ...rest }: Given): LessonInput {
  const named = Object.entries(readings)
    .map(([name, strength]) => ({ name: name as ReadingName, strength, certainty: 1, question: false }))
    .sort((a, b) => b.strength - a.strength);
  const school = rest.school ?? 'lowQuiet';
  return {
    goals: [],
    flags: {},
    ownedLevel: 0,
    relook: 'rings',
    library: LIBRARY,
    comfortableExhaleS: null,
    props: [],
    ...rest,
    school,
    readings: named.map((n) => n.name),
    needs: needs ?? asNeeds(needsFrom(named, school, asksOf(rest.flags ?? {}, rest.goals ?? []))),
    ...(task ? { task: { task: taskById(task[0])!, today: task[1], wanted: task[2] } } : {}),
  };
}

/** The clients of the twelve model lessons, as Kokyu would know them. */
export const MODEL_CLIENTS: readonly LessonInput[] = [
  client({
    minutes: 15,
    flags: { asthma: true },
    readings: { fastIrregular: 0.9, shortExhale: 0.4 },
    findings: ['sighs', 'mouthOpen'],
    props: ['chair', 'straw', 'pillow'],
    comfortableExhaleS: 3.5,
    quietPerMin: 18,
    task: ['read', 2, 4],
  }),
  client({
    minutes: 25,
    flags: {
      postpartumWeeks: 15,
      birth: 'caesarean',
      clearedBirth: true,
      separationMm: 17,
      separationAt: 'below',
      separationOn: '2026-11-20',
    },
    readings: { floorOverloaded: 0.6 },
    complaints: [{ place: 'lowBack', side: 'middle', kind: 'hurts', score: 4, brings: 'bending' }],
    props: ['ball', 'band', 'pillow'],
    comfortableExhaleS: 5.5,
    task: ['lift', 1, 5],
  }),
  client({
    minutes: 30,
    readings: { stuckInhale: 0.9, oneSided: 0.5 },
    silentSide: 'left',
    props: ['wall', 'halfBall', 'block', 'pillow'],
    comfortableExhaleS: 4.5,
    calmHoldS: 20,
    school: 'allRound',
    task: ['cycle', 2, 5],
  }),
  client({
    minutes: 20,
    readings: { upperChest: 0.9 },
    complaints: [{ place: 'neck', side: 'both', kind: 'hurts', score: 4 }],
    findings: ['liftsShoulders'],
    owned: ['twoHands'],
    visits: 2,
    comfortableExhaleS: 5,
    task: ['desk', 2, 5],
  }),
  client({
    minutes: 40,
    readings: { bellyOnly: 0.9, toneStopsBreath: 0.6 },
    props: ['barbell', 'band', 'weight'],
    comfortableExhaleS: 6,
    calmHoldS: 25,
    control: 'brace',
    school: 'allRound',
    ownedLevel: 1,
    task: ['squat', 3, 5],
  }),
  client({
    minutes: 12,
    flags: { pregnancyWeek: 29, pubicPain: true, reflux: true },
    readings: { floorHolding: 0.7, upperChest: 0.6 },
    complaints: [{ place: 'pubic', side: 'middle', kind: 'hurts', score: 4 }],
    props: ['pillow', 'chair', 'wall'],
    comfortableExhaleS: 5,
    task: ['standUp', 1, 4],
  }),
  client({
    minutes: 20,
    flags: { eyePressure: true, highBloodPressure: true, clearedPressure: true },
    readings: { stuckInhale: 0.9 },
    props: ['wall', 'pillow', 'balloon'],
    task: ['walk', 1, 4],
  }),
  client({
    minutes: 20,
    flags: { ribInjury: 'right', ribWeeks: 11, ribHealed: true },
    readings: { oneSided: 0.9 },
    silentSide: 'right',
    props: ['pillow', 'towel'],
    comfortableExhaleS: 6,
    task: ['dance', 3, 5],
  }),
  client({
    minutes: 10,
    flags: { panic: true },
    readings: { fastIrregular: 0.8 },
    findings: ['sighs', 'hatesCounting'],
    counting: 'none',
    props: ['pillow', 'wall'],
    task: ['queue', 2, 5],
  }),
  client({
    minutes: 20,
    flags: { copd: true },
    readings: { shortExhale: 0.9, upperChest: 0.5 },
    props: ['chair', 'straw', 'counter'],
    comfortableExhaleS: 3,
    quietPerMin: 23,
    task: ['walk', 1, 4],
  }),
  client({
    minutes: 30,
    flags: { heaviness: true },
    readings: { floorOverloaded: 0.9 },
    goals: ['singing'],
    owned: ['ballWrap'],
    ownedLevel: 1,
    visits: 2,
    props: ['ball', 'chair'],
    comfortableExhaleS: 7,
    task: ['conduct', 1, 4],
  }),
  client({
    minutes: 45,
    needs: { tolerance: 1.5, control: 0.8, sideRibs: 0.5 },
    goals: ['running'],
    owned: ['twoHands', 'handsRibs', 'ballWrap', 'strawExhale', 'sideBend', 'bandRibs'],
    ownedLevel: 1,
    visits: 4,
    props: ['chair', 'towel', 'weight', 'wall', 'pillow'],
    comfortableExhaleS: 8,
    calmHoldS: 30,
    hold: { position: 'standing', holdS: 18, why: 'six tenths' },
    counting: 'silent',
    task: ['run', 3, 5],
  }),
];
