import { NEEDS, type Need, type Needs } from '../aims/needs';
import type { ReadingName } from '../aims/reading-names';
import type { Drill } from '../drills/drill';
import { LIBRARY } from '../drills/library';
import { taskById, TASKS } from '../task/library';
import type { Task } from '../task/task.schema';
import { LESSON_DRILLS, TASK_NEEDS } from './extra-drills';
import { LESSON_LEADS, NEED_READING } from './ideas';
import type { LessonInput } from './input';

/** The exhale to start from where none was measured, s. Common practice, no source. */
export const UNKNOWN_EXHALE_S = 4;

/** Drills in which the arms are lifted, whatever holds them there. */
const LIFTED: readonly string[] = [
  'upperBreath',
  ...LIBRARY.filter((d) => d.demands.includes('armsOverhead')).map((d) => d.id),
];

/** What is not practised because it is the very sign that is to go, or because it cannot be borne. */
export function notDrilled({
  readings = [],
  findings = [],
  flags,
  counting,
}: Pick<LessonInput, 'readings' | 'findings' | 'flags' | 'counting'>): string[] {
  const sighs = findings.includes('sighs') || readings.includes('fastIrregular');
  const lifts = findings.includes('liftsShoulders') || readings.includes('upperChest');
  const uncounted = counting === 'none' || findings.includes('hatesCounting') || Boolean(flags.panic);
  const overloaded = readings.includes('floorOverloaded') || flags.heaviness;
  return [
    ...(sighs ? ['sighExhale', 'exhaleLadder'] : []),
    ...(lifts ? LIFTED : []),
    ...(uncounted ? ['exhaleLadder', 'shortCalmHolds', 'walkingHolds', 'emptyPause'] : []),
    ...(overloaded ? ['balloonStack', 'hoverSqueeze'] : []),
    ...(readings.includes('bellyOnly') ? ['proneBelly', 'tenContractions'] : []),
    ...(findings.includes('voiceRunsOut') ? ['balloonStack'] : []),
  ];
}

/**
 * Drills that work on the two things that lead, as they are or one rung easier or harder: whoever steps down still works on
 * the same.
 */
export function leadingDrills(readings: readonly ReadingName[]): string[] {
  const leads = readings.slice(0, 2).flatMap((r) => LESSON_LEADS[r]);
  const easier = leads.flatMap((id) => LIBRARY.find((d) => d.id === id)?.easier ?? []);
  const harder = LIBRARY.filter((d) => d.easier !== undefined && leads.includes(d.easier)).map((d) => d.id);
  return [...new Set([...leads, ...easier, ...harder])];
}

/** The task for who named none. */
export function standInTask(input: LessonInput): Task {
  const byGoal = {
    calm: 'sleep',
    floorTraining: 'cough',
    running: 'run',
    singing: 'sing',
    standingUp: 'standUp',
    lifting: 'lift',
    sitting: 'desk',
    swimming: 'swim',
  } as const;
  const goal = input.goals?.[0];
  return (
    (goal && taskById(byGoal[goal])) ?? TASKS.find((t) => t.id === (input.flags.panic ? 'queue' : 'walk'))!
  );
}

/** What a reading is not read for and is still worked with: sides round a wrap, the way upright after the floor. */
const BESIDE: Partial<Record<ReadingName, Needs>> = {
  floorOverloaded: { sideRibs: 1.2, upright: 0.6 },
  stuckInhale: { backRibs: 1.2, upright: 1.2 },
  bellyOnly: { control: 1, sideRibs: 1, backRibs: 0.8 },
  upperChest: { upright: 1.2, lowBreath: 1 },
  oneSided: { sideRibs: 0.8, upright: 0.8 },
  toneStopsBreath: { sideRibs: 1, control: 1 },
  floorHolding: { sideRibs: 0.8 },
  shortExhale: { upright: 0.8 },
  fastIrregular: { upright: 0.6, exhaleLength: 0.8 },
};

function neededOf(input: LessonInput, task: Task): Needs {
  const own = NEEDS.some((n) => (input.needs[n] ?? 0) > 0);
  const base: Needs = own ? input.needs : { lowBreath: 1.2, sideRibs: 0.8, exhaleLength: 0.8 };
  const most = Math.max(1, ...NEEDS.map((n) => base[n] ?? 0));
  const first = input.readings?.[0];
  const from: Needs = { ...(TASK_NEEDS[task.id] ?? { upright: 0.5 }) };
  for (const [need, weight] of Object.entries(first ? (BESIDE[first] ?? {}) : {}) as [Need, number][])
    from[need] = Math.max(from[need] ?? 0, weight);
  return Object.fromEntries(
    NEEDS.map((n) => [n, (base[n] ?? 0) + (from[n] ?? 0) * most * 0.3] as const).filter(([, w]) => w > 0),
  );
}

/** What only a lesson adds: its task, its drills, what is not drilled, an exhale to start from, needs that go with the task. */
export function preparedFor(given: LessonInput, today: LessonInput['flags'] = {}): LessonInput {
  const chosenTask = given.task?.task ?? standInTask(given);
  return {
    ...given,
    flags: { ...given.flags, ...today },
    task: { ...given.task, task: chosenTask },
    library: [...given.library.filter((d) => !LESSON_DRILLS.some((l) => l.id === d.id)), ...LESSON_DRILLS],
    unwanted: [...(given.unwanted ?? []), ...notDrilled(given)],
    comfortableExhaleS: given.comfortableExhaleS ?? UNKNOWN_EXHALE_S,
    needs: neededOf(given, chosenTask),
  };
}

/** Drills that the leading reading is worked on with first. */
export const leadsOf = (input: LessonInput, lead: Need): string[] =>
  readAs(input, lead)
    .slice(0, 1)
    .flatMap((r) => LESSON_LEADS[r]);

/** How much more a drill counts that the first, and that another reading is worked on with first. Our choice. */
const LEADS = { first: 1.7, other: 1.25 } as const;
/** Leans in which the arms carry and the shoulders may rest. */
const RESTING: readonly string[] = ['counterLean', 'tableRest', 'longExhaleSeat'];
/** Out of the way for who has just come in. */
const FAR_FETCHED: readonly string[] = ['crossedHold', 'ballsUpBack', 'tenContractions'];
/** What the client is read by: the readings, or what stands for the leading need. */
export const readAs = ({ readings = [] }: LessonInput, lead: Need): readonly ReadingName[] => {
  const stands = NEED_READING[lead];
  return readings.length > 0 ? readings : stands ? [stands] : [];
};

/** How much a drill counts for a client, by what the readings are worked on with first. */
export function leadFactor(drill: Drill, input: LessonInput, lead: Need): number {
  const [first, ...others] = readAs(input, lead);
  if (input.owned?.includes(drill.id) && (first ? LESSON_LEADS[first].includes(drill.id) : false))
    return LEADS.first;
  if (first && LESSON_LEADS[first].includes(drill.id))
    return LEADS.first - 0.05 * LESSON_LEADS[first].indexOf(drill.id);
  // Who runs short of breath needs a place to rest before anything else that is read.
  if (seatedFirst(input)) return RESTING.includes(drill.id) ? LEADS.other + 0.2 : 0.7;
  if (others.some((r) => LESSON_LEADS[r].includes(drill.id))) return LEADS.other;
  return FAR_FETCHED.includes(drill.id) ? 0.4 : (drill.serves[lead] ?? 0) >= 0.5 ? 1 : 0.7;
}

/** Short of breath lying down: with lungs like these the chair comes first, where anything is left then. */
export const seatedFirst = ({ flags }: LessonInput): boolean => Boolean(flags.copd || flags.respiratory);
